/** Tables of strings: what was packed is found, whatever room its letters take. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byCodePoint, countStrings, findString, packStrings, prefixRange, stringAt } from './strings';

describe('a table of strings', () => {
  it('has each of them at its place, and is no larger than they are', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ unit: 'grapheme', maxLength: 12 }), { maxLength: 60 }),
        (list) => {
          const sorted = [...list].sort(byCodePoint);
          const table = packStrings(sorted);
          expect(countStrings(table)).toBe(sorted.length);
          expect(sorted.map((_, i) => stringAt(table, i))).toEqual(sorted);
          expect(table.bytes.length).toBe(new TextEncoder().encode(sorted.join('')).length);
          for (const s of sorted) expect(stringAt(table, findString(table, s))).toBe(s);
        },
      ),
    ));
  it('grows where letters take three bytes each', () => {
    const sorted = Array.from({ length: 3000 }, (_, i) => `海苔${String(i).padStart(4, '0')}藻`);
    const table = packStrings(sorted);
    expect(stringAt(table, 2999)).toBe('海苔2999藻');
    expect(prefixRange(table, '海苔29')).toEqual([2900, 3000]);
    expect(findString(table, '海苔')).toBe(-1);
  });
  it('may be empty, and may have texts of any length', () => {
    expect(packStrings([])).toEqual({ bytes: new Uint8Array(), offsets: Uint32Array.of(0) });
    const long = 'é'.repeat(100_000);
    expect(stringAt(packStrings(['', long]), 1)).toBe(long);
  });
});
