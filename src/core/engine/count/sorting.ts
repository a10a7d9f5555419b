/**
 * Sorting out: which conditions each match breaks, and the small counts of those that break none.
 *
 * Counting rule (job: "Counts"): a group's counts disregard the choice made inside that group. So a match
 * that fails in exactly one group still counts there, and one that fails in two counts nowhere. `sortOut`
 * puts the positions of the matches into lists by that: list 0 passes everything, list k fails in the k-th
 * condition only. A list is looked at only for what it counts in: list 0 for everything, another for its own
 * group.
 *
 * A stretch of matches goes through one small loop after the other, and is still near when the next one wants
 * it. None of them branches where a match's luck would decide it: a processor guesses wrong on those half the
 * time, and that cost more than the work itself.
 */

import { type Facts, YEAR_MASK } from '../format/facts';
import { type Broken, CODE_SHIFT, COMBO_MASK, type Fails, LIST_OF, SEVERAL } from './accessView';

export const YEAR_LOW = 1400;
export const YEAR_SPAN = 800;
/** Access codes there can be: wait class, reach and openness in six bits. */
export const CODES = 64;
/** Matches taken at a time. */
export const STRETCH = 1024;

/**
 * Lists of positions, and counts of years, access codes and combinations. Kept from one search to the next:
 * fresh memory costs more than a search.
 */
export class Room {
  /** Lists one behind the other; `next` is where each goes on, `first` where it begins. */
  positions = new Uint32Array(0);
  readonly first = new Uint32Array(SEVERAL + 1);
  readonly next = new Uint32Array(SEVERAL + 1);
  /** By list. */
  readonly codes = new Uint32Array((SEVERAL + 1) * CODES);
  /** Of list 0, and of the list that breaks the limits on years: these are disregarded. */
  readonly years = new Uint32Array(YEAR_SPAN);
  readonly combos: Uint32Array;
  /** Of each match of a stretch, the conditions it breaks. */
  readonly breaks = new Uint16Array(STRETCH);
  /** The documents of a stretch of a list. */
  readonly found = new Uint32Array(STRETCH);
  /** All documents up to some number match, so that a match's position is its document. */
  whole = false;

  constructor(combos: number) {
    this.combos = new Uint32Array(combos);
  }

  begin(matches: number, conditions: number): void {
    if (this.positions.length < matches * (conditions + 2))
      this.positions = new Uint32Array(matches * (conditions + 2));
    for (let k = 0; k <= conditions; k++) this.first[k] = k * matches;
    this.first[SEVERAL] = (conditions + 1) * matches;
    this.next.set(this.first);
    this.codes.fill(0);
    this.years.fill(0);
    this.combos.fill(0);
    this.whole = false;
  }
  /** Positions in list k so far. */
  list(k: number): Uint32Array {
    return this.positions.subarray(this.first[k], this.next[k]);
  }
  size(k: number): number {
    return (this.next[k] as number) - (this.first[k] as number);
  }
  /**
   * Puts the documents at positions [from, to) of the lists, a stretch at most, into `found`. Returns how
   * many.
   */
  gather(docs: Uint32Array, from: number, to: number): number {
    const { positions, found } = this;
    if (this.whole) found.set(positions.subarray(from, to));
    else for (let i = from; i < to; i++) found[i - from] = docs[positions[i] as number] as number;
    return to - from;
  }
  /**
   * Takes the documents at positions [from, to) of the lists, however many, into `found` stretch by stretch.
   */
  each(docs: Uint32Array, from: number, to: number, take: (n: number) => void): void {
    for (let at = from; at < to; at += STRETCH) take(this.gather(docs, at, Math.min(to, at + STRETCH)));
  }
}

/** What is asked of a match besides its words. Masks have a bit for each condition that is broken. */
export interface ConditionTables {
  /** By combination and by access code. */
  readonly fails: Fails;
  /** Bounds of the years, and the bit of that condition (0: there is none). */
  readonly from: number;
  readonly to: number;
  readonly yearBit: number;
  /** By position: conditions on headings, people and journals; null when there are none. */
  readonly extra: Uint16Array | null;
}
/**
 * What the cells say: each one's combination and access code (see accessView.ts) and, when they were worth
 * working out, what it breaks.
 */
export interface Meanings {
  readonly meaning: Uint32Array;
  readonly broken: Broken | null;
}

/** Some of the matches: those at [from, to). */
export interface Stretch {
  readonly docs: Uint32Array;
  readonly from: number;
  readonly to: number;
}
/** Finds out which conditions the matches at [from, to) break; a stretch at most. */
export function findBreaks(
  { docs, from, to }: Stretch,
  { cell, when }: Facts,
  { meaning, broken, asked }: Meanings & { readonly asked: ConditionTables },
  breaks: Uint16Array,
): void {
  const { fails, from: low, to: high, yearBit, extra } = asked;
  if (broken !== null)
    for (let i = from; i < to; i++)
      breaks[i - from] = broken.masks[cell[docs[i] as number] as number] as number;
  else {
    const { combo, code } = fails;
    for (let i = from; i < to; i++) {
      const own = meaning[cell[docs[i] as number] as number] as number;
      breaks[i - from] = (combo[own & COMBO_MASK] as number) | (code[own >>> CODE_SHIFT] as number);
    }
  }
  if (yearBit !== 0)
    for (let i = from; i < to; i++) {
      const y = ((when[docs[i] as number] as number) & YEAR_MASK) - 1;
      // The sign of a difference says on which side of a bound the year is.
      const outside = ((y - low) >>> 31) | ((high - y) >>> 31);
      breaks[i - from] = (breaks[i - from] as number) | (-outside & yearBit);
    }
  if (extra !== null)
    for (let i = from; i < to; i++) breaks[i - from] = (breaks[i - from] as number) | (extra[i] as number);
}

/** Puts the positions [from, to) of the matches into their lists. */
export function sortOut(from: number, to: number, { positions, next, breaks }: Room): void {
  for (let i = from; i < to; i++) {
    const list = LIST_OF[breaks[i - from] as number] as number;
    const at = next[list] as number;
    positions[at] = i;
    next[list] = at + 1;
  }
}
/** As `findBreaks` and `sortOut` in one, where the cell alone says which list a match belongs to. */
export function sortOutByCell(
  { docs, from, to }: Stretch,
  { cell }: Facts,
  lists: Uint8Array,
  { positions, next }: Room,
): void {
  for (let i = from; i < to; i++) {
    const list = lists[cell[docs[i] as number] as number] as number;
    const at = next[list] as number;
    positions[at] = i;
    next[list] = at + 1;
  }
}
/**
 * As `sortOutByCell`, where all documents up to some number match: only those that pass are listed. How many
 * the other lists would have, and what they count, is known from how many documents each cell has; see
 * `countUses`.
 */
export function passByCell(
  { from, to }: Pick<Stretch, 'from' | 'to'>,
  { cell }: Facts,
  lists: Uint8Array,
  { positions, next }: Room,
): void {
  let at = next[0] as number;
  for (let d = from; d < to; d++) {
    positions[at] = d;
    at += lists[cell[d] as number] === 0 ? 1 : 0;
  }
  next[0] = at;
}
/** By cell: how many documents it has, which list they belong to, what it says. */
export interface Uses {
  readonly uses: Uint32Array;
  readonly lists: Uint8Array;
  readonly meaning: Uint32Array;
}
/**
 * Lengths of the lists but the first, access codes of all, and combinations of this list, from the number of
 * documents in each cell.
 */
export function countUses({ uses, lists, meaning }: Uses, { codes, next }: Room): void {
  for (let k = 0; k < uses.length; k++) {
    const by = uses[k] as number;
    const list = lists[k] as number;
    const code = list * CODES + ((meaning[k] as number) >>> CODE_SHIFT);
    codes[code] = (codes[code] as number) + by;
    if (list > 0) next[list] = (next[list] as number) + by;
  }
}
/** Combinations of one list, from the number of documents in each cell. */
export function countUsedCombos({ uses, lists, meaning }: Uses, { combos }: Room, list: number): void {
  for (let k = 0; k < uses.length; k++) {
    if (lists[k] !== list) continue;
    const combo = (meaning[k] as number) & COMBO_MASK;
    combos[combo] = (combos[combo] as number) + (uses[k] as number);
  }
}
/** How many of a stretch of so many matches break none of the conditions. */
export function countPassing(breaks: Uint16Array, n: number): number {
  let passing = 0;
  for (let i = 0; i < n; i++) passing += breaks[i] === 0 ? 1 : 0;
  return passing;
}

/** Counts access codes of the first n documents in `found`, which are of this list. */
export function countCodes(
  { found, codes }: Room,
  { list, n }: { readonly list: number; readonly n: number },
  { cell }: Facts,
  meaning: Uint32Array,
): void {
  const base = list * CODES;
  for (let i = 0; i < n; i++) {
    const code = base + ((meaning[cell[found[i] as number] as number] as number) >>> CODE_SHIFT);
    codes[code] = (codes[code] as number) + 1;
  }
}
/** Counts combinations of the first n documents in `found`. */
export function countCombos({ found, combos }: Room, n: number, { cell }: Facts, meaning: Uint32Array): void {
  for (let i = 0; i < n; i++) {
    const combo = (meaning[cell[found[i] as number] as number] as number) & COMBO_MASK;
    combos[combo] = (combos[combo] as number) + 1;
  }
}
/** Both, for the first n documents in `found` that pass. */
export function countCells(
  { found, codes, combos }: Room,
  n: number,
  { cell }: Facts,
  meaning: Uint32Array,
): void {
  for (let i = 0; i < n; i++) {
    const own = meaning[cell[found[i] as number] as number] as number;
    const code = own >>> CODE_SHIFT;
    const combo = own & COMBO_MASK;
    codes[code] = (codes[code] as number) + 1;
    combos[combo] = (combos[combo] as number) + 1;
  }
}
/** Counts the years of the first n documents in `found`. */
export function countYears({ found, years }: Room, n: number, { when }: Facts): void {
  for (let i = 0; i < n; i++) {
    const span = ((when[found[i] as number] as number) & YEAR_MASK) - 1 - YEAR_LOW;
    if (span >= 0 && span < YEAR_SPAN) years[span] = (years[span] as number) + 1;
  }
}

/**
 * Looks at what sorting out will want of the matches at [from, to), and does nothing with it. A loop this
 * small has a dozen of its reads under way at once, where a loop that works has two or three; what that comes
 * for is near by then.
 */
export function lookAhead(docs: Uint32Array, from: number, to: number, { cell, when }: Facts): number {
  let seen = 0;
  for (let i = from; i < to; i++) {
    const d = docs[i] as number;
    seen ^= (cell[d] as number) ^ (when[d] as number);
  }
  return seen;
}
