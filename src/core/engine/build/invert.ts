/**
 * The words of all records turned round, in bounded memory: they come from a spool, in order and as often as
 * asked for, and the postings are made a range of terms at a time, each range by one walk through the spool.
 */

import { FIELDS } from '../../query/tree';
import { AGAIN, FAR, FIELD_END, type Section, VALUE_END } from '../format/format';
import { growU32 } from './growable';
import { FIELD_B, FIELD_WEIGHT, K1 } from './weights';

/** Where a builder puts words one by one: in memory, or in a file (see server/fileSpool). */
export interface WordSpool {
  readonly length: number;
  push(word: number): void;
  /**
   * All of them in order, in pieces; a piece is good until the next one is asked for. May be walked several
   * times.
   */
  pieces(): Iterable<Uint32Array>;
  /** Puts its stretches [start[k], start[k + 1]) into this order of their numbers k. */
  reorder(start: Uint32Array, order: Uint32Array): void;
}
export class MemorySpool implements WordSpool {
  #words = growU32();
  get length(): number {
    return this.#words.length;
  }
  push(word: number): void {
    this.#words.push(word);
  }
  *pieces(): Iterable<Uint32Array> {
    yield this.#words.view();
  }
  reorder(start: Uint32Array, order: Uint32Array): void {
    const old = this.#words.view();
    this.#words = growU32();
    for (const k of order) for (const w of old.subarray(start[k], start[k + 1])) this.#words.push(w);
  }
}

/** Puts a piece of a section at a place in it, counted in its own elements. */
export type WritePiece = (name: string, piece: Section, at: number) => void;

/** Postings held at a time: eleven bytes each. */
const HELD = 12_000_000;

export interface Inverted {
  /** Where each term's postings begin; one place more. */
  readonly termStart: Uint32Array;
  /**
   * Writes `forward`, `posting`, `impact`, `fields` and `where`; all but the first have `termStart[terms]`
   * elements.
   */
  readonly fill: (write: WritePiece) => void;
}

/**
 * @param renumber the sorted number of each word as it was spooled
 * @param lengths words of each field of each document, FIELDS.length of them a document
 * @param held postings in memory at a time
 */
export function invert(spool: WordSpool, renumber: Uint32Array, lengths: Uint8Array, held = HELD): Inverted {
  const F = FIELDS.length;
  const n = lengths.length / F;
  const terms = renumber.length;
  const mean = new Float64Array(F);
  for (let i = 0; i < n; i++)
    for (let f = 0; f < F; f++) mean[f] = (mean[f] as number) + (lengths[i * F + f] as number) / n;

  const termStart = new Uint32Array(terms + 1);
  const last = new Int32Array(terms).fill(-1);
  eachWord(spool, renumber, (t, doc) => {
    if (last[t] === doc) return;
    last[t] = doc;
    termStart[t + 1] = (termStart[t + 1] as number) + 1;
  });
  for (let t = 0; t < terms; t++) termStart[t + 1] = (termStart[t + 1] as number) + (termStart[t] as number);

  const fill = (write: WritePiece): void => {
    let at = 0;
    for (const piece of spool.pieces()) {
      const sorted = piece.map((w) => renumber[w] as number);
      write('forward', sorted, at);
      at += sorted.length;
    }
    for (let from = 0; from < terms; ) {
      const start = termStart[from] as number;
      let to = from + 1;
      while (to < terms && (termStart[to + 1] as number) - start <= held) to++;
      const made = postingsOf({ spool, renumber, lengths, mean, termStart }, from, to);
      write('posting', made.posting, start);
      write('impact', made.impact, start);
      write('fields', made.fields, start);
      write('where', made.where, start);
      from = to;
    }
  };
  return { termStart, fill };
}

/**
 * Every word that is no mark, with its document, field and place in the document. A document ends with the
 * end of its last field.
 */
function eachWord(
  spool: WordSpool,
  renumber: Uint32Array,
  take: (term: number, doc: number, field: number, at: number) => void,
): void {
  const F = FIELDS.length;
  let doc = 0;
  let field = 0;
  let at = 0;
  for (const piece of spool.pieces()) {
    for (let p = 0; p < piece.length; p++, at++) {
      const t = renumber[piece[p] as number] as number;
      if (t > VALUE_END) take(t, doc, field, at);
      else if (t === FIELD_END && ++field === F) {
        field = 0;
        doc++;
        at = -1;
      }
    }
  }
}

/** The words as they were spooled, with all that their weights are worked out from. */
interface Spooled {
  readonly spool: WordSpool;
  readonly renumber: Uint32Array;
  readonly lengths: Uint8Array;
  /** Mean length of each field. */
  readonly mean: Float64Array;
  readonly termStart: Uint32Array;
}
/** Postings of the terms [from, to), in document order, with quantised weight, field bits and place. */
function postingsOf(
  { spool, renumber, lengths, mean, termStart }: Spooled,
  from: number,
  to: number,
): { posting: Uint32Array; impact: Uint8Array; fields: Uint8Array; where: Uint16Array } {
  const F = FIELDS.length;
  const start = termStart[from] as number;
  const size = (termStart[to] as number) - start;
  const next = termStart.slice(from, to).map((k) => k - start);
  const last = new Int32Array(to - from).fill(-1);
  const posting = new Uint32Array(size);
  const weight = new Float32Array(size);
  const fields = new Uint8Array(size);
  const where = new Uint16Array(size);
  eachWord(spool, renumber, (t, doc, f, at) => {
    if (t < from || t >= to) return;
    const own = t - from;
    let k = (next[own] as number) - 1;
    if (last[own] !== doc) {
      last[own] = doc;
      k++;
      next[own] = k + 1;
      posting[k] = doc;
      where[k] = Math.min(at, FAR);
    } else where[k] = (where[k] as number) | AGAIN;
    const norm =
      1 -
      (FIELD_B[f] as number) +
      ((FIELD_B[f] as number) * (lengths[doc * F + f] as number)) / ((mean[f] as number) || 1);
    weight[k] = (weight[k] as number) + (FIELD_WEIGHT[f] as number) / norm;
    fields[k] = (fields[k] as number) | (1 << f);
  });
  const impact = new Uint8Array(size);
  for (let k = 0; k < size; k++) {
    const w = weight[k] as number;
    impact[k] = Math.max(1, Math.round((255 * w) / (w + K1)));
  }
  return { posting, impact, fields, where };
}
