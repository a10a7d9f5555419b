/** The best of a search, taken stretch by stretch: one line a work, its best record standing for all. */

import type { Minutes } from '../../model/time';
import type { Sort } from '../../query/request';
import { type AccessView, NEVER } from '../count/accessView';
import { Best } from '../count/best';
import { STRETCH } from '../count/sorting';
import { type Facts, mainLengthAt, SHARED_WORK, titleLengthAt, YEAR_MASK, yearAt } from '../format/facts';
import type { Matches } from '../format/postings';
import { baseByWait, baseOf, gainOf, LEAST, MOST_BY_FIELDS, UNSCORED } from './weights';

/**
 * Of the works met in a search, those that may be among the best, with their best record; kept from one
 * search to the next.
 */
export class Works {
  readonly key: Float64Array;
  /** -1: none. */
  readonly doc: Int32Array;
  readonly met: Uint32Array;
  /** A bit for each work of which a record passes. */
  readonly seen: Uint32Array;
  constructor(works: number) {
    this.key = new Float64Array(works);
    this.doc = new Int32Array(works).fill(-1);
    this.met = new Uint32Array(works);
    this.seen = new Uint32Array((works >>> 5) + 1);
  }
}

/** What a ranking goes by. */
export interface Aim {
  readonly sort: Sort;
  /** So many lines. */
  readonly lines: number;
  /** Words asked for, small words not counted. */
  readonly words: number;
  readonly at: Minutes;
  /** Before this minute is in time; null when no day was given. */
  readonly needed: Minutes | null;
  /** Every record for itself. */
  readonly apart: boolean;
}

/** What was found, and how soon each of it is to be read. */
interface Found {
  readonly matches: Matches;
  readonly view: AccessView;
}
/** The first so many of a list of documents. */
interface First {
  readonly docs: Uint32Array;
  readonly n: number;
}
/** Matches of a stretch that pass: their places among the matches, and their documents. */
interface Passing {
  readonly positions: Uint32Array;
  readonly found: Uint32Array;
}
export class Ranking {
  readonly #data: Facts;
  readonly #matches: Matches;
  readonly #view: AccessView;
  readonly #aim: Aim;
  readonly #works: Works;
  readonly #best: Best;
  /** Of a stretch: those that may be among the best, or, before that, those that share their work. */
  readonly #some = new Uint32Array(STRETCH + 1);
  #met = 0;
  /** Records that share another's line. */
  hidden = 0;
  /** Records that come in time. */
  inTime = 0;

  constructor(data: Facts, { matches, view }: Found, aim: Aim, works: Works) {
    this.#data = data;
    this.#matches = matches;
    this.#view = view;
    this.#aim = aim;
    this.#works = works;
    this.#best = new Best(aim.lines);
    works.seen.fill(0);
  }

  /**
   * Takes a stretch of matches that pass, at most. Documents come in ascending order.
   * @param positions of the matches in the list
   * @param found their documents
   */
  take(positions: Uint32Array, found: Uint32Array): void {
    const n = positions.length;
    const { apart, needed, sort } = this.#aim;
    const { cell } = this.#data;
    const { ready } = this.#view;
    const first = { docs: found, n };
    if (!apart) this.hidden += countHidden(first, this.#data, this.#works.seen, this.#some);
    if (needed !== null) this.inTime += countInTime(first, cell, ready, needed);
    const { floor } = this.#best;
    // Nothing comes sooner than now; where nothing was asked, the words can't make up for it.
    if (this.#matches.plain && sort === 'soonest' && LEAST * (MOST_BY_FIELDS[0] as number) <= floor) return;
    const likely =
      sort === 'match'
        ? this.#likelyByMatch(positions, floor)
        : sort === 'soonest'
          ? this.#likelySoonest({ positions, found }, floor)
          : this.#likely(positions, found, sort);
    for (let i = 0; i < likely; i++) this.#offer(this.#some[i] as number);
  }

  /** In two steps: what the fields allow a match first, its own title then. */
  #likelyByMatch(positions: Uint32Array, floor: number): number {
    const n = likelyByFields(positions, this.#matches, floor, this.#some);
    const asked = { words: this.#aim.words, floor };
    return likelyByTitle({ docs: this.#some, n }, this.#matches, this.#data, asked);
  }
  #likelySoonest(passing: Passing, floor: number): number {
    const { ready } = this.#view;
    const waits = { cell: this.#data.cell, ready, at: this.#aim.at };
    return likelySoonest(passing, this.#matches, waits, { floor, likely: this.#some });
  }
  /** As the functions below, for the sorts that the score takes no part in or only breaks ties of. */
  #likely(positions: Uint32Array, found: Uint32Array, sort: Exclude<Sort, 'soonest'>): number {
    const { when, titleRank } = this.#data;
    const { score, bits } = this.#matches;
    const { floor } = this.#best;
    const scored = !UNSCORED.includes(sort);
    const likely = this.#some;
    let n = 0;
    for (let i = 0; i < positions.length; i++) {
      const m = positions[i] as number;
      const d = found[i] as number;
      const words = scored
        ? ((score[m] as number) + LEAST) * (MOST_BY_FIELDS[bits[m] as number] as number)
        : 0;
      const year = ((when[d] as number) & YEAR_MASK) - 1;
      if (baseOf(sort, { year, titleRank: titleRank[d] as number }, d) + words > floor) likely[n++] = m;
    }
    return n;
  }
  #base(d: number): number {
    const { sort, at } = this.#aim;
    return sort === 'soonest'
      ? baseByWait(waitUntil(this.#view.ready[this.#data.cell[d] as number] as number, at))
      : baseOf(sort, { year: yearAt(this.#data, d), titleRank: this.#data.titleRank[d] as number }, d);
  }

  #offer(m: number): void {
    const { when, worth, work: workOf } = this.#data;
    const { docs, score, bits } = this.#matches;
    const { sort, apart, words: asked } = this.#aim;
    const { key: workKey, doc: workDoc, met } = this.#works;
    const d = docs[m] as number;
    const b = bits[m] as number;
    let key = this.#base(d);
    if (!UNSCORED.includes(sort)) {
      const plain = ((score[m] as number) + LEAST) * (worth[d] as number);
      key +=
        b === 0 ? plain : plain * gainOf(b, titleLengthAt(this.#data, d), mainLengthAt(this.#data, d), asked);
    }
    // Documents come in ascending order, so an equal key never displaces what is already there.
    if (key <= this.#best.floor) return;
    const work = apart || (when[d] as number) < SHARED_WORK ? 0 : (workOf[d] as number);
    if (work === 0) this.#best.offer(key, d);
    else if (workDoc[work] === -1) {
      met[this.#met++] = work;
      workDoc[work] = d;
      workKey[work] = key;
    } else if (key > (workKey[work] as number)) {
      workDoc[work] = d;
      workKey[work] = key;
    }
  }

  /** Keys and documents, best first. */
  finish(): { key: number; id: number }[] {
    const { key, doc, met } = this.#works;
    for (let i = 0; i < this.#met; i++) {
      const work = met[i] as number;
      this.#best.offer(key[work] as number, doc[work] as number);
      doc[work] = -1;
    }
    return this.#best.ranked();
  }
}

const waitUntil = (ready: number, at: Minutes): number => (ready === NEVER ? 9e6 : ready - at);

/**
 * Counts the records whose work has another that passed before. @param shared room for those that share their
 * work
 */
function countHidden(
  { docs, n }: First,
  { when, work: workOf }: Facts,
  seen: Uint32Array,
  shared: Uint32Array,
): number {
  let count = 0;
  for (let i = 0; i < n; i++) {
    const d = docs[i] as number;
    shared[count] = d;
    count += (when[d] as number) >= SHARED_WORK ? 1 : 0;
  }
  let hidden = 0;
  for (let i = 0; i < count; i++) {
    const work = workOf[shared[i] as number] as number;
    const bits = seen[work >>> 5] as number;
    hidden += (bits >>> (work & 31)) & 1;
    seen[work >>> 5] = bits | (1 << (work & 31));
  }
  return hidden;
}
function countInTime({ docs, n }: First, cell: Uint32Array, ready: Int32Array, needed: Minutes): number {
  let inTime = 0;
  for (let i = 0; i < n; i++) inTime += (ready[cell[docs[i] as number] as number] as number) < needed ? 1 : 0;
  return inTime;
}

/**
 * The matches that can reach the best by what is quickly known; most of a broad search can't. Puts them into
 * `likely` and says how many. These are functions of their own so that their loops are compiled for
 * themselves.
 */
function likelyByFields(
  positions: Uint32Array,
  { score, bits }: Matches,
  floor: number,
  likely: Uint32Array,
): number {
  let n = 0;
  for (let i = 0; i < positions.length; i++) {
    const m = positions[i] as number;
    if (((score[m] as number) + LEAST) * (MOST_BY_FIELDS[bits[m] as number] as number) > floor)
      likely[n++] = m;
  }
  return n;
}
function likelyByTitle(
  { docs: likely, n: size }: First,
  { docs, score, bits }: Matches,
  { worth, titleWords }: Facts,
  { words, floor }: { readonly words: number; readonly floor: number },
): number {
  let n = 0;
  for (let i = 0; i < size; i++) {
    const m = likely[i] as number;
    const d = docs[m] as number;
    const lengths = titleWords[d] as number;
    if (
      ((score[m] as number) + LEAST) *
        (worth[d] as number) *
        gainOf(bits[m] as number, lengths & 0xff, lengths >>> 8, words) >
      floor
    )
      likely[n++] = m;
  }
  return n;
}
function likelySoonest(
  { positions, found }: Passing,
  { score, bits }: Matches,
  { cell, ready, at }: { readonly cell: Uint32Array; readonly ready: Int32Array; readonly at: Minutes },
  { floor, likely }: { readonly floor: number; readonly likely: Uint32Array },
): number {
  let n = 0;
  for (let i = 0; i < positions.length; i++) {
    const m = positions[i] as number;
    const base = baseByWait(waitUntil(ready[cell[found[i] as number] as number] as number, at));
    if (base + ((score[m] as number) + LEAST) * (MOST_BY_FIELDS[bits[m] as number] as number) > floor)
      likely[n++] = m;
  }
  return n;
}
