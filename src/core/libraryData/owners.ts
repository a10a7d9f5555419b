/**
 * `owners.csv`: which lenders own what, as a union catalogue knows it. What the table does not name may be owned by
 * anybody: it is asked for at the odds of the past.
 */
import { UNKNOWN_OWNERS } from '../access/chance';
import type { Problem } from '../formats/item';
import { readIsbn, readIssn } from '../model/identifiers';
import { msg } from '../model/message';
import { ownerSet } from '../model/record';
import { anyText, readTable, someText, type TableSource } from './table';

const OWNERS = { record: anyText, isbn: anyText, issn: anyText, lenders: someText };
export const OWNER_COLUMNS = Object.keys(OWNERS);

export interface Owners {
  /** Owner sets over the lenders; UNKNOWN_OWNERS for what the table does not name. */
  of(record: string, isbns: readonly string[]): string;
  ofJournal(issns: readonly string[]): string;
  /** All that the table names, each with its owners. */
  all(): Iterable<readonly [sort: 'isbn' | 'issn' | 'record', name: string, owners: string]>;
  readonly problems: readonly Problem[];
}
/** @param lenders ids in the order of `lenders.csv` */
export function readOwners(text: TableSource, lenders: readonly string[]): Owners {
  const place = new Map(lenders.map((id, n) => [id, n]));
  const { rows, problems } = readTable(text, OWNERS);
  const all: Problem[] = [...problems];
  const by = new Map<string, Set<number>>();
  for (const { line, record, isbn, issn, lenders: said } of rows) {
    const number = isbn ? readIsbn(isbn) : issn ? readIssn(issn) : record;
    if (!number) {
      const value = (isbn || issn).slice(0, 60);
      all.push({
        line,
        text: value ? msg('libraryfolder.noNumber', { value }) : msg('libraryfolder.ownedNothing'),
      });
      continue;
    }
    const key = `${isbn ? 'isbn' : issn ? 'issn' : 'record'} ${number}`;
    const owning = by.get(key) ?? new Set<number>();
    by.set(key, owning);
    for (const id of said.split(/[\s,;|]+/).filter(Boolean)) {
      const n = place.get(id);
      if (n === undefined)
        all.push({ line, text: msg('libraryfolder.noSuchLender', { id: id.slice(0, 60) }) });
      else owning.add(n);
    }
  }
  const found = (keys: readonly string[]): string => {
    const sets = keys.flatMap((key) => by.get(key) ?? []);
    return sets.length
      ? ownerSet(
          sets.flatMap((s) => [...s]),
          lenders.length,
        )
      : UNKNOWN_OWNERS;
  };
  return {
    of: (record, isbns) => found([`record ${record}`, ...isbns.map((n) => `isbn ${n}`)]),
    ofJournal: (issns) => found(issns.map((n) => `issn ${n}`)),
    all: function* () {
      for (const key of by.keys()) {
        const at = key.indexOf(' ');
        yield [key.slice(0, at) as 'isbn' | 'issn' | 'record', key.slice(at + 1), found([key])];
      }
    },
    problems: all,
  };
}
