/**
 * What files of changes that are new in a library's folder come to, worked out from what is known of the folder
 * (`folderState.ts`): the records that come and go, without reading what has not changed. What is described anew is
 * joined and put into works with all that it has something in common with, and with nothing else.
 */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SameFinder, sharedKeys } from '../core/libraryData/same';
import type { DiscoveryRecord, RecordId } from '../core/model/record';
import type { Delta } from './amend';
import { type FolderItems, statOf } from './folderItems';
import { CHANGES_FROM, digestsIn, type Joined, Joining, type Reading } from './folderRecords';
import {
  DescriptionFile,
  type Digests,
  idDigest,
  type Known,
  KnownWriter,
  MOST_KNOWN,
  namingDigest,
  type Place,
  partDigest,
  type ReadFile,
  type State,
  type StateMeta,
  type Tables,
} from './folderState';
import type { LibraryFolder, Told } from './libraryFolder';
import { otherwise, ownOf, type Placed, Placing, tablesOf, tellUnplaced, unplaced } from './placing';
import { programDigest } from './program';

/** Digest of all of a folder but its files of records: what they are described and built by. */
export function contextKey(dir: string): string {
  const hash = createHash('sha1');
  const walk = (within: string): void => {
    for (const entry of readdirSync(join(dir, within), { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const path = within ? `${within}/${entry.name}` : entry.name;
      if (entry.name.startsWith('.') || path === 'records' || path === 'changes') continue;
      if (entry.isDirectory()) walk(path);
      else hash.update(JSON.stringify(path)).update(readFileSync(join(dir, path)));
    }
  };
  walk('');
  return hash.digest('hex');
}
/** What is kept of a folder that was read whole. */
export function marksOf(files: FolderItems, reading: Reading): Pick<StateMeta, 'records' | 'changes'> {
  const marks = reading.files.map(({ file, before }) => files.markOf(file, before));
  return {
    records: marks.filter((m) => m.file.startsWith('records/')),
    changes: marks.filter((m) => m.file.startsWith('changes/')),
  };
}

/** Days after which all is read again: what was learnt of lenders is taken in then, and what is of no use goes. */
const WHOLE_EACH = 7 * 24 * 3600_000;
/**
 * So large a part of the descriptions may be laid anew, and so large a one may have something in common with what has
 * changed; few always may. Reading a description again takes some 30 µs, all the rest of reading it for the first time 500.
 */
const [MOST, MOST_ALIKE] = [10, 3];
const FEW = 1000;

/** Files of changes that nothing has been read of yet; null where what was read is not what it was. */
function newChanges(
  dir: string,
  folder: LibraryFolder,
  files: FolderItems,
  meta: StateMeta,
): readonly string[] | null {
  const same = ({ file, before, stat, key }: ReadFile): boolean =>
    statOf(join(dir, file)) === stat || files.markOf(file, before).key === key;
  const names = (list: readonly ReadFile[]): string => list.map((m) => m.file).join('\n');
  const { records, changes } = meta;
  const before = folder.changeFiles.slice(0, changes.length);
  const stands =
    meta.program === programDigest() &&
    meta.readBy === folder.readBy &&
    meta.joins === folder.mapping.join &&
    Date.now() - Date.parse(meta.whole) < WHOLE_EACH &&
    names(records) === folder.recordFiles.join('\n') &&
    names(changes) === before.join('\n') &&
    [...records, ...changes].every(same);
  return stands ? folder.changeFiles.slice(changes.length) : null;
}

export interface Amendment {
  readonly delta: Delta;
  /** Records as they were and as they are, of all that come or go. */
  readonly before: readonly DiscoveryRecord[];
  readonly after: readonly DiscoveryRecord[];
  /** How many more are joined, and how many works there are more. */
  readonly more: Joined;
  /** What is known when it is done. */
  readonly known: Known;
  readonly tables: Tables;
  /** Other files of the folder lay something else at descriptions than they did. */
  readonly laidOtherwise: boolean;
  readonly meta: Omit<StateMeta, 'texts' | 'counts' | 'problems'>;
}
/**
 * @param kept where the state and the descriptions are
 * @param state as it was read
 * @param context digest of the folder as it was opened (`contextKey`)
 * @returns null where the folder must be read whole
 */
export function amendmentOf(
  dir: string,
  folder: LibraryFolder,
  files: FolderItems,
  kept: string,
  { meta, known, tables }: State,
  context: string,
  told: Told,
): Amendment | null {
  const fresh = newChanges(dir, folder, files, meta);
  if (!fresh) return null;
  const tablesNow = meta.context === context ? tables : tablesOf(folder);
  const laid = tablesNow === tables ? [] : otherwise(tables, tablesNow);
  const place = new Placing(folder, told, meta.latest);
  const changes = new Map<string, Placed | null>();
  const marks: ReadFile[] = [];
  let items = meta.changeItems;
  for (const file of fresh) {
    const before = CHANGES_FROM + items;
    for (const item of files.in(file, before)) {
      items++;
      for (const problem of item.problems) told({ file, ...problem });
      const id = item.gone ?? item.record?.id;
      if (id === undefined) continue;
      changes.delete(id);
      changes.set(id, item.record ? { file, n: item.n, record: item.record } : null);
    }
    marks.push(files.markOf(file, before));
  }
  const descriptions = new DescriptionFile(join(kept, meta.descriptions), meta.end);
  try {
    const changed = described(changes, known, meta, place, descriptions);
    if (!changed) return null;
    const most = Math.max(FEW, known.at.length / MOST);
    for (const n of concerned(laid, known)) {
      if (changed.has(n)) continue;
      if (changed.size > most) return null;
      const again = laidAgain(placeIn(known, n), place, descriptions);
      if (again) changed.set(n, { ...again, shared: meta.joins ? sharedKeys(again.record) : [] });
    }
    const worked = new Working(known, changed, descriptions, folder.mapping.join).delta();
    if (!worked) return null;
    descriptions.flush();
    if (laid.length)
      tellUnplaced(folder, told, (key) =>
        worked.known.named.with(key).some((n) => worked.known.live[n] === 1),
      );
    return {
      ...worked,
      tables: tablesNow,
      laidOtherwise: laid.length > 0,
      meta: {
        ...meta,
        context,
        changes: [...meta.changes, ...marks],
        changeItems: items,
        latest: place.latest,
        end: descriptions.end,
      },
    };
  } finally {
    descriptions.close();
  }
}

const placeIn = ({ at, length, own }: Known, n: number): Place => ({
  at: at[n] as number,
  length: length[n] as number,
  own: own[n] as number,
});
/** Descriptions that have one of these ids or numbers. */
function concerned(digests: readonly number[], { named, live }: Known): Set<number> {
  return new Set(digests.flatMap((d) => named.with(d).filter((n) => live[n] === 1)));
}
/** A description with what the folder's files now say of it; null where that is what they said. */
function laidAgain(
  at: Place,
  place: Placing,
  descriptions: DescriptionFile,
): Omit<Described, 'shared'> | null {
  const before = descriptions.at(at.at, at.length);
  const record = place.laid(unplaced(before, descriptions.ownAt(at)));
  return JSON.stringify(record) === JSON.stringify(before)
    ? null
    : { record, place: descriptions.push(record, ownOf(record)) };
}

/** Descriptions as they now stand, by their numbers; null: it is no more. Those beyond the last known are new. */
type Changed = ReadonlyMap<number, Described | null>;
interface Described {
  readonly record: DiscoveryRecord;
  readonly place: Place;
  readonly shared: readonly number[];
}
function described(
  changes: ReadonlyMap<string, Placed | null>,
  known: Known,
  meta: StateMeta,
  place: Placing,
  descriptions: DescriptionFile,
): Map<number, Described | null> | null {
  const changed = new Map<number, Described | null>();
  const taken = new Set(meta.taken);
  let next = known.at.length;
  for (const [id, change] of changes) {
    const all = known.named.with(idDigest(id));
    const n = all.find((k) => known.live[k] === 1);
    // Of several with one id a whole reading tells what becomes of them…
    if (known.named.with(idDigest(`${id}~2`)).length) return null;
    if (!change) {
      if (n !== undefined) changed.set(n, null);
      continue;
    }
    // … and where stands again what was taken away before all was read.
    if (!all.length && taken.has(id)) return null;
    // What the files of records have stands where it stood, also when it comes again.
    const own = all.find((k) => k < meta.base);
    const stood = n ?? own;
    const old =
      stood === undefined
        ? undefined
        : descriptions.at(known.at[stood] as number, known.length[stood] as number);
    // In the order of days each record decides on those behind it.
    if (old && (old.added !== undefined || change.record.added !== undefined)) return null;
    const record = old ? place.again(change) : place.placed(change);
    const one: Described = {
      record,
      place: descriptions.push(record, ownOf(record)),
      shared: meta.joins ? sharedKeys(record) : [],
    };
    // What changes alone have brought stands in the order in which they were last told of.
    if (own !== undefined) changed.set(own, one);
    else {
      if (n !== undefined) changed.set(n, null);
      changed.set(next++, one);
    }
  }
  for (const [n, now] of changed)
    if (!now && descriptions.at(known.at[n] as number, known.length[n] as number).added !== undefined)
      return null;
  return next < MOST_KNOWN ? changed : null;
}

/** Some descriptions at one time, and what is made of them. */
interface Side {
  readonly own: readonly number[];
  readonly at: (n: number) => DiscoveryRecord;
  readonly joining: Joining;
  /** By the ids of those that went into another's record, and by their numbers. */
  readonly heads: ReadonlyMap<RecordId, RecordId>;
  readonly numbers: ReadonlyMap<number, number>;
}
/** One day's work: what is described anew, and all that has something to do with it. */
class Working {
  readonly #known: Known;
  readonly #changed: Changed;
  readonly #file: DescriptionFile;
  readonly #joins: boolean;
  readonly #read = new Map<number, DiscoveryRecord>();
  readonly #total: number;
  constructor(known: Known, changed: Changed, file: DescriptionFile, joins: boolean) {
    [this.#known, this.#changed, this.#file, this.#joins] = [known, changed, file, joins];
    this.#total = [...changed.keys()].reduce((most, n) => Math.max(most, n + 1), known.at.length);
  }
  #old(n: number): DiscoveryRecord {
    let record = this.#read.get(n);
    if (!record) {
      const { at, length } = this.#known;
      record = this.#file.at(at[n] as number, length[n] as number);
      this.#read.set(n, record);
    }
    return record;
  }
  #now(n: number): DiscoveryRecord {
    return this.#changed.get(n)?.record ?? this.#old(n);
  }
  #isOld = (n: number): boolean => this.#known.live[n] === 1;
  #isNow = (n: number): boolean => {
    const change = this.#changed.get(n);
    return change === undefined ? this.#isOld(n) : change !== null;
  };
  /** Numbers under a digest, as things stood. */
  #with(digests: Digests, wanted: number): number[] {
    return digests.with(wanted).filter(this.#isOld);
  }

  /** With all that these have something in common with, and that has with those; null: too much. */
  #closure(some: Iterable<number>): number[] | null {
    const all = new Set(some);
    const keys = new Set<number>();
    const most = Math.max(FEW, this.#total / MOST_ALIKE);
    for (const n of all) {
      const own = n < this.#known.at.length ? [...this.#known.shared.of(n)] : [];
      for (const key of [...own, ...(this.#changed.get(n)?.shared ?? [])]) {
        if (keys.has(key)) continue;
        keys.add(key);
        for (const other of this.#with(this.#known.shared, key)) all.add(other);
      }
      if (all.size > most) return null;
    }
    return [...all].sort((a, b) => a - b);
  }
  #joining(numbers: readonly number[], at: (n: number) => DiscoveryRecord) {
    const same = new SameFinder();
    if (this.#joins) for (const n of numbers) same.add(at(n));
    return new Joining(same, (k) => at(numbers[k] as number));
  }

  delta(): Pick<Amendment, 'delta' | 'before' | 'after' | 'more' | 'known'> | null {
    let numbers = this.#closure(this.#changed.keys());
    if (!numbers) return null;
    let both = this.#both(numbers);
    // What named a description is read anew where that now stands in another's record, or no more does.
    const renamed = [...both.old.heads.keys(), ...both.now.heads.keys()].filter(
      (id) => both.old.heads.get(id) !== both.now.heads.get(id),
    );
    const naming = renamed.flatMap((id) => this.#with(this.#known.named, namingDigest(id)));
    if (naming.length) {
      numbers = this.#closure([...numbers, ...naming]);
      if (!numbers) return null;
      both = this.#both(numbers);
    }
    const outside = this.#headsOutside(new Set(numbers));
    const before = this.#records(both.old, outside);
    const after = this.#records(both.now, outside);
    const come = new Map<string, DiscoveryRecord>();
    for (const [id, record] of after)
      if (JSON.stringify(record) !== JSON.stringify(before.get(id))) come.set(id, record);
    const gone = [...before.keys()].filter((id) => !after.has(id));
    const old = [...gone, ...come.keys()].flatMap((id) => before.get(id) ?? []);
    const now = [...come.values()];
    return {
      before: old,
      after: now,
      more: {
        joined: both.now.heads.size - both.old.heads.size,
        works: both.now.joining.works - both.old.joining.works,
      },
      delta: { come: now, gone, again: this.#partsOf([...come.keys(), ...gone], both) },
      known: this.#knownNow(numbers, both.now.numbers),
    };
  }
  /** How things stood and how they stand, of some descriptions. */
  #both(numbers: readonly number[]): { readonly old: Side; readonly now: Side } {
    const one = (is: (n: number) => boolean, at: (n: number) => DiscoveryRecord): Side => {
      const own = numbers.filter(is);
      const joining = this.#joining(own, at);
      const heads = new Map<RecordId, RecordId>();
      const into = new Map<number, number>();
      for (const [k, head] of joining.heads) {
        const [n, to] = [own[k] as number, own[head] as number];
        heads.set(at(n).id, at(to).id);
        into.set(n, to);
      }
      return { own, at, joining, heads, numbers: into };
    };
    return {
      old: one(this.#isOld, (n) => this.#old(n)),
      now: one(this.#isNow, (n) => this.#now(n)),
    };
  }
  #records(
    { own, at, joining, heads }: Side,
    outside: (id: RecordId) => RecordId,
  ): Map<string, DiscoveryRecord> {
    const records = new Map<string, DiscoveryRecord>();
    own.forEach((n, k) => {
      if (joining.heads.has(k)) return;
      const record = joining.record(k, at(n), (id) => heads.get(id) ?? outside(id));
      records.set(record.id, record);
    });
    return records;
  }
  /** Where what other descriptions said is found. */
  #headsOutside(inside: ReadonlySet<number>): (id: RecordId) => RecordId {
    const { head, named } = this.#known;
    return (id) => {
      const [n] = this.#with(named, idDigest(id)).filter((k) => !inside.has(k));
      return n === undefined || head[n] === n ? id : this.#old(head[n] as number).id;
    };
  }
  /** Ids of what stands in records that come or go: its waits may be others. */
  #partsOf(ids: readonly string[], { old, now }: Readonly<Record<'old' | 'now', Side>>): string[] {
    const { head, named } = this.#known;
    const all = new Set(ids);
    // What went into such a record is named by its own id.
    for (const heads of [old.heads, now.heads]) for (const [id, to] of heads) if (all.has(to)) all.add(id);
    const parts = new Set<string>();
    for (const id of all)
      for (const n of this.#with(named, partDigest(id))) parts.add(this.#old(head[n] as number).id);
    return [...parts].filter((id) => !all.has(id));
  }
  #knownNow(numbers: readonly number[], heads: ReadonlyMap<number, number>): Known {
    const { live, head, shared, named } = this.#known;
    const inside = new Set(numbers);
    const writer = new KnownWriter();
    for (let n = 0; n < this.#total; n++) {
      const change = this.#changed.get(n);
      if (change) writer.add(change.place, change.shared, digestsIn(change.record));
      else writer.add(placeIn(this.#known, n), shared.of(n), named.of(n), change === null ? 0 : live[n]);
    }
    return writer.finish((n) => (inside.has(n) ? (heads.get(n) ?? n) : (head[n] ?? n)));
  }
}
