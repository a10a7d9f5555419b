/**
 * The records of a library's folder: what its files say (`folderItems.ts`), with the changes that came since and the
 * copies and lists that belong to them; then what is the same joined, and editions and carriers of a work together.
 * Between the two they stand in a file, so that memory holds digests of them only.
 */
import { growF64, growU32 } from '../core/engine/build/growable';
import { joinedRecord, SameFinder } from '../core/libraryData/same';
import type { DiscoveryRecord, RecordId } from '../core/model/record';
import { FolderItems, type ReadItem } from './folderItems';
import { DescriptionFile, type Known, type KnownWriter, namesOf, type Place } from './folderState';
import type { LibraryFolder, Told } from './libraryFolder';
import { ownOf, type Placed, Placing, placesOf } from './placing';

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
  readonly #starts = growF64();
  readonly #lengths = growU32();
  constructor(path: string) {
    this.#file = new DescriptionFile(path);
  }
  push(record: DiscoveryRecord): Place {
    const place = this.#file.push(record, ownOf(record));
    this.#starts.push(place.at);
    this.#lengths.push(place.length);
    return place;
  }
  get end(): number {
    return this.#file.end;
  }
  at(n: number): DiscoveryRecord {
    return this.#file.at(this.#starts.at(n), this.#lengths.at(n));
  }
  /** All of them, one by one, with their numbers and the text that each stands as. */
  *all(wanted: (n: number) => boolean): Generator<readonly [number, DiscoveryRecord, string]> {
    const [starts, lengths] = [this.#starts.view(), this.#lengths.view()];
    const startOf = (n: number): number => (n < starts.length ? (starts[n] as number) : this.#file.end);
    for (let first = 0; first < starts.length; ) {
      let last = first + 1;
      const from = startOf(first);
      while (last < starts.length && startOf(last + 1) - from <= PIECE) last++;
      const bytes = this.#file.bytes(from, startOf(last) - from);
      for (let n = first; n < last; n++)
        if (wanted(n)) {
          const begin = startOf(n) - from;
          const text = bytes.toString('utf8', begin, begin + (lengths[n] as number));
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

/** By what a description that was just placed is found: as `namesOf`, and by what something can be laid at it. */
export const digestsIn = (record: DiscoveryRecord): number[] => [
  ...namesOf(record),
  ...placesOf(record, ownOf(record)),
];
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
      keeping?.known.add(place, shared, digestsIn(record));
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
