/** Access of every distinct row for one reader and moment: when it can be read, and wait class, reach and openness in one byte. */
import { type RowLayout, rowReader } from '../access/summary';
import { WAIT_CLASSES, waitClassOf } from '../access/times';
import type { Library, ReaderSituation } from '../policy/types';
import type { Minutes } from '../time';
import { NOT_YET } from './counting';
import { ROW, SHIFT } from './facts';

/** In `ready`: it can never be read. */
export const NEVER = 0x7fffffff;
const packCode = (wait: number, reach: number, open: boolean): number => wait | (reach << 3) | (open ? 0 : 32);
export const waitOf = (code: number): number => code & 7;
export const reachOf = (code: number): number => (code >> 3) & 3;
export const openOf = (code: number): number => code >> 5;

/** Rows are worked out when they are first met; a narrow search meets few. */
export class AccessView {
  readonly ready: Int32Array;
  readonly code: Uint8Array;
  readonly #fill: (row: number) => void;
  #left: number;

  constructor(library: Library, layout: RowLayout, rows: Uint16Array, situation: ReaderSituation, at: Minutes) {
    const size = rows.length / layout.width;
    const read = rowReader(library, layout, situation, at);
    this.ready = new Int32Array(size);
    this.code = new Uint8Array(size).fill(NOT_YET);
    this.#left = size;
    this.#fill = (row) => {
      const { ready, reach, open } = read(rows, row * layout.width);
      this.ready[row] = ready ?? NEVER;
      this.code[row] = packCode(WAIT_CLASSES.indexOf(waitClassOf(ready, at, library)), reach, open);
      this.#left--;
    };
  }

  /** Works out the rows of the documents at [from, to); all rows at once where a search is broad, so that the next one need not look. */
  meet(docs: Uint32Array, from: number, to: number, facts: Uint32Array): void {
    if (this.#left === 0) return;
    const { code } = this;
    for (let i = from; i < to; i++) {
      const row = facts[((docs[i] as number) << SHIFT) | ROW] as number;
      if (code[row] === NOT_YET) this.#fill(row);
    }
  }
  meetAll(): void {
    if (this.#left === 0) return;
    for (let row = 0; row < this.code.length; row++) if (this.code[row] === NOT_YET) this.#fill(row);
  }
}
