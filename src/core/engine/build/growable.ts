/** A typed array that grows by doubling: what a builder collects before it knows how much there is. */
type Numeric = Uint8Array | Uint16Array | Int16Array | Uint32Array | Float64Array;

export class Growable<T extends Numeric> {
  #data: T;
  #make: (n: number) => T;
  length = 0;
  constructor(make: (n: number) => T, capacity = 1024) {
    this.#make = make;
    this.#data = make(capacity);
  }
  push(value: number): void {
    if (this.length === this.#data.length) {
      const bigger = this.#make(this.#data.length * 2);
      bigger.set(this.#data);
      this.#data = bigger;
    }
    this.#data[this.length++] = value;
  }
  at(i: number): number {
    return this.#data[i] as number;
  }
  /** Puts another at a place already filled. */
  put(i: number, value: number): void {
    this.#data[i] = value;
  }
  /** Adds one at a place already filled. */
  bump(i: number): void {
    this.#data[i] = (this.#data[i] as number) + 1;
  }
  /** The filled part, as a view. */
  view(): T {
    return this.#data.subarray(0, this.length) as T;
  }
}
/** A typed array that grows as it is written to. */
export const growU8 = (): Growable<Uint8Array> => new Growable((n) => new Uint8Array(n));
/** A typed array that grows as it is written to. */
export const growU16 = (): Growable<Uint16Array> => new Growable((n) => new Uint16Array(n));
/** A typed array that grows as it is written to. */
export const growI16 = (): Growable<Int16Array> => new Growable((n) => new Int16Array(n));
/** A typed array that grows as it is written to. */
export const growU32 = (): Growable<Uint32Array> => new Growable((n) => new Uint32Array(n));
/** A typed array that grows as it is written to. */
export const growF64 = (): Growable<Float64Array> => new Growable((n) => new Float64Array(n));
