/**
 * The records of a library's folder: what its files say (`folderItems.ts`), with the changes that came since and the
 * copies and lists that belong to them; then what is the same joined, and editions and carriers of a work together.
 * Between the two they stand in a file, so that memory holds digests of them only.
 */
import { closeSync, openSync, readSync, rmSync, writeSync } from 'node:fs';
import { UNKNOWN_OWNERS } from '../core/access/chance';
import type { Holdings, PlacedCopy } from '../core/libraryData/holdings';
import { isbnsOf, joinedRecord, SameFinder } from '../core/libraryData/same';
import { readIssn } from '../core/model/identifiers';
import { msg } from '../core/model/message';
import { type DiscoveryRecord, type RecordId, recordId } from '../core/model/record';
import { FolderItems, type ReadItem } from './folderItems';
import type { LibraryFolder, Told } from './libraryFolder';

const PIECE = 1 << 20;
/** Things without an id are numbered: those of changes from here on, so that the others keep their numbers. */
const CHANGES_FROM = 10_000_000;

/** Every description of the folder, with the copies and lists that belong to it. */
export function* descriptionsOf(
  dir: string,
  folder: LibraryFolder,
  told: Told,
  files = new FolderItems(dir, folder),
): Generator<DiscoveryRecord> {
  const all = (file: string, item: ReadItem): ReadItem => {
    for (const problem of item.problems) told({ file, ...problem });
    return item;
  };
  let changed = CHANGES_FROM;
  /** What came later of a record: it stands in the place of what it was; null where it is gone. */
  const changes = new Map<string, Placed | null>();
  for (const file of folder.changeFiles)
    for (const item of files.in(file, changed)) {
      changed++;
      const { record, gone, n } = all(file, item);
      const id = gone ?? record?.id;
      if (id === undefined) continue;
      // The last word stands; what comes anew comes behind what has come before.
      changes.delete(id);
      changes.set(id, record ? { file, n, record } : null);
    }
  const place = new Placing(folder, told);
  let items = 0;
  for (const file of folder.recordFiles)
    for (const item of files.in(file, items)) {
      items++;
      const { record, n } = all(file, item);
      if (!record) continue;
      const change = changes.get(record.id);
      if (change === undefined) yield place.placed({ file, n, record });
      else if (change) {
        yield place.placed(change);
        changes.set(record.id, null);
      }
    }
  for (const change of changes.values()) if (change) yield place.placed(change);
  place.end();
  files.tidy();
}

interface Placed {
  readonly file: string;
  readonly n: number;
  readonly record: DiscoveryRecord;
}
/** Records with what other files of the folder say of them: copies, lists, owners; and an id that none had before. */
class Placing {
  readonly #folder: LibraryFolder;
  readonly #told: Told;
  readonly #listed: ReadonlySet<string>;
  readonly #seen = new Set<string>();
  /** By an id that came again: the number behind it that is free next. */
  readonly #again = new Map<string, number>();
  readonly #used = new Set<readonly PlacedCopy[]>();
  /** The latest day on which a record so far came in, where records say one. */
  #latest = '';

  constructor(folder: LibraryFolder, told: Told) {
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
    if (added > this.#latest) this.#latest = added;
    return {
      ...record,
      ...(added < this.#latest ? { added: this.#latest } : {}),
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

/** Records behind each other in a file, each to be had again by its number. */
class RecordFile {
  readonly #path: string;
  readonly #fd: number;
  /** Where each begins; the last is where the next would. */
  readonly #starts: number[] = [0];
  #buffer: Buffer[] = [];
  #held = 0;
  constructor(path: string) {
    this.#path = path;
    this.#fd = openSync(path, 'w+');
  }
  get count(): number {
    return this.#starts.length - 1;
  }
  push(record: DiscoveryRecord): void {
    const bytes = Buffer.from(JSON.stringify(record));
    this.#buffer.push(bytes);
    this.#held += bytes.length;
    this.#starts.push((this.#starts.at(-1) as number) + bytes.length);
    if (this.#held > PIECE) this.#flush();
  }
  #flush(): void {
    const bytes = Buffer.concat(this.#buffer);
    const from = (this.#starts.at(-1) as number) - bytes.length;
    for (let at = 0; at < bytes.length; ) at += writeSync(this.#fd, bytes, at, bytes.length - at, from + at);
    this.#buffer = [];
    this.#held = 0;
  }
  #bytes(from: number, to: number): Buffer {
    const bytes = Buffer.allocUnsafe(to - from);
    for (let at = 0; at < bytes.length; ) {
      const n = readSync(this.#fd, bytes, at, bytes.length - at, from + at);
      if (n === 0) throw new Error(`${this.#path}: ends too soon`);
      at += n;
    }
    return bytes;
  }
  at(n: number): DiscoveryRecord {
    if (this.#held) this.#flush();
    const [from, to] = [this.#starts[n] as number, this.#starts[n + 1] as number];
    return JSON.parse(this.#bytes(from, to).toString('utf8')) as DiscoveryRecord;
  }
  /** All of them, one by one, with their numbers and the text that each stands as. */
  *all(wanted: (n: number) => boolean): Generator<readonly [number, DiscoveryRecord, string]> {
    if (this.#held) this.#flush();
    for (let first = 0; first < this.count; ) {
      let last = first + 1;
      const from = this.#starts[first] as number;
      while (last < this.count && (this.#starts[last + 1] as number) - from <= PIECE) last++;
      const bytes = this.#bytes(from, this.#starts[last] as number);
      for (let n = first; n < last; n++)
        if (wanted(n)) {
          const [a, b] = [(this.#starts[n] as number) - from, (this.#starts[n + 1] as number) - from];
          const text = bytes.toString('utf8', a, b);
          yield [n, JSON.parse(text) as DiscoveryRecord, text];
        }
      first = last;
    }
  }
  remove(): void {
    closeSync(this.#fd);
    rmSync(this.#path, { force: true });
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
/**
 * Descriptions of the same thing as one record, and what is of one work with the id of it; in the order in which the
 * first of each came.
 * @param path of a file that is written meanwhile
 * @param told what came of it, told at the end
 * @param texts takes the JSON of the records that are as they were described, so that it need not be written again
 */
export function* joinedRecords(
  descriptions: Iterable<DiscoveryRecord>,
  path: string,
  told: (joined: Joined) => void,
  texts = new WeakMap<DiscoveryRecord, string>(),
): Generator<DiscoveryRecord> {
  const file = new RecordFile(path);
  const same = new SameFinder();
  try {
    for (const record of descriptions) {
      same.add(record);
      file.push(record);
    }
    const groups = same.joined();
    const works = same.works();
    const swallowed = new Set<number>();
    const heads = new Map<RecordId, RecordId>();
    for (const [head, group] of groups) {
      const id = file.at(head).id;
      for (const n of group)
        if (n !== head) {
          swallowed.add(n);
          heads.set(file.at(n).id, id);
        }
    }
    const ids = new Map<number, string>();
    for (const work of new Set(works.values()))
      ids.set(work, file.at(work).work ?? `work-${file.at(work).id}`);
    const now = (id: RecordId): RecordId => heads.get(id) ?? id;
    for (const [n, record, text] of file.all((k) => !swallowed.has(k))) {
      const others = (groups.get(n) ?? []).filter((k) => k !== n).map((k) => file.at(k));
      const whole = joinedRecord(record, others);
      const work = whole.work ?? ids.get(works.get(n) ?? -1);
      if (whole === record && work === whole.work && (heads.size === 0 || !pointsOn(whole))) {
        texts.set(record, text);
        yield record;
        continue;
      }
      yield {
        ...whole,
        ...(work === undefined ? {} : { work }),
        // What went into another is pointed to by its new name.
        ...(heads.size === 0
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
    told({ joined: swallowed.size, works: ids.size });
  } finally {
    file.remove();
  }
}
