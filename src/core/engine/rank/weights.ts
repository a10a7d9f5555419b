/**
 * What is worth how much in the order of results, as tables. The shares are ours, set by `npm run bench --
 * quality` (known items must be at rank 1) and not by any formula's claim.
 */
import { KIND_LIST, type Kind } from '../../model/kinds';
import type { Sort } from '../../query/request';
import { COMBO_WIDTH, comboSlot } from '../format/columns';

/** What the title adds to the words' weight, as shares of it. */
export const TITLE_SHARES = {
  /** All the words stand in the title, however much else does. */
  gain: 0.25,
  /** On top, by the square of how much of the title they are: nothing else in it, all of this. */
  close: 0.85,
  /** They are as many as the words before the subtitle: so close is that at least. */
  mainTitle: 0.9,
  /** They stand in the title in the order asked, and are all of it. */
  whole: 0.6,
  /** In order, and all of what is before the subtitle. */
  main: 0.35,
  /** In order, at its beginning. */
  begins: 0.3,
  /** In order, somewhere in it. */
  within: 0.1,
  /** By how many of the words stand in it, in whatever order: it is this title and not a translation's. */
  words: 0.08,
  /** The small words stand where they were asked, too. */
  letter: 0.05,
} as const;
/** All the words stand among the people. */
export const PERSON_GAIN = 0.4;
/** What a record is worth more for being of now; it falls to nothing over so many years from there. */
const RECENT = { gain: 0.06, from: 1950, years: 76 } as const;
/** Pieces about another piece carry its title; what they are about comes first. */
const SECOND_HAND: Partial<Record<Kind, number>> = { 'book-review': 0.75, 'retraction-notice': 0.75 };
/**
 * What every match is worth besides its words, so that those without any are still told apart by what they
 * are.
 */
export const LEAST = 0.01;

const TITLE_BIT = 1;
const PERSON_BIT = 2;
/**
 * What the title and the people add to the words' weight: more when the title has all the words, the more the
 * less else it has, and when the people do.
 * @param asked number of words asked for, small words not counted
 */
export function gainOf(bits: number, titleLength: number, mainLength: number, asked: number): number {
  let gain = 1;
  if (asked > 0 && bits & TITLE_BIT) {
    const whole = asked / Math.max(asked, titleLength);
    const close = asked === mainLength && whole < TITLE_SHARES.mainTitle ? TITLE_SHARES.mainTitle : whole;
    gain += TITLE_SHARES.gain + TITLE_SHARES.close * close * close;
  }
  return bits & PERSON_BIT ? gain + PERSON_GAIN : gain;
}

/**
 * The most that a document is worth before any question, as its column has it: where all are equal, none is
 * looked at twice.
 */
const MOST_WORTH = Math.fround(1 + RECENT.gain);
/**
 * By fields: the most that its words' score is multiplied with where all of them stand in these; a breath
 * more than that, for what rounding takes.
 */
export const MOST_BY_FIELDS = Float64Array.from({ length: 256 }, (_, bits) => {
  const gain =
    1 +
    (bits & TITLE_BIT ? TITLE_SHARES.gain + TITLE_SHARES.close : 0) +
    (bits & PERSON_BIT ? PERSON_GAIN : 0);
  return gain === 1 ? MOST_WORTH : gain * MOST_WORTH * (1 + 1e-12);
});

/** What a record is worth before any question: its kind, and a little for being recent. */
export function ownWorthOf(kind: Kind, year: number): number {
  const recent = Math.min(1, Math.max(0, (year - RECENT.from) / RECENT.years));
  return (SECOND_HAND[kind] ?? 1) * (1 + RECENT.gain * recent);
}
/** The same for all documents. */
export function ownWorth(combo: Uint32Array, combos: Uint16Array, year: Int16Array): Float32Array {
  const slot = comboSlot('kind');
  const kinds = Array.from(
    { length: combos.length / COMBO_WIDTH },
    (_, c) => KIND_LIST[combos[c * COMBO_WIDTH + slot] as number] as Kind,
  );
  const worth = new Float32Array(combo.length);
  for (let d = 0; d < worth.length; d++)
    worth[d] = ownWorthOf(kinds[combo[d] as number] as Kind, year[d] as number);
  return worth;
}

/** Sorts that the score takes no part in; in the others it breaks ties inside a year or a moment. */
export const UNSCORED: readonly Sort[] = ['title', 'added'];
/** What *soonest* goes by before the score: a wait in minutes; bigger is better. */
export const baseByWait = (wait: number): number => -wait * 1e3;
/** What the other sorts go by before the score; bigger is better. */
export function baseOf(
  sort: Exclude<Sort, 'soonest'>,
  { year, titleRank }: { readonly year: number; readonly titleRank: number },
  doc: number,
): number {
  switch (sort) {
    case 'match':
      return 0;
    case 'newest':
      return year * 1e4;
    case 'oldest':
      return (year < 0 ? -1e5 : -year) * 1e4;
    case 'title':
      return -titleRank;
    // Records are numbered in the order in which they came.
    case 'added':
      return doc;
  }
}
