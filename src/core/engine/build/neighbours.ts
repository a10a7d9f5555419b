/**
 * The order in which an index keeps its documents: like beside like, by subject, then journal, then year.
 *
 * A search's matches then stand near each other in every column, and what it costs is reading memory. Which
 * of two records came first is kept only where it can be asked for: by the day they came in.
 */
export interface Likeness {
  /** Day on which each document came in, never falling. */
  readonly added: Uint16Array;
  readonly subjectStart: Uint32Array;
  readonly subject: Uint32Array;
  readonly journal: Uint32Array;
  readonly year: Int16Array;
}
const [SUBJECTS, JOURNALS, YEARS] = [2 ** 21, 2 ** 20, 2 ** 12];

/** The documents' old numbers in their new order. */
export function byLikeness({ added, subjectStart, subject, journal, year }: Likeness): Uint32Array {
  const n = added.length;
  const likeness = Float64Array.from({ length: n }, (_, d) => {
    const from = subjectStart[d] as number;
    // Without a heading: behind all that have one, by journal.
    const main =
      from < (subjectStart[d + 1] as number) ? Math.min(subject[from] as number, SUBJECTS - 2) : SUBJECTS - 1;
    return (
      (main * JOURNALS + Math.min(journal[d] as number, JOURNALS - 1)) * YEARS +
      Math.max(0, Math.min(year[d] as number, YEARS - 1))
    );
  });
  const order = Uint32Array.from({ length: n }, (_, d) => d);
  for (let from = 0; from < n; ) {
    let to = from + 1;
    while (to < n && added[to] === added[from]) to++;
    order.subarray(from, to).sort((a, b) => (likeness[a] as number) - (likeness[b] as number) || a - b);
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
