/** From how many matches each combination has (see columns.ts) to how many each value of its groups has. */

import { CAMPUSES_A_WORD, type PlaceSets } from '../../access/placeSets';
import { COMBO_WIDTH, type ComboGroup, comboSlot, NONE } from '../format/columns';

const PLACE = comboSlot('place');

/** Counts of the values of the groups that make combinations. */
export class SmallCounts {
  readonly #combos: Uint16Array;
  readonly #places: PlaceSets;
  /** By slot; the last place of each is for records that have no value. */
  readonly #counts: readonly Uint32Array[];
  readonly #occurring: Uint32Array;
  /** @param combos the table of combinations, COMBO_WIDTH numbers each */
  constructor(combos: Uint16Array, places: PlaceSets, placeWords: number) {
    this.#combos = combos;
    this.#places = places;
    this.#counts = Array.from({ length: COMBO_WIDTH }, (_, slot) => {
      let most = 0;
      for (let i = slot; i < combos.length; i += COMBO_WIDTH)
        if (combos[i] !== NONE) most = Math.max(most, combos[i] as number);
      return new Uint32Array(slot === PLACE ? placeWords * CAMPUSES_A_WORD : most + 2);
    });
    this.#occurring = new Uint32Array(combos.length / COMBO_WIDTH + 1);
  }
  clear(): void {
    for (const own of this.#counts) own.fill(0);
  }
  of(slot: number, value: number): number {
    return this.#counts[slot]?.[value] ?? 0;
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
    const own = this.#counts[slot] as Uint32Array;
    const occurring = this.#occurring;
    for (let i = 0; i < n; i++) {
      const combo = occurring[i] as number;
      const by = combos[combo] as number;
      const v = this.#combos[combo * COMBO_WIDTH + slot] as number;
      if (slot === PLACE) for (const campus of this.#places.of(v)) own[campus] = (own[campus] as number) + by;
      else if (v < own.length - 1) own[v] = (own[v] as number) + by;
    }
  }
}
