/** What a thing is (kind) and in which form it comes (carrier): the closed lists, with the words shown for them. */

export const KINDS = {
  'research-article': {
    label: 'Research article',
    plural: 'Research articles',
    csl: 'article-journal',
    family: 'article',
  },
  'review-article': {
    label: 'Review article',
    plural: 'Review articles',
    csl: 'article-journal',
    family: 'article',
  },
  editorial: { label: 'Editorial', plural: 'Editorials', csl: 'article-journal', family: 'article' },
  'book-review': { label: 'Book review', plural: 'Book reviews', csl: 'review-book', family: 'article' },
  letter: { label: 'Letter to the editor', plural: 'Letters', csl: 'article-journal', family: 'article' },
  'retraction-notice': {
    label: 'Retraction notice',
    plural: 'Retraction notices',
    csl: 'article-journal',
    family: 'article',
  },
  book: { label: 'Book', plural: 'Books', csl: 'book', family: 'book' },
  chapter: { label: 'Chapter', plural: 'Chapters', csl: 'chapter', family: 'chapter' },
  thesis: { label: 'Thesis', plural: 'Theses', csl: 'thesis', family: 'book' },
  report: { label: 'Report', plural: 'Reports', csl: 'report', family: 'book' },
  'conference-paper': {
    label: 'Conference paper',
    plural: 'Conference papers',
    csl: 'paper-conference',
    family: 'article',
  },
  'newspaper-article': {
    label: 'Newspaper article',
    plural: 'News',
    csl: 'article-newspaper',
    family: 'article',
  },
  video: { label: 'Video', plural: 'Videos', csl: 'motion_picture', family: 'media' },
  'sound-recording': { label: 'Sound recording', plural: 'Sound recordings', csl: 'song', family: 'media' },
  score: { label: 'Musical score', plural: 'Musical scores', csl: 'musical_score', family: 'book' },
  map: { label: 'Map', plural: 'Maps', csl: 'map', family: 'book' },
  journal: { label: 'Journal', plural: 'Journals', csl: 'periodical', family: 'journal' },
} as const;

export type Kind = keyof typeof KINDS;
/** article: a part of an issue, supplied as a copy; chapter: a part of a book; book: a volume that can be lent. */
export type KindFamily = (typeof KINDS)[Kind]['family'];
export const KIND_LIST = Object.keys(KINDS) as readonly Kind[];
export const isKind = (value: string): value is Kind => Object.hasOwn(KINDS, value);

export const CARRIERS = {
  print: 'Print',
  online: 'Online',
  'large-print': 'Large print',
  audiobook: 'Audiobook',
  dvd: 'DVD',
  cd: 'CD',
} as const;
export type Carrier = keyof typeof CARRIERS;
export const CARRIER_LIST = Object.keys(CARRIERS) as readonly Carrier[];

/** ISO 639-1 codes that the analysis knows, with the stemmer that serves them and the ISO 639-2/B code that MARC writes. */
export const LANGUAGES = {
  en: { label: 'English', stemmer: 'english', marc: 'eng' },
  de: { label: 'German', stemmer: 'german', marc: 'ger' },
  fr: { label: 'French', stemmer: 'french', marc: 'fre' },
  es: { label: 'Spanish', stemmer: 'spanish', marc: 'spa' },
  it: { label: 'Italian', stemmer: 'italian', marc: 'ita' },
  pt: { label: 'Portuguese', stemmer: 'portuguese', marc: 'por' },
  nl: { label: 'Dutch', stemmer: 'dutch', marc: 'dut' },
  sv: { label: 'Swedish', stemmer: 'swedish', marc: 'swe' },
  nb: { label: 'Norwegian', stemmer: 'norwegian', marc: 'nob' },
  da: { label: 'Danish', stemmer: 'danish', marc: 'dan' },
  fi: { label: 'Finnish', stemmer: 'finnish', marc: 'fin' },
  tr: { label: 'Turkish', stemmer: 'turkish', marc: 'tur' },
} as const;
export type Language = keyof typeof LANGUAGES;
export const LANGUAGE_LIST = Object.keys(LANGUAGES) as readonly Language[];
export const isLanguage = (value: string): value is Language => Object.hasOwn(LANGUAGES, value);
export const marcLanguage = (code: string): string => (isLanguage(code) ? LANGUAGES[code].marc : code);
const otherNames = new Intl.DisplayNames('en', { type: 'language', fallback: 'code' });
/** The English name of an ISO 639 code; a code that nobody knows stays as it is. */
export function languageLabel(code: string): string {
  if (isLanguage(code)) return LANGUAGES[code].label;
  try {
    return otherNames.of(code) ?? code;
  } catch {
    return code;
  }
}

export const AUDIENCES = {
  general: 'General readers',
  student: 'Students',
  research: 'Researchers',
  practice: 'Practitioners',
} as const;
export type Audience = keyof typeof AUDIENCES;
export const AUDIENCE_LIST = Object.keys(AUDIENCES) as readonly Audience[];

/** The upper level of kinds, in the order shown: each a name for several kinds. */
export const KIND_FAMILIES: readonly {
  readonly id: string;
  readonly label: string;
  readonly kinds: readonly Kind[];
}[] = [
  {
    id: 'articles',
    label: 'Articles and papers',
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
  { id: 'books', label: 'Books and chapters', kinds: ['book', 'chapter'] },
  { id: 'grey', label: 'Theses and reports', kinds: ['thesis', 'report'] },
  { id: 'recordings', label: 'Recordings', kinds: ['video', 'sound-recording'] },
  { id: 'sheets', label: 'Scores and maps', kinds: ['score', 'map'] },
  { id: 'journals', label: 'Journals', kinds: ['journal'] },
  { id: 'news', label: 'News', kinds: ['newspaper-article'] },
];
