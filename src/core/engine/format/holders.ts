/** A column turned round: which documents have each value. */
export interface Holders {
  /** The documents of value v are docs[start[v]] to docs[start[v + 1]]. */
  readonly start: Uint32Array;
  readonly docs: Uint32Array;
  /** The values from the most frequent on. */
  readonly order: Uint32Array;
}

/** How often each value stands in a column. */
export function usesOf(column: Uint32Array | Uint16Array, values: number): Uint32Array {
  const uses = new Uint32Array(values);
  for (const v of column) uses[v] = (uses[v] as number) + 1;
  return uses;
}

/** @param from where each document's values begin in the column, and one more */
export function holdersOf(from: Uint32Array, column: Uint32Array, values: number): Holders {
  const uses = usesOf(column, values);
  const start = new Uint32Array(values + 1);
  for (let v = 0; v < values; v++) start[v + 1] = (start[v] as number) + (uses[v] as number);
  const next = start.slice();
  const docs = new Uint32Array(column.length);
  for (let d = 0; d + 1 < from.length; d++)
    for (let k = from[d] as number; k < (from[d + 1] as number); k++) {
      const v = column[k] as number;
      docs[next[v] as number] = d;
      next[v] = (next[v] as number) + 1;
    }
  return {
    start,
    docs,
    order: Uint32Array.from(uses.keys()).sort((a, b) => (uses[b] as number) - (uses[a] as number) || a - b),
  };
}
