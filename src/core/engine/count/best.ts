/** The k best (key, id): a binary heap with the worst on top. Equal keys: the smaller id is better. */
export class Best {
  readonly #k: number;
  readonly #keys: Float64Array;
  readonly #ids: Uint32Array;
  #n = 0;
  constructor(k: number) {
    this.#k = k;
    this.#keys = new Float64Array(k);
    this.#ids = new Uint32Array(k);
  }
  #worse(a: number, b: number): boolean {
    const d = (this.#keys[a] as number) - (this.#keys[b] as number);
    return d < 0 || (d === 0 && (this.#ids[a] as number) > (this.#ids[b] as number));
  }
  #swap(a: number, b: number): void {
    const [x, y] = [this.#keys[a] as number, this.#ids[a] as number];
    this.#keys[a] = this.#keys[b] as number;
    this.#ids[a] = this.#ids[b] as number;
    this.#keys[b] = x;
    this.#ids[b] = y;
  }
  /** What a key must beat to get in, once the heap is full. */
  get floor(): number {
    return this.#n < this.#k ? Number.NEGATIVE_INFINITY : (this.#keys[0] as number);
  }
  offer(key: number, id: number): void {
    if (this.#k === 0) return;
    if (this.#n === this.#k) {
      const worst = this.#keys[0] as number;
      if (key < worst || (key === worst && id > (this.#ids[0] as number))) return;
      this.#keys[0] = key;
      this.#ids[0] = id;
      this.#sink();
      return;
    }
    let i = this.#n++;
    this.#keys[i] = key;
    this.#ids[i] = id;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (!this.#worse(i, parent)) return;
      this.#swap(i, parent);
      i = parent;
    }
  }
  #sink(): void {
    for (let i = 0; ; ) {
      let c = 2 * i + 1;
      if (c >= this.#n) return;
      if (c + 1 < this.#n && this.#worse(c + 1, c)) c++;
      if (!this.#worse(c, i)) return;
      this.#swap(i, c);
      i = c;
    }
  }
  /** Keys and ids, best first. */
  ranked(): { key: number; id: number }[] {
    return Array.from({ length: this.#n }, (_, i) => ({
      key: this.#keys[i] as number,
      id: this.#ids[i] as number,
    })).sort((a, b) => b.key - a.key || a.id - b.id);
  }
  /** Ids, best first. */
  sorted(): number[] {
    return this.ranked().map((x) => x.id);
  }
}
