/**
 * What each cell means for one reader and moment: when it can be read; and its combination, wait class, reach
 * and openness in one word.
 */

import { LRUCache } from 'lru-cache';
import { type RowLayout, rowReader } from '../../access/summary';
import { waitClassOf } from '../../access/times';
import type { Vantage } from '../../access/vantage';
import { WAIT_CLASSES } from '../../model/waits';
import type { Facts } from '../format/facts';

/** In `ready`: it can never be read. */
export const NEVER = 0x7fffffff;
/**
 * A meaning: the combination (24 bits), and above it the access code, which is 255 as long as nobody asked.
 */
export const CODE_SHIFT = 24;
export const COMBO_MASK = (1 << CODE_SHIFT) - 1;
const NOT_YET = 255;
const packCode = (wait: number, reach: number, open: boolean): number =>
  wait | (reach << 3) | (open ? 0 : 32);
/** The wait class in the packed code of a document, by its place among the wait classes. */
export const waitOf = (code: number): number => code & 7;
/** How far one must look for it, in the packed code of a document. */
export const reachOf = (code: number): number => (code >> 3) & 3;
/** 1 when it is open to all, in the packed code of a document. */
export const openOf = (code: number): number => code >> 5;

/** Conditions at most: the groups, the years, the reach. */
const CONDITIONS = 16;
/** The list of matches that break more than one condition. */
export const SEVERAL = CONDITIONS + 1;
/** Which list a mask of broken conditions belongs to: none to list 0, the k-th alone to list k + 1. */
export const LIST_OF = Uint8Array.from({ length: 1 << CONDITIONS }, (_, mask) =>
  mask === 0 ? 0 : mask & (mask - 1) ? SEVERAL : 32 - Math.clz32(mask),
);
/** Which conditions each combination and each access code breaks: a bit for each. */
export interface Fails {
  readonly combo: Uint16Array;
  readonly code: Uint16Array;
}
/** By cell: the conditions it breaks, and the list that makes it belong to. */
export interface Broken {
  readonly masks: Uint8Array | Uint16Array;
  readonly lists: Uint8Array;
}
/** Tables of what cells break that are remembered: as many readers' habits of narrowing. */
const TABLES_KEPT = 8;
/**
 * Such a table is worth its making when there are so many matches a cell; fewer are enough when the same is
 * asked again.
 */
const WORTH_A_TABLE = 2;
const WORTH_IT_AGAIN = 1 / 4;

/** What the index says of access: rows of facts, and which of them each cell has. */
type Rows = Pick<Facts, 'cellCombo' | 'cellRow'> & {
  readonly layout: RowLayout;
  readonly rows: Uint16Array;
};
/** Cells are worked out when they are first met; a narrow search meets few. */
export class AccessView {
  /** By cell. */
  readonly ready: Int32Array;
  readonly meaning: Uint32Array;
  readonly #fill: (cell: number) => void;
  #left: number;
  readonly #broken = new LRUCache<Fails, Broken>({ max: TABLES_KEPT });
  readonly #asked = new WeakSet<Fails>();

  constructor({ layout, rows, cellCombo, cellRow }: Rows, { library, situation, at }: Vantage) {
    const read = rowReader(library, layout, situation, at);
    const [codeOf, readyOf] = [
      new Uint8Array(rows.length / layout.width).fill(NOT_YET),
      new Int32Array(rows.length / layout.width),
    ];
    this.ready = new Int32Array(cellRow.length);
    this.meaning = cellCombo.map((combo) => combo | (NOT_YET << CODE_SHIFT));
    this.#left = cellRow.length;
    this.#fill = (cell) => {
      const row = cellRow[cell] as number;
      // Several cells share a row.
      if (codeOf[row] === NOT_YET) {
        const { ready, onSite, reach, open } = read(rows, row * layout.width);
        const wait = onSite ? 'on-site' : waitClassOf(ready, at, library);
        readyOf[row] = ready ?? NEVER;
        codeOf[row] = packCode(WAIT_CLASSES.indexOf(wait), reach, open);
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
  /** What each cell breaks; null where it is less work to ask match by match. */
  broken(fails: Fails, matches: number): Broken | null {
    const known = this.#broken.get(fails);
    if (known) return known;
    const again = this.#asked.has(fails);
    this.#asked.add(fails);
    if (this.#left > 0 || matches < this.size * (again ? WORTH_IT_AGAIN : WORTH_A_TABLE)) return null;
    const { combo, code } = fails;
    // Eight conditions fit in a byte, and the less memory, the nearer it is.
    const wide = [...combo, ...code].some((mask) => mask > 0xff);
    const masks = new (wide ? Uint16Array : Uint8Array)(this.size);
    for (let k = 0; k < masks.length; k++) {
      const own = this.meaning[k] as number;
      masks[k] = (combo[own & COMBO_MASK] as number) | (code[own >>> CODE_SHIFT] as number);
    }
    const made = {
      masks,
      lists: Uint8Array.from(masks, (mask) => LIST_OF[mask] as number),
    };
    this.#broken.set(fails, made);
    return made;
  }
  #known(cell: number): void {
    if ((this.meaning[cell] as number) >>> CODE_SHIFT === NOT_YET) this.#fill(cell);
  }
}
