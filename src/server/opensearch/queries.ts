/**
 * From a query tree to the distributed engine's query language: what matches (`matchOf`, without a score) and
 * what is worth more among it (`scored`). Words go out as the terms they are indexed by.
 */
import { FIELD_WEIGHT, K1 } from '../../core/engine/build/weights';
import { COVERED } from '../../core/engine/match/closest';
import { type PhraseWord, phraseWords } from '../../core/engine/match/neighbours';
import type { EngineTree } from '../../core/engine/port/engine';
import { LEAST, PERSON_GAIN, TITLE_SHARES } from '../../core/engine/rank/weights';
import { askedWords, FIELDS, type Field, type Near, type QueryNode } from '../../core/query/tree';
import { termsFor } from '../../core/words/analysis';
import { codeTerm } from '../../core/words/codes';
import { SMALL_WORDS, words } from '../../core/words/fold';
import { inField, VALUE_BEGINS, VALUE_ENDS } from './shape';

export type Clause = Readonly<Record<string, unknown>>;

export const ALL: Clause = { match_all: {} };
export const NONE: Clause = { match_none: {} };
export const both = (filter: readonly Clause[]): Clause =>
  filter.length === 0 ? ALL : filter.length === 1 ? (filter[0] as Clause) : { bool: { filter } };
const either = (should: readonly Clause[]): Clause =>
  should.length === 1 ? (should[0] as Clause) : { bool: { should, minimum_should_match: 1 } };
const without = (clause: Clause): Clause => ({ bool: { must_not: [clause] } });

/** How often words stand in the index: known to the engine that asks. */
export interface Weighed {
  readonly word: string;
  /** Records that have it in any form. */
  readonly df: number;
  /** The forms that occur. */
  readonly terms: readonly string[];
}

const exactly = (text: string): PhraseWord[] => words(text).map((word) => ({ word, prefix: false }));
const isLetter = (text: string): boolean => /^\p{Lu}$/u.test(text);

/** A word, or the beginning of one, in a field or anywhere. */
export function wordIn({ word, prefix }: PhraseWord, field: Field | undefined): Clause {
  const at = field ? inField(field) : 'any';
  if (!prefix) return { terms: { [at]: [...new Set(termsFor(word))] } };
  const begun = { prefix: { [at]: { value: word } } };
  // Codes are indexed as words of this field.
  return field === 'number' ? either([begun, { prefix: { code: { value: word } } }]) : begun;
}

type Anchor = 'anywhere' | 'start' | 'whole';
const term = (at: string, value: string): Clause => ({ span_term: { [at]: value } });
function spanOf(at: string, { word, prefix }: PhraseWord): Clause {
  if (prefix) return { span_multi: { match: { prefix: { [at]: { value: word } } } } };
  const clauses = [...new Set(termsFor(word))].map((t) => term(at, t));
  return clauses.length === 1 ? (clauses[0] as Clause) : { span_or: { clauses } };
}
const inARow = (clauses: readonly Clause[], slop = 0): Clause =>
  clauses.length === 1 ? (clauses[0] as Clause) : { span_near: { clauses, slop, in_order: true } };
const inAnyOf = (field: Field | undefined, make: (at: string) => Clause): Clause =>
  either((field ? [field] : FIELDS).map((f) => make(inField(f))));

function phrase(parts: readonly PhraseWord[], field: Field | undefined, anchor: Anchor): Clause {
  if (parts.length === 0) return ALL;
  const [only] = parts;
  if (parts.length === 1 && only && anchor === 'anywhere') return wordIn(only, field);
  return inAnyOf(field, (at) =>
    inARow([
      ...(anchor === 'anywhere' ? [] : [term(at, VALUE_BEGINS)]),
      ...parts.map((p) => spanOf(at, p)),
      ...(anchor === 'whole' ? [term(at, VALUE_ENDS)] : []),
    ]),
  );
}

function near(node: Near): Clause {
  const [left, right] = [phraseWords(node.left), phraseWords(node.right)];
  const sides = [matchOf(node.left), matchOf(node.right)];
  if (!left.length || !right.length) return both(sides);
  const fields = FIELDS.filter((f) =>
    [node.left, node.right].every((side) => side.field === undefined || side.field === f),
  );
  if (!fields.length) return NONE;
  const span = (at: string, parts: readonly PhraseWord[]) => inARow(parts.map((p) => spanOf(at, p)));
  return both([
    ...sides,
    either(
      fields.map(inField).flatMap((at) => {
        const [a, b] = [span(at, left), span(at, right)];
        const slop = node.distance - 1;
        return node.ordered ? [inARow([a, b], slop)] : [inARow([a, b], slop), inARow([b, a], slop)];
      }),
    ),
  ]);
}

function all(of: readonly QueryNode[]): Clause {
  const small = of.every((n) => n.op === 'word' && SMALL_WORDS.has(n.text.toLowerCase()));
  const clauses = of.flatMap((n, i): Clause[] => {
    if (n.op === 'not') return [without(matchOf(n.of))];
    if (n.op !== 'word') return n.op === 'phrase' && phraseWords(n).length === 0 ? [] : [matchOf(n)];
    const parts = phraseWords(n);
    const [only] = parts;
    if (!only) return [];
    if (parts.length > 1) return [matchOf(n)];
    // Small words are passed over, unless there is nothing else or they are meant.
    return small || n.field || !SMALL_WORDS.has(only.word) || (i > 0 && isLetter(n.text)) ? [matchOf(n)] : [];
  });
  return both(clauses);
}

/** What a tree matches, as a filter. `closest` has to be weighed: see `closest`. */
export function matchOf(node: QueryNode): Clause {
  switch (node.op) {
    case 'everything':
      return ALL;
    case 'word':
    case 'phrase':
      return phrase(phraseWords(node), node.field, 'anywhere');
    case 'begins':
      return phrase(exactly(node.text), node.field, 'start');
    case 'whole':
      return phrase(exactly(node.text), node.field, 'whole');
    case 'code': {
      if (node.code === 'rec')
        return node.prefix ? { prefix: { id: { value: node.value } } } : { term: { id: node.value } };
      const code = codeTerm(node.code, node.value);
      return node.prefix ? { prefix: { code: { value: code } } } : { term: { code } };
    }
    case 'near':
      return near(node);
    case 'years':
      return {
        range: {
          year: {
            gt: 0,
            ...(node.from === null ? {} : { gte: node.from }),
            ...(node.to === null ? {} : { lte: node.to }),
          },
        },
      };
    case 'not':
      return without(matchOf(node.of));
    case 'or':
      return either(node.of.map(matchOf));
    case 'and':
      return all(node.of);
  }
}

/** The words of a tree that its matches are weighed by. */
export function weightyWords(tree: EngineTree): readonly PhraseWord[] {
  const asked =
    tree.op === 'closest'
      ? tree.words.map((word) => ({ word, prefix: false }))
      : askedWords(tree).flatMap(({ text, prefix }) => words(text).map((word) => ({ word, prefix })));
  const strong = asked.filter(({ word }) => !SMALL_WORDS.has(word));
  return [
    ...new Map((strong.length ? strong : asked).map((w) => [`${w.word}${w.prefix ? '*' : ''}`, w])).values(),
  ];
}

/** Fields by which matches are weighed; the others say little of what a record is about. */
const WEIGHED: readonly Field[] = ['title', 'person', 'subject', 'container', 'text'];
/** What a word counts beside the field in which it counts most. */
const BESIDE = 0.2;
const idfOf = (df: number, size: number): number => Math.log(1 + (size - df + 0.5) / (df + 0.5));
/** The share of `gainOf` that the title has, of matches all of whose words stand in it. */
const BY_TITLE = `
  double asked = params.asked;
  double whole = asked / Math.max(asked, doc['title_words'].size() == 0 ? 0 : doc['title_words'].value);
  double close = doc['main_words'].size() > 0 && doc['main_words'].value == asked && whole < params.main ? params.main : whole;
  return 1 + params.gain + params.close * close * close;`;
/**
 * The same matches with what each is worth. A word weighs by how rare it is in all its forms together (a form that
 * only one language has is not rarer for it), by the field in which it counts most; then the embedded engine's own
 * gains: all words in the title, the more the less else it has, or among the people.
 * @param known the words of the tree with the forms that occur
 * @param size records in the index
 */
export function scored(tree: QueryNode, known: ReadonlyMap<string, Weighed>, size: number): Clause {
  const asked = weightyWords(tree);
  const stands = (word: PhraseWord, field: Field): Clause =>
    word.prefix ? wordIn(word, field) : { terms: { [inField(field)]: known.get(word.word)?.terms ?? [] } };
  const should = asked.map((word): Clause => {
    const idf = word.prefix ? 1 : idfOf(known.get(word.word)?.df ?? 0, size);
    return {
      dis_max: {
        tie_breaker: BESIDE,
        queries: WEIGHED.map((field) => {
          const weight = FIELD_WEIGHT[FIELDS.indexOf(field)] as number;
          return { constant_score: { filter: stands(word, field), boost: (idf * weight) / (weight + K1) } };
        }),
      },
    };
  });
  const strong = asked.filter(({ word }) => !SMALL_WORDS.has(word));
  const allIn = (field: Field): Clause => both(strong.map((w) => stands(w, field)));
  return {
    function_score: {
      query: {
        bool: {
          filter: [matchOf(tree)],
          should: [...should, { constant_score: { filter: ALL, boost: LEAST } }],
        },
      },
      functions: [
        { field_value_factor: { field: 'worth' } },
        ...(strong.length
          ? [
              {
                filter: allIn('title'),
                script_score: {
                  script: {
                    lang: 'painless',
                    source: BY_TITLE,
                    params: {
                      asked: strong.length,
                      gain: TITLE_SHARES.gain,
                      close: TITLE_SHARES.close,
                      main: TITLE_SHARES.mainTitle,
                    },
                  },
                },
              },
              { filter: allIn('person'), weight: 1 + PERSON_GAIN },
            ]
          : []),
      ],
      score_mode: 'multiply',
      boost_mode: 'multiply',
    },
  };
}

/** Whole words, and how much of the question's weight they are, in one number: each hit is worth two and its share. */
const A_HIT = 2;
const CLOSE_ENOUGH = `
  double sum = _score;
  double hit = Math.floor((sum + 0.00001) / ${A_HIT}.0);
  if (hit < params.least) return 0;
  double ofWords = sum - hit * ${A_HIT}.0;
  double ofTitle = hit / Math.max(hit, doc['title_words'].size() == 0 ? 0 : doc['title_words'].value);
  if (ofWords < params.covered && ofTitle < params.covered) return 0;
  return 2 * ofTitle * ofWords / Math.max(0.000001, ofTitle + ofWords);`;
/**
 * The closest titles: the engine counts and weighs the words that stand in a title, and a line of its own
 * language judges whether they cover enough of it, or it of them.
 * @param size records in the index
 */
export function closest(known: readonly Weighed[], size: number): Clause {
  const there = known.filter((w) => w.df > 0);
  const idf = (df: number): number => idfOf(df, size);
  const weight = there.reduce((sum, w) => sum + idf(w.df), 0);
  if (!there.length || weight <= 0) return NONE;
  return {
    script_score: {
      query: {
        bool: {
          should: there.map((w) => ({
            constant_score: {
              filter: { terms: { [inField('title')]: w.terms } },
              boost: A_HIT + idf(w.df) / weight,
            },
          })),
          minimum_should_match: 1,
        },
      },
      script: {
        lang: 'painless',
        source: CLOSE_ENOUGH,
        params: { least: there.length > 1 ? 2 : 1, covered: COVERED },
      },
      min_score: 0.0001,
    },
  };
}

/** What stands near in one value of a field, in whatever order. */
export const together = (field: Field, list: readonly string[]): Clause => {
  const at = inField(field);
  const clauses = list.map((word) => spanOf(at, { word, prefix: false }));
  return clauses.length === 1
    ? (clauses[0] as Clause)
    : { span_near: { clauses, slop: VALUE_LENGTH, in_order: false } };
};
/** Longer than any name, shorter than what lies between two values. */
const VALUE_LENGTH = 200;
