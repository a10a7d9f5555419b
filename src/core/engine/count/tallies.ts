/**
 * How many matches have each value of the open-ended groups: value by value for each match, or match by match
 * for each value.
 */
import { type Facts, MORE, moreSubjects, type Narrow, PLACES, SUBJECT_SHIFT } from '../format/facts';
import { gallop } from '../format/postings';

export type Counts = Uint32Array | Uint16Array | Uint8Array;
/**
 * A place for as many counts as there are values, each no more than `most`: the less memory, the nearer it
 * is.
 */
export const countsFor = (values: number, most: number): Counts =>
  most > 0xffff ? new Uint32Array(values) : most > 0xff ? new Uint16Array(values) : new Uint8Array(values);

/** From this count on a value stands among the frequent ones. */
const FREQUENT = 4;

/**
 * Counts of values numbered 0…size−1 that remembers which it touched, so that a narrow search costs nothing
 * for a wide table.
 */
export class Tally {
  readonly counts: Counts;
  /** The first n are the values that occur. One place more, for the write that turns out not to be needed. */
  readonly touched: Uint32Array;
  n = 0;
  /**
   * Those that occur FREQUENT times or more: mostly few, and the best are among them. Only people are
   * followed so.
   */
  readonly frequent: Uint32Array;
  often = 0;
  constructor(counts: Counts) {
    this.counts = counts;
    this.touched = new Uint32Array(counts.length + 1);
    this.frequent = new Uint32Array(counts.length + 1);
  }
  clear(): void {
    const { counts, touched, n } = this;
    if (n > counts.length >> 4) counts.fill(0);
    else for (let i = 0; i < n; i++) counts[touched[i] as number] = 0;
    this.n = 0;
    this.often = 0;
  }
  /** Values among which the `wanted` most frequent are. */
  best(wanted: number): Uint32Array {
    return this.often >= wanted ? this.frequent.subarray(0, this.often) : this.touched.subarray(0, this.n);
  }
}

/** Subjects are counted blindly, places where none stands and all; `settle` then says which occur. */
export class SubjectTally extends Tally {
  readonly #places: Uint32Array;
  constructor(subjects: number) {
    const places = new Uint32Array(subjects + SUBJECT_SHIFT);
    super(places.subarray(SUBJECT_SHIFT));
    this.#places = places;
  }
  override clear(): void {
    this.#places.fill(0);
    this.n = 0;
  }
  add(found: Uint32Array, n: number, facts: Facts): void {
    const places = this.#places;
    const { subjectAt, moreDoc, moreStart, more } = facts;
    // What is found ascends, and so do those with more subjects than fit.
    let m = 0;
    for (let i = 0; i < n; i++) {
      const d = found[i] as number;
      const at = PLACES * d;
      const a = subjectAt[at] as number;
      const b = subjectAt[at + 1] as number;
      const c = subjectAt[at + 2] as number;
      const e = subjectAt[at + 3] as number;
      places[a] = (places[a] as number) + 1;
      places[b] = (places[b] as number) + 1;
      places[c] = (places[c] as number) + 1;
      places[e] = (places[e] as number) + 1;
      if (e !== MORE) continue;
      m = gallop(moreDoc, m, d);
      for (let k = moreStart[m] as number, end = moreStart[m + 1] as number; k < end; k++) {
        const v = (more[k] as number) + SUBJECT_SHIFT;
        places[v] = (places[v] as number) + 1;
      }
    }
  }
  settle(): void {
    const { counts, touched } = this;
    let n = 0;
    for (let v = 0; v < counts.length; v++) {
      touched[n] = v;
      n += (counts[v] as number) > 0 ? 1 : 0;
    }
    this.n = n;
  }
}

/** Journals of the first so many documents found. */
export function tallyJournals(found: Uint32Array, size: number, journalOf: Narrow, t: Tally): void {
  const { counts, touched } = t;
  let n = t.n;
  for (let i = 0; i < size; i++) {
    const v = journalOf[found[i] as number] as number;
    const c = counts[v] as number;
    touched[n] = v;
    // One more when there was none: the sign bit of nought less one.
    n += (c - 1) >>> 31;
    counts[v] = c + 1;
  }
  t.n = n;
}

/** People of the first so many documents found. */
export function tallyPeople(
  found: Uint32Array,
  size: number,
  { personFrom, persons }: Facts,
  t: Tally,
): void {
  const { counts, touched, frequent } = t;
  let { n, often } = t;
  for (let i = 0; i < size; i++) {
    const d = found[i] as number;
    const end = personFrom[d + 1] as number;
    for (let k = personFrom[d] as number; k < end; k++) {
      const v = persons[k] as number;
      const c = counts[v] as number;
      touched[n] = v;
      n += (c - 1) >>> 31;
      frequent[often] = v;
      often += ((c ^ (FREQUENT - 1)) - 1) >>> 31;
      counts[v] = c + 1;
    }
  }
  t.n = n;
  t.often = often;
}

/** As `lookAhead` in sorting.ts, at what tallying will want of the first n documents found. */
export function lookAtValues(
  found: Uint32Array,
  n: number,
  { personFrom, persons, subjectAt, journalOf }: Facts,
): number {
  let seen = 0;
  for (let i = 0; i < n; i++) {
    const d = found[i] as number;
    seen ^=
      (persons[personFrom[d] as number] as number) ^
      (subjectAt[PLACES * d] as number) ^
      (journalOf[d] as number);
  }
  return seen;
}

/**
 * The matches as a set of bits, for counting the other way round: not what each match has, but how many
 * matches each value has. For the people of a broad search that is far less work, since somebody who is rarer
 * in the whole index than the least of the best needs no look at all.
 */
export class DocSet {
  readonly #bits: Uint32Array;
  constructor(size: number) {
    this.#bits = new Uint32Array((size >>> 5) + 1);
  }
  clear(): void {
    this.#bits.fill(0);
  }
  add(found: Uint32Array, n: number): void {
    const bits = this.#bits;
    for (let i = 0; i < n; i++) {
      const d = found[i] as number;
      bits[d >>> 5] = (bits[d >>> 5] as number) | (1 << (d & 31));
    }
  }
  remove(found: Uint32Array, n: number): void {
    const bits = this.#bits;
    for (let i = 0; i < n; i++) {
      const d = found[i] as number;
      bits[d >>> 5] = (bits[d >>> 5] as number) & ~(1 << (d & 31));
    }
  }
  /** How many of the documents at [from, to) are in the set. */
  count(list: Uint32Array, from: number, to: number): number {
    const bits = this.#bits;
    let c = 0;
    for (let i = from; i < to; i++) {
      const d = list[i] as number;
      c += ((bits[d >>> 5] as number) >>> (d & 31)) & 1;
    }
    return c;
  }
}

/** Which values of a group are kept and left out, by number; null: none chosen. */
export interface Chosen {
  readonly kept: Uint8Array | null;
  readonly dropped: Uint8Array | null;
}
/** One kept value suffices, one left-out value is enough to fail. */
function fine(values: ArrayLike<number>, from: number, to: number, { kept, dropped }: Chosen): boolean {
  let ok = kept === null;
  for (let k = from; k < to; k++) {
    const v = values[k] as number;
    if (kept !== null && kept[v] === 1) ok = true;
    if (dropped !== null && dropped[v] === 1) return false;
  }
  return ok;
}
/** Where matches are marked: each has a number of bits, one of them for what is looked at. */
export interface Marks {
  readonly docs: Uint32Array;
  readonly n: number;
  readonly fails: Uint16Array;
  readonly bit: number;
}
/** Marks the matches whose journal is not allowed. */
export function failJournals({ docs, n, fails, bit }: Marks, journalOf: Narrow, allowed: Uint8Array): void {
  for (let i = 0; i < n; i++) {
    if (allowed[journalOf[docs[i] as number] as number] === 0) fails[i] = (fails[i] as number) | bit;
  }
}
/** Marks the matches whose subjects break the choice. */
export function failSubjects({ docs, n, fails, bit }: Marks, facts: Facts, chosen: Chosen): void {
  const { subjectAt } = facts;
  // Shifted as the places are, so that a place is looked up as it stands.
  const shifted = (flags: Uint8Array | null): Uint8Array | null => {
    if (flags === null) return null;
    const out = new Uint8Array(flags.length + SUBJECT_SHIFT);
    out.set(flags, SUBJECT_SHIFT);
    return out;
  };
  const places = { kept: shifted(chosen.kept), dropped: shifted(chosen.dropped) };
  for (let i = 0; i < n; i++) {
    const d = docs[i] as number;
    const at = PLACES * d;
    let ok = fine(subjectAt, at, at + PLACES, places);
    if (subjectAt[at + PLACES - 1] === MORE) {
      const own = [
        ...subjectAt.subarray(at, at + PLACES - 1),
        ...moreSubjects(facts, d).map((v) => v + SUBJECT_SHIFT),
      ];
      ok = fine(own, 0, own.length, places);
    }
    if (!ok) fails[i] = (fails[i] as number) | bit;
  }
}
/** Marks the matches whose people break the choice. */
export function failPeople(
  { docs, n, fails, bit }: Marks,
  { personFrom, persons }: Facts,
  chosen: Chosen,
): void {
  for (let i = 0; i < n; i++) {
    const d = docs[i] as number;
    if (!fine(persons, personFrom[d] as number, personFrom[d + 1] as number, chosen))
      fails[i] = (fails[i] as number) | bit;
  }
}
