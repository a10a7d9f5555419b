import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alphabetOf } from './filing';
import { sortKeyBy } from './sortKey';

const TEXTS = [
  'New Harbour',
  'Newark',
  'newark',
  'Ångström',
  'Zebra',
  'Öl',
  'Olsen',
  'Editor’s note',
  'Editorial',
  "O'Dea",
  '漢字',
  '仮名',
  'Ж',
  'ς',
  '',
];
const sign = (n: number): number => Math.sign(n);

describe.each(['en', 'de', 'sv', 'es', 'tr'])('keys of %s', (language) => {
  const { compareLetters } = alphabetOf(language);
  const keyOf = sortKeyBy({ compareLetters });
  const byKey = (a: string, b: string): number => {
    const [x, y] = [keyOf(a), keyOf(b)];
    return x < y ? -1 : x > y ? 1 : 0;
  };
  it('sort what people write as the alphabet does', () => {
    const scriptOf = (t: string): boolean => /\p{Script=Han}/u.test(t);
    // What no alphabet here has comes behind all of it, by its code points.
    for (const a of TEXTS)
      for (const b of TEXTS)
        if (!scriptOf(a) || !scriptOf(b)) expect(byKey(a, b), `${a} | ${b}`).toBe(sign(compareLetters(a, b)));
  });
  it('sort any words of its letters as the alphabet does', () => {
    const letter = fc.constantFrom(..."abcdefghijklmnopqrstuvwxyzåäöüßæœøéñçABCÅÄÖÉ -’'.,".split(''));
    const text = fc.array(letter, { maxLength: 8 }).map((l) => l.join(''));
    fc.assert(
      fc.property(text, text, (a, b) => {
        expect(byKey(a, b)).toBe(sign(compareLetters(a, b)));
      }),
      { numRuns: 1000 },
    );
  });
});
