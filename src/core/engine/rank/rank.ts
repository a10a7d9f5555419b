/**
 * What comes first. Two steps: a score from what the postings say, for every match; then, for the few at the top, a look
 * at the title itself, whether the words stand in it in the order they were asked.
 *
 * The shares are ours, set by `npm run bench -- quality` (known items must be at rank 1) and not by any formula's claim.
 */
import { KIND_LIST, type Kind } from '../../model/kinds';
import type { Sort } from '../../query/request';
import { ANALYSES } from '../../words/analysis';
import { SMALL_WORDS } from '../../words/fold';
import { COMBO_WIDTH, comboSlot } from '../format/columns';
import type { IndexData } from '../format/data';
import { mainLengthAt, titleLengthAt } from '../format/facts';
import { VALUE_END } from '../format/format';
import { findString } from '../format/strings';

/** So many of the best by score are looked at a second time. */
export const LOOKED_AT = 60;
const TITLE_BIT = 1;
const PERSON_BIT = 2;
const TITLE_GAIN = 0.25;
const CLOSE_GAIN = 0.85;
const MAIN_TITLE = 0.9;
const PERSON_GAIN = 0.4;
const RECENT_GAIN = 0.06;
const RECENT_FROM = 1950;
const RECENT_YEARS = 76;

/**
 * What the title and the people add to the words' weight: more when the title has all the words, the more the less else
 * it has, and when the people do.
 * @param asked number of words asked for, small words not counted
 */
export function gainOf(bits: number, titleLength: number, mainLength: number, asked: number): number {
  let gain = 1;
  if (asked > 0 && bits & TITLE_BIT) {
    const whole = asked / Math.max(asked, titleLength);
    const close = asked === mainLength && whole < MAIN_TITLE ? MAIN_TITLE : whole;
    gain += TITLE_GAIN + CLOSE_GAIN * close * close;
  }
  return bits & PERSON_BIT ? gain + PERSON_GAIN : gain;
}

/** The most that a document is worth before any question, as its column has it: where all are equal, none is looked at twice. */
const MOST_WORTH = Math.fround(1 + RECENT_GAIN);
/** By fields: the most that its words' score is multiplied with where all of them stand in these; a breath more than that, for what rounding takes. */
export const MOST_BY_FIELDS = Float64Array.from({ length: 256 }, (_, bits) => {
  const gain = 1 + (bits & TITLE_BIT ? TITLE_GAIN + CLOSE_GAIN : 0) + (bits & PERSON_BIT ? PERSON_GAIN : 0);
  return gain === 1 ? MOST_WORTH : gain * MOST_WORTH * (1 + 1e-12);
});
/** Pieces about another piece carry its title; what they are about comes first. */
const SECOND_HAND: Partial<Record<Kind, number>> = { 'book-review': 0.75, 'retraction-notice': 0.75 };
/** What a document is worth before any question: its kind, and a little for being recent. */
export function ownWorth(combo: Uint32Array, combos: Uint16Array, year: Int16Array): Float32Array {
  const slot = comboSlot('kind');
  const share = Float32Array.from(
    { length: combos.length / COMBO_WIDTH },
    (_, c) => SECOND_HAND[KIND_LIST[combos[c * COMBO_WIDTH + slot] as number] as Kind] ?? 1,
  );
  const worth = new Float32Array(combo.length);
  for (let d = 0; d < worth.length; d++) {
    const recent = Math.min(1, Math.max(0, ((year[d] as number) - RECENT_FROM) / RECENT_YEARS));
    worth[d] = (share[combo[d] as number] as number) * (1 + RECENT_GAIN * recent);
  }
  return worth;
}

/** Sorts that the score takes no part in; in the others it breaks ties inside a year or a moment. */
export const UNSCORED: readonly Sort[] = ['title', 'added'];
/** What a sort goes by before the score; bigger is better. */
export function baseOf(sort: Sort, year: number, wait: number, titleRank: number, doc: number): number {
  switch (sort) {
    case 'match':
      return 0;
    case 'newest':
      return year * 1e4;
    case 'oldest':
      return (year < 0 ? -1e5 : -year) * 1e4;
    case 'title':
      return -titleRank;
    case 'soonest':
      return -wait * 1e3;
    // Records are numbered in the order in which they came.
    case 'added':
      return doc;
  }
}

const IS_TITLE = 0.6;
const IS_MAIN_TITLE = 0.35;
const BEGINS_TITLE = 0.3;
const IN_TITLE = 0.1;

/** On top of these: the small words stand where they were asked, too. */
const TO_THE_LETTER = 0.05;

/** Words that stand in the title, but not in this order, still say that it is this title and not a translation's. */
const HAS_WORDS = 0.08;

/**
 * A judge of titles for one query's words: the factor by which a title that has them in order beats one that has not.
 * `idsOf` gives the terms of a word. It also takes back what `gainOf` gave a main title by its length alone, where the words are not that main title.
 */
export function titleJudge(
  data: IndexData,
  asked: readonly string[],
  idsOf: (word: string) => readonly number[],
): ((doc: number) => number) | null {
  const strong = asked.filter((w) => !SMALL_WORDS.has(w));
  const sequence = (strong.length ? strong : asked).map(idsOf);
  const letter = asked.map(idsOf);
  if (!sequence.length) return null;
  const small = new Set(strong.length ? smallTerms(data) : []);
  const { forward, docStart } = data;
  const standsAt = (ids: readonly (readonly number[])[], title: readonly number[], at: number): boolean =>
    ids.every((terms, k) => terms.includes(title[at + k] as number));
  const inOrder = (title: readonly number[], doc: number): { gain: number; main: boolean } => {
    for (let at = 0; at + sequence.length <= title.length; at++) {
      if (!standsAt(sequence, title, at)) continue;
      if (at > 0) return { gain: IN_TITLE, main: false };
      if (title.length === sequence.length) return { gain: IS_TITLE, main: true };
      const main = mainLengthAt(data, doc) === sequence.length;
      return { gain: main ? IS_MAIN_TITLE : BEGINS_TITLE, main };
    }
    return { gain: 0, main: false };
  };
  return (doc) => {
    const whole: number[] = [];
    for (let p = docStart[doc] as number, end = docStart[doc + 1] as number; p < end; p++) {
      const t = forward[p] as number;
      if (t <= VALUE_END) break;
      whole.push(t);
    }
    const title = whole.filter((t) => !small.has(t));
    const { gain, main } = inOrder(title, doc);
    const has = sequence.filter((terms) => title.some((t) => terms.includes(t))).length / sequence.length;
    const close = sequence.length / Math.max(sequence.length, titleLengthAt(data, doc));
    const taken = !main && has === 1 && mainLengthAt(data, doc) === sequence.length && close < MAIN_TITLE;
    const back = taken
      ? (1 + TITLE_GAIN + CLOSE_GAIN * close * close) /
        (1 + TITLE_GAIN + CLOSE_GAIN * MAIN_TITLE * MAIN_TITLE)
      : 1;
    return back * (1 + gain + HAS_WORDS * has + (gain > 0 && standsAt(letter, whole, 0) ? TO_THE_LETTER : 0));
  };
}

const smallKept = new WeakMap<IndexData, readonly number[]>();
function smallTerms(data: IndexData): readonly number[] {
  let ids = smallKept.get(data);
  if (!ids) {
    ids = [...SMALL_WORDS]
      .flatMap((w) => ANALYSES[data.analysis].termsFor(w).map((t) => findString(data.terms, t)))
      .filter((t) => t >= 0);
    smallKept.set(data, ids);
  }
  return ids;
}
