/** Lines in the order in which they are drawn. */
import bidiFactory from 'bidi-js';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { lineRuns } from './lineRuns';

/** Latin and what is everybody's in one face, Arabic in another. */
const faceOf = (letter: string): number => (/\p{Script=Arabic}/u.test(letter) ? 1 : 0);
const drawn = (text: string, rightToLeft: boolean): string[] =>
  lineRuns(text, rightToLeft, faceOf, (face) => face === 1).map((r) => `${r.face}:${r.text}`);

it('goes to the right in Latin, and to the left in Arabic, whose words are set from their ends', () => {
  expect(drawn('Level 2, left', false)).toEqual(['0:Level 2, left']);
  expect(drawn('باب أخضر', true)).toEqual(['1:أخضر', '0: ', '1:باب']);
});
it('keeps numbers and names in the other direction as they are read', () => {
  expect(drawn('الترام 2 إلى Customs House', true)).toEqual([
    '0:Customs House',
    '0: ',
    '1:إلى',
    '0: ',
    '0:2',
    '0: ',
    '1:الترام',
  ]);
  expect(drawn('the word باب أخضر here', false)).toEqual([
    '0:the word ',
    '1:أخضر',
    '0: ',
    '1:باب',
    '0: here',
  ]);
});
it('turns brackets round where what they hold goes to the left', () => {
  expect(drawn('باب (أخضر).', true).join('|')).toBe('0:.(|1:أخضر|0:) |1:باب');
});
it('is what the algorithm says, whatever is mixed', () => {
  const bidi = bidiFactory();
  const letters = fc.constantFrom(...'ab 12.,()-/:أبجخ٣ש', '𝔞');
  fc.assert(
    fc.property(fc.array(letters, { maxLength: 24 }), fc.boolean(), (list, rightToLeft) => {
      const text = list.join('');
      const levels = bidi.getEmbeddingLevels(text, rightToLeft ? 'rtl' : 'ltr');
      const runs = lineRuns(
        text,
        rightToLeft,
        () => 0,
        () => false,
      );
      // Blanks at the end are the paragraph's, by rule L1; nobody sees them.
      const seen = (line: string): string => line.trim();
      expect(seen(runs.map((r) => r.text).join(''))).toBe(seen(bidi.getReorderedString(text, levels)));
    }),
    { numRuns: 400 },
  );
});
