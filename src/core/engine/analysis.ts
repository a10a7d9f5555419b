/**
 * Analysis: from text to index terms. Case, diacritics, ligatures, hyphens and punctuation are folded away (Unicode NFKD,
 * Unicode Standard Annex 15, and the letters it leaves whole), word endings by the Snowball stemmer of the text's language.
 */
import snowball from 'snowball-stemmers';
import { isLanguage, LANGUAGES, type Language } from '../bibliography/kinds';

/** Letters that NFKD does not take apart. */
const WHOLE: Readonly<Record<string, string>> = {
  ø: 'o',
  æ: 'ae',
  œ: 'oe',
  ß: 'ss',
  ł: 'l',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  ı: 'i',
  ŋ: 'n',
  ħ: 'h',
};
const MARKS = /\p{M}+/gu;
const ASCII = /^[\x20-\x7e]*$/;

/** Lower case without diacritics and ligatures; the same for query and record. */
export function fold(text: string): string {
  const lower = text.toLowerCase();
  if (ASCII.test(lower)) return lower;
  return lower
    .normalize('NFKD')
    .replace(MARKS, '')
    .replace(/[øæœßłđðþıŋħ]/g, (c) => WHOLE[c] ?? c);
}

const WORD = /[\p{L}\p{N}]+(?:['’][\p{L}]+)*/gu;

/**
 * The words of a text, folded. A hyphen separates; an apostrophe inside a word is taken out with a lone letter before it
 * (l'algue → algue) or a lone s after it (reader's → reader).
 * @example words("L'algue, small-scale") // ['algue', 'small', 'scale']
 */
export function words(text: string): string[] {
  const found = fold(text).match(WORD) ?? [];
  for (let i = 0; i < found.length; i++) {
    const w = found[i] as string;
    if (w.includes("'") || w.includes('’'))
      found[i] = w
        .replace(/^\p{L}['’]/u, '')
        .replace(/['’]s$/, '')
        .replace(/['’]/g, '');
  }
  return found;
}

/** Words too common to ask for; they count inside phrases only. */
export const SMALL_WORDS: ReadonlySet<string> = new Set(
  'a an and are as at be by for from in into is it its of on or that the their this to was were what when which with der die das und ein eine le la les de du des et un une el los las y en il lo gli e het een och ett og av i'.split(
    ' ',
  ),
);

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
