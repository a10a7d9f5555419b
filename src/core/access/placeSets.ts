/** Sets of campuses, numbered: which records stand where, for any number of campuses. */

/** Campuses that one word of a set holds. */
export const CAMPUSES_A_WORD = 16;
/** Words that a set of so many needs; one at least. */
export const wordsFor = (count: number): number => Math.max(1, Math.ceil(count / CAMPUSES_A_WORD));
/** Sets bit `i` in the set that begins at `from`. */
export function addTo(words: Uint16Array, from: number, i: number): void {
  const at = from + (i >> 4);
  words[at] = (words[at] as number) | (1 << (i & 15));
}
/** Is bit `i` in the set that begins at `from`? */
export const has = (words: Uint16Array, from: number, i: number): boolean =>
  (((words[from + (i >> 4)] as number) >> (i & 15)) & 1) === 1;
/** Is there any bit in the set of `length` words that begins at `from`? */
export function hasAny(words: Uint16Array, from: number, length: number): boolean {
  for (let k = from; k < from + length; k++) if (words[k] !== 0) return true;
  return false;
}

export class PlaceSets {
  readonly #sets: Uint16Array;
  readonly #width: number;
  readonly #members: (readonly number[] | undefined)[] = [];
  /** @param width words a set */
  constructor(sets: Uint16Array, width: number) {
    this.#sets = sets;
    this.#width = width;
  }
  get size(): number {
    return this.#sets.length / this.#width;
  }
  /** The campuses of a set, by their positions in the library. */
  of(set: number): readonly number[] {
    let known = this.#members[set];
    if (!known) {
      known = Array.from({ length: this.#width * CAMPUSES_A_WORD }, (_, i) => i).filter((i) =>
        has(this.#sets, set * this.#width, i),
      );
      this.#members[set] = known;
    }
    return known;
  }
}
