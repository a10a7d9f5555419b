/** What other files of a folder lay at records, and what these were before. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DiscoveryRecord } from '../core/model/record';
import type { LibraryFolder } from './libraryFolder';
import { otherwise, ownOf, Placing, tablesOf, unplaced } from './placing';

const ISBN = '9783161484100';
const copy = (n: number) => ({
  campus: 'haus',
  location: '',
  callNumber: `K ${n}`,
  status: { state: 'in' },
  rule: 'loan',
});
interface Said {
  readonly byRecord: number;
  readonly byIsbn: number;
  readonly ebook: boolean;
  readonly listed: boolean;
  readonly owned: boolean;
}
const folderOf = (s: Said): LibraryFolder => {
  const copies = (n: number) => Array.from({ length: n }, (_, k) => ({ copy: copy(k), line: k + 2 }));
  return {
    holdings: {
      byRecord: new Map(s.byRecord ? [['a', copies(s.byRecord)]] : []),
      byIsbn: new Map(s.byIsbn ? [[ISBN, copies(s.byIsbn)]] : []),
    },
    holdingsFile: 'holdings.csv',
    serials: {
      journals: s.listed ? [{ id: 'heft' }] : [],
      byIssn: new Map(s.listed ? [['6000-0015', 'heft']] : []),
      ebooks: new Map(s.ebook ? [[ISBN, [{ provider: 'p', publication_title: 'E' }]]] : []),
    },
    owners: {
      of: () => (s.owned ? '3' : '?'),
      all: () => (s.owned ? [['record', 'a', '3']] : []),
    },
  } as unknown as LibraryFolder;
};
const said: fc.Arbitrary<Said> = fc.record({
  ...{
    byRecord: fc.nat(2),
    byIsbn: fc.nat(2),
    ebook: fc.boolean(),
    listed: fc.boolean(),
    owned: fc.boolean(),
  },
});
/** Fields of a record in any order, some of them not there. */
const record = fc
  .tuple(
    fc.shuffledSubarray([
      ['copies', [copy(9)]],
      ['copies', []],
      ['ebook', [{ provider: 'q', publication_title: 'F' }]],
      ['journal', '6000-0015'],
      ['journal', 'heft'],
      ['owners', '5'],
      ['owners', '?'],
      ['host', 'b'],
      ['subjects', ['Watt']],
    ] as [string, unknown][]),
    fc.boolean(),
  )
  .map(([fields, serial]) => {
    const csl = { id: 'a', type: 'book', title: 'Kelp', ISBN, ...(serial ? { ISSN: '6000-0015' } : {}) };
    return { id: 'a', csl, kind: 'book', ...Object.fromEntries(fields) } as unknown as DiscoveryRecord;
  });
const text = (r: DiscoveryRecord): string => JSON.stringify(r);

describe('what is laid at a record', () => {
  it('can be taken away again, and laid anew, as if it had been the first time', () => {
    fc.assert(
      fc.property(record, said, said, (one, before, now) => {
        const [first, second] = [
          new Placing(folderOf(before), () => {}),
          new Placing(folderOf(now), () => {}),
        ];
        const laid = first.laid(one);
        const own = ownOf(laid);
        expect(text(unplaced(laid, own))).toBe(text(one));
        expect(text(second.laid(unplaced(laid, own)))).toBe(text(second.laid(one)));
        // What the tables say otherwise is told by an id or a number, and nothing else is.
        const changed = otherwise(tablesOf(folderOf(before)), tablesOf(folderOf(now)));
        const same = text(first.laid(one)) === text(second.laid(one));
        if (!same) expect(changed.length).toBeGreaterThan(0);
        if (text(before as never) === text(now as never)) expect(changed).toEqual([]);
      }),
    );
  });
});
