/**
 * Counting: which conditions a match breaks, and how many matches have each value of each group.
 *
 * Counting rule (job: "Counts"): a group's counts disregard the choice made inside that group. So a match that fails in
 * exactly one group still counts there, and one that fails in two counts nowhere. `sortOut` puts the positions of the matches
 * into lists by that: list 0 passes everything, list k fails in the k-th condition only.
 *
 * Groups with few values are not counted one by one: a record's kind, language, peer review, carrier, audience, source
 * and places together are one *combination* (a few thousand of them exist), counted in one pass and shared out at the end.
 *
 * The loops work without branches wherever a match's luck would decide them: a processor guesses wrong on those half the
 * time, and that cost more than the work itself. And they take a stretch of matches at a time, so that the stretch is still
 * near when the next loop wants it.
 */
import { COMBO_BITS, COMBO_MASK, COMBO_YEAR, FACTS, type Facts, JOURNAL, LENGTHS, LISTS, ROW, SHIFT } from './facts';

/** Conditions at most: the groups, the years, the reach. */
const CONDITIONS = 16;
/** The list of matches that break more than one condition. */
const SEVERAL = CONDITIONS + 1;
export const YEAR_LOW = 1400;
export const YEAR_SPAN = 800;
/** Access codes: wait class, reach and openness in one byte; 255 = not worked out. */
export const CODES = 64;
export const NOT_YET = 255;
/** Matches taken at a time. */
export const STRETCH = 4096;

/** Which list a mask of broken conditions belongs to: none to list 0, the k-th alone to list k + 1. */
const LIST_OF = Uint8Array.from({ length: 1 << CONDITIONS }, (_, mask) =>
  mask === 0 ? 0 : mask & (mask - 1) ? SEVERAL : 32 - Math.clz32(mask),
);

/** Lists of positions, and counts of years, access codes and combinations. Kept from one search to the next: fresh memory costs more than a search. */
export class Room {
  /** Lists one behind the other; `next` is where each goes on, `first` where it begins. */
  positions = new Uint32Array(0);
  readonly first = new Uint32Array(SEVERAL + 1);
  readonly next = new Uint32Array(SEVERAL + 1);
  /** By list. */
  readonly codes = new Uint32Array((SEVERAL + 1) * CODES);
  readonly years = new Uint32Array((SEVERAL + 1) * YEAR_SPAN);
  readonly combos: Uint32Array;
  /** Number of combinations. */
  readonly width: number;

  constructor(combos: number) {
    this.width = combos;
    this.combos = new Uint32Array((SEVERAL + 1) * combos);
  }

  begin(matches: number, conditions: number): void {
    if (this.positions.length < matches * (conditions + 2)) this.positions = new Uint32Array(matches * (conditions + 2));
    for (let k = 0; k <= conditions; k++) this.first[k] = k * matches;
    this.first[SEVERAL] = (conditions + 1) * matches;
    this.next.set(this.first);
    this.codes.fill(0);
    this.years.fill(0);
    this.combos.fill(0, 0, (conditions + 1) * this.width);
  }
  /** Positions in list k so far. */
  list(k: number): Uint32Array {
    return this.positions.subarray(this.first[k], this.next[k]);
  }
  size(k: number): number {
    return (this.next[k] as number) - (this.first[k] as number);
  }
}

/** What is asked of a match besides its words. Masks have a bit for each condition that is broken. */
export interface Conditions {
  readonly comboFails: Uint16Array;
  readonly codeFails: Uint16Array;
  /** Bounds of the years, and the bit of that condition (0: there is none). */
  readonly from: number;
  readonly to: number;
  readonly yearBit: number;
  /** By position: conditions on headings, people and journals; null when there are none. */
  readonly extra: Uint16Array | null;
}

/** Puts the positions [from, to) of the matches into their lists and counts what needs no second look. */
export function sortOut(
  docs: Uint32Array,
  from: number,
  to: number,
  facts: Uint32Array,
  code: Uint8Array,
  asked: Conditions,
  room: Room,
): void {
  const { comboFails, codeFails, from: low, to: high, yearBit, extra } = asked;
  const { positions, next, codes, years, combos, width } = room;
  for (let i = from; i < to; i++) {
    const f = (docs[i] as number) << SHIFT;
    const comboYear = facts[f | COMBO_YEAR] as number;
    const combo = comboYear & COMBO_MASK;
    const y = (comboYear >>> COMBO_BITS) - 1;
    const c = code[facts[f | ROW] as number] as number;
    // The sign of a difference says on which side of a bound the year is.
    const outside = ((y - low) >>> 31) | ((high - y) >>> 31);
    let mask = (comboFails[combo] as number) | (codeFails[c] as number) | (-outside & yearBit);
    if (extra !== null) mask |= extra[i] as number;
    const list = LIST_OF[mask] as number;
    const at = next[list] as number;
    positions[at] = i;
    next[list] = at + 1;
    codes[list * CODES + c] = (codes[list * CODES + c] as number) + 1;
    const span = y - YEAR_LOW;
    if (span >= 0 && span < YEAR_SPAN) years[list * YEAR_SPAN + span] = (years[list * YEAR_SPAN + span] as number) + 1;
    const own = list * width + combo;
    combos[own] = (combos[own] as number) + 1;
  }
}

/** How many of the matches break none of the conditions. */
export function countPassing(docs: Uint32Array, n: number, facts: Uint32Array, code: Uint8Array, asked: Conditions): number {
  const { comboFails, codeFails, from: low, to: high, yearBit, extra } = asked;
  let passing = 0;
  for (let i = 0; i < n; i++) {
    const f = (docs[i] as number) << SHIFT;
    const comboYear = facts[f | COMBO_YEAR] as number;
    const y = (comboYear >>> COMBO_BITS) - 1;
    const outside = ((y - low) >>> 31) | ((high - y) >>> 31);
    let mask =
      (comboFails[comboYear & COMBO_MASK] as number) |
      (codeFails[code[facts[f | ROW] as number] as number] as number) |
      (-outside & yearBit);
    if (extra !== null) mask |= extra[i] as number;
    passing += mask === 0 ? 1 : 0;
  }
  return passing;
}

/** Counts of values numbered 0…size−1 that remembers which it touched, so that a narrow search costs nothing for a wide table. */
export class Tally {
  readonly counts: Uint32Array | Uint16Array;
  /** The first n are the values that occur. One place more, for the write that turns out not to be needed. */
  readonly touched: Uint32Array;
  n = 0;
  /** @param most how often a value can occur at most; half the memory does where that is little */
  constructor(size: number, most: number) {
    this.counts = most > 0xffff ? new Uint32Array(size) : new Uint16Array(size);
    this.touched = new Uint32Array(size + 1);
  }
  clear(): void {
    const { counts, touched, n } = this;
    if (n > counts.length >> 4) counts.fill(0);
    else for (let i = 0; i < n; i++) counts[touched[i] as number] = 0;
    this.n = 0;
  }
}

/** Journals of the matches at these positions. */
export function tallyJournals(positions: Uint32Array, from: number, to: number, docs: Uint32Array, facts: Uint32Array, t: Tally): void {
  const { counts, touched } = t;
  let n = t.n;
  for (let i = from; i < to; i++) {
    const v = facts[((docs[positions[i] as number] as number) << SHIFT) | JOURNAL] as number;
    const c = counts[v] as number;
    touched[n] = v;
    // One more when there was none: the sign bit of nought less one.
    n += (c - 1) >>> 31;
    counts[v] = c + 1;
  }
  t.n = n;
}

/** Subjects (part 0) or people (part 1) of the matches at these positions. */
export function tallyLists(
  positions: Uint32Array,
  from: number,
  to: number,
  docs: Uint32Array,
  { facts, lists }: Facts,
  part: 0 | 1,
  t: Tally,
): void {
  const { counts, touched } = t;
  let n = t.n;
  for (let i = from; i < to; i++) {
    const f = (docs[positions[i] as number] as number) << SHIFT;
    const first = facts[f | LISTS] as number;
    const middle = first + ((facts[f | LENGTHS] as number) >>> 16);
    const end = part === 0 ? middle : (facts[(f + FACTS) | LISTS] as number);
    for (let k = part === 0 ? first : middle; k < end; k++) {
      const v = lists[k] as number;
      const c = counts[v] as number;
      touched[n] = v;
      n += (c - 1) >>> 31;
      counts[v] = c + 1;
    }
  }
  t.n = n;
}

/**
 * The matches as a set of bits, for counting the other way round: not what each match has, but how many matches each value has.
 * For a broad search that is far less work, since a value that is rarer in the whole index than the least of the best
 * needs no look at all.
 */
export class DocSet {
  readonly #bits: Uint32Array;
  constructor(size: number) {
    this.#bits = new Uint32Array((size >>> 5) + 1);
  }
  clear(): void {
    this.#bits.fill(0);
  }
  add(positions: Uint32Array, from: number, to: number, docs: Uint32Array): void {
    const bits = this.#bits;
    for (let i = from; i < to; i++) {
      const d = docs[positions[i] as number] as number;
      bits[d >>> 5] = (bits[d >>> 5] as number) | (1 << (d & 31));
    }
  }
  remove(positions: Uint32Array, from: number, to: number, docs: Uint32Array): void {
    const bits = this.#bits;
    for (let i = from; i < to; i++) {
      const d = docs[positions[i] as number] as number;
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

/** Marks the matches whose journal is not allowed. */
export function failJournals(docs: Uint32Array, n: number, facts: Uint32Array, allowed: Uint8Array, fails: Uint16Array, bit: number): void {
  for (let i = 0; i < n; i++) {
    if (allowed[facts[((docs[i] as number) << SHIFT) | JOURNAL] as number] === 0) fails[i] = (fails[i] as number) | bit;
  }
}
/** As `failJournals`, for subjects (part 0) or people (part 1): one kept value suffices, one left-out value is enough to fail. */
export function failLists(
  docs: Uint32Array,
  n: number,
  { facts, lists }: Facts,
  part: 0 | 1,
  kept: Uint8Array | null,
  dropped: Uint8Array | null,
  fails: Uint16Array,
  bit: number,
): void {
  for (let i = 0; i < n; i++) {
    const f = (docs[i] as number) << SHIFT;
    const first = facts[f | LISTS] as number;
    const middle = first + ((facts[f | LENGTHS] as number) >>> 16);
    const end = part === 0 ? middle : (facts[(f + FACTS) | LISTS] as number);
    let ok = kept === null;
    for (let k = part === 0 ? first : middle; k < end; k++) {
      const v = lists[k] as number;
      if (kept !== null && kept[v] === 1) ok = true;
      if (dropped !== null && dropped[v] === 1) {
        ok = false;
        break;
      }
    }
    if (!ok) fails[i] = (fails[i] as number) | bit;
  }
}
