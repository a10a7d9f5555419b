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
