/**
 * The words of all records turned round, in bounded memory: they come from a spool, in order and as often as
 * asked for, and the postings are made a range of terms at a time, each range by one walk through the spool.
 */

import { FIELDS } from '../../query/tree';
import {
  AGAIN,
  FAR,
  FIELD_END,
  type IndexParts,
  STRETCH_BITS,
  VALUE_END,
  type WritePiece,
} from '../format/format';
import { CHUNK_BITS, firstFrom } from '../format/postings';
import { chunksFor, SHORT } from '../format/termLists';
import { codesBy, putCode, unitsOf } from '../format/wordCodes';
import { growU8, growU16, growU32 } from './growable';
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

/** Postings held at a time: eleven bytes each. */
const HELD = 12_000_000;

export interface InvertOptions {
  readonly held?: number;
  readonly mean?: Float64Array;
  /** By sorted number of a word. */
  readonly code?: Uint32Array;
}
/** Steps of a mean length to the next: a day's changes do not move it, and with it every weight. */
const STEPS_TO_DOUBLE = 4;
/**
 * Mean length of each field, told in steps of a fifth (2 to the power of 1/4).
 * @param lengths words of each field of each document, FIELDS.length of them a document
 */
export function meanLengths(...lengths: readonly Uint8Array[]): Float64Array {
  const F = FIELDS.length;
  const sums = new Float64Array(F);
  let n = 0;
  for (const some of lengths) {
    n += some.length / F;
    for (let i = 0; i < some.length; i += F)
      for (let f = 0; f < F; f++) sums[f] = (sums[f] as number) + (some[i + f] as number);
  }
  return sums.map((sum) =>
    sum === 0 ? 0 : 2 ** (Math.round(Math.log2(sum / n) * STEPS_TO_DOUBLE) / STEPS_TO_DOUBLE),
  );
}
/**
 * @param renumber the sorted number of each word as it was spooled
 * @param lengths words of each field of each document, FIELDS.length of them a document
 * @param options postings in memory at a time; mean lengths and codes where others than their own are reckoned with
 */
export function invert(
  spool: WordSpool,
  renumber: Uint32Array,
  lengths: Uint8Array,
  { held = HELD, mean = meanLengths(lengths), code: given }: InvertOptions = {},
): IndexParts {
  const F = FIELDS.length;
  const n = lengths.length / F;
  const terms = renumber.length;

  const termStart = new Uint32Array(terms + 1);
  const uses = new Uint32Array(terms);
  const last = new Int32Array(terms).fill(-1);
  // Where a word stands is not asked here, so that no codes are needed yet.
  eachWord({ spool, renumber, code: new Uint32Array(terms) }, (t, doc) => {
    uses[t] = (uses[t] as number) + 1;
    if (last[t] === doc) return;
    last[t] = doc;
    termStart[t + 1] = (termStart[t + 1] as number) + 1;
  });
  for (let t = 0; t < terms; t++) termStart[t + 1] = (termStart[t + 1] as number) + (termStart[t] as number);
  const size = termStart[terms] as number;
  const code = given ?? codesBy(uses);
  // A unit for each, marks among them, and one more for the words that take two.
  let units = spool.length;
  for (let t = 0; t < terms; t++) units += (uses[t] as number) * (unitsOf(code[t] as number) - 1);
  const words: Words = { spool, renumber, code };
  const halves = halvesOf(termStart, n);

  const fill = (write: WritePiece): void => {
    writeWords(words, write);
    for (let from = 0; from < terms; ) {
      const start = termStart[from] as number;
      let to = from + 1;
      while (to < terms && (termStart[to + 1] as number) - start <= held) to++;
      const made = postingsOf({ ...words, lengths, mean, termStart }, from, to);
      halves.write(made.posting, from, to, write);
      write('impact', made.impact, start);
      write('fields', made.fields, start);
      write('where', made.where, start);
      from = to;
    }
  };
  return {
    sections: {
      termStart,
      termCode: code,
      ...halves.sections,
      low: { type: 'u16', length: size },
      impact: { type: 'u8', length: size },
      fields: { type: 'u8', length: size },
      where: { type: 'u8', length: size },
      forward: { type: 'u16', length: units },
      docStart: { type: 'u32', length: n + 1 },
    },
    fill,
  };
}

/** The words as they were spooled, their sorted numbers, and the codes of those. */
interface Words {
  readonly spool: WordSpool;
  readonly renumber: Uint32Array;
  readonly code: Uint32Array;
}
/** Writes `forward`, and `docStart`: where in it each document begins. */
function writeWords({ spool, renumber, code }: Words, write: WritePiece): void {
  const F = FIELDS.length;
  const starts = growU32();
  starts.push(0);
  let at = 0;
  let field = 0;
  for (const piece of spool.pieces()) {
    const units = new Uint16Array(2 * piece.length);
    let next = 0;
    for (let p = 0; p < piece.length; p++) {
      const t = renumber[piece[p] as number] as number;
      next = putCode(code[t] as number, units, next);
      if (t === FIELD_END && ++field === F) {
        field = 0;
        starts.push(at + next);
      }
    }
    write('forward', units.subarray(0, next), at);
    at += next;
  }
  write('docStart', starts.view(), 0);
}

/** Documents' numbers by halves, as termLists.ts reads them. */
export function halvesOf(termStart: Uint32Array, n: number) {
  const terms = termStart.length - 1;
  const chunks = chunksFor(n);
  const sizeOf = (t: number): number => (termStart[t + 1] as number) - (termStart[t] as number);
  const listAt = new Uint32Array(terms);
  let short = 0;
  let long = 0;
  for (let t = 0; t < terms; t++) {
    listAt[t] = sizeOf(t) <= SHORT ? short : long;
    if (sizeOf(t) <= SHORT) short += sizeOf(t);
    else long += chunks + 1;
  }
  const wide = chunks > 256;
  const sections: IndexParts['sections'] = {
    listAt,
    high: { type: wide ? 'u16' : 'u8', length: short },
    chunkStart: { type: 'u32', length: long },
  };
  /** @param posting the documents of the terms [from, to) */
  const write = (posting: Uint32Array, from: number, to: number, put: WritePiece): void => {
    const start = termStart[from] as number;
    put('low', new Uint16Array(posting), start);
    const own = wide ? growU16() : growU8();
    const starts = growU32();
    for (let t = from; t < to; t++) {
      const list = posting.subarray((termStart[t] as number) - start, (termStart[t + 1] as number) - start);
      if (list.length <= SHORT) for (const doc of list) own.push(doc >>> CHUNK_BITS);
      else
        for (let c = 0; c <= chunks; c++) starts.push(firstFrom(list, 0, list.length, c * 2 ** CHUNK_BITS));
    }
    const first = (isShort: boolean): number => {
      for (let t = from; t < to; t++) if (sizeOf(t) <= SHORT === isShort) return listAt[t] as number;
      return 0;
    };
    put('high', own.view(), first(true));
    put('chunkStart', starts.view(), first(false));
  };
  return { sections, write };
}

/**
 * Every word that is no mark, with its document, field and place in the document, counted in units of the forward
 * index. A document ends with the end of its last field.
 */
function eachWord(
  { spool, renumber, code }: Words,
  take: (term: number, doc: number, field: number, at: number) => void,
): void {
  const F = FIELDS.length;
  let doc = 0;
  let field = 0;
  let at = 0;
  for (const piece of spool.pieces()) {
    for (let p = 0; p < piece.length; p++) {
      const t = renumber[piece[p] as number] as number;
      if (t > VALUE_END) take(t, doc, field, at);
      at += unitsOf(code[t] as number);
      if (t === FIELD_END && ++field === F) {
        field = 0;
        doc++;
        at = 0;
      }
    }
  }
}

/** The words as they were spooled, with all that their weights are worked out from. */
interface Spooled extends Words {
  readonly lengths: Uint8Array;
  /** Mean length of each field. */
  readonly mean: Float64Array;
  readonly termStart: Uint32Array;
}
/** Postings of the terms [from, to), in document order, with quantised weight, field bits and place. */
function postingsOf(
  { lengths, mean, termStart, ...words }: Spooled,
  from: number,
  to: number,
): { posting: Uint32Array; impact: Uint8Array; fields: Uint8Array; where: Uint8Array } {
  const F = FIELDS.length;
  const start = termStart[from] as number;
  const size = (termStart[to] as number) - start;
  const next = termStart.slice(from, to).map((k) => k - start);
  const last = new Int32Array(to - from).fill(-1);
  const posting = new Uint32Array(size);
  const weight = new Float32Array(size);
  const fields = new Uint8Array(size);
  const where = new Uint8Array(size);
  eachWord(words, (t, doc, f, at) => {
    if (t < from || t >= to) return;
    const own = t - from;
    let k = (next[own] as number) - 1;
    if (last[own] !== doc) {
      last[own] = doc;
      k++;
      next[own] = k + 1;
      posting[k] = doc;
      where[k] = Math.min(at >>> STRETCH_BITS, FAR);
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
