/**
 * Counting: which conditions a match breaks, and how many matches have each value of each group.
 *
 * Counting rule (job: "Counts"): a group's counts disregard the choice made inside that group. So a match that fails in
 * exactly one group still counts there, and one that fails in two counts nowhere. `partition` sorts the matches by that
 * once; every count then runs over plain lists of documents.
 *
 * Groups with few values are not counted one by one: a record's kind, language, peer review, carrier, audience, source
 * and places together are one *combination* (a few thousand of them exist), counted in one pass and shared out at the end.
 */

export interface Partition {
  /** Positions among the matches of those that pass everything; null when all do. */
  readonly passing: Uint32Array | null;
  readonly docs: Uint32Array;
  /** Documents that fail in one group only, by that group's bit. */
  readonly nearly: ReadonlyMap<number, Uint32Array>;
}

/** Room for the lists of a search, kept from one to the next: fresh memory for every search costs more than the search. */
export class Room {
  readonly passing: Uint32Array;
  readonly docs: Uint32Array;
  readonly fails: Uint16Array;
  /** By the place of the group's bit; made when first needed. */
  readonly nearly: Uint32Array[] = [];
  constructor(size: number) {
    this.passing = new Uint32Array(size);
    this.docs = new Uint32Array(size);
    this.fails = new Uint16Array(size);
  }
  listFor(k: number): Uint32Array {
    const list = new Uint32Array(this.docs.length);
    this.nearly[k] = list;
    return list;
  }
}

/**
 * `fails` holds for every match the bits of the groups whose condition it breaks; null when there is no condition.
 * The lists stand in `room` and are good until the next search.
 */
export function partition(docs: Uint32Array, n: number, fails: Uint16Array | null, room: Room): Partition {
  const { passing, docs: kept } = room;
  if (fails === null) return { passing: null, docs: docs.subarray(0, n), nearly: new Map() };
  const { nearly } = room;
  const sizes = new Uint32Array(32);
  let count = 0;
  for (let i = 0; i < n; i++) {
    const f = fails[i] as number;
    if (f === 0) {
      passing[count] = i;
      kept[count++] = docs[i] as number;
    } else if ((f & (f - 1)) === 0) {
      const k = 31 - Math.clz32(f);
      const list = nearly[k] ?? room.listFor(k);
      const at = sizes[k] as number;
      list[at] = docs[i] as number;
      sizes[k] = at + 1;
    }
  }
  const lists = new Map<number, Uint32Array>();
  sizes.forEach((size, k) => {
    if (size > 0) lists.set(1 << k, (nearly[k] as Uint32Array).subarray(0, size));
  });
  return { passing: passing.subarray(0, count), docs: kept.subarray(0, count), nearly: lists };
}

/** Counts of values numbered 0…size−1 that remembers which it touched, so that a narrow search costs nothing for a wide table. */
export class Tally {
  readonly counts: Uint32Array;
  readonly touched: Uint32Array;
  n = 0;
  constructor(size: number) {
    this.counts = new Uint32Array(size);
    this.touched = new Uint32Array(size);
  }
  clear(): void {
    const { counts, touched, n } = this;
    if (n > counts.length >> 3) counts.fill(0);
    else for (let i = 0; i < n; i++) counts[touched[i] as number] = 0;
    this.n = 0;
  }
  add(value: number, by: number): void {
    const c = this.counts[value] as number;
    if (c === 0) this.touched[this.n++] = value;
    this.counts[value] = c + by;
  }
}

/** The columns with one value a document, counted in one walk: reading the list once is cheaper than reading it thrice. */
export function tallyBasics(
  docs: Uint32Array,
  combo: Uint32Array,
  combos: Tally,
  year: Int16Array,
  low: number,
  years: Uint32Array,
  journal: Uint32Array,
  journals: Tally | null,
): void {
  const { counts: ofCombo, touched: seenCombos } = combos;
  const ofJournal = journals?.counts ?? null;
  const seenJournals = journals?.touched ?? null;
  let nc = combos.n;
  let nj = journals?.n ?? 0;
  for (let i = 0; i < docs.length; i++) {
    const d = docs[i] as number;
    const c = combo[d] as number;
    const cc = ofCombo[c] as number;
    if (cc === 0) seenCombos[nc++] = c;
    ofCombo[c] = cc + 1;
    const y = (year[d] as number) - low;
    if (y >= 0 && y < years.length) years[y] = (years[y] as number) + 1;
    if (ofJournal === null || seenJournals === null) continue;
    const j = journal[d] as number;
    const cj = ofJournal[j] as number;
    if (cj === 0) seenJournals[nj++] = j;
    ofJournal[j] = cj + 1;
  }
  combos.n = nc;
  if (journals) journals.n = nj;
}
/** One value a document. */
export function tally(docs: Uint32Array, column: Uint32Array, t: Tally): void {
  const { counts, touched } = t;
  let n = t.n;
  for (let i = 0; i < docs.length; i++) {
    const v = column[docs[i] as number] as number;
    const c = counts[v] as number;
    if (c === 0) touched[n++] = v;
    counts[v] = c + 1;
  }
  t.n = n;
}
/** Several values a document. */
export function tallyLists(docs: Uint32Array, start: Uint32Array, column: Uint32Array, t: Tally): void {
  const { counts, touched } = t;
  if (docs.length > counts.length >> 1) {
    // So many documents touch most values anyway: counted without a note, and the touched ones gathered afterwards.
    for (let i = 0; i < docs.length; i++) {
      const d = docs[i] as number;
      for (let k = start[d] as number, e = start[d + 1] as number; k < e; k++) {
        const v = column[k] as number;
        counts[v] = (counts[v] as number) + 1;
      }
    }
    t.n = 0;
    for (let v = 0; v < counts.length; v++) if (counts[v] !== 0) touched[t.n++] = v;
    return;
  }
  let n = t.n;
  for (let i = 0; i < docs.length; i++) {
    const d = docs[i] as number;
    for (let k = start[d] as number, e = start[d + 1] as number; k < e; k++) {
      const v = column[k] as number;
      const c = counts[v] as number;
      if (c === 0) touched[n++] = v;
      counts[v] = c + 1;
    }
  }
  t.n = n;
}
/** Counts through a small table: document → row → code. */
export function countThrough(docs: Uint32Array, row: Uint32Array, table: Uint8Array, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const v = table[row[docs[i] as number] as number] as number;
    counts[v] = (counts[v] as number) + 1;
  }
}
export function countYears(docs: Uint32Array, column: Int16Array, low: number, counts: Uint32Array): void {
  for (let i = 0; i < docs.length; i++) {
    const v = (column[docs[i] as number] as number) - low;
    if (v >= 0 && v < counts.length) counts[v] = (counts[v] as number) + 1;
  }
}

/** Fills `fails` from tables of broken conditions, one for combinations and one for access codes, and the span of years. */
export function failBasics(
  docs: Uint32Array,
  n: number,
  what: {
    readonly combo: Uint32Array;
    readonly comboFails: Uint16Array;
    readonly row: Uint32Array;
    readonly code: Uint8Array;
    readonly codeFails: Uint16Array;
    readonly year: Int16Array;
    readonly from: number;
    readonly to: number;
    readonly yearBit: number;
  },
  fails: Uint16Array,
): void {
  const { combo, comboFails, row, code, codeFails, year, from, to, yearBit } = what;
  for (let i = 0; i < n; i++) {
    const d = docs[i] as number;
    const y = year[d] as number;
    let f = (comboFails[combo[d] as number] as number) | (codeFails[code[row[d] as number] as number] as number);
    if (y < from || y > to) f |= yearBit;
    fails[i] = f;
  }
}
/** Marks the matches whose value is not allowed. */
export function failValues(docs: Uint32Array, n: number, column: Uint32Array, allowed: Uint8Array, fails: Uint16Array, bit: number): void {
  for (let i = 0; i < n; i++) {
    if (allowed[column[docs[i] as number] as number] === 0) fails[i] = (fails[i] as number) | bit;
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
