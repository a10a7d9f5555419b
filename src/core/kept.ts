/** The latest of what was worked out, a bounded number of them: when one more comes, the oldest goes. */
export class Kept<K, V> {
  readonly #most: number;
  readonly #all = new Map<K, V>();

  constructor(most: number) {
    this.#most = most;
  }
  get(key: K): V | undefined {
    return this.#all.get(key);
  }
  put(key: K, value: V): V {
    this.#all.set(key, value);
    for (const oldest of this.#all.keys()) {
      if (this.#all.size <= this.#most) break;
      this.#all.delete(oldest);
    }
    return value;
  }
  clear(): void {
    this.#all.clear();
  }
}
