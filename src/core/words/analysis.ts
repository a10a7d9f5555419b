/**
 * Analysis: from folded words (fold.ts) to index terms. Word endings are taken off by the Snowball stemmer of
 * the text's language.
 */
import snowball from 'snowball-stemmers';
import { isLanguage, LANGUAGE_LIST, LANGUAGES, type Language } from '../model/kinds';

interface Stemmer {
  readonly stem: (word: string) => string;
  /** By word: a Map a language, since composing a key costs more than finding it. */
  readonly known: Map<string, string>;
}
const stemmers = new Map<Language, Stemmer>();
const KNOWN = 100_000;
function stemmerOf(language: Language): Stemmer {
  let s = stemmers.get(language);
  if (!s) {
    const snow = snowball.newStemmer(LANGUAGES[language].stemmer);
    s = { stem: (word) => snow.stem(word) || word, known: new Map() };
    stemmers.set(language, s);
  }
  return s;
}

/**
 * The stem of a folded word in a language; numbers and very short words stand as they are.
 * @example stem('farming', 'en') // 'farm'
 */
export function stem(word: string, language: string): string {
  if (word.length < 3 || /\d/.test(word)) return word;
  const { stem: made, known } = stemmerOf(isLanguage(language) ? language : 'en');
  let s = known.get(word);
  if (s === undefined) {
    s = made(word);
    if (known.size > KNOWN) known.clear();
    known.set(word, s);
  }
  return s;
}

/**
 * In place of a language: names, and texts in languages whose endings we don't know, are indexed as they are
 * written.
 */
export const AS_WRITTEN = '=';

/**
 * The index term of a folded word: its stem, marked with the language unless that is English. Without the
 * mark the stem of an English word under, say, Finnish endings would meet English terms that have nothing to
 * do with it.
 */
export const termOf = (word: string, language: string): string => {
  if (language === 'en') return stem(word, language);
  return isLanguage(language) && inScriptOf(word, language)
    ? `${stem(word, language)}${LANGUAGE_MARK}${language}`
    : `${word}${LANGUAGE_MARK}${AS_WRITTEN}`;
};
const LANGUAGE_MARK = '\u0003';

const ASCII = /^[\x20-\x7e]*$/;
/** Languages whose words are not in Latin letters: a word of others in their texts is one as it is written. */
const SCRIPTS: Partial<Record<Language, RegExp>> = {
  ar: /\p{Script=Arabic}/u,
  ru: /\p{Script=Cyrillic}/u,
};
/** Whether a folded word can be one of the language by its letters. */
function inScriptOf(word: string, language: Language): boolean {
  const script = SCRIPTS[language];
  return script === undefined || (!ASCII.test(word) && script.test(word));
}

/** All terms that a word asked for may have been indexed under, one per language, and as it is written. */
export const termsFor = (word: string): string[] =>
  [...LANGUAGE_LIST.filter((l) => inScriptOf(word, l)), AS_WRITTEN].map((l) => termOf(word, l));

/**
 * How words become terms: by their stems, or as they are written (for indexes that must answer word for
 * word).
 */
export const ANALYSES = {
  stems: { termOf, termsFor },
  words: { termOf: (word: string) => word, termsFor: (word: string) => [word] },
} as const satisfies Record<
  string,
  { termOf: (word: string, language: string) => string; termsFor: (word: string) => string[] }
>;
export type Analysis = keyof typeof ANALYSES;
