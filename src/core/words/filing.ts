/**
 * Filing: the forms by which lists that people walk through are ordered, in the alphabet of the library's
 * language (å after z in one, beside a in another). By words, as the trade files: `New Harbour` before
 * `Newark`.
 */
import { table } from '../table';

/** Articles that a title does not stand under, by its language (ISO 639-1). */
const ARTICLES = table<readonly string[]>({
  en: ['the', 'a', 'an'],
  de: ['der', 'die', 'das', 'ein', 'eine', 'den', 'dem'],
  fr: ['le', 'la', 'les', 'un', 'une', 'l’', "l'"],
  es: ['el', 'la', 'los', 'las', 'un', 'una'],
  it: ['il', 'lo', 'la', 'i', 'gli', 'le', 'un', 'una', 'uno', 'l’', "l'"],
  pt: ['o', 'a', 'os', 'as', 'um', 'uma'],
  nl: ['de', 'het', 'een'],
  da: ['den', 'det', 'de', 'en', 'et'],
  no: ['den', 'det', 'de', 'en', 'et', 'ei'],
  nb: ['den', 'det', 'de', 'en', 'et', 'ei'],
  sv: ['den', 'det', 'de', 'en', 'ett'],
});
/** Quotation marks, brackets and points before the first word. */
const BEFORE = /^[^\p{L}\p{N}]+/u;

/**
 * A title as it is filed: without what stands before its first word, and without its article.
 * @param language of the title, ISO 639-1
 * @example filedTitle('“The Edible Shore”', 'en') // 'Edible Shore”'
 */
export function filedTitle(title: string, language: string): string {
  const text = title.replace(BEFORE, '');
  const low = text.toLowerCase();
  for (const article of ARTICLES.get(language) ?? []) {
    const end = /[’']$/.test(article) ? article : `${article} `;
    if (!low.startsWith(end)) continue;
    // An article alone is the title.
    return text.slice(end.length).replace(BEFORE, '') || text;
  }
  return text;
}
/** All the ways in which a title of unknown language may be filed, the one of a given language first. */
export const filedForms = (title: string, language: string): readonly string[] => [
  ...new Set([language, '', ...ARTICLES.keys()].map((l) => filedTitle(title, l))),
];
/**
 * A name or heading as it is filed: nothing before something, so the family name alone before those that go on
 * from it (`Berg, Anna` before `Berg-Dahl, Anna` and `Berg Dahl, Anna`).
 */
export const filedName = (name: string): string => name.replace(BEFORE, '').replace(/,\s*/g, '  ');

/** The letter under which something filed stands, large; empty for nothing. */
export const initialOf = (filed: string): string => (Array.from(filed)[0] ?? '').toUpperCase();
/** A letter without its marks, where the alphabet files it among those that have none. */
export function bareLetter(letter: string, { compareLetters }: Pick<Alphabet, 'compareLetters'>): string {
  const bare = letter.normalize('NFD').replace(/\p{M}+/gu, '');
  return compareLetters(bare, letter) === 0 ? bare : letter;
}

/** The alphabet of a language. */
export interface Alphabet {
  /** Negative: a is filed before b. Texts that differ in no more than case or accents differ here. */
  readonly compare: (a: string, b: string) => number;
  /** The same by letters alone: what somebody types finds its place however it is written. */
  readonly compareLetters: (a: string, b: string) => number;
}
/** @param language ISO 639-1; one that nothing is known of is ordered as the root of all is */
export function alphabetOf(language: string): Alphabet {
  const [full, letters] = (['variant', 'base'] as const).map((sensitivity) => {
    try {
      return new Intl.Collator(language, { sensitivity });
    } catch {
      return new Intl.Collator('und', { sensitivity });
    }
  }) as [Intl.Collator, Intl.Collator];
  return { compare: full.compare, compareLetters: letters.compare };
}
