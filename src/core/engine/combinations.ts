/** From how many matches each combination has (see columns.ts) to how many each value of its groups has. */
import { COMBO_WIDTH, type ComboGroup, comboSlot } from './columns';

/** Counts of the values of the groups that make combinations, 256 places a group. */
export class SmallCounts {
  readonly #combos: Uint8Array;
  readonly #counts = new Uint32Array(COMBO_WIDTH * 256);
  readonly #occurring: Uint32Array;
  /** @param combos the table of combinations, COMBO_WIDTH bytes each */
  constructor(combos: Uint8Array) {
    this.#combos = combos;
    this.#occurring = new Uint32Array(combos.length / COMBO_WIDTH + 1);
  }
  clear(): void {
    this.#counts.fill(0);
  }
  of(slot: number, value: number): number {
    return this.#counts[slot * 256 + value] as number;
  }
  /** Shares counted combinations out to the values of every group. */
  addAll(combos: Uint32Array): void {
    const n = this.#collect(combos);
    for (let slot = 0; slot < COMBO_WIDTH; slot++) this.#add(slot, combos, n);
  }
  /** Shares the combinations of what breaks this group's condition alone out to its own values. */
  addOwn(group: ComboGroup, combos: Uint32Array): void {
    this.#add(comboSlot(group), combos, this.#collect(combos));
  }
  /** Puts the combinations that occur into `#occurring`; how many. */
  #collect(combos: Uint32Array): number {
    const occurring = this.#occurring;
    let n = 0;
    for (let combo = 0; combo < combos.length; combo++) {
      occurring[n] = combo;
      n += (combos[combo] as number) > 0 ? 1 : 0;
    }
    return n;
  }
  #add(slot: number, combos: Uint32Array, n: number): void {
    const own = this.#counts.subarray(slot * 256, slot * 256 + 256);
    const occurring = this.#occurring;
    const place = slot === comboSlot('place');
    for (let i = 0; i < n; i++) {
      const combo = occurring[i] as number;
      const by = combos[combo] as number;
      const v = this.#combos[combo * COMBO_WIDTH + slot] as number;
      if (!place) own[v] = (own[v] as number) + by;
      else for (let bits = v, k = 0; bits !== 0; bits >>= 1, k++) if (bits & 1) own[k] = (own[k] as number) + by;
    }
  }
}
