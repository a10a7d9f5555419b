/**
 * What counting and ranking need of each document, side by side in eight words of 32 bits (half a cache line).
 *
 * A broad search touches a few per cent of a million documents. With a column per fact each of them costs a dozen misses of
 * the processor's cache, and those, not the arithmetic, are what a search took (measured: over a microsecond a match); side by
 * side they cost one. The headings and people stand behind one another in `lists` for the same reason.
 */
import type { Section } from './format';

/** A document's words begin at `doc << SHIFT`, the fact at `| ROW`: shifts and ors stay whole numbers of 32 bits, where a product becomes a float. */
export const SHIFT = 3;
export const FACTS = 1 << SHIFT;
/** Places of the facts in a document's eight words. */
export const ROW = 0;
export const JOURNAL = 1;
export const WORK = 2;
export const TITLE_RANK = 3;
/** Where the document's subjects begin in `lists`; its people follow, up to where the next document's begin. */
export const LISTS = 4;
/** Words of the title (8 bits), of its main part (8 bits), number of subjects (16 bits). */
export const LENGTHS = 5;
/** Combination (20 bits), year + 1 (12 bits; 0 = none). */
export const COMBO_YEAR = 6;
/** Worth before any question, as a 32-bit float. */
export const WORTH = 7;

export const COMBO_BITS = 20;
export const COMBO_MASK = (1 << COMBO_BITS) - 1;
const YEAR_MOST = 4094;

export interface FactColumns {
  readonly row: Uint32Array;
  readonly journal: Uint32Array;
  readonly work: Uint32Array;
  readonly titleRank: Uint32Array;
  readonly titleLength: Uint8Array;
  readonly mainLength: Uint8Array;
  readonly combo: Uint32Array;
  readonly year: Int16Array;
  readonly worth: Float32Array;
  readonly subjectStart: Uint32Array;
  readonly subject: Uint32Array;
  readonly personStart: Uint32Array;
  readonly person: Uint32Array;
}

/** Packs columns; the word behind the last document is the end of its lists. Throws when there are more combinations than fit. */
export function packFacts(c: FactColumns): { facts: Uint32Array; lists: Uint32Array } & Record<string, Section> {
  const n = c.row.length;
  const facts = new Uint32Array((n + 1) * FACTS);
  const floats = new Float32Array(facts.buffer);
  // A few places more, so that the last document's lists can be read like the others'.
  const lists = new Uint32Array(c.subject.length + c.person.length + 4);
  let at = 0;
  for (let d = 0; d < n; d++) {
    const f = d * FACTS;
    const combo = c.combo[d] as number;
    if (combo > COMBO_MASK) throw new Error(`More than ${COMBO_MASK} combinations of kind, language, source and the like.`);
    const [s, sEnd, p, pEnd] = [c.subjectStart[d], c.subjectStart[d + 1], c.personStart[d], c.personStart[d + 1]] as number[] as [
      number,
      number,
      number,
      number,
    ];
    facts[f + ROW] = c.row[d] as number;
    facts[f + JOURNAL] = c.journal[d] as number;
    facts[f + WORK] = c.work[d] as number;
    facts[f + TITLE_RANK] = c.titleRank[d] as number;
    facts[f + LISTS] = at;
    facts[f + LENGTHS] = (c.titleLength[d] as number) | ((c.mainLength[d] as number) << 8) | (Math.min(0xffff, sEnd - s) << 16);
    facts[f + COMBO_YEAR] = combo | (Math.max(0, Math.min(YEAR_MOST, c.year[d] as number) + 1) << COMBO_BITS);
    floats[f + WORTH] = c.worth[d] as number;
    for (let k = s; k < sEnd; k++) lists[at++] = c.subject[k] as number;
    for (let k = p; k < pEnd; k++) lists[at++] = c.person[k] as number;
  }
  facts[n * FACTS + LISTS] = at;
  return { facts, lists };
}

export interface Facts {
  readonly facts: Uint32Array;
  readonly lists: Uint32Array;
}
export const workAt = ({ facts }: Facts, doc: number): number => facts[(doc << SHIFT) | WORK] as number;
export const titleLengthAt = ({ facts }: Facts, doc: number): number => (facts[(doc << SHIFT) | LENGTHS] as number) & 0xff;
export const mainLengthAt = ({ facts }: Facts, doc: number): number => ((facts[(doc << SHIFT) | LENGTHS] as number) >>> 8) & 0xff;
/** The year of a document, -1 when it has none. */
export const yearAt = ({ facts }: Facts, doc: number): number => ((facts[(doc << SHIFT) | COMBO_YEAR] as number) >>> COMBO_BITS) - 1;
export const subjectsAt = ({ facts, lists }: Facts, doc: number): Uint32Array => {
  const from = facts[(doc << SHIFT) | LISTS] as number;
  return lists.subarray(from, from + ((facts[(doc << SHIFT) | LENGTHS] as number) >>> 16));
};
export const personsAt = ({ facts, lists }: Facts, doc: number): Uint32Array => {
  const from = (facts[(doc << SHIFT) | LISTS] as number) + ((facts[(doc << SHIFT) | LENGTHS] as number) >>> 16);
  return lists.subarray(from, facts[((doc + 1) << SHIFT) | LISTS]);
};
