/**
 * How a record stands in the distributed engine: the mapping, and the document made of a record. Words are
 * analysed here and not there, so that both engines find the same; the engine only splits them at spaces.
 *
 * `in_<field>` has the terms of a field, each value between two marks that no word can be, so that what begins
 * a value, or is all of it, is a phrase like any other. `of_<group>` has the values that are counted.
 */
import type { AccessItem } from '../../core/access/options';
import { has } from '../../core/access/placeSets';
import { type RowLayout, rowLayout, summarise } from '../../core/access/summary';
import { beginningsIn } from '../../core/engine/help/suggest';
import { ownWorthOf } from '../../core/engine/rank/weights';
import { fullName } from '../../core/model/describe';
import type { Library } from '../../core/model/library';
import { peerReviewOf } from '../../core/model/peerReview';
import { languageOf, yearOfRecord } from '../../core/model/record';
import { parseDay } from '../../core/model/time';
import type { Group } from '../../core/query/request';
import { FIELDS, type Field } from '../../core/query/tree';
import { shelfKey } from '../../core/shelf/callNumber';
import { termOf } from '../../core/words/analysis';
import { codesOf } from '../../core/words/codes';
import { fieldTexts } from '../../core/words/fieldTexts';
import { alphabetOf, bareLetter, filedName, filedTitle, initialOf } from '../../core/words/filing';
import { words } from '../../core/words/fold';
import { suggestKey, titleKey } from '../../core/words/keys';
import { sortKeyBy } from '../../core/words/sortKey';
import { mainWords, strongWords } from '../../core/words/titleWords';

/** Raised with every change of the mapping or of what is written into it: what was filled by another is filled again. */
export const SHAPE = 2;

export const [VALUE_BEGINS, VALUE_ENDS] = ['\u0001', '\u0002'];
/** Between the parts of a key that is sorted by; below every letter's weight. */
export const PART = '\u0001';
/** Positions between two values of a field: no phrase reaches over them. */
export const APART = 1000;
/** Keys are cut here; the engine takes no longer ones. */
const KEY_LENGTH = 300;

export const inField = (field: Field): string => `in_${field}`;
export const ofGroup = (group: Group): string => `of_${group}`;
/** Groups whose values stand in the documents; the others are worked out of the access rows. */
export const STORED_GROUPS = [
  'kind',
  'language',
  'peer',
  'subject',
  'person',
  'journal',
  'place',
  'carrier',
  'audience',
  'source',
] as const satisfies readonly Group[];
export type StoredGroup = (typeof STORED_GROUPS)[number];
export const FILED = ['people', 'titles', 'subjects', 'journals'] as const;

const keyword = { type: 'keyword' };
const terms = { type: 'text', analyzer: 'terms', position_increment_gap: APART };
/** Words that are looked for, and weigh nothing. */
const bare = { type: 'text', analyzer: 'terms', norms: false, index_options: 'docs' };
const named = (names: readonly string[], type: object) => Object.fromEntries(names.map((n) => [n, type]));

/** What is looked for, counted and sorted by, and never read: kept in its lists alone, and not beside the record. */
const LOOKED_FOR_ONLY = ['in_*', 'any', 'written', 'begin_*', 'filed_*', 'initial_*', 'code', 'title_key'];
/** @param meta what the filling says of itself, read at every start */
export const mappingOf = (meta: object) => ({
  _meta: meta,
  dynamic: 'strict',
  _source: { excludes: LOOKED_FOR_ONLY },
  properties: {
    id: keyword,
    digest: { ...keyword, index: false },
    order: { type: 'long' },
    added: { type: 'integer' },
    year: { type: 'short' },
    ...named(FIELDS.map(inField), terms),
    any: bare,
    code: keyword,
    written: bare,
    title_words: { type: 'short' },
    main_words: { type: 'short' },
    worth: { type: 'float' },
    ...named(STORED_GROUPS.map(ofGroup), keyword),
    about: keyword,
    container_key: keyword,
    work: keyword,
    line: keyword,
    row: { type: 'integer' },
    references: keyword,
    title_key: keyword,
    ...named(['person', 'subject', 'journal'].map(beginningsOf), keyword),
    ...named(
      FILED.flatMap((list) => [filedIn(list), initialIn(list)]),
      keyword,
    ),
    shelf: keyword,
    shelf_at: keyword,
    record: { type: 'object', enabled: false },
  },
});
export const settingsOf = (shards: number, replicas: number) => ({
  number_of_shards: shards,
  number_of_replicas: replicas,
  // Nothing is looked for while it is filled, and a filling that was broken off is thrown away.
  refresh_interval: '-1',
  translog: { durability: 'async' },
  max_result_window: 110_000,
  max_terms_count: 1_000_000,
  analysis: { analyzer: { terms: { type: 'custom', tokenizer: 'whitespace', filter: [] } } },
});
export const beginningsOf = (kind: string): string => `begin_${kind}`;
export const filedIn = (list: string): string => `filed_${list}`;
export const initialIn = (list: string): string => `initial_${list}`;

/** A document but for its place in the order and the number of its access row. */
export type Document = Readonly<Record<string, unknown>> & { readonly id: string; readonly line: string };
export interface MadeDocument {
  readonly document: Document;
  readonly row: Uint16Array;
}

/** What a place on the shelf is sorted by, and all that is said of it. */
export interface ShelfParts {
  readonly callNumber: string;
  readonly campus: string;
  readonly id: string;
}
const shelfOf = ({ callNumber, campus, id }: ShelfParts): string =>
  [shelfKey(callNumber), callNumber, id, campus].join(PART);
export const partsOfShelf = (value: string): ShelfParts => {
  const [, callNumber = '', id = '', campus = ''] = value.split(PART).slice(-4);
  return { callNumber, campus, id };
};

/** Makes documents of a library's records. */
export function documents(library: Library): (item: AccessItem) => MadeDocument {
  const layout: RowLayout = rowLayout(library);
  const language = library.language ?? 'en';
  const filing = filingIn(language);
  return (item) => {
    const { record: r } = item;
    const texts = fieldTexts(r, library.language);
    const spelt = texts.map((values) => values.map(({ text }) => words(text)));
    const inTerms = spelt.map((values, f) =>
      values.map((value, v) => value.map((w) => termOf(w, texts[f]?.[v]?.language as string))),
    );
    const codes = codesOf(r);
    const row = summarise(item, library, layout);
    const year = yearOfRecord(r.csl);
    const journal = r.csl['container-title'];
    const people = [...new Set([...(r.csl.author ?? []), ...(r.csl.editor ?? [])].map(fullName))];
    const subjects = [...new Set(r.subjects)];
    const about = [...new Set((r.about ?? []).map(fullName))];
    const line = r.work ?? r.id;
    const shelved = [...new Map((r.copies ?? []).map((c) => [`${c.campus} ${c.callNumber}`, c])).values()]
      .filter(({ campus }) => library.campuses.some((c) => c.id === campus))
      .map(({ callNumber, campus }) => ({ campus, at: shelfOf({ callNumber, campus, id: r.id }) }));
    const document: Document = {
      id: r.id,
      line,
      ...(r.work ? { work: r.work } : {}),
      added: r.added ? (parseDay(r.added) ?? 0) : 0,
      ...(year === null ? {} : { year }),
      ...Object.fromEntries(
        FIELDS.map((field, f) => [
          inField(field),
          (inTerms[f] ?? []).map((value) => [VALUE_BEGINS, ...value, VALUE_ENDS].join(' ')),
        ]),
      ),
      any: [...new Set([...inTerms.flat(2), ...codes])].join(' '),
      code: codes,
      written: [...new Set(spelt.flat(2))].join(' '),
      title_words: strongWords(texts[0]?.[0]?.text ?? ''),
      main_words: mainWords(r.csl.title),
      worth: ownWorthOf(r.kind, year ?? -1),
      of_kind: r.kind,
      of_language: r.languages.slice(0, 1),
      of_peer: peerReviewOf(r, item.journal).status,
      of_subject: subjects,
      of_person: people,
      of_journal: journal ? [journal] : [],
      of_place: library.campuses.flatMap((c, i) => (has(row, layout.presence, i) ? [c.id] : [])),
      of_carrier: r.carrier,
      of_audience: r.audience ? [r.audience] : [],
      of_source: r.source,
      about,
      container_key: journal ? [words(journal).join(' ')].filter(Boolean) : [],
      references: [...new Set(r.references ?? [])],
      title_key: cut(titleKey(r.csl.title)),
      begin_person: people.flatMap(beginnings),
      begin_subject: subjects.flatMap(beginnings),
      begin_journal: journal ? beginnings(journal) : [],
      ...filing.of('people', [...new Set([...people, ...about])].map(filedBy(filedName))),
      ...filing.of('titles', [{ text: r.csl.title, filed: filedTitle(r.csl.title, languageOf(r)) }]),
      ...filing.of('subjects', subjects.map(filedBy(filedName))),
      ...filing.of('journals', journal ? [filedBy(filedName)(journal)] : []),
      shelf: shelved.map((s) => s.at),
      shelf_at: shelved.map((s) => `${s.campus}${PART}${s.at}`),
      record: r,
    };
    return { document, row };
  };
}
/** As keys, and what stands in them, are cut. */
export const cut = (text: string): string => text.slice(0, KEY_LENGTH);
const beginnings = (text: string): string[] =>
  beginningsIn(suggestKey(text)).map((begun) => `${begun.text}${PART}${text}`);

interface Filed {
  readonly text: string;
  readonly filed: string;
}
const filedBy =
  (form: (text: string) => string) =>
  (text: string): Filed => ({ text, filed: form(text) });

/** The keys by which lists are walked through, in the alphabet of a language. */
export function filingIn(language: string) {
  const alphabet = alphabetOf(language);
  const sortKey = sortKeyBy(alphabet);
  const keyOf = (filed: string): string => cut(sortKey(filed));
  return {
    alphabet,
    keyOf,
    of: (list: (typeof FILED)[number], rows: readonly Filed[]): Record<string, string[]> => ({
      [filedIn(list)]: rows.map(({ text, filed }) => `${keyOf(filed)}${PART}${cut(text)}`),
      [initialIn(list)]: [
        ...new Set(
          rows
            .map(({ filed }) => initialOf(filed))
            .filter(Boolean)
            .map((l) => bareLetter(l, alphabet)),
        ),
      ],
    }),
  };
}
export type Filing = ReturnType<typeof filingIn>;
