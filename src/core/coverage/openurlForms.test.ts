/** OpenURLs as link sources of all ages send them. */
import { describe, expect, it } from 'vitest';
import { openUrlParams, readOpenUrl, writeOpenUrl } from './openurl';

const read = (query: string) => readOpenUrl(openUrlParams(query))?.csl;
describe('OpenURL', () => {
  it.each([
    ['UTF-8', 'rft.atitle=Tr%C3%A4ume+am+Meer&rft.jtitle=K%C3%BCste'],
    [
      'ISO-8859-1, said',
      'ctx_enc=info%3Aofi%2Fenc%3AISO-8859-1&rft.atitle=Tr%E4ume+am+Meer&rft.jtitle=K%FCste',
    ],
    ['ISO-8859-1, not said', 'atitle=Tr%E4ume%20am%20Meer&title=K%FCste&genre=article'],
    ['letters as they are', 'rft.atitle=Träume am Meer&rft.jtitle=Küste'],
  ])('characters: %s', (_, query) =>
    expect(read(query)).toMatchObject({ title: 'Träume am Meer', 'container-title': 'Küste' }),
  );
  it('two authors of one family are two; one who is named twice is one', () => {
    expect(
      read('rft.btitle=Kelp&rft.aulast=Lind&rft.aufirst=Ada&rft.au=Lind,+Ada&rft.au=Lind,+Bo')?.author,
    ).toEqual([
      { family: 'Lind', given: 'Ada' },
      { family: 'Lind', given: 'Bo' },
    ]);
  });
  it.each([
    ['an ISBN alone', 'rft.isbn=978-0-306-40615-7', { ISBN: '9780306406157' }],
    [
      'a place alone',
      'rft.issn=1234-5679&rft.volume=12&rft.issue=3&rft.spage=45',
      { ISSN: '1234-5679', volume: '12', issue: '3', page: '45' },
    ],
    ['a number of a database', 'rft_id=info:pmid/12345', { PMID: '12345' }],
    [
      'a patent',
      'rft_val_fmt=info:ofi/fmt:kev:mtx:patent&rft.number=US123&rft.title=Net',
      { type: 'patent', number: 'US123' },
    ],
    ['a DOI in its address', 'rft_id=https://doi.org/10.5555/A', { DOI: '10.5555/a' }],
  ])('%s', (_, query, csl) => {
    const said = read(query);
    expect(said).toMatchObject(csl);
    // All that was said goes on to a slip.
    expect(readOpenUrl(writeOpenUrl(said as never))?.csl).toMatchObject(csl);
  });
  it('a percent sign that means itself is one', () =>
    expect(read('rft.btitle=100%+salt%2')?.title).toBe('100% salt%2'));
});
