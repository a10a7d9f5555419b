/**
 * The forward index in units of two bytes. A term stands in it by its *code*, its number by frequency: one unit for
 * the most frequent, a high and a low one for the rest, each in a range of its own, so that reading may begin at
 * any unit and go either way (as UTF-16 is made).
 */
import { FIELD_END, VALUE_END } from './format';

/** From here on a unit is the first of two, from `LOW` on the second. */
const HIGH = 0xc000;
const LOW = 0xe000;
const HALF_BITS = 13;
const HALF = (1 << HALF_BITS) - 1;
/** So many terms can have a code. */
export const MOST_CODES = HIGH + (1 << (2 * HALF_BITS));

/** How many units a code takes. */
export const unitsOf = (code: number): 1 | 2 => (code < HIGH ? 1 : 2);
/** Writes a code's units at a place. @returns the place behind them */
export function putCode(code: number, into: Uint16Array, at: number): number {
  if (code < HIGH) {
    into[at] = code;
    return at + 1;
  }
  into[at] = HIGH + ((code - HIGH) >>> HALF_BITS);
  into[at + 1] = LOW + ((code - HIGH) & HALF);
  return at + 2;
}
/** The code that begins at a unit. */
export function codeAt(forward: Uint16Array, p: number): number {
  const unit = forward[p] as number;
  return unit < HIGH ? unit : HIGH + (((unit - HIGH) << HALF_BITS) | ((forward[p + 1] as number) - LOW));
}
/** The place behind the code that begins at a unit. */
export const behind = (forward: Uint16Array, p: number): number =>
  p + ((forward[p] as number) < HIGH ? 1 : 2);
/** Where the code before a place begins. */
export const before = (forward: Uint16Array, p: number): number =>
  p - ((forward[p - 1] as number) < LOW ? 1 : 2);

/**
 * Codes by frequency, the marks first; what is equally frequent by number, so that the same words always give the
 * same codes.
 * @param uses how often each term stands anywhere
 */
export function codesBy(uses: Uint32Array): Uint32Array {
  const terms = Uint32Array.from(uses.keys());
  const isMark = (t: number): boolean => t === FIELD_END || t === VALUE_END;
  terms.sort(
    (a, b) =>
      Number(isMark(b)) - Number(isMark(a)) ||
      (isMark(a) ? a - b : (uses[b] as number) - (uses[a] as number) || a - b),
  );
  return inverse(terms);
}
/** The term of each code; some codes may be those of no term, where an index was amended. */
export const termsOf = (codes: Uint32Array): Uint32Array => inverse(codes);
function inverse(numbers: Uint32Array): Uint32Array {
  const out = new Uint32Array(numbers.reduce((most, c) => Math.max(most, c + 1), 0));
  for (let i = 0; i < numbers.length; i++) out[numbers[i] as number] = i;
  return out;
}
