/**
 * The inner loops of counting, one per column type so that each stays monomorphic and tight.
 *
 * Counting rule (job: "Counts"): a group's counts disregard the choice made inside that group. So a match that fails in
 * exactly one group still counts there, and one that fails in two counts nowhere. `partition` sorts the matches by that
 * once; every count then runs over plain lists of documents.
 */
export interface Partition {
  /** Positions among the matches of those that pass everything. */
  readonly passing: Uint32Array;
  readonly docs: Uint32Array;
  /** Documents that fail in one group only, by that group's bit. */
  readonly nearly: ReadonlyMap<number, Uint32Array>;
}

/** `fails` holds for every match the bits of the groups whose condition it breaks; null when there is no condition. */
export function partition(docs: Uint32Array, n: number, fails: Uint16Array | null): Partition {
  const passing = new Uint32Array(n);
  if (fails === null) {
    for (let i = 0; i < n; i++) passing[i] = i;
    return { passing, docs: docs.subarray(0, n), nearly: new Map() };
  }
  const kept = new Uint32Array(n);
  const lists = new Map<number, { docs: Uint32Array; n: number }>();
  let count = 0;
  for (let i = 0; i < n; i++) {
    const f = fails[i] as number;
    if (f === 0) {
      passing[count] = i;
      kept[count++] = docs[i] as number;
    } else if ((f & (f - 1)) === 0) {
      let list = lists.get(f);
      if (!list) {
        list = { docs: new Uint32Array(n), n: 0 };
        lists.set(f, list);
      }
      list.docs[list.n++] = docs[i] as number;
    }
  }
  return {
    passing: passing.subarray(0, count),
    docs: kept.subarray(0, count),
    nearly: new Map([...lists].map(([bit, l]) => [bit, l.docs.subarray(0, l.n)])),
  };
}

export function countBytes(docs: Uint32Array, column: Uint8Array, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const v = column[docs[i] as number] as number;
    counts[v] = (counts[v] as number) + 1;
  }
}
export function countWords(docs: Uint32Array, column: Uint32Array, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const v = column[docs[i] as number] as number;
    counts[v] = (counts[v] as number) + 1;
  }
}
/** A column with several values a document. */
export function countLists(docs: Uint32Array, start: Uint32Array, column: Uint32Array, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const d = docs[i] as number;
    for (let k = start[d] as number, e = start[d + 1] as number; k < e; k++) {
      const v = column[k] as number;
      counts[v] = (counts[v] as number) + 1;
    }
  }
}
export function countYears(docs: Uint32Array, column: Int16Array, low: number, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const v = (column[docs[i] as number] as number) - low;
    if (v >= 0 && v < counts.length) counts[v] = (counts[v] as number) + 1;
  }
}
/** Counts through a table: document → row → value. */
export function countThrough(docs: Uint32Array, row: Uint32Array, table: Uint8Array, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const v = table[row[docs[i] as number] as number] as number;
    counts[v] = (counts[v] as number) + 1;
  }
}
/** Counts the set bits of a column of bit sets, bit k into counts[k]. */
export function countBits(docs: Uint32Array, column: Uint8Array, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    for (let bits = column[docs[i] as number] as number, k = 0; bits !== 0; bits >>= 1, k++)
      if (bits & 1) counts[k] = (counts[k] as number) + 1;
  }
}

/** Marks the matches whose value is not allowed. Values beyond the table (none given) fail when something must be kept. */
export function failValues(
  docs: Uint32Array,
  n: number,
  column: Uint8Array | Uint32Array,
  allowed: Uint8Array,
  absentFails: boolean,
  fails: Uint16Array,
  bit: number,
): void {
  for (let i = 0; i < n; i++) {
    const v = column[docs[i] as number] as number;
    if (v >= allowed.length ? absentFails : allowed[v] === 0) fails[i] = (fails[i] as number) | bit;
  }
}
/** As `failValues`, for several values a document: one kept value suffices, one left-out value is enough to fail. */
export function failLists(
  docs: Uint32Array,
  n: number,
  start: Uint32Array,
  column: Uint32Array,
  kept: Uint8Array | null,
  dropped: Uint8Array | null,
  fails: Uint16Array,
  bit: number,
): void {
  for (let i = 0; i < n; i++) {
    const d = docs[i] as number;
    let ok = kept === null;
    for (let k = start[d] as number, e = start[d + 1] as number; k < e; k++) {
      const v = column[k] as number;
      if (kept !== null && kept[v] === 1) ok = true;
      if (dropped !== null && dropped[v] === 1) {
        ok = false;
        break;
      }
    }
    if (!ok) fails[i] = (fails[i] as number) | bit;
  }
}
