import { growU16 } from './growable';

/** Tuples of numbers, each kept once and numbered as they came. */
export class Tuples {
  readonly #values = growU16();
  readonly #ids = new Map<string, number>();
  id(values: ArrayLike<number>): number {
    const key = Array.prototype.join.call(values);
    let id = this.#ids.get(key);
    if (id === undefined) {
      id = this.#ids.size;
      this.#ids.set(key, id);
      for (let i = 0; i < values.length; i++) this.#values.push(values[i] as number);
    }
    return id;
  }
  /** One behind the other. */
  view(): Uint16Array {
    return this.#values.view();
  }
}

/**
 * Tuples in an order that does not depend on how they came, and the new number of each.
 * @param used which are wanted, one byte each; the others have no new number that means anything
 */
export function tuplesInOrder(
  values: Uint16Array,
  width: number,
  used: Uint8Array,
): { readonly values: Uint16Array; readonly renumber: Uint32Array } {
  const wanted: number[] = [];
  used.forEach((is, i) => {
    if (is) wanted.push(i);
  });
  const order = Uint32Array.from(wanted).sort((a, b) => {
    for (let k = 0; k < width; k++) {
      const d = (values[a * width + k] as number) - (values[b * width + k] as number);
      if (d) return d;
    }
    return a - b;
  });
  const out = new Uint16Array(order.length * width);
  const renumber = new Uint32Array(used.length);
  order.forEach((old, i) => {
    renumber[old] = i;
    out.set(values.subarray(old * width, (old + 1) * width), i * width);
  });
  return { values: out, renumber };
}
/** One byte for each of `size` numbers: 1 for those that a column has. */
export function usedIn(column: ArrayLike<number>, size: number): Uint8Array {
  const used = new Uint8Array(size);
  for (let i = 0; i < column.length; i++) used[column[i] as number] = 1;
  return used;
}
