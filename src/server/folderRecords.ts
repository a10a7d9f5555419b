/**
 * The records of a library's folder: what its files say (`folderItems.ts`), with the changes that came since and the
 * copies and lists that belong to them; then what is the same joined, and editions and carriers of a work together.
 * Between the two they stand in a file, so that memory holds digests of them only.
 */
import { UNKNOWN_OWNERS } from '../core/access/chance';
import type { Holdings, PlacedCopy } from '../core/libraryData/holdings';
import { isbnsOf, joinedRecord, SameFinder } from '../core/libraryData/same';
import { readIssn } from '../core/model/identifiers';
import { msg } from '../core/model/message';
import { type DiscoveryRecord, type RecordId, recordId } from '../core/model/record';
import { FolderItems, type ReadItem } from './folderItems';
import { DescriptionFile, type Known, type KnownWriter, namesOf } from './folderState';
import type { LibraryFolder, Told } from './libraryFolder';

const PIECE = 1 << 20;
/** Things without an id are numbered: those of changes from here on, so that the others keep their numbers. */
export const CHANGES_FROM = 10_000_000;

/** What was read, in which order. */
export interface Reading {
  /** Files with the items that came before each. */
  readonly files: { readonly file: string; readonly before: number }[];
  /** Descriptions of the files of records, and items of those of changes. */
  base: number;
  changeItems: number;
  /** Ids that changes have taken away. */
  readonly gone: Set<string>;
  latest: string;
}
/** Every description of the folder, with the copies and lists that belong to it. */
export function* descriptionsOf(
  dir: string,
  folder: LibraryFolder,
  told: Told,
  files = new FolderItems(dir, folder),
  reading: Reading = { files: [], base: 0, changeItems: 0, gone: new Set(), latest: '' },
): Generator<DiscoveryRecord> {
  const all = (file: string, item: ReadItem): ReadItem => {
    for (const problem of item.problems) told({ file, ...problem });
    return item;
  };
  let changed = CHANGES_FROM;
  /** What came later of a record: it stands in the place of what it was; null where it is gone. */
  const changes = new Map<string, Placed | null>();
  for (const file of folder.changeFiles) {
    reading.files.push({ file, before: changed });
    for (const item of files.in(file, changed)) {
      changed++;
      const { record, gone, n } = all(file, item);
      const id = gone ?? record?.id;
      if (id === undefined) continue;
      // The last word stands; what comes anew comes behind what has come before.
      changes.delete(id);
      changes.set(id, record ? { file, n, record } : null);
      if (gone === undefined) reading.gone.delete(id);
      else reading.gone.add(id);
    }
  }
  reading.changeItems = changed - CHANGES_FROM;
  const place = new Placing(folder, told);
  let items = 0;
  for (const file of folder.recordFiles) {
    reading.files.push({ file, before: items });
    for (const item of files.in(file, items)) {
      items++;
      const { record, n } = all(file, item);
      if (!record) continue;
      const change = changes.get(record.id);
      if (change === null) continue;
      if (change) changes.set(record.id, null);
      reading.base++;
      yield place.placed(change ?? { file, n, record });
    }
  }
  for (const change of changes.values()) if (change) yield place.placed(change);
  place.end();
  reading.latest = place.latest;
  files.tidy();
}

export interface Placed {
  readonly file: string;
  readonly n: number;
  readonly record: DiscoveryRecord;
}
/** Records with what other files of the folder say of them: copies, lists, owners; and an id that none had before. */
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
    const { holdings, serials, owners } = this.#folder;
    const record = this.#named(one);
    const isbns = isbnsOf(record);
    const placed = [
      holdings.byRecord.get(record.id),
      ...new Set(isbns.map((isbn) => holdings.byIsbn.get(isbn))),
    ].flatMap((list) => {
      if (list) this.#used.add(list);
      return list ?? [];
    });
    const copies = [...(record.copies ?? []), ...placed.map((p) => p.copy)];
    const ebook = [
      ...(record.ebook ?? []),
      ...new Set(isbns.flatMap((isbn) => serials.ebooks.get(isbn) ?? [])),
    ];
    const issns = (record.csl.ISSN ?? '').split(/[;,\s]+/).flatMap((n) => readIssn(n) ?? []);
    const journal =
      (record.journal && this.#listed.has(record.journal) ? record.journal : undefined) ??
      issns.flatMap((issn) => serials.byIssn.get(issn) ?? [])[0] ??
      record.journal;
    const inJournal = journal !== undefined && this.#listed.has(journal);
    const owned = record.owners ?? owners.of(record.id, isbns);
    const { added = '' } = record;
    // Days never fall: what stands behind others came in no earlier.
    if (added > this.latest) this.latest = added;
    return {
      ...record,
      ...(added < this.latest ? { added: this.latest } : {}),
      ...(copies.length ? { copies } : {}),
      ...(ebook.length ? { ebook } : {}),
      ...(journal ? { journal } : {}),
      // Parts have the owners of their whole, where that is known.
      ...((inJournal || record.host) && owned === UNKNOWN_OWNERS ? {} : { owners: owned }),
    };
  }
  /** When all have come: copies that belong to none of them. */
  end(): void {
    const left = (what: string, by: Holdings['byRecord']): void => {
      for (const [value, list] of by)
        if (!this.#used.has(list))
          for (const { line } of list)
            this.#told({
              file: this.#folder.holdingsFile,
              line,
              text: msg('libraryfolder.fitsNothing', { what, value }),
            });
    };
    left('number', this.#folder.holdings.byRecord);
    left('ISBN', this.#folder.holdings.byIsbn);
  }
}

/** Whether a record names others. */
const pointsOn = ({ host, references, citedBy, retracts, retraction }: DiscoveryRecord): boolean =>
  [host, references, citedBy, retracts, retraction].some((named) => named !== undefined);
/** What joining has come to. */
export interface Joined {
  /** Descriptions that went into another's record. */
  joined: number;
  /** Works with several editions or carriers. */
  works: number;
}
/** Descriptions by their numbers, in a file. */
class Numbered {
  readonly #file: DescriptionFile;
  readonly #starts: number[] = [0];
  constructor(path: string) {
    this.#file = new DescriptionFile(path);
  }
  push(record: DiscoveryRecord): readonly [at: number, length: number] {
    const place = this.#file.push(record);
    this.#starts.push(this.#file.end);
    return place;
  }
  get end(): number {
    return this.#file.end;
  }
  at(n: number): DiscoveryRecord {
    const from = this.#starts[n] as number;
    return this.#file.at(from, (this.#starts[n + 1] as number) - from);
  }
  /** All of them, one by one, with their numbers and the text that each stands as. */
  *all(wanted: (n: number) => boolean): Generator<readonly [number, DiscoveryRecord, string]> {
    const starts = this.#starts;
    const count = starts.length - 1;
    for (let first = 0; first < count; ) {
      let last = first + 1;
      const from = starts[first] as number;
      while (last < count && (starts[last + 1] as number) - from <= PIECE) last++;
      const bytes = this.#file.bytes(from, (starts[last] as number) - from);
      for (let n = first; n < last; n++)
        if (wanted(n)) {
          const text = bytes.toString('utf8', (starts[n] as number) - from, (starts[n + 1] as number) - from);
          yield [n, JSON.parse(text) as DiscoveryRecord, text];
        }
      first = last;
    }
  }
  close(): void {
    this.#file.close();
  }
  remove(): void {
    this.#file.remove();
  }
}

/** Which descriptions make one record, and what becomes of each of these. */
export class Joining {
  readonly #at: (n: number) => DiscoveryRecord;
  readonly #groups: ReadonlyMap<number, readonly number[]>;
  readonly #works: ReadonlyMap<number, number>;
  readonly #workIds = new Map<number, string>();
  /** By description: the one into whose record it went, where that is another. */
  readonly heads = new Map<number, number>();
  /** By the id of a description that went into another's record: the id of that. */
  readonly #named = new Map<RecordId, RecordId>();
  /** @param at a description by its number, as `same` was given it */
  constructor(same: SameFinder, at: (n: number) => DiscoveryRecord) {
    this.#at = at;
    this.#groups = same.joined();
    this.#works = same.works();
    for (const [head, group] of this.#groups)
      for (const n of group)
        if (n !== head) {
          this.heads.set(n, head);
          this.#named.set(at(n).id, at(head).id);
        }
    for (const work of new Set(this.#works.values()))
      this.#workIds.set(work, at(work).work ?? `work-${at(work).id}`);
  }
  get works(): number {
    return this.#workIds.size;
  }
  /**
   * The record of a description that went into no other's.
   * @param now the id under which what a description said is found: what went into another is pointed to by its new name
   */
  record(
    n: number,
    record: DiscoveryRecord,
    now: ((id: RecordId) => RecordId) | null = this.#named.size === 0
      ? null
      : (id) => this.#named.get(id) ?? id,
  ): DiscoveryRecord {
    const others = (this.#groups.get(n) ?? []).filter((k) => k !== n).map(this.#at);
    const whole = joinedRecord(record, others);
    const work = whole.work ?? this.#workIds.get(this.#works.get(n) ?? -1);
    if (whole === record && work === whole.work && (now === null || !pointsOn(whole))) return record;
    return {
      ...whole,
      ...(work === undefined ? {} : { work }),
      ...(now === null
        ? {}
        : {
            ...(whole.host ? { host: now(whole.host) } : {}),
            ...(whole.references ? { references: whole.references.map(now) } : {}),
            ...(whole.citedBy ? { citedBy: whole.citedBy.map(now) } : {}),
            ...(whole.retracts ? { retracts: now(whole.retracts) } : {}),
            ...(whole.retraction
              ? { retraction: { ...whole.retraction, notice: now(whole.retraction.notice) } }
              : {}),
          }),
    };
  }
}

/** What is kept of the descriptions beside the index, to go on from. */
export interface Keeping {
  readonly known: KnownWriter;
  /** Told when all have come. */
  readonly done: (found: { readonly known: Known; readonly end: number }) => void;
}
/**
 * Descriptions of the same thing as one record, and what is of one work with the id of it; in the order in which the
 * first of each came.
 * @param path of a file that the descriptions are written to; it goes when nothing is kept
 * @param told what came of it, told at the end
 * @param texts takes the JSON of the records that are as they were described, so that it need not be written again
 * @param keeping where what is known of them is collected
 * @param joins whether there is anything to be joined
 */
export function* joinedRecords(
  descriptions: Iterable<DiscoveryRecord>,
  path: string,
  told: (joined: Joined) => void,
  texts = new WeakMap<DiscoveryRecord, string>(),
  keeping: Keeping | null = null,
  joins = true,
): Generator<DiscoveryRecord> {
  const file = new Numbered(path);
  const same = new SameFinder();
  let whole = false;
  try {
    for (const record of descriptions) {
      const shared = joins ? same.add(record) : [];
      const place = file.push(record);
      keeping?.known.add(place, shared, namesOf(record));
    }
    const joining = new Joining(same, (n) => file.at(n));
    const { heads } = joining;
    for (const [n, record, text] of file.all((k) => !heads.has(k))) {
      const one = joining.record(n, record);
      if (one === record) texts.set(record, text);
      yield one;
    }
    told({ joined: heads.size, works: joining.works });
    keeping?.done({ known: keeping.known.finish((n) => heads.get(n) ?? n), end: file.end });
    whole = true;
  } finally {
    if (keeping && whole) file.close();
    else file.remove();
  }
}
