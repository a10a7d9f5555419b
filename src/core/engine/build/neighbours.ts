/**
 * The order in which an index keeps its documents: like beside like, by subject, then journal, then year.
 *
 * A search's matches then stand near each other in every column, and what it costs is reading memory. Which
 * of two records came first is kept only where it can be asked for: by the day they came in. What is alike in all
 * stands by its id, so that an order does not depend on how the records came (docs/decisions/0054).
 */
import { YEAR_MOST } from '../format/facts';

export interface Likeness {
  /** Day on which each document came in, never falling. */
  readonly added: Uint16Array;
  readonly subjectStart: Uint32Array;
  readonly subject: Uint32Array;
  readonly journal: Uint32Array;
  readonly year: Int16Array;
  /** Place of each document's id among all. */
  readonly idRank: Uint32Array;
}
const [SUBJECTS, JOURNALS, YEARS] = [2 ** 21, 2 ** 20, 2 ** 12];
/** Headings and journals beyond so many all count as the last in the order of documents. */
export const TOLD_APART = { subjects: SUBJECTS - 2, journals: JOURNALS - 1 } as const;
/**
 * By what documents of one day are ordered.
 * @param main number of the first heading; negative: it has none, and stands behind all that have one
 */
export const likeness = (main: number, journal: number, year: number): number =>
  ((main < 0 ? SUBJECTS - 1 : Math.min(main, TOLD_APART.subjects)) * JOURNALS +
    Math.min(journal, TOLD_APART.journals)) *
    YEARS +
  Math.max(0, Math.min(year, YEAR_MOST));

/** The documents' old numbers in their new order. */
export function byLikeness({ added, subjectStart, subject, journal, year, idRank }: Likeness): Uint32Array {
  const n = added.length;
  const like = Float64Array.from({ length: n }, (_, d) => {
    const from = subjectStart[d] as number;
    const main = from < (subjectStart[d + 1] as number) ? (subject[from] as number) : -1;
    return likeness(main, journal[d] as number, year[d] as number);
  });
  const order = Uint32Array.from({ length: n }, (_, d) => d);
  for (let from = 0; from < n; ) {
    let to = from + 1;
    while (to < n && added[to] === added[from]) to++;
    order
      .subarray(from, to)
      .sort(
        (a, b) => (like[a] as number) - (like[b] as number) || (idRank[a] as number) - (idRank[b] as number),
      );
    from = to;
  }
  return order;
}

type Column = Uint8Array | Uint16Array | Int16Array | Uint32Array | Float64Array;
/** A column of `width` places a document, in another order. */
export function inOrder<T extends Column>(column: T, order: Uint32Array, width = 1): T {
  const out = new (column.constructor as new (n: number) => T)(order.length * width);
  for (let i = 0; i < order.length; i++)
    for (let k = 0; k < width; k++) out[i * width + k] = column[(order[i] as number) * width + k] as number;
  return out;
}
/** Lists of values, document d's from start[d] to start[d + 1], in another order. */
export function listsInOrder(
  start: Uint32Array,
  values: Uint32Array,
  order: Uint32Array,
): [start: Uint32Array, values: Uint32Array] {
  const [newStart, out] = [new Uint32Array(order.length + 1), new Uint32Array(values.length)];
  let at = 0;
  order.forEach((d, i) => {
    for (let k = start[d] as number; k < (start[d + 1] as number); k++) out[at++] = values[k] as number;
    newStart[i + 1] = at;
  });
  return [newStart, out];
}
