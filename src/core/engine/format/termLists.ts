/**
 * The documents of each term, in two bytes each. A document's number falls into a low half, which stands for every
 * posting, and a high one: long lists are cut into chunks of the same high half, and where each begins stands
 * beside them; short ones have the high half of each posting.
 */
import { LRUCache } from 'lru-cache';
import type { Narrow } from './facts';
import { CHUNK_BITS, CHUNK_MASK, firstFrom, type Lists } from './postings';

/** A list of at most so many postings is short. */
export const SHORT = 256;
/** In how many chunks the documents fall. */
export const chunksFor = (n: number): number => (n + CHUNK_MASK) >>> CHUNK_BITS;
/** Postings of lists that are remembered whole, four bytes each. */
const EXPANDED_KEPT = 4_000_000;

export interface TermColumns {
  readonly n: number;
  readonly termStart: Uint32Array;
  /** By posting: the lower half of its document's number. */
  readonly low: Uint16Array;
  /** The upper half of the postings of short lists. */
  readonly high: Narrow | Uint8Array;
  /** Where each chunk of a long list begins, counted from the list's first posting; one more. */
  readonly chunkStart: Uint32Array;
  /** By term: where it begins in `high` when its list is short, else in `chunkStart`. */
  readonly listAt: Uint32Array;
  readonly impact: Uint8Array;
  readonly fields: Uint8Array;
}

/** The postings of one term; its documents' numbers are made whole when they are asked for. */
export interface TermList extends Lists {
  /** Place of the term's first posting among all. */
  readonly from: number;
}

export class TermLists {
  readonly #data: TermColumns;
  readonly #chunks: number;
  readonly #expanded = new LRUCache<number, Uint32Array>({
    maxSize: EXPANDED_KEPT,
    sizeCalculation: (docs) => docs.length,
  });
  constructor(data: TermColumns) {
    this.#data = data;
    this.#chunks = chunksFor(data.n);
  }
  /** In how many documents a term stands. */
  size(term: number): number {
    const { termStart } = this.#data;
    return (termStart[term + 1] as number) - (termStart[term] as number);
  }
  of(term: number): TermList {
    const { termStart, impact, fields, low, chunkStart, listAt } = this.#data;
    const [from, to] = [termStart[term] as number, termStart[term + 1] as number];
    const own = { from, impact: impact.subarray(from, to), fields: fields.subarray(from, to) };
    if (to - from <= SHORT) {
      const docs = new Uint32Array(to - from);
      this.copy(term, docs);
      return { ...own, docs };
    }
    const at = listAt[term] as number;
    const whole = () => this.#whole(term);
    return {
      ...own,
      get docs() {
        return whole();
      },
      chunks: { low: low.subarray(from, to), start: chunkStart.subarray(at, at + this.#chunks + 1) },
    };
  }
  /** The fields of a document in which a term stands, as bits; 0: in none. Nothing is made for it. */
  fieldsIn(term: number, doc: number): number {
    const { termStart, low, high, chunkStart, listAt, fields } = this.#data;
    const [from, to] = [termStart[term] as number, termStart[term + 1] as number];
    const at = listAt[term] as number;
    const [upper, lower] = [doc >>> CHUNK_BITS, doc & CHUNK_MASK];
    let [first, end] = [from, to];
    if (to - from <= SHORT) {
      first = from + firstFrom(high, at, at + to - from, upper) - at;
      end = from + firstFrom(high, at, at + to - from, upper + 1) - at;
    } else {
      first = from + (chunkStart[at + upper] as number);
      end = from + (chunkStart[at + upper + 1] as number);
    }
    const k = firstFrom(low, first, end, lower);
    return k < end && low[k] === lower ? (fields[k] as number) : 0;
  }
  /** Writes a term's documents into an array that has room for them. @returns how many */
  copy(term: number, into: Uint32Array): number {
    const { termStart, low, high, chunkStart, listAt } = this.#data;
    const [from, to] = [termStart[term] as number, termStart[term + 1] as number];
    const size = to - from;
    const at = listAt[term] as number;
    if (size <= SHORT) {
      for (let k = 0; k < size; k++)
        into[k] = ((high[at + k] as number) << CHUNK_BITS) | (low[from + k] as number);
      return size;
    }
    for (let c = 0; c < this.#chunks; c++) {
      const base = c << CHUNK_BITS;
      for (let k = chunkStart[at + c] as number, end = chunkStart[at + c + 1] as number; k < end; k++)
        into[k] = base | (low[from + k] as number);
    }
    return size;
  }
  #whole(term: number): Uint32Array {
    let docs = this.#expanded.get(term);
    if (!docs) {
      docs = new Uint32Array(this.size(term));
      this.copy(term, docs);
      this.#expanded.set(term, docs);
    }
    return docs;
  }
}
