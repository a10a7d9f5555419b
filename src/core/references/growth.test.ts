/**
 * Reading references takes no longer than they are long: each pattern over text made to make it slow, grown
 * and timed.
 */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readDoi } from '../model/identifiers';
import { trimmed } from '../text';
import { readNames } from './names';
import { READ_AT_MOST, readReference } from './read';
import { splitReferences } from './split';
import { decodeModel } from './tagger';
import { tokenise } from './tokens';

const model = decodeModel(readFileSync('public/models/references.bin'));
const SLOW: Readonly<Record<string, (n: number) => string>> = {
  'marks before “et ab”': (n) => `Lind${' ,;'.repeat(n / 3)} et ab (2019)`,
  'isbn and colons': (n) => `isbn${': '.repeat(n / 2)}`,
  'a letter a line': (n) => 'a\n'.repeat(n / 2),
  'half an address a line': (n) => 'http://\n'.repeat(n / 8),
  'one long word': (n) => 'x'.repeat(n),
  'hyphens and capitals': (n) => 'A-'.repeat(n / 2),
  dots: (n) => `Lind ${'.'.repeat(n)} x`,
  'et al again and again': (n) => 'et al, '.repeat(n / 7),
  'particles without spaces': (n) => `Lind ${'delala'.repeat(n / 6)}x`,
  'identifiers without a space': (n) => '10.1234/'.repeat(n / 8),
  'an address in one line': (n) => `${'10.1234/'.repeat(n / 8)} x`,
  'names without an end': (n) => 'Lind, A., '.repeat(n / 10),
  blanks: (n) => `Lind${' '.repeat(n)}x`,
  quotes: (n) => '“'.repeat(n),
  'quotations that only open': (n) => ' „a'.repeat(n / 3),
  'years and nothing else': (n) => '1999 '.repeat(n / 5),
  'strokes between names': (n) => 'Lind/'.repeat(n / 5),
  'pages in nothing': (n) => `Lind, A. ${' Pages 1 in'.repeat(n / 11)}`,
  'numbers a line': (n) => '1. A\n\n'.repeat(n / 6),
  'names of every object': (n) => 'constructor __proto__ toString. '.repeat(n / 32),
};
const ROUNDS = 12;
const time = (work: () => unknown): number => {
  const began = performance.now();
  work();
  return performance.now() - began;
};

describe.each(Object.entries(SLOW))('%s', (_, text) => {
  const works: readonly (readonly [string, (t: string) => unknown, number])[] = [
    ['split', (t) => splitReferences(t, model), 5_000],
    ['read', (t) => readReference(t, model), 3_000],
    ['names', (t) => readNames(t, model), 3_000],
    ['tokens', tokenise, 8_000],
  ];
  it.each(works)('%s: eight times the text does not take the square of that', (_name, work, n) => {
    work(text(n));
    // Squares take 64 times as long, however often they are timed; what another program took is gone the next
    // time, so the shortest of several rounds counts. A floor of milliseconds, under which nothing can be told.
    let [short, long] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (let round = 0; round < ROUNDS && long >= 20 * Math.max(short, 4); round++) {
      short = Math.min(
        short,
        time(() => work(text(n))),
      );
      long = Math.min(
        long,
        time(() => work(text(8 * n))),
      );
    }
    expect(long).toBeLessThan(20 * Math.max(short, 4));
  });
});

it('a bibliography of 400,000 characters is split whole', () => {
  const one =
    'Lindqvarn, T. (2017). Kelp on the plate: taste and habit. Annals of Island Nutrition, 8(2), 55–71.\n';
  const text = one.repeat(Math.floor(400_000 / one.length));
  expect(splitReferences(text, model)).toHaveLength(Math.floor(400_000 / one.length));
});
it('what is longer than any reference is read at its beginning, and kept whole', () => {
  const text = `Lindqvarn, T. (2017). Kelp on the plate. Annals of Island Nutrition, 8(2), 55–71. ${'and more '.repeat(2000)}`;
  const read = readReference(text, model);
  expect(read.text).toBe(text);
  expect(read.csl).toMatchObject({
    issued: { 'date-parts': [[2017]] },
    author: [{ family: 'Lindqvarn', given: 'T.' }],
  });
  expect(Math.max(...read.parts.map((p) => p.end))).toBeLessThanOrEqual(READ_AT_MOST);
});
it('words that every object knows are words', () => {
  const { csl, parts } = readReference(
    'Lind, A. (2019). The constructor and its __proto__. Journal of toString, 8(2), 55–71.',
    model,
  );
  expect(csl.issued).toEqual({ 'date-parts': [[2019]] });
  expect(parts.length).toBeGreaterThan(3);
});
it('marks at the ends go, and only there', () => {
  expect(trimmed(', Lind, A.; ', ' ,', ' ,;')).toBe('Lind, A.');
  expect([trimmed('', ' '), trimmed(' ,', ' ,'), trimmed('a', '')]).toEqual(['', '', 'a']);
  expect(readDoi('doi:10.5555/abc.,;')).toBe('10.5555/abc');
});
