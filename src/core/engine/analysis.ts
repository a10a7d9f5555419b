/**
 * Analysis: from folded words (fold.ts) to index terms. Word endings are taken off by the Snowball stemmer of the text's
 * language.
 */
import snowball from 'snowball-stemmers';
import { isLanguage, LANGUAGES, type Language } from '../bibliography/kinds';

const stemmers = new Map<Language, { stem(word: string): string }>();
const cache = new Map<string, string>();

/** The stem of a folded word in a language; numbers and very short words stand as they are. */
export function stem(word: string, language: string): string {
  if (word.length < 3 || /\d/.test(word)) return word;
  const known: Language = isLanguage(language) ? language : 'en';
  const key = `${known}:${word}`;
  let s = cache.get(key);
  if (s === undefined) {
    let stemmer = stemmers.get(known);
    if (!stemmer) {
      stemmer = snowball.newStemmer(LANGUAGES[known].stemmer);
      stemmers.set(known, stemmer);
    }
    s = stemmer.stem(word) || word;
    if (cache.size > 400_000) cache.clear();
    cache.set(key, s);
  }
  return s;
}

/**
 * The index term of a folded word: its stem, marked with the language unless that is English. Without the mark the stem
 * of an English word under, say, Finnish endings would meet English terms that have nothing to do with it.
 */
export const termOf = (word: string, language: string): string => {
  const known = isLanguage(language) ? language : 'en';
  const s = stem(word, known);
  return known === 'en' ? s : `${s}${LANGUAGE_MARK}${known}`;
};
const LANGUAGE_MARK = '\u0003';

/** All terms that a word asked for may have been indexed under, one per language. */
export const termsFor = (word: string): string[] => Object.keys(LANGUAGES).map((l) => termOf(word, l));

/** How words become terms: by their stems, or as they are written (for indexes that must answer word for word). */
export const ANALYSES = {
  stems: { termOf, termsFor },
  words: { termOf: (word: string) => word, termsFor: (word: string) => [word] },
} as const satisfies Record<string, { termOf: (word: string, language: string) => string; termsFor: (word: string) => string[] }>;
export type Analysis = keyof typeof ANALYSES;
