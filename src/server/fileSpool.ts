/** The builder's words in a file: a buffer of four megabytes in memory, whatever the size of the index. */

import { closeSync, openSync, readSync, rmSync, writeSync } from 'node:fs';
import type { WordSpool } from '../core/engine/build/invert';
import { say } from '../words/generated/indexfile';

const WORDS_HELD = 1 << 20;

export class FileSpool implements WordSpool {
  #path: string;
  #fd: number;
  readonly #buffer: Uint32Array;
  #held = 0;
  #written = 0;

  /** @param held words in memory at a time */
  constructor(path: string, held = WORDS_HELD) {
    this.#buffer = new Uint32Array(held);
    this.#path = path;
    this.#fd = openSync(path, 'w+');
  }
  get length(): number {
    return this.#written + this.#held;
  }
  push(word: number): void {
    if (this.#held === this.#buffer.length) this.#flush();
    this.#buffer[this.#held++] = word;
  }
  #flush(): void {
    const bytes = new Uint8Array(this.#buffer.buffer, 0, this.#held * 4);
    for (let at = 0; at < bytes.length; )
      at += writeSync(this.#fd, bytes, at, bytes.length - at, this.#written * 4 + at);
    this.#written += this.#held;
    this.#held = 0;
  }
  *pieces(): Iterable<Uint32Array> {
    if (this.#held) this.#flush();
    const most = this.#buffer.length;
    const buffer = new Uint8Array(most * 4);
    for (let word = 0; word < this.#written; ) {
      const wanted = Math.min(most, this.#written - word) * 4;
      let got = 0;
      while (got < wanted) {
        const n = readSync(this.#fd, buffer, got, wanted - got, word * 4 + got);
        if (n === 0) throw new Error(say('indexfile.endsTooSoon', { path: this.#path }));
        got += n;
      }
      yield new Uint32Array(buffer.buffer, 0, wanted / 4);
      word += wanted / 4;
    }
  }
  reorder(start: Uint32Array, order: Uint32Array): void {
    if (this.#held) this.#flush();
    const ordered = new FileSpool(`${this.#path}.ordered`, this.#buffer.length);
    let bytes = new Uint8Array(1 << 16);
    for (const k of order) {
      const [from, to] = [(start[k] as number) * 4, (start[k + 1] as number) * 4];
      if (bytes.length < to - from) bytes = new Uint8Array(2 * (to - from));
      if (readSync(this.#fd, bytes, 0, to - from, from) < to - from)
        throw new Error(say('indexfile.endsTooSoon', { path: this.#path }));
      for (const w of new Uint32Array(bytes.buffer, 0, (to - from) / 4)) ordered.push(w);
    }
    ordered.#flush();
    this.remove();
    [this.#path, this.#fd] = [ordered.#path, ordered.#fd];
  }
  /** The file is of no use once the index is written. */
  remove(): void {
    closeSync(this.#fd);
    rmSync(this.#path, { force: true });
  }
}
