/** Codes are read from either side as they were written, frequent ones in one unit, and all of them given back. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { FIELD_END, VALUE_END } from './format';
import { before, behind, codeAt, codesBy, MOST_CODES, putCode, termsOf, unitsOf } from './wordCodes';

const code = fc.oneof(fc.nat({ max: 0xc010 }), fc.integer({ min: 0xbff0, max: MOST_CODES - 1 }));

it('what is written is read forwards and backwards', () => {
  fc.assert(
    fc.property(fc.array(code, { maxLength: 50 }), (codes) => {
      const forward = new Uint16Array(2 * codes.length);
      let end = 0;
      for (const c of codes) end = putCode(c, forward, end);
      expect(end).toBe(codes.reduce((sum, c) => sum + unitsOf(c), 0));
      const read: number[] = [];
      for (let p = 0; p < end; p = behind(forward, p)) read.push(codeAt(forward, p));
      expect(read).toEqual(codes);
      const back: number[] = [];
      for (let p = end; p > 0; ) {
        p = before(forward, p);
        back.push(codeAt(forward, p));
      }
      expect(back.reverse()).toEqual(codes);
    }),
  );
});
it('a unit that is a mark is a mark, and nothing else looks like one', () => {
  fc.assert(
    fc.property(code, (c) => {
      const forward = new Uint16Array(2);
      const end = putCode(c, forward, 0);
      for (const unit of forward.subarray(0, end)) expect(unit <= VALUE_END).toBe(c <= VALUE_END);
    }),
  );
});
it('codes go by frequency behind the marks, and have their terms', () => {
  fc.assert(
    fc.property(fc.array(fc.nat({ max: 9 }), { minLength: 2, maxLength: 60 }), (counts) => {
      const uses = Uint32Array.from(counts);
      const codes = codesBy(uses);
      expect([codes[FIELD_END], codes[VALUE_END]]).toEqual([FIELD_END, VALUE_END]);
      const terms = termsOf(codes);
      expect([...terms].sort((a, b) => a - b)).toEqual(counts.map((_, t) => t));
      codes.forEach((c, t) => {
        expect(terms[c]).toBe(t);
      });
      const byCode = [...terms.slice(2)].map((t) => [counts[t] as number, t] as const);
      expect(byCode).toEqual([...byCode].sort(([x, a], [y, b]) => y - x || a - b));
    }),
  );
});
