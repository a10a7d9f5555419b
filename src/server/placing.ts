/**
 * Records with what other files of a library's folder say of them: copies, title lists, owners. Each is found by an id
 * or a number, so that what says otherwise tomorrow is laid at the records that it concerns, and at no others.
 */
import { UNKNOWN_OWNERS } from '../core/access/chance';
import type { Holdings, PlacedCopy } from '../core/libraryData/holdings';
import { digest, isbnsOf } from '../core/libraryData/same';
import { readIssn } from '../core/model/identifiers';
import { msg } from '../core/model/message';
import { type DiscoveryRecord, type JournalId, recordId } from '../core/model/record';
import { idDigest, type Own, type Tables } from './folderState';
import type { LibraryFolder, Told } from './libraryFolder';

const owns = new WeakMap<DiscoveryRecord, Own>();
/** Of a record that was placed; null where nothing but owners was laid at it. */
export const ownOf = (record: DiscoveryRecord): Own | null => owns.get(record) ?? null;

/** A description as it was before anything was laid at it; its fields stand in the order in which they stood. */
export function unplaced(record: DiscoveryRecord, own: Own | null): DiscoveryRecord {
  const fields = Object.entries(record).flatMap(([name, value]): [string, unknown][] => {
    if (name === 'copies' || name === 'ebook') {
      const before = own?.[name];
      if (before === undefined) return [[name, value]];
      return before === null ? [] : [[name, (value as readonly unknown[]).slice(0, before)]];
    }
    if (name === 'journal' && own?.journal !== undefined)
      return own.journal === null ? [] : [[name, own.journal]];
    return name === 'owners' && !own?.owners ? [] : [[name, value]];
  });
  return Object.fromEntries(fields) as unknown as DiscoveryRecord;
}

const issnsOf = ({ csl }: DiscoveryRecord): string[] =>
  (csl.ISSN ?? '').split(/[;,\s]+/).flatMap((n) => readIssn(n) ?? []);
const isbnDigest = (isbn: string): number => digest(`isbn ${isbn}`);
const serialDigest = (name: string): number => digest(`serial ${name}`);
/** Digests of all by which something can be laid at a description, but its id. */
export function placesOf(record: DiscoveryRecord, own: Own | null): number[] {
  const named = own?.journal === undefined ? record.journal : own.journal;
  return [
    ...new Set([
      ...isbnsOf(record).map(isbnDigest),
      ...[...issnsOf(record), ...(named ? [named] : [])].map(serialDigest),
    ]),
  ];
}
export function tablesOf({ holdings, serials, owners }: LibraryFolder): Tables {
  const said = new Map<number, number>();
  const add = (key: number, what: string, value: unknown): void => {
    said.set(key, digest(`${said.get(key) ?? ''} ${what} ${JSON.stringify(value)}`));
  };
  const copies = (list: readonly PlacedCopy[]) => list.map((p) => p.copy);
  const listed = new Set<string>(serials.journals.map((j) => j.id));
  for (const [id, list] of holdings.byRecord) add(idDigest(id), 'copies', copies(list));
  for (const [isbn, list] of holdings.byIsbn) add(isbnDigest(isbn), 'copies', copies(list));
  for (const [isbn, lines] of serials.ebooks) add(isbnDigest(isbn), 'lines', lines);
  for (const [issn, id] of serials.byIssn) add(serialDigest(issn), 'journal', [id, listed.has(id)]);
  for (const id of listed) add(serialDigest(id), 'listed', true);
  for (const [sort, name, set] of owners.all())
    if (sort !== 'issn') add(sort === 'isbn' ? isbnDigest(name) : idDigest(name), 'owners', set);
  return said;
}
/** Digests of ids and numbers of which one says otherwise than the other, or nothing. */
export function otherwise(before: Tables, now: Tables): number[] {
  const changed = [...now].flatMap(([key, value]) => (before.get(key) === value ? [] : [key]));
  for (const key of before.keys()) if (!now.has(key)) changed.push(key);
  return changed;
}
/** Copies of which no description is known. @param fits whether one has such an id or number, by its digest */
export function tellUnplaced(
  { holdings, holdingsFile }: LibraryFolder,
  told: Told,
  fits: (key: number, list: readonly PlacedCopy[]) => boolean,
): void {
  const left = (what: string, by: Holdings['byRecord'], digestOf: (value: string) => number): void => {
    for (const [value, list] of by)
      if (!fits(digestOf(value), list))
        for (const { line } of list)
          told({ file: holdingsFile, line, text: msg(FITS_NOTHING, { what, value }) });
  };
  left('number', holdings.byRecord, idDigest);
  left('ISBN', holdings.byIsbn, isbnDigest);
}
export const FITS_NOTHING = 'libraryfolder.fitsNothing';

export interface Placed {
  readonly file: string;
  readonly n: number;
  readonly record: DiscoveryRecord;
}
/** Lays at records what belongs to them, and gives each an id that none had before. */
export class Placing {
  readonly #folder: LibraryFolder;
  readonly #told: Told;
  readonly #listed: ReadonlySet<string>;
  readonly #seen = new Set<string>();
  /** By an id that came again: the number behind it that is free next. */
  readonly #again = new Map<string, number>();
  readonly #used = new Set<readonly PlacedCopy[]>();
  /** The latest day on which a record so far came in, where records say one. */
  latest: string;

  constructor(folder: LibraryFolder, told: Told, latest = '') {
    this.latest = latest;
    this.#folder = folder;
    this.#told = told;
    this.#listed = new Set(folder.serials.journals.map((j) => j.id));
  }
  #named({ file, n, record }: Placed): DiscoveryRecord {
    const seen = this.#seen;
    if (!seen.has(record.id)) {
      seen.add(record.id);
      return record;
    }
    let free = this.#again.get(record.id) ?? 2;
    while (seen.has(`${record.id}~${free}`)) free++;
    this.#again.set(record.id, free + 1);
    const as = recordId(`${record.id}~${free}`);
    seen.add(as);
    this.#told({ file, line: n, text: msg('libraryfolder.idBefore', { id: record.id, as }) });
    return { ...record, id: as, csl: { ...record.csl, id: as } };
  }
  /** One that stands where it stood, whatever days others came in on. */
  again(one: Placed): DiscoveryRecord {
    const { latest } = this;
    this.latest = '';
    const record = this.placed(one);
    this.latest = latest;
    return record;
  }
  placed(one: Placed): DiscoveryRecord {
    const record = this.#named(one);
    const { added = '' } = record;
    // Days never fall: what stands behind others came in no earlier.
    if (added > this.latest) this.latest = added;
    return this.laid(added < this.latest ? { ...record, added: this.latest } : record);
  }
  /** A description under its own id, with what the folder's files say of it. */
  laid(record: DiscoveryRecord): DiscoveryRecord {
    const { holdings, serials, owners } = this.#folder;
    const isbns = isbnsOf(record);
    const placed = [
      holdings.byRecord.get(record.id),
      ...new Set(isbns.map((isbn) => holdings.byIsbn.get(isbn))),
    ].flatMap((list) => {
      if (list) this.#used.add(list);
      return list ?? [];
    });
    const lists = [...new Set(isbns.flatMap((isbn) => serials.ebooks.get(isbn) ?? []))];
    const copies = [...(record.copies ?? []), ...placed.map((p) => p.copy)];
    const ebook = [...(record.ebook ?? []), ...lists];
    const journal: JournalId | undefined =
      (record.journal && this.#listed.has(record.journal) ? record.journal : undefined) ??
      issnsOf(record).flatMap((issn) => serials.byIssn.get(issn) ?? [])[0] ??
      record.journal;
    const inJournal = journal !== undefined && this.#listed.has(journal);
    const owned = record.owners ?? owners.of(record.id, isbns);
    const own: Own = {
      ...(placed.length ? { copies: record.copies?.length ?? null } : {}),
      ...(lists.length ? { ebook: record.ebook?.length ?? null } : {}),
      ...(journal === record.journal ? {} : { journal: record.journal ?? null }),
      ...(record.owners === undefined ? {} : { owners: true }),
    };
    const all = {
      ...record,
      ...(copies.length ? { copies } : {}),
      ...(ebook.length ? { ebook } : {}),
      ...(journal ? { journal } : {}),
      // Parts have the owners of their whole, where that is known.
      ...((inJournal || record.host) && owned === UNKNOWN_OWNERS ? {} : { owners: owned }),
    };
    if (Object.keys(own).length) owns.set(all, own);
    return all;
  }
  /** When all have come: copies that belong to none of them. */
  end(): void {
    tellUnplaced(this.#folder, this.#told, (_, list) => this.#used.has(list));
  }
}
