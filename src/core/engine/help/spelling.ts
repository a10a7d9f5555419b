/**
 * Spelling: which words of the index lie close to one that was typed. Every word is filed under itself and
 * under each of its forms with one letter left out; two words that differ by one letter (left out, put in,
 * changed, swapped with its neighbour) share a form, so they are found by a handful of look-ups instead of a
 * walk through the dictionary. (The idea of shared deletions: Mor and Fraenkel, "A hash code method for
 * detecting and correcting spelling errors", 1982.)
 */

import type { Section } from '../format/format';
import { hashOf } from '../format/hash';
import { byCodePoint, packStrings, type StringTable, stringAt } from '../format/strings';
import type { SpellingCount } from '../port/engine';

const SHORTEST = 4;
const LONGEST = 24;

/** Words with digits, very short and very long ones are neither corrected nor corrected to. */
export const isSpelt = (word: string): boolean =>
  word.length >= SHORTEST && word.length <= LONGEST && !/\d/.test(word);
/** Letters by which what was meant may differ: in a short word, one. */
export const mostOff = (word: string): number => (word.length < 6 ? 1 : 2);
export const byNearness = (a: SpellingCount, b: SpellingCount): number =>
  a.distance - b.distance || b.count - a.count || (a.word < b.word ? -1 : 1);

function formsOf(word: string): string[] {
  const forms = new Set([word]);
  for (let i = 0; i < word.length; i++) forms.add(word.slice(0, i) + word.slice(i + 1));
  return [...forms];
}

/** Files the words with their counts. */
export function buildSpelling(counts: ReadonlyMap<string, number>): Record<string, Section> {
  const words = [...counts.keys()].filter(isSpelt).sort(byCodePoint);
  const pairs: { hashes: number[]; words: number[] } = { hashes: [], words: [] };
  words.forEach((w, i) => {
    for (const f of formsOf(w)) {
      pairs.hashes.push(hashOf(f));
      pairs.words.push(i);
    }
  });
  // Hash and word in one number, so that a typed array sorts them natively: 32 bits and 21 bits fit a double
  // exactly.
  const keys = Float64Array.from(pairs.hashes, (h, i) => h * 2 ** 21 + (pairs.words[i] as number)).sort();
  const spellHash = new Uint32Array(keys.length);
  const spellWord = new Uint32Array(keys.length);
  keys.forEach((k, i) => {
    spellHash[i] = Math.floor(k / 2 ** 21);
    spellWord[i] = k % 2 ** 21;
  });
  const table = packStrings(words);
  return {
    spellBytes: table.bytes,
    spellOffsets: table.offsets,
    spellCount: Uint32Array.from(words, (w) => counts.get(w) as number),
    spellHash,
    spellWord,
  };
}

/**
 * Letters changed, put in, left out or swapped with a neighbour (optimal string alignment), given up above
 * `most`.
 */
export function distance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let d = Math.min(
        (last[j] as number) + 1,
        (row[j - 1] as number) + 1,
        (last[j - 1] as number) + (same ? 0 : 1),
      );
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        d = Math.min(d, (before[j - 2] as number) + 1);
      row.push(d);
      if (d < least) least = d;
    }
    if (least > most) return most + 1;
    before = last;
    last = row;
  }
  return last[b.length] as number;
}

export interface SpellingData {
  readonly spell: StringTable;
  readonly spellCount: Uint32Array;
  readonly spellHash: Uint32Array;
  readonly spellWord: Uint32Array;
}

/**
 * Words of the index close to a folded word, nearest first, then the more frequent. The word itself is left
 * out.
 */
export function spellingsOf(word: string, data: SpellingData, limit = 6): SpellingCount[] {
  if (!isSpelt(word)) return [];
  const most = mostOff(word);
  const { spellHash, spellWord, spellCount, spell } = data;
  const found = new Map<number, SpellingCount>();
  for (const form of formsOf(word)) {
    const hash = hashOf(form);
    let lo = 0;
    let hi = spellHash.length;
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if ((spellHash[mid] as number) < hash) lo = mid + 1;
      else hi = mid;
    }
    for (; spellHash[lo] === hash; lo++) {
      const i = spellWord[lo] as number;
      if (found.has(i)) continue;
      const text = stringAt(spell, i);
      const d = distance(word, text, most);
      if (d > 0 && d <= most) found.set(i, { word: text, distance: d, count: spellCount[i] as number });
    }
  }
  return [...found.values()].sort(byNearness).slice(0, limit);
}
