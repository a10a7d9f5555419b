/**
 * What a thing is (kind) and in which form it comes (carrier): the closed lists, whose words stand in the
 * catalogue.
 */
import { table } from '../table';

export const KINDS = {
  'research-article': {
    csl: 'article-journal',
    family: 'article',
  },
  'review-article': {
    csl: 'article-journal',
    family: 'article',
  },
  editorial: { csl: 'article-journal', family: 'article' },
  'book-review': { csl: 'review-book', family: 'article' },
  letter: { csl: 'article-journal', family: 'article' },
  'retraction-notice': {
    csl: 'article-journal',
    family: 'article',
  },
  book: { csl: 'book', family: 'book' },
  chapter: { csl: 'chapter', family: 'chapter' },
  thesis: { csl: 'thesis', family: 'book' },
  report: { csl: 'report', family: 'book' },
  'conference-paper': {
    csl: 'paper-conference',
    family: 'article',
  },
  'newspaper-article': {
    csl: 'article-newspaper',
    family: 'article',
  },
  video: { csl: 'motion_picture', family: 'media' },
  'sound-recording': { csl: 'song', family: 'media' },
  score: { csl: 'musical_score', family: 'book' },
  map: { csl: 'map', family: 'book' },
  journal: { csl: 'periodical', family: 'journal' },
} as const;

export type Kind = keyof typeof KINDS;
/**
 * article: a part of an issue, supplied as a copy; chapter: a part of a book; book: a volume that can be
 * lent.
 */
export type KindFamily = (typeof KINDS)[Kind]['family'];
export const KIND_LIST = Object.keys(KINDS) as readonly Kind[];
/** Whether a text is one of our kinds. */
export const isKind = (value: string): value is Kind => Object.hasOwn(KINDS, value);

export const CARRIER_LIST = ['print', 'online', 'large-print', 'audiobook', 'dvd', 'cd'] as const;
export type Carrier = (typeof CARRIER_LIST)[number];

/**
 * ISO 639-1 codes that the analysis knows, with the stemmer that serves them and the ISO 639-2/B code that
 * MARC writes.
 */
export const LANGUAGES = {
  en: { stemmer: 'english', marc: 'eng' },
  de: { stemmer: 'german', marc: 'ger' },
  fr: { stemmer: 'french', marc: 'fre' },
  es: { stemmer: 'spanish', marc: 'spa' },
  it: { stemmer: 'italian', marc: 'ita' },
  pt: { stemmer: 'portuguese', marc: 'por' },
  nl: { stemmer: 'dutch', marc: 'dut' },
  sv: { stemmer: 'swedish', marc: 'swe' },
  nb: { stemmer: 'norwegian', marc: 'nob' },
  da: { stemmer: 'danish', marc: 'dan' },
  fi: { stemmer: 'finnish', marc: 'fin' },
  tr: { stemmer: 'turkish', marc: 'tur' },
  ar: { stemmer: 'arabic', marc: 'ara' },
  ru: { stemmer: 'russian', marc: 'rus' },
} as const;
export type Language = keyof typeof LANGUAGES;
export const LANGUAGE_LIST = Object.keys(LANGUAGES) as readonly Language[];
/** Whether a text is the code (ISO 639-1) of a language that we index. */
export const isLanguage = (value: string): value is Language => Object.hasOwn(LANGUAGES, value);
/** The MARC code of a language; a code that we don’t index stays as it is. */
export const marcLanguage = (code: string): string => (isLanguage(code) ? LANGUAGES[code].marc : code);
/** ISO 639-2 in its terminological form, where that is another; and Norwegian without saying which. */
const TERMINOLOGICAL = table<Language>({ deu: 'de', fra: 'fr', nld: 'nl', nor: 'nb' });
/** The language that a code means: ISO 639-1, or 639-2 in either form; null for one that is not indexed. */
export const languageNamed = (code: string): Language | null => {
  const said = code.trim().toLowerCase();
  return (
    LANGUAGE_LIST.find((l) => l === said || LANGUAGES[l].marc === said) ?? TERMINOLOGICAL.get(said) ?? null
  );
};
export const AUDIENCE_LIST = ['general', 'student', 'research', 'practice'] as const;
export type Audience = (typeof AUDIENCE_LIST)[number];

/** The upper level of kinds, in the order shown: each standing for several kinds. */
export const KIND_FAMILIES: readonly {
  readonly id: string;
  readonly kinds: readonly Kind[];
}[] = [
  {
    id: 'articles',
    kinds: [
      'research-article',
      'review-article',
      'conference-paper',
      'editorial',
      'book-review',
      'letter',
      'retraction-notice',
    ],
  },
  { id: 'books', kinds: ['book', 'chapter'] },
  { id: 'grey', kinds: ['thesis', 'report'] },
  { id: 'recordings', kinds: ['video', 'sound-recording'] },
  { id: 'sheets', kinds: ['score', 'map'] },
  { id: 'journals', kinds: ['journal'] },
  { id: 'news', kinds: ['newspaper-article'] },
];
