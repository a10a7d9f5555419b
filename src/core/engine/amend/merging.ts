/**
 * Two sorted things as one: tables of texts, and orders of what they number. The second is small beside the first: it is
 * looked for, and what lies between two of its places is taken over whole.
 */
import { countStrings, lowerBound, type StringTable } from '../format/strings';

/** In a renumbering: it is there no more. */
export const NOWHERE = 0xffffffff;

/** A table of both, and the new number of each text of either. */
export interface MergedTable {
  readonly table: StringTable;
  readonly a: Uint32Array;
  readonly b: Uint32Array;
}
const bytesAt = (t: StringTable, i: number): Uint8Array => t.bytes.subarray(t.offsets[i], t.offsets[i + 1]);
function equal(x: Uint8Array, y: Uint8Array): boolean {
  if (x.length !== y.length) return false;
  for (let k = 0; k < x.length; k++) if (x[k] !== y[k]) return false;
  return true;
}

/** @param isGone which texts of `a` are wanted no more, unless `b` has them too */
export function mergeTables(a: StringTable, b: StringTable, isGone: (i: number) => boolean): MergedTable {
  const [sizeA, sizeB] = [countStrings(a), countStrings(b)];
  const [ofA, ofB] = [new Uint32Array(sizeA).fill(NOWHERE), new Uint32Array(sizeB)];
  const bytes = new Uint8Array(a.bytes.length + b.bytes.length);
  const offsets = new Uint32Array(sizeA + sizeB + 1);
  let [count, at, next] = [0, 0, 0];
  const put = (text: Uint8Array): number => {
    bytes.set(text, at);
    at += text.length;
    offsets[count + 1] = at;
    return count++;
  };
  const upTo = (end: number): void => {
    while (next < end) {
      if (isGone(next)) {
        next++;
        continue;
      }
      const first = next;
      while (next < end && !isGone(next)) next++;
      const [from, to] = [a.offsets[first] as number, a.offsets[next] as number];
      bytes.set(a.bytes.subarray(from, to), at);
      for (let i = first; i < next; i++) {
        ofA[i] = count;
        offsets[++count] = at + (a.offsets[i + 1] as number) - from;
      }
      at += to - from;
    }
  };
  for (let j = 0; j < sizeB; j++) {
    const text = bytesAt(b, j);
    const place = lowerBound(a, text, next);
    upTo(place);
    ofB[j] = put(text);
    if (place < sizeA && equal(bytesAt(a, place), text)) {
      ofA[place] = ofB[j] as number;
      next = place + 1;
    }
  }
  upTo(sizeA);
  return { table: { bytes: bytes.slice(0, at), offsets: offsets.slice(0, count + 1) }, a: ofA, b: ofB };
}

/**
 * One order of both.
 * @param a, b their own, each in order already
 * @param compare one of `b` with one of `a`: never equal
 */
export function mergeOrders(
  a: Uint32Array,
  b: Uint32Array,
  compare: (ofB: number, ofA: number) => number,
): Uint32Array {
  // Where each of `b` goes: the one in the middle first, then the halves between what it parts. So few of `a` are
  // looked at, and what is compared may have to be read from a disk.
  const before = new Uint32Array(b.length);
  const place = (first: number, last: number, from: number, to: number): void => {
    if (first >= last) return;
    const middle = (first + last) >>> 1;
    const one = b[middle] as number;
    let [lo, hi] = [from, to];
    while (lo < hi) {
      const mid = (lo + hi) >>> 1;
      if (compare(one, a[mid] as number) > 0) lo = mid + 1;
      else hi = mid;
    }
    before[middle] = lo;
    place(first, middle, from, lo);
    place(middle + 1, last, lo, to);
  };
  place(0, b.length, 0, a.length);
  const out = new Uint32Array(a.length + b.length);
  let [from, at] = [0, 0];
  for (let j = 0; j < b.length; j++) {
    const to = before[j] as number;
    out.set(a.subarray(from, to), at);
    at += to - from;
    from = to;
    out[at++] = b[j] as number;
  }
  out.set(a.subarray(from), at);
  return out;
}
/** Numbers by a renumbering; what is there no more is left out. */
export function renumbered(numbers: Uint32Array, now: Uint32Array): Uint32Array {
  const out = new Uint32Array(numbers.length);
  let n = 0;
  for (const v of numbers) {
    const to = now[v] as number;
    if (to !== NOWHERE) out[n++] = to;
  }
  return out.subarray(0, n);
}
/** A renumbering the other way round. */
export function sourcesOf(now: Uint32Array, total: number): Uint32Array {
  const from = new Uint32Array(total).fill(NOWHERE);
  now.forEach((to, old) => {
    if (to !== NOWHERE) from[to] = old;
  });
  return from;
}
