/** A sorted table of strings in two typed arrays: found by binary search, read without decoding the rest. */

export interface StringTable {
  readonly bytes: Uint8Array;
  /** Byte offset of each string, and one more for the end. */
  readonly offsets: Uint32Array;
}
const encoder = new TextEncoder();
const decoder = new TextDecoder();

/** UTF-8 bytes of a UTF-16 unit at most, and room for a few that take more than one each. */
const [MOST_BYTES, SPARE] = [3, 1024];
/** Packs strings that are already in code-unit order of their UTF-8 bytes. */
export function packStrings(sorted: readonly string[]): StringTable {
  const offsets = new Uint32Array(sorted.length + 1);
  let units = 0;
  for (const s of sorted) units += s.length;
  // Written one behind the other: an array of each would cost many times what is in it.
  let bytes = new Uint8Array(units + SPARE);
  let size = 0;
  for (const [i, s] of sorted.entries()) {
    if (bytes.length - size < s.length * MOST_BYTES) {
      const larger = new Uint8Array(bytes.length + (bytes.length >> 2) + s.length * MOST_BYTES);
      larger.set(bytes.subarray(0, size));
      bytes = larger;
    }
    size += encoder.encodeInto(s, bytes.subarray(size)).written;
    offsets[i + 1] = size;
  }
  return { bytes: bytes.slice(0, size), offsets };
}

/** How many texts a table of texts has. */
export const countStrings = (t: StringTable): number => t.offsets.length - 1;
// A shared buffer cannot be decoded in place by every runtime, hence the copy.
/** A text of a table of texts, by its number. */
export const stringAt = (t: StringTable, i: number): string =>
  decoder.decode(t.bytes.slice(t.offsets[i], t.offsets[i + 1]));

function compareAt(t: StringTable, i: number, wanted: Uint8Array, prefixOnly: boolean): number {
  const start = t.offsets[i] as number;
  const length = (t.offsets[i + 1] as number) - start;
  const n = Math.min(length, wanted.length);
  for (let k = 0; k < n; k++) {
    const d = (t.bytes[start + k] as number) - (wanted[k] as number);
    if (d !== 0) return d;
  }
  return prefixOnly && length >= wanted.length ? 0 : length - wanted.length;
}
/** First position from `from` on whose string is not before `wanted`. */
export function lowerBound(t: StringTable, wanted: Uint8Array, from = 0): number {
  let lo = from;
  let hi = countStrings(t);
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (compareAt(t, mid, wanted, false) < 0) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}
/** Position of a string, or -1. */
export function findString(t: StringTable, text: string): number {
  const wanted = encoder.encode(text);
  const i = lowerBound(t, wanted);
  return i < countStrings(t) && compareAt(t, i, wanted, false) === 0 ? i : -1;
}
/** Positions [from, to) of the strings that begin with `prefix`. */
export function prefixRange(t: StringTable, prefix: string): readonly [number, number] {
  const wanted = encoder.encode(prefix);
  const from = lowerBound(t, wanted);
  let hi = countStrings(t);
  let lo = from;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (compareAt(t, mid, wanted, true) <= 0) lo = mid + 1;
    else hi = mid;
  }
  return [from, lo];
}
/** The order that the table needs: by UTF-8 bytes, which is by code point. */
export function byCodePoint(a: string, b: string): number {
  if (a === b) return 0;
  const n = Math.min(a.length, b.length);
  for (let i = 0; i < n; i++) {
    const x = a.charCodeAt(i);
    const y = b.charCodeAt(i);
    // Surrogates sort after the rest of the basic plane by code point.
    if (x !== y)
      return (x >= 0xd800 && x <= 0xdfff ? x + 0x10000 : x) - (y >= 0xd800 && y <= 0xdfff ? y + 0x10000 : y);
  }
  return a.length - b.length;
}

/** Values of an open-ended group, numbered as they come and sorted at the end. */
export class Values {
  readonly ids = new Map<string, number>();
  id(value: string): number {
    let id = this.ids.get(value);
    if (id === undefined) {
      id = this.ids.size;
      this.ids.set(value, id);
    }
    return id;
  }
  /** The sorted table, and the new number of each old one. */
  finish(): { table: StringTable; renumber: Uint32Array } {
    const sorted = [...this.ids.keys()].sort(byCodePoint);
    const renumber = new Uint32Array(sorted.length);
    sorted.forEach((value, i) => {
      renumber[this.ids.get(value) as number] = i;
    });
    return { table: packStrings(sorted), renumber };
  }
}
