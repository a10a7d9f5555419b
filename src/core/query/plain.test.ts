import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MAX_WORDS, readPlain } from './plain';
import type { QueryNode } from './tree';

const show = (n: QueryNode): string => {
  switch (n.op) {
    case 'everything':
      return '*';
    case 'word':
      return `${n.field ? `${n.field}:` : ''}${n.text}${n.prefix ? '*' : ''}`;
    case 'phrase':
      return `${n.field ? `${n.field}:` : ''}"${n.text}"`;
    case 'begins':
    case 'whole':
      return `${n.field}:${n.op === 'begins' ? '^' : '='}"${n.text}"`;
    case 'code':
      return `#${n.code}:${n.value}${n.prefix ? '*' : ''}`;
    case 'near':
      return `[${show(n.left)} ${n.ordered ? '>' : '~'}${n.distance} ${show(n.right)}]`;
    case 'years':
      return `<${n.from}-${n.to}>`;
    case 'not':
      return `-${show(n.of)}`;
    default:
      return `(${n.of.map(show).join(n.op === 'and' ? ' ' : ' | ')})`;
  }
};
const read = (q: string) => show(readPlain(q).tree);
const codes = (q: string) => readPlain(q).notes.map((n) => n.code);

describe('plain syntax', () => {
  it.each([
    ['', '*'],
    ['kelp', 'kelp'],
    ['kelp farming', '(kelp farming)'],
    ['kelp AND farming', '(kelp farming)'],
    ['"food security" kelp', '("food security" kelp)'],
    ['“food security”', '"food security"'],
    ['dulse OR nori', '(dulse | nori)'],
    ['dulse OR nori -supermarket', '(dulse | (nori -supermarket))'],
    ['(dulse OR nori) -supermarket', '((dulse | nori) -supermarket)'],
    ['kelp NOT news', '(kelp -news)'],
    ['title:kelp by:"Hallgrim, Sigga"', '(title:kelp person:"Hallgrim, Sigga")'],
    ['seaw*', 'seaw*'],
    ['in:Annals', 'container:Annals'],
    ['language:de kind:book', '(#lang:de #kind:book)'],
    ['Language: the basics', '(language the basics)'],
    ['Record: a life', '(record a life)'],
    ['http://x.example', 'http://x.example'],
    ['or not and', '(or not and)'],
    ['978-99-9900-018-9', '978-99-9900-018-9'],
    ['10.5555/S1.2023.101', '#doi:10.5555/s1.2023.101'],
    ['doi:10.5555/s1.2023.101', '#doi:10.5555/s1.2023.101'],
    ['1939-1945', '1939-1945'],
    ['callno:QK570.5*', '#call:qk570.5*'],
    ['callno:"QK 570.5 .L56 2019"', '#call:qk570.5l562019'],
    ['title: (kelp OR dulse)', '(title:kelp | title:dulse)'],
    ['title:^"Edible shore"', 'title:^"Edible shore"'],
    ['title:="Edible shore"', 'title:="Edible shore"'],
    ['kelp NEAR/3 farm', '[kelp ~3 farm]'],
    ['kelp BEFORE/1 "sea lettuce" iodine', '([kelp >1 "sea lettuce"] iodine)'],
    ['volume:8 page:55-79', '(#vol:8 #page:55)'],
    ['year:2012-2020 kelp', '(<2012-2020> kelp)'],
    ['year:2012', '<2012-2012>'],
    ['year:-1990', '<null-1990>'],
  ])('%s', (q, tree) => expect(read(q)).toBe(tree));

  it('repairs and says so', () => {
    expect([read('"food security'), codes('"food security')]).toEqual([
      '"food security"',
      ['unclosed-quote'],
    ]);
    expect([read('(kelp'), codes('(kelp')]).toEqual(['kelp', ['unclosed-bracket']]);
    expect([read('kelp)'), codes('kelp)')]).toEqual(['kelp', ['stray-bracket']]);
    expect([read('kelp OR'), codes('kelp OR')]).toEqual(['kelp', ['dangling']]);
    expect([read('kelp NOT'), codes('kelp NOT')]).toEqual(['kelp', ['dangling']]);
  });
  it('cuts what is too long, and says so', () => {
    const long = readPlain(`${'kelp '.repeat(2000)}`);
    expect(long.tree.op === 'and' && long.tree.of.length).toBe(MAX_WORDS);
    expect(long.notes.map((n) => n.code)).toEqual(['shortened']);
  });
  it('every string is read, however odd, and read the same twice', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc
            .array(
              fc.constantFrom('(', ')', '"', 'OR', 'AND', 'NOT', '-', 'kelp', 'by:', ' ', 'title:x*', '*'),
            )
            .map((a) => a.join(' ')),
        ),
        (q) => {
          expect(readPlain(q)).toEqual(readPlain(q));
        },
      ),
      { numRuns: 500 },
    );
  });
});
