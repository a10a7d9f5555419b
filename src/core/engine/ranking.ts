/** The best of a search, taken stretch by stretch: one line a work, its best record standing for all. */
import type { Sort } from '../query/request';
import type { Minutes } from '../time';
import { type AccessView, NEVER } from './accessView';
import { Best } from './best';
import { type Facts, mainLengthAt, SHARED_WORK, titleLengthAt, yearAt } from './facts';
import type { Matches } from './postings';
import { baseOf, gainOf, MOST_GAIN, MOST_WORTH, UNSCORED } from './rank';

/** The best record of each work met in a search; kept from one search to the next. */
export class Works {
  readonly key: Float64Array;
  /** -1: not met. */
  readonly doc: Int32Array;
  readonly met: Uint32Array;
  constructor(works: number) {
    this.key = new Float64Array(works);
    this.doc = new Int32Array(works).fill(-1);
    this.met = new Uint32Array(works);
  }
}

export interface Wanted {
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

/** No key is more than its words' score times this, beyond what it is sorted by; times MOST_WORTH where no field has all the words. */
const MOST = MOST_GAIN * MOST_WORTH;

export class Ranking {
  readonly #data: Facts;
  readonly #matches: Matches;
  readonly #view: AccessView;
  readonly #wanted: Wanted;
  readonly #works: Works;
  readonly #best: Best;
  #met = 0;
  /** Records that share another's line. */
  hidden = 0;
  /** Records that come in time. */
  inTime = 0;

  constructor(data: Facts, matches: Matches, view: AccessView, wanted: Wanted, works: Works) {
    this.#data = data;
    this.#matches = matches;
    this.#view = view;
    this.#wanted = wanted;
    this.#works = works;
    this.#best = new Best(wanted.lines);
  }

  /** Takes the matches at positions [from, to) of the list. */
  take(positions: Uint32Array, from: number, to: number): void {
    const { cell, when, worth, work: workOf, titleRank } = this.#data;
    const { docs, score, bits } = this.#matches;
    const { ready } = this.#view;
    const { sort, at, apart, words: asked } = this.#wanted;
    const { key: workKey, doc: workDoc, met } = this.#works;
    const best = this.#best;
    const needed = this.#wanted.needed ?? -1;
    const timed = sort === 'soonest' || needed >= 0;
    const scored = !UNSCORED.includes(sort);
    const byMatch = sort === 'match';
    const soonest = sort === 'soonest';
    let floor = best.floor;
    let [n, hidden, inTime] = [this.#met, this.hidden, this.inTime];
    for (let i = from; i < to; i++) {
      const m = positions[i] as number;
      const d = docs[m] as number;
      const t = timed ? (ready[cell[d] as number] as number) : 0;
      if (t < needed) inTime++;
      const wait = t === NEVER ? 9e6 : t - at;
      // The two sorts that are asked for most don't look at what they don't need.
      const base = byMatch
        ? 0
        : soonest
          ? baseOf('soonest', 0, wait, 0, 0)
          : baseOf(sort, yearAt(this.#data, d), wait, titleRank[d] as number, d);
      const words = scored ? (score[m] as number) + 0.01 : 0;
      let key = Number.NEGATIVE_INFINITY;
      const b = bits[m] as number;
      // Most matches of a broad search can't reach the best, whatever else is known of them.
      if (base + words * (b === 0 ? MOST_WORTH : MOST) > floor) {
        const plain = words * (worth[d] as number);
        key = base + (b === 0 ? plain : plain * gainOf(b, titleLengthAt(this.#data, d), mainLengthAt(this.#data, d), asked));
      }
      const work = apart || (when[d] as number) < SHARED_WORK ? 0 : (workOf[d] as number);
      if (work === 0) {
        // Documents come in ascending order, so an equal key never displaces what is already there.
        if (key > floor) {
          best.offer(key, d);
          floor = best.floor;
        }
      } else if (workDoc[work] === -1) {
        // The best of a work's records stands for all; it is offered once all have been seen.
        met[n++] = work;
        workDoc[work] = d;
        workKey[work] = key;
      } else {
        hidden++;
        if (key > (workKey[work] as number)) {
          workDoc[work] = d;
          workKey[work] = key;
        }
      }
    }
    this.#met = n;
    this.hidden = hidden;
    this.inTime = inTime;
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
