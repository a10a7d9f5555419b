/**
 * Call numbers in the order of the shelf: Library of Congress and Dewey, and any other scheme by its letters
 * and numbers. The class number is whole and then decimal, cutters are decimal fractions (`.F3` after `.F29`),
 * years, volumes and copies are whole numbers, and nothing stands before something.
 */

/** No call number has a longer whole number. */
const DIGITS = 9;
const whole = (digits: string): string => digits.replace(/^0+(?=\d)/, '').padStart(DIGITS, '0');
const MARKS = /\p{M}+/gu;
/** A cutter (`F32`, `F32b`), a word, or a number; what stands between them is not looked at. */
const PARTS = /(?<![A-Z])([A-Z])(\d+)([A-Z]*)|([A-Z]+)|(\d+)/g;
/** Class letters and number of the Library of Congress; the number of Dewey. */
const CLASS = /^\s*(?:([A-Z]{1,3})\s*)?(\d+)(?:\.(\d+))?/;

/** Parts are ended by what is lower than any letter or digit: so nothing stands before something. */
const END = ' ';
function restKey(rest: string): string {
  let key = '';
  for (const [, letter, decimals, suffix, word, number] of rest.matchAll(PARTS))
    key += letter ? `${letter}${decimals}${suffix}${END}` : `${word ?? whole(number ?? '')}${END}`;
  return key;
}

/**
 * A text that sorts by its code units as the call number stands on the shelf.
 * @example ['QK 569 .A4', 'QK 56 .B2', 'QK 569 .A35'].sort((a, b) => (shelfKey(a) < shelfKey(b) ? -1 : 1))
 *   // ['QK 56 .B2', 'QK 569 .A35', 'QK 569 .A4']
 */
export function shelfKey(callNumber: string): string {
  const text = callNumber.normalize('NFKD').replace(MARKS, '').toUpperCase();
  const found = CLASS.exec(text);
  if (!found) return restKey(text);
  const [all, letters = '', number = '', decimals] = found;
  const point = decimals ? `.${decimals}` : '';
  return `${letters}${END}${whole(number)}${point}${END}${restKey(text.slice(all.length))}`;
}
/** By place on the shelf; those that stand in one place, by how they are written. */
export function compareCallNumbers(a: string, b: string): number {
  const [x, y] = [shelfKey(a), shelfKey(b)];
  if (x !== y) return x < y ? -1 : 1;
  return a < b ? -1 : a > b ? 1 : 0;
}
