/** The syntaxes against each other: whatever tree is written in one is read back as the same tree. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isbn13 } from '../model/identifiers';
import { printCql, readCql } from './cql';
import { printPlain, readPlain } from './plain';
import { printRows, type Row, readRows } from './rows';
import { FIELDS, type Field, join, type QueryNode } from './tree';

const ISBN = isbn13('990000052');
const tame = fc.constantFrom(
  'kelp',
  'dulse',
  'Brandsæter',
  'small-scale',
  'iodine',
  'L’algue',
  'what?',
  'or',
  'and',
  'prox',
  'any',
  'c++',
  'all',
  'x',
  '2019',
  'sortby',
);
/** What is syntax somewhere, as a word. */
const hostile = fc.constantFrom(
  ...'OR AND NOT NEAR/3 BEFORE/1 or any prox sortby within -foo --x ^foo =foo by:smith by: in:x f(x) ( ) a"b " “so” „ \\ a\\b a\\ \\* * ** x* x*y ? k?lp ^ a^b = == <> / a/b 10.5555/ab.c 9789900000525 7000-9910 ISSN isbn: doi 1999-2004 title constructor __proto__ toString year:2012 & # % 海藻 é'.split(
    ' ',
  ),
);
const anyWord = fc
  .oneof(
    fc.string({ minLength: 1, maxLength: 6 }),
    fc.string({ unit: 'grapheme', minLength: 1, maxLength: 4 }),
  )
  .map((w) => w.normalize('NFC').replace(/\s/g, ''))
  .filter((w) => w !== '');
const word = fc.oneof(
  { weight: 3, arbitrary: tame },
  { weight: 2, arbitrary: hostile },
  { weight: 1, arbitrary: anyWord },
);
const field = fc.constantFrom<Field | undefined>(undefined, ...FIELDS);
const known = fc.constantFrom<Field>(...FIELDS);
const words = fc.array(word, { minLength: 1, maxLength: 4 }).map((w) => w.join(' '));
const inField = (f: Field | undefined) => (f ? { field: f } : {});
const wordNode = fc.record({ text: word, f: field, prefix: fc.boolean() }).map(
  ({ text, f, prefix }): QueryNode => ({
    op: 'word',
    text,
    ...inField(f),
    ...(prefix ? { prefix: true } : {}),
  }),
);
const phraseNode = fc
  .record({ text: words, f: field, mask: fc.option(fc.nat({ max: 3 }), { nil: undefined }) })
  .map(({ text, f, mask }): QueryNode => {
    const masks = mask !== undefined && mask < text.split(' ').length ? { masks: [mask] } : {};
    return { op: 'phrase', text, ...inField(f), ...masks };
  });
const leaf = fc.oneof(
  wordNode,
  phraseNode,
  fc
    .record({ text: words, f: known, op: fc.constantFrom('begins', 'whole') })
    .map(({ text, f, op }): QueryNode => ({ op, text, field: f }) as QueryNode),
  fc.constantFrom<QueryNode>(
    { op: 'code', code: 'doi', value: '10.5555/a*b?^' },
    { op: 'code', code: 'doi', value: '10.5555/“a”\\' },
    { op: 'code', code: 'isbn', value: ISBN },
    { op: 'code', code: 'doi', value: '10.5555/(a)b' },
    { op: 'code', code: 'call', value: 'qk570.5l56', prefix: true },
    { op: 'code', code: 'vol', value: '14' },
    { op: 'code', code: 'lang', value: 'de' },
    { op: 'code', code: 'kind', value: 'article-journal' },
    { op: 'code', code: 'rec', value: 'tu0000044' },
  ),
  fc
    .record({
      a: fc.integer({ min: 1800, max: 1950 }),
      b: fc.integer({ min: 1951, max: 2026 }),
      k: fc.nat({ max: 2 }),
    })
    .map(({ a, b, k }): QueryNode => ({ op: 'years', from: k === 1 ? null : a, to: k === 2 ? null : b })),
  fc
    .record({
      left: fc.oneof(wordNode, phraseNode),
      right: fc.oneof(wordNode, phraseNode),
      distance: fc.integer({ min: 1, max: 20 }),
      ordered: fc.boolean(),
    })
    .map((n): QueryNode => ({ op: 'near', ...n }) as QueryNode),
);
const tree: fc.Arbitrary<QueryNode> = fc.letrec<{ tree: QueryNode }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 3 },
    leaf,
    fc.array(tie('tree'), { minLength: 2, maxLength: 3 }).map((of) => join('and', of)),
    fc.array(tie('tree'), { minLength: 2, maxLength: 3 }).map((of) => join('or', of)),
    tie('tree').map((of): QueryNode => (of.op === 'everything' ? of : { op: 'not', of })),
  ),
})).tree;

describe('printing and reading back gives the same tree', () => {
  it('plain', () => {
    fc.assert(
      fc.property(tree, (t) => {
        expect(readPlain(printPlain(t)).tree).toEqual(t);
      }),
      { numRuns: 1500 },
    );
  });
  it('CQL', () => {
    fc.assert(
      fc.property(tree, (t) => {
        expect(readCql(printCql(t))).toEqual({ tree: t, sort: null });
      }),
      { numRuns: 1500 },
    );
  });
  it('plain → CQL → plain, for whatever is typed', () => {
    const typed = fc.oneof(
      fc.string(),
      fc
        .array(
          fc.constantFrom(
            'kelp',
            '"food security"',
            'OR',
            '-',
            '(',
            ')',
            'by:',
            'title:',
            'x*',
            'NEAR/2',
            'year:2000-',
            '?',
            '^',
            '\\',
          ),
          { maxLength: 9 },
        )
        .map((a) => a.join(' ')),
    );
    fc.assert(
      fc.property(typed, (q) => {
        const first = readPlain(q).tree;
        const cql = readCql(printCql(first));
        expect(cql, printCql(first)).toMatchObject({ tree: first });
      }),
      { numRuns: 1500 },
    );
  });
  it('rows', () => {
    fc.assert(
      fc.property(tree, (t) => {
        expect(readRows(printRows(t))).toEqual(t);
      }),
      { numRuns: 1500 },
    );
  });
  it('rows made by hand keep their fields, relations and texts', () => {
    const row = (more: Partial<Row>): Row => ({
      join: 'and',
      field: 'title',
      relation: 'all',
      text: 'kelp farming',
      ...more,
    });
    for (const rows of [
      [row({})],
      [row({ relation: 'phrase' }), row({ join: 'or', field: 'by', text: 'Lindqvarn' })],
      [
        row({ relation: 'begins', field: 'in', text: 'Annals of' }),
        row({ join: 'not', field: 'subject', relation: 'phrase', text: 'Food supply' }),
      ],
      [row({ field: 'isbn', text: ISBN })],
    ]) {
      const back = printRows(readRows(rows));
      expect(back.map(({ field: f, relation, text }) => ({ f, relation, text: text.toLowerCase() }))).toEqual(
        rows.map((r) => ({ f: r.field, relation: r.relation, text: r.text.toLowerCase() })),
      );
    }
  });
});

describe('CQL', () => {
  const read = (q: string) => {
    const r = readCql(q);
    return 'problem' in r ? r.problem : printPlain(r.tree);
  };
  it.each([
    ['kelp', 'kelp'],
    ['"food security"', '"food security"'],
    ['dc.title = kelp and dc.creator = Hallgrim', 'title:kelp by:Hallgrim'],
    ['kelp or dulse and nori', '(kelp OR dulse) nori'],
    ['kelp not news', 'kelp NOT news'],
    ['dc.title all "kelp farming"', 'title:kelp title:farming'],
    ['dc.title any "kelp dulse"', 'title:kelp OR title:dulse'],
    ['dc.title == "The edible shore"', 'title:="The edible shore"'],
    ['dc.title = "^The edible"', 'title:^"The edible"'],
    ['seaw*', 'seaw*'],
    ['kelp prox/distance<=3/ordered farm', 'kelp BEFORE/3 farm'],
    ['kelp prox farm', 'kelp NEAR/1 farm'],
    ['dc.date within "2012 2020"', 'year:2012-2020'],
    ['dc.date > 2012', 'year:2013-'],
    ['dc.title =/stem/relevant kelp', 'title:kelp'],
    ['> dc = "info:srw/context-set/1/dc-v1.1" dc.title = kelp', 'title:kelp'],
    ['> x = "info:srw/context-set/1/dc-v1.1" x.title = kelp', 'title:kelp'],
    ['> "info:srw/context-set/1/dc-v1.1" title = kelp', 'title:kelp'],
    ['> dc = "info:srw/cql-context-set/1/bib-v1" dc.titleHost = kelp', 'in:kelp'],
    ['bath.title = kelp', 'title:kelp'],
    ['dc.date = 2019-03-05', 'year:2019'],
    ['dc.date within "2012-01 2020-12-31"', 'year:2012-2020'],
    ['dc.date = "2012-2020"', 'year:2012-2020'],
    [
      'dc.language = ger and dc.type any "book paper_conference"',
      'language:de (kind:book OR kind:paper-conference)',
    ],
    ['rec.identifier = tu0000044', 'record:tu0000044'],
    ['> r = "info:srw/cql-context-set/2/rec-1.1" r.identifier = a1', 'record:a1'],
  ])('%s', (q, plain) => expect(read(q)).toBe(plain));
  it.each([
    ['kelp and', 10, 8],
    ['(kelp', 13, 5],
    ['kelp)', 13, 4],
    ['"kelp', 14, 0],
    ['dc.colour = red', 16, 0],
    ['zoo.title = kelp', 15, 0],
    ['dc.title =/fuzzy kelp', 20, 11],
    ['dc.title < kelp', 22, 11],
    ['dc.title = ""', 27, 11],
    ['k?lp', 28, 0],
    ['bib.isbn = 123', 36, 11],
    ['dc.language = klingon', 36, 14],
    ['dc.type any "book spaceship"', 36, 12],
    ['> x = "info:nosuch" x.title = kelp', 15, 6],
    ['> x =', 10, 5],
    ['kelp prox/unit=paragraph farm', 42, 10],
    ['kelp sortBy dc.creator', 80, 12],
  ])('%s is diagnostic %i at %i', (q, code, at) => expect(read(q)).toMatchObject({ code, at }));
  it('sorts', () => {
    expect(readCql('kelp sortBy dc.date/sort.descending')).toMatchObject({ sort: 'newest' });
    expect(readCql('kelp sortBy dc.title')).toMatchObject({ sort: 'title' });
  });
  it('any string is read or refused, never thrown', () => {
    fc.assert(
      fc.property(fc.string(), (q) => {
        expect(typeof readCql(q)).toBe('object');
      }),
    );
  });
});
