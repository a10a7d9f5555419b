// @vitest-environment happy-dom
/** Filling a slip in from a number, with the index behind it. */
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { follow, INFO } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { asked, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import type { Wanted } from '../../core/model/codes';
import type { Reader } from '../../core/model/reader';
import type { Slip, SlipItem } from '../../core/model/slip';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import { LookUp } from './LookUp';

const world = worldOf(400);
const READER = READERS[0] as Reader;
beforeEach(() => {
  const service = world.said;
  vi.spyOn(client, 'getSearch').mockImplementation(
    async (r, at, slice) => service.search(asked(r), at, slice) as never,
  );
  vi.spyOn(client, 'getRecord').mockImplementation(async (id) => service.record(id) as never);
  vi.spyOn(client, 'getJournals').mockImplementation(
    async (q, campus) => service.journals(q, campus, 5) as never,
  );
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});
function open(item: Partial<SlipItem>, wanted: Wanted = 'loan'): Slip[] {
  const record = { id: '' as never, kind: 'book' as const, csl: { id: '', type: 'book', title: '' } };
  const slip = newSlip({
    id: 'S-l',
    record,
    reader: READER,
    wanted,
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now: INFO.now,
  });
  return follow<Slip>({ ...slip, item: { ...slip.item, ...item } }, (value, set) => (
    <LookUp slip={value} set={set} />
  ));
}
const look = (what: string) =>
  fireEvent.click(screen.getByRole('button', { name: `Fill in from the ${what}` }));
const book = () => storyItemTitled('Salt, smoke').record;
const article = () => storyItemTitled('Kelp on the plate').record;

describe('looking a number up', () => {
  it('is offered only for a number that can be one', () => {
    open({ isbn: '978-not', issn: '1234-0000' });
    expect(screen.queryByRole('button')).toBeNull();
  });
  it('a DOI fills in the article and its record', async () => {
    const { csl, id } = article();
    const had = open({ doi: csl.DOI as string, pages: '7-9' });
    look('DOI');
    await screen.findByText('Found and filled in from the index.');
    // Pages that were typed are the reader's.
    expect(had.at(-1)).toMatchObject({
      record: id,
      item: { title: csl.title, container: csl['container-title'], pages: '7-9' },
    });
  });
  it('an ISBN fills in the book; the chapter wanted of it stays as it was typed', async () => {
    const { csl, id } = book();
    const had = open(
      { isbn: (csl.ISBN as string).replace(/-/g, ''), chapter: 'Grain and weed', pages: '' },
      'chapter',
    );
    look('ISBN');
    await screen.findByText('Found and filled in from the index.');
    expect(had.at(-1)).toMatchObject({
      record: id,
      item: {
        title: csl.title,
        chapter: 'Grain and weed',
        pages: '',
        totalPages: csl['number-of-pages'] ?? '',
      },
    });
  });
  it('an ISSN names the journal and the years it came out, and leaves the rest', async () => {
    const issn = article().csl.ISSN?.slice(0, 9) as string;
    const had = open({ issn, title: 'Mine' });
    look('ISSN');
    await screen.findByText(/^It is the ISSN of/);
    expect(had.at(-1)?.item).toMatchObject({
      container: article().csl['container-title'],
      title: 'Mine',
      issn,
    });
  });
  it('an unknown number is said, and what was written stays', async () => {
    const had = open({ doi: '10.5555/nothing.of.the.sort', title: 'Mine' });
    look('DOI');
    await screen.findByText(/^Nothing in the index has this number/);
    expect(had).toHaveLength(1);
  });
  it('an index that can’t be reached is said', async () => {
    vi.mocked(client.getSearch).mockRejectedValue(
      new client.AskError('offline', 'The library can’t be reached.'),
    );
    open({ doi: '10.5555/x' });
    look('DOI');
    await screen.findByText('The library can’t be reached.');
  });
});
