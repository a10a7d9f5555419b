/**
 * What a style asks of a thing and its record lacks. That a thing of a kind has this or that by its nature (an
 * article stands in a journal, a book has a publisher) is known; whether a style prints it is not: it is found
 * out by setting the entry with something in its place, and looking whether it comes out. What is put in its
 * place are marks that no record has, so that the hole can be shown where the style has it.
 */
import type { CslItem } from '../model/record';

/** always: every thing of the kind has one · maybe: many have none. */
export type LackWhy = 'always' | 'maybe';
export interface Lack {
  readonly variable: string;
  readonly why: LackWhy;
}
type AnyItem = CslItem & Readonly<Record<string, unknown>>;

interface Nature {
  readonly always: readonly string[];
  readonly maybe: readonly string[];
}
const BOOK: Nature = {
  always: ['title', 'author', 'issued', 'publisher', 'publisher-place'],
  maybe: ['edition', 'ISBN'],
};
const ARTICLE: Nature = {
  always: ['title', 'author', 'issued', 'container-title', 'volume', 'page'],
  maybe: ['issue', 'DOI'],
};
const PART: Nature = {
  always: ['title', 'author', 'issued', 'container-title', 'editor', 'page', 'publisher', 'publisher-place'],
  maybe: ['edition', 'DOI'],
};
const PRESS: Nature = { always: ['title', 'issued', 'container-title'], maybe: ['author', 'page', 'URL'] };
const ONLINE: Nature = {
  always: ['title', 'issued', 'URL', 'accessed'],
  maybe: ['author', 'container-title'],
};
const MEDIUM: Nature = {
  always: ['title', 'issued', 'publisher', 'medium'],
  maybe: ['author', 'publisher-place'],
};
const BY_TYPE: ReadonlyMap<string, Nature> = new Map([
  ['article-journal', ARTICLE],
  ['review', ARTICLE],
  ['review-book', ARTICLE],
  ['article-newspaper', PRESS],
  ['article-magazine', PRESS],
  ['book', BOOK],
  ['chapter', PART],
  ['entry-dictionary', PART],
  ['entry-encyclopedia', PART],
  [
    'paper-conference',
    {
      always: ['title', 'author', 'issued', 'container-title', 'page'],
      maybe: ['publisher', 'event-title', 'event-place', 'DOI'],
    },
  ],
  [
    'thesis',
    { always: ['title', 'author', 'issued', 'genre', 'publisher'], maybe: ['publisher-place', 'URL'] },
  ],
  [
    'report',
    {
      always: ['title', 'author', 'issued', 'publisher'],
      maybe: ['number', 'publisher-place', 'genre', 'URL'],
    },
  ],
  ['webpage', ONLINE],
  ['post-weblog', ONLINE],
  ['motion_picture', MEDIUM],
  ['song', MEDIUM],
  ['musical_score', { always: ['title', 'author', 'issued', 'publisher', 'publisher-place'], maybe: [] }],
  ['map', MEDIUM],
]);
const ANY: Nature = {
  always: ['title', 'author', 'issued'],
  maybe: ['publisher', 'publisher-place', 'container-title'],
};

/** Where one of them is there, the others are not missed. */
const EITHER: readonly (readonly string[])[] = [
  ['author', 'editor', 'director', 'composer', 'translator'],
  ['page', 'number'],
  ['DOI', 'URL'],
];
const NAMES: ReadonlySet<string> = new Set(['author', 'editor']);
const DATES: ReadonlySet<string> = new Set(['issued', 'accessed']);
/** Variables that styles ask to be numbers before they print them in full. */
const NUMBERS: ReadonlySet<string> = new Set(['volume', 'issue', 'page', 'edition', 'number']);

const isThere = (item: AnyItem, variable: string): boolean => {
  const value = item[variable];
  return Array.isArray(value) ? value.length > 0 : value !== undefined && value !== null && value !== '';
};
/** What a thing of this kind could have and this one has not: what there is to find out about. */
export function couldLack(item: CslItem): readonly Lack[] {
  const own = item as AnyItem;
  const nature = BY_TYPE.get(item.type) ?? ANY;
  // Editors are the people of a collected volume; a chapter has those of its book beside its own.
  const covered = (v: string): boolean =>
    item.type === 'chapter' && v === 'editor'
      ? isThere(own, 'editor')
      : EITHER.some((group) => group.includes(v) && group.some((other) => isThere(own, other)));
  const lacks = (why: LackWhy, list: readonly string[]): Lack[] =>
    list.filter((v) => !isThere(own, v) && !covered(v)).map((variable) => ({ variable, why }));
  return [...lacks('always', nature.always), ...lacks('maybe', nature.maybe)];
}

/** Marks of the private use area around the number of a variable: no record has them, no style changes them. */
const [OPEN, CLOSE, DIGIT] = ['\ue000', '\ue001', 0xe010];
/** Numbers that stand for numbers: seven digits, of which the last tell the variable; read as `8th` at most. */
const NUMBER_FROM = 8_700_004;
const STEP = 10;
const ALL = [
  ...new Set([...BY_TYPE.values(), ANY].flatMap(({ always, maybe }) => [...always, ...maybe])),
].sort();
const codeOf = (variable: string): string => {
  const at = ALL.indexOf(variable);
  return NUMBERS.has(variable)
    ? String(NUMBER_FROM + at * STEP)
    : `${OPEN}${String.fromCharCode(DIGIT + at)}${CLOSE}`;
};
/** Bodies without a name are not all one body: each has a sign of its own behind the mark. */
const [BODY, BODIES] = [0xe100, 0x1700];
/** What stands in place of a variable, in the form that the processor takes it. */
function standIn(variable: string, n: number): unknown {
  const code = codeOf(variable);
  if (NAMES.has(variable)) return [{ literal: code + String.fromCharCode(BODY + (n % BODIES)) }];
  return DATES.has(variable) ? { literal: code } : code;
}
/**
 * The item with marks in place of some of its variables.
 * @param n where it stands among others that are set with it
 */
export const filledWith = (item: CslItem, variables: readonly string[], n = 0): CslItem => ({
  ...item,
  ...Object.fromEntries(variables.map((v) => [v, standIn(v, n)])),
});

const MARKED = new RegExp(`${OPEN}(.)${CLOSE}[\\ue100-\\uf7ff]?|(87\\d{4}4)(?:st|nd|rd|th)?`, 'gsu');
/** A text in pieces: text, and the variables whose marks stand in it. */
export function piecesOf(
  text: string,
): readonly ({ readonly text: string } | { readonly variable: string })[] {
  const pieces: ({ readonly text: string } | { readonly variable: string })[] = [];
  let at = 0;
  for (const found of text.matchAll(MARKED)) {
    const [all, sign, number] = found;
    const index = sign ? sign.charCodeAt(0) - DIGIT : (Number(number) - NUMBER_FROM) / STEP;
    const variable = ALL[index];
    if (variable === undefined) continue;
    if (found.index > at) pieces.push({ text: text.slice(at, found.index) });
    pieces.push({ variable });
    at = found.index + all.length;
  }
  if (at < text.length) pieces.push({ text: text.slice(at) });
  return pieces;
}
/** The variables whose marks came out. */
export const markedIn = (text: string): ReadonlySet<string> =>
  new Set(piecesOf(text).flatMap((p) => ('variable' in p ? [p.variable] : [])));

/** Things of which a style asks the same: of one kind, with the same variables. */
export const signatureOf = (item: CslItem): string =>
  [
    item.type,
    ...Object.keys(item)
      .filter((k) => k !== 'id' && k !== 'type' && isThere(item as AnyItem, k))
      .sort(),
  ].join(' ');
