/** A second look at the titles of the best: whether the words stand in them as they were asked. */
import { ANALYSES } from '../../words/analysis';
import { SMALL_WORDS } from '../../words/fold';
import type { IndexData } from '../format/data';
import { mainLengthAt, titleLengthAt } from '../format/facts';
import { VALUE_END } from '../format/format';
import { findString } from '../format/strings';
import { behind, codeAt } from '../format/wordCodes';
import { TITLE_SHARES } from './weights';

/** So many of the best by score are looked at a second time. */
export const LOOKED_AT = 60;
/**
 * A judge of titles for one query's words: the factor by which a title that has them in order beats one that
 * has not. `idsOf` gives the terms of a word. It also takes back what `gainOf` gave a main title by its
 * length alone, where the words are not that main title.
 */
export function titleJudge(
  data: IndexData,
  asked: readonly string[],
  idsOf: (word: string) => readonly number[],
): ((doc: number) => number) | null {
  const { forward, docStart, termCode } = data;
  const codesOf = (word: string): number[] => idsOf(word).map((t) => termCode[t] as number);
  const small = new Set(smallTerms(data));
  // A word whose stem is a small word's in some language is passed over in titles, so it is not asked for in them:
  // Turkish `ile` has the stem of Italian `il`.
  const strong = asked.filter((w) => !SMALL_WORDS.has(w) && !codesOf(w).some((code) => small.has(code)));
  const sequence = (strong.length ? strong : asked).map(codesOf);
  const letter = asked.map(codesOf);
  if (!sequence.length) return null;
  return (doc) => {
    const whole: number[] = [];
    const end = docStart[doc + 1] as number;
    for (let p = docStart[doc] as number; p < end; p = behind(forward, p)) {
      const t = codeAt(forward, p);
      if (t <= VALUE_END) break;
      whole.push(t);
    }
    return titleFactor(
      { sequence, letter },
      {
        whole,
        title: strong.length ? whole.filter((t) => !small.has(t)) : whole,
        titleLength: titleLengthAt(data, doc),
        mainLength: mainLengthAt(data, doc),
      },
    );
  };
}

/** What was asked for: the terms of each word that counts, and of each word at all. */
export interface Sequence<T> {
  readonly sequence: readonly (readonly T[])[];
  readonly letter: readonly (readonly T[])[];
}
export interface JudgedTitle<T> {
  readonly whole: readonly T[];
  /** Without the small words, where they don't count. */
  readonly title: readonly T[];
  readonly titleLength: number;
  readonly mainLength: number;
}
/** The factor by which a title that has the words in the order asked beats one that has not. */
export function titleFactor<T>({ sequence, letter }: Sequence<T>, own: JudgedTitle<T>): number {
  const { whole, title, titleLength, mainLength } = own;
  const standsAt = (sets: readonly (readonly T[])[], list: readonly T[], at: number): boolean =>
    sets.every((terms, k) => terms.includes(list[at + k] as T));
  const inOrder = (): { gain: number; main: boolean } => {
    for (let at = 0; at + sequence.length <= title.length; at++) {
      if (!standsAt(sequence, title, at)) continue;
      if (at > 0) return { gain: TITLE_SHARES.within, main: false };
      if (title.length === sequence.length) return { gain: TITLE_SHARES.whole, main: true };
      const main = mainLength === sequence.length;
      return { gain: main ? TITLE_SHARES.main : TITLE_SHARES.begins, main };
    }
    return { gain: 0, main: false };
  };
  const { gain, main } = inOrder();
  const has = sequence.filter((terms) => title.some((t) => terms.includes(t))).length / sequence.length;
  const close = sequence.length / Math.max(sequence.length, titleLength);
  const taken = !main && has === 1 && mainLength === sequence.length && close < TITLE_SHARES.mainTitle;
  const back = taken
    ? (1 + TITLE_SHARES.gain + TITLE_SHARES.close * close * close) /
      (1 + TITLE_SHARES.gain + TITLE_SHARES.close * TITLE_SHARES.mainTitle * TITLE_SHARES.mainTitle)
    : 1;
  return (
    back *
    (1 + gain + TITLE_SHARES.words * has + (gain > 0 && standsAt(letter, whole, 0) ? TITLE_SHARES.letter : 0))
  );
}

const smallKept = new WeakMap<IndexData, readonly number[]>();
/** The codes of the small words. */
function smallTerms(data: IndexData): readonly number[] {
  let ids = smallKept.get(data);
  if (!ids) {
    ids = [...SMALL_WORDS]
      .flatMap((w) => ANALYSES[data.analysis].termsFor(w).map((t) => findString(data.terms, t)))
      .filter((t) => t >= 0)
      .map((t) => data.termCode[t] as number);
    smallKept.set(data, ids);
  }
  return ids;
}
