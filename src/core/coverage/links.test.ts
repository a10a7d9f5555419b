/** Where Read leads, and what leads nowhere. */
import { describe, expect, it } from 'vitest';
import { type CslItem, recordId } from '../model/record';
import { fillTemplate, fromOutside, linkFor } from './links';

const record = {
  id: recordId('r 1/2'),
  csl: {
    id: 'r',
    type: 'article-journal',
    title: 'Kelp',
    DOI: '10.5555/k.1',
    ISSN: '1234-5679',
    volume: '12',
    page: '101-128',
  } as CslItem,
};
const line = { provider: 'p', title_url: 'https://p.example/serial/9', title_id: '9' };

describe('where Read leads', () => {
  it('to the provider’s place for the item, filled from the record and the title list', () => {
    const provider = { link: 'https://p.example/{title_id}/v{volume}/p{page}' };
    expect(linkFor({ provider, line, whole: false }, record, {})).toBe('https://p.example/9/v12/p101');
  });
  it('to the title’s page for the title itself, and for a part when the template asks for what is not known', () => {
    const provider = { link: 'https://p.example/{title_id}/{issue}' };
    expect(linkFor({ provider, line, whole: false }, record, {})).toBe(line.title_url);
    expect(linkFor({ provider: { link: 'https://p.example/{doi}' }, line, whole: true }, record, {})).toBe(
      line.title_url,
    );
  });
  it('to the free copy’s own address before anything else', () =>
    expect(
      linkFor(
        {
          provider: { link: 'https://p.example/{id}' },
          open: { provider: 'p' as never, version: 'preprint', url: 'https://repo.example/1' },
          whole: true,
        },
        record,
        {},
      ),
    ).toBe('https://repo.example/1'));
  it('to the DOI’s resolver when nothing else is known; nowhere without one', () => {
    const source = { provider: {}, whole: false };
    expect(linkFor(source, record, { doi: 'https://doi.example/{+doi}' })).toBe(
      'https://doi.example/10.5555/k.1',
    );
    expect(linkFor(source, record, {})).toBeNull();
  });
  it.each(['javascript:alert(1)', 'data:text/html,x', '//elsewhere.example/x', '/\\elsewhere.example', ' '])(
    'never to %j',
    (title_url) =>
      expect(
        linkFor({ provider: {}, line: { provider: 'p', title_url }, whole: true }, record, {}),
      ).toBeNull(),
  );
  it('through the library’s proxy from outside, the whole address in one parameter', () => {
    expect(fromOutside('https://p.example/a?b=1&c=2', { proxy: 'https://proxy.example/?url={url}' })).toBe(
      'https://proxy.example/?url=https%3A%2F%2Fp.example%2Fa%3Fb%3D1%26c%3D2',
    );
    expect(fromOutside('https://p.example/a', {})).toBe('https://p.example/a');
  });
});

it('a template that names what is on every object is not filled from there', () =>
  expect(fillTemplate('x/{toString}', {})).toBeNull());
