/** What each cell means for one reader and moment: when it can be read; and its combination, wait class, reach and openness in one word. */
import { type RowLayout, rowReader } from '../access/summary';
import { WAIT_CLASSES, waitClassOf } from '../access/times';
import type { Library, ReaderSituation } from '../policy/types';
import type { Minutes } from '../time';
import type { Facts } from './facts';

/** In `ready`: it can never be read. */
export const NEVER = 0x7fffffff;
/** A meaning: the combination (24 bits), and above it the access code, which is 255 as long as nobody asked. */
export const CODE_SHIFT = 24;
export const COMBO_MASK = (1 << CODE_SHIFT) - 1;
const NOT_YET = 255;
const packCode = (wait: number, reach: number, open: boolean): number => wait | (reach << 3) | (open ? 0 : 32);
export const waitOf = (code: number): number => code & 7;
export const reachOf = (code: number): number => (code >> 3) & 3;
export const openOf = (code: number): number => code >> 5;

/** Cells are worked out when they are first met; a narrow search meets few. */
export class AccessView {
  /** By cell. */
  readonly ready: Int32Array;
  readonly meaning: Uint32Array;
  readonly #fill: (cell: number) => void;
  #left: number;

  constructor(
    library: Library,
    layout: RowLayout,
    rows: Uint16Array,
    { cellCombo, cellRow }: Facts,
    situation: ReaderSituation,
    at: Minutes,
  ) {
    const read = rowReader(library, layout, situation, at);
    const [codeOf, readyOf] = [new Uint8Array(rows.length / layout.width).fill(NOT_YET), new Int32Array(rows.length / layout.width)];
    this.ready = new Int32Array(cellRow.length);
    this.meaning = cellCombo.map((combo) => combo | (NOT_YET << CODE_SHIFT));
    this.#left = cellRow.length;
    this.#fill = (cell) => {
      const row = cellRow[cell] as number;
      // Several cells share a row.
      if (codeOf[row] === NOT_YET) {
        const { ready, reach, open } = read(rows, row * layout.width);
        readyOf[row] = ready ?? NEVER;
        codeOf[row] = packCode(WAIT_CLASSES.indexOf(waitClassOf(ready, at, library)), reach, open);
      }
      this.ready[cell] = readyOf[row] as number;
      this.meaning[cell] = (cellCombo[cell] as number) | ((codeOf[row] as number) << CODE_SHIFT);
      this.#left--;
    };
  }

  /** Number of cells. */
  get size(): number {
    return this.meaning.length;
  }
  /** Works out the cells of the documents at [from, to). */
  meet(docs: Uint32Array, from: number, to: number, cellOf: Uint32Array): void {
    if (this.#left === 0) return;
    for (let i = from; i < to; i++) this.#known(cellOf[docs[i] as number] as number);
  }
  /** All cells at once, where a search is broad, so that the next one need not look. */
  meetAll(): void {
    for (let cell = 0; this.#left > 0 && cell < this.size; cell++) this.#known(cell);
  }
  #known(cell: number): void {
    if ((this.meaning[cell] as number) >>> CODE_SHIFT === NOT_YET) this.#fill(cell);
  }
}
