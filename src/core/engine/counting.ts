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
import { CODE_SHIFT, COMBO_MASK } from './accessView';
import { type Facts, YEAR_MASK } from './facts';

/** Conditions at most: the groups, the years, the reach. */
const CONDITIONS = 16;
/** The list of matches that break more than one condition. */
const SEVERAL = CONDITIONS + 1;
export const YEAR_LOW = 1400;
export const YEAR_SPAN = 800;
/** Access codes there can be: wait class, reach and openness in six bits. */
export const CODES = 64;
/** Matches taken at a time. */
export const STRETCH = 1024;

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

/**
 * Puts the positions [from, to) of the matches into their lists and counts what needs no second look.
 * @param meaning of each cell: its combination and its access code (see accessView.ts)
 */
export function sortOut(
  docs: Uint32Array,
  from: number,
  to: number,
  { cell, when }: Facts,
  meaning: Uint32Array,
  asked: Conditions,
  room: Room,
): void {
  const { comboFails, codeFails, from: low, to: high, yearBit, extra } = asked;
  const { positions, next, codes, years, combos, width } = room;
  for (let i = from; i < to; i++) {
    const d = docs[i] as number;
    const own = meaning[cell[d] as number] as number;
    const y = ((when[d] as number) & YEAR_MASK) - 1;
    const combo = own & COMBO_MASK;
    const c = own >>> CODE_SHIFT;
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
    const place = list * width + combo;
    combos[place] = (combos[place] as number) + 1;
  }
}

/**
 * As `sortOut`, for searches whose conditions depend on the cell alone: neither years nor headings, people, journals. A table
 * says each cell's list, and what a cell stands for is counted once a cell, by `countCells`. Worth it where matches are as many as cells.
 */
export function sortOutByCell(
  docs: Uint32Array,
  from: number,
  to: number,
  { cell, when }: Facts,
  { listOf, uses }: Cells,
  { positions, next, years }: Room,
): void {
  for (let i = from; i < to; i++) {
    const d = docs[i] as number;
    const k = cell[d] as number;
    const list = listOf[k] as number;
    const at = next[list] as number;
    positions[at] = i;
    next[list] = at + 1;
    uses[k] = (uses[k] as number) + 1;
    const span = ((when[d] as number) & YEAR_MASK) - 1 - YEAR_LOW;
    if (span >= 0 && span < YEAR_SPAN) years[list * YEAR_SPAN + span] = (years[list * YEAR_SPAN + span] as number) + 1;
  }
}
/** By cell: its list, and how many matches are in it. */
export interface Cells {
  readonly listOf: Uint8Array;
  readonly uses: Uint32Array;
}
/** Makes the table of lists ready for a search. */
export function listCells({ listOf, uses }: Cells, meaning: Uint32Array, { comboFails, codeFails }: Conditions): void {
  for (let k = 0; k < meaning.length; k++) {
    const own = meaning[k] as number;
    listOf[k] = LIST_OF[(comboFails[own & COMBO_MASK] as number) | (codeFails[own >>> CODE_SHIFT] as number)] as number;
  }
  uses.fill(0);
}
/** Shares the counts of cells out to combinations and access codes. */
export function countCells({ listOf, uses }: Cells, meaning: Uint32Array, { codes, combos, width }: Room): void {
  for (let k = 0; k < meaning.length; k++) {
    const by = uses[k] as number;
    if (by === 0) continue;
    const own = meaning[k] as number;
    const list = listOf[k] as number;
    const [code, combo] = [list * CODES + (own >>> CODE_SHIFT), list * width + (own & COMBO_MASK)];
    codes[code] = (codes[code] as number) + by;
    combos[combo] = (combos[combo] as number) + by;
  }
}

/**
 * Looks at what sorting out will want of the matches at [from, to), and does nothing with it. A loop this small has a dozen of
 * its reads under way at once, where a loop that works has two or three; what that comes for is near by then.
 */
export function lookAhead(docs: Uint32Array, from: number, to: number, { cell, when }: Facts): number {
  let seen = 0;
  for (let i = from; i < to; i++) {
    const d = docs[i] as number;
    seen ^= (cell[d] as number) ^ (when[d] as number);
  }
  return seen;
}
/** As `lookAhead`, at what tallying will want of the matches at these positions. */
export function lookAtLists(
  positions: Uint32Array,
  from: number,
  to: number,
  docs: Uint32Array,
  { listAt, lists, journalOf }: Facts,
): number {
  let seen = 0;
  for (let i = from; i < to; i++) {
    const d = docs[positions[i] as number] as number;
    seen ^= (lists[listAt[2 * d] as number] as number) ^ (journalOf[d] as number);
  }
  return seen;
}

/** How many of the matches break none of the conditions. */
export function countPassing(docs: Uint32Array, n: number, { cell, when }: Facts, meaning: Uint32Array, asked: Conditions): number {
  const { comboFails, codeFails, from: low, to: high, yearBit, extra } = asked;
  let passing = 0;
  for (let i = 0; i < n; i++) {
    const d = docs[i] as number;
    const own = meaning[cell[d] as number] as number;
    const y = ((when[d] as number) & YEAR_MASK) - 1;
    const outside = ((y - low) >>> 31) | ((high - y) >>> 31);
    let mask = (comboFails[own & COMBO_MASK] as number) | (codeFails[own >>> CODE_SHIFT] as number) | (-outside & yearBit);
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
export function tallyJournals(positions: Uint32Array, from: number, to: number, docs: Uint32Array, journalOf: Uint32Array, t: Tally): void {
  const { counts, touched } = t;
  let n = t.n;
  for (let i = from; i < to; i++) {
    const v = journalOf[docs[positions[i] as number] as number] as number;
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
  { listAt, lists }: Facts,
  part: 0 | 1,
  t: Tally,
): void {
  const { counts, touched } = t;
  let n = t.n;
  for (let i = from; i < to; i++) {
    const own = 2 * (docs[positions[i] as number] as number) + part;
    const end = listAt[own + 1] as number;
    for (let k = listAt[own] as number; k < end; k++) {
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
export function failJournals(
  docs: Uint32Array,
  n: number,
  journalOf: Uint32Array,
  allowed: Uint8Array,
  fails: Uint16Array,
  bit: number,
): void {
  for (let i = 0; i < n; i++) {
    if (allowed[journalOf[docs[i] as number] as number] === 0) fails[i] = (fails[i] as number) | bit;
  }
}
/** As `failJournals`, for subjects (part 0) or people (part 1): one kept value suffices, one left-out value is enough to fail. */
export function failLists(
  docs: Uint32Array,
  n: number,
  { listAt, lists }: Facts,
  part: 0 | 1,
  kept: Uint8Array | null,
  dropped: Uint8Array | null,
  fails: Uint16Array,
  bit: number,
): void {
  for (let i = 0; i < n; i++) {
    const own = 2 * (docs[i] as number) + part;
    const end = listAt[own + 1] as number;
    let ok = kept === null;
    for (let k = listAt[own] as number; k < end; k++) {
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
