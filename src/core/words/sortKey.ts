/**
 * Keys that sort by their code units as an alphabet files: for engines that keep lists by keys and know no
 * alphabet. A letter's weight is its rank among the letters that are filed apart; what differs by case or
 * accents alone has one weight, so that what is typed finds its place however it is written.
 */
import { table } from '../table';
import type { Alphabet } from './filing';

/**
 * What is ranked by the alphabet: Latin, Greek, Cyrillic, Armenian, Hebrew, Arabic, and the signs between words.
 * What stands in none of these comes behind, by its code points.
 */
const RANKED = [
  [0x20, 0x0800],
  [0x1e00, 0x2c00],
  [0x3000, 0x3040],
  [0xff00, 0xff66],
] as const;
const SEVERAL = table<string>({ ß: 'ss', æ: 'ae', œ: 'oe', ĳ: 'ij', þ: 'th', ŉ: 'ʼn' });
const FIRST_WEIGHT = 0x20;
/** Above every weight of a ranked letter. */
const BEHIND = 0x3000;

/** @returns the key of a text as it is filed */
export function sortKeyBy({ compareLetters }: Pick<Alphabet, 'compareLetters'>): (filed: string) => string {
  const letters: string[] = [];
  for (const [from, to] of RANKED) for (let c = from; c < to; c++) letters.push(String.fromCodePoint(c));
  const told = letters.filter((l) => compareLetters(l, '') !== 0).sort(compareLetters);
  const weights = new Map<string, string>(letters.map((l) => [l, '']));
  let weight = FIRST_WEIGHT;
  told.forEach((l, i) => {
    if (i > 0 && compareLetters(told[i - 1] as string, l) !== 0) weight++;
    weights.set(l, String.fromCharCode(weight));
  });
  // A letter that is filed as several (ß as ss, in most alphabets æ as ae) has the weights of them.
  for (const l of told) {
    const several = SEVERAL.get(l.toLowerCase()) ?? l.normalize('NFKD').replace(/\p{M}+/gu, '');
    if ([...several].length > 1 && compareLetters(l, several) === 0)
      weights.set(l, [...several].map((one) => weights.get(one) ?? '').join(''));
  }
  const behind = (letter: string): string => {
    const code = letter.codePointAt(0) as number;
    // Two units, so that all that there are find room in order.
    return String.fromCharCode(BEHIND + (code >> 10), BEHIND + (code & 0x3ff));
  };
  return (filed) => {
    let key = '';
    for (const letter of filed.normalize('NFC')) key += weights.get(letter) ?? behind(letter);
    return key;
  };
}
