/**
 * Posting lists and lists of matches: joining them, looking into them by galloping, and the set operations of AND, OR, NOT.
 * Everything is ascending by document; nothing here knows of words or fields' names.
 */
export interface Matches {
  readonly n: number;
  readonly docs: Uint32Array;
  readonly score: Float32Array;
  /** Fields in which *every* word of the query stands. */
  readonly bits: Uint8Array;
}
/** Postings of one word: raw arrays and the word's idf. */
export interface Postings {
  readonly docs: Uint32Array;
  readonly impact: Uint8Array;
  readonly fields: Uint8Array;
  readonly idf: number;
}
export type Lists = Omit<Postings, 'idf'>;
/**
 * A word before its lists are joined: one posting list per form (per language, mostly one long and some short). Among
 * rarer words the lists are only looked into, which costs nothing for their length; joining them would.
 */
export interface Word {
  readonly lists: readonly Lists[];
  /** Documents in all lists together. */
  readonly size: number;
  readonly idf: number;
  /** Fields that count; 255 = any. */
  readonly mask: number;
  readonly joined: () => Postings;
}
export const EMPTY: Matches = { n: 0, docs: new Uint32Array(0), score: new Float32Array(0), bits: new Uint8Array(0) };

const COPIED_ONE_BY_ONE = 48;
/** Two posting lists as one; a document in both has its better weight and the fields of both. */
export function zip(a: Omit<Postings, 'idf'>, b: Omit<Postings, 'idf'>): Omit<Postings, 'idf'> {
  const [x, y] = [a.docs, b.docs];
  if (x.length === 0) return b;
  const size = x.length + y.length;
  const docs = new Uint32Array(size);
  const impact = new Uint8Array(size);
  const fields = new Uint8Array(size);
  let n = 0;
  let j = 0;
  // The first list is the shorter: between two of its documents a stretch of the second is copied whole.
  const copy = (to: number): void => {
    if (to - j < COPIED_ONE_BY_ONE) {
      for (; j < to; j++, n++) {
        docs[n] = y[j] as number;
        impact[n] = b.impact[j] as number;
        fields[n] = b.fields[j] as number;
      }
      return;
    }
    docs.set(y.subarray(j, to), n);
    impact.set(b.impact.subarray(j, to), n);
    fields.set(b.fields.subarray(j, to), n);
    n += to - j;
    j = to;
  };
  for (let i = 0; i < x.length; i++) {
    const d = x[i] as number;
    copy(gallop(y, j, d));
    docs[n] = d;
    impact[n] = a.impact[i] as number;
    fields[n] = a.fields[i] as number;
    if (y[j] === d) {
      impact[n] = Math.max(a.impact[i] as number, b.impact[j] as number);
      fields[n] = (a.fields[i] as number) | (b.fields[j] as number);
      j++;
    }
    n++;
  }
  copy(y.length);
  return { docs: docs.subarray(0, n), impact: impact.subarray(0, n), fields: fields.subarray(0, n) };
}

export function onlyIn(list: Omit<Postings, 'idf'>, bit: number): Omit<Postings, 'idf'> {
  const { docs, impact, fields } = list;
  const kept = { docs: new Uint32Array(docs.length), impact: new Uint8Array(docs.length), fields: new Uint8Array(docs.length) };
  let n = 0;
  for (let i = 0; i < docs.length; i++) {
    if (((fields[i] as number) & bit) === 0) continue;
    kept.docs[n] = docs[i] as number;
    kept.impact[n] = impact[i] as number;
    kept.fields[n++] = fields[i] as number;
  }
  return { docs: kept.docs.subarray(0, n), impact: kept.impact.subarray(0, n), fields: kept.fields.subarray(0, n) };
}

export function materialise(p: Postings): Matches {
  const score = new Float32Array(p.docs.length);
  const unit = p.idf / 255;
  for (let i = 0; i < score.length; i++) score[i] = unit * (p.impact[i] as number);
  return { n: p.docs.length, docs: p.docs, score, bits: p.fields };
}

/** First position in [at, end) whose document is not before d, by doubling steps and then halving. */
export function gallop(docs: Uint32Array, at: number, d: number): number {
  const end = docs.length;
  if (at >= end || (docs[at] as number) >= d) return at;
  let step = 1;
  while (at + step < end && (docs[at + step] as number) < d) step <<= 1;
  let lo = at + (step >> 1) + 1;
  let hi = Math.min(at + step, end);
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if ((docs[mid] as number) < d) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}

export const idfOf = (n: number, df: number): number => Math.log(1 + (n - df + 0.5) / (df + 0.5));
/** A word's lists are joined rather than looked into when the rarest word is no rarer than this share of them. */
const JOIN_FROM = 0.25;

export function intersectWords(asked: readonly Word[]): Matches {
  const order = [...asked].sort((a, b) => a.size - b.size);
  const first = order[0];
  if (!first || first.size === 0) return EMPTY;
  const rarest = first.joined();
  if (order.length === 1) return materialise(rarest);
  const others = order.slice(1).map((w) => {
    const join = w.lists.length > 1 && rarest.docs.length > w.size * JOIN_FROM;
    const joined = join ? w.joined() : null;
    return { lists: joined ? [joined] : w.lists, mask: joined ? 255 : w.mask, unit: w.idf / 255, at: new Uint32Array(w.lists.length) };
  });
  const docs = new Uint32Array(rarest.docs.length);
  const score = new Float32Array(rarest.docs.length);
  const bits = new Uint8Array(rarest.docs.length);
  const unit = rarest.idf / 255;
  let n = 0;
  next: for (let i = 0; i < rarest.docs.length; i++) {
    const d = rarest.docs[i] as number;
    let s = unit * (rarest.impact[i] as number);
    let b = rarest.fields[i] as number;
    for (let k = 0; k < others.length; k++) {
      const { lists, at, mask, unit: worth } = others[k] as (typeof others)[number];
      let impact = 0;
      let fields = 0;
      for (let l = 0; l < lists.length; l++) {
        const list = lists[l] as Lists;
        const p = gallop(list.docs, at[l] as number, d);
        at[l] = p;
        if (list.docs[p] !== d) continue;
        fields |= list.fields[p] as number;
        if ((list.impact[p] as number) > impact) impact = list.impact[p] as number;
      }
      if ((fields & mask) === 0) continue next;
      s += worth * impact;
      b &= fields;
    }
    docs[n] = d;
    score[n] = s;
    bits[n++] = b;
  }
  return { n, docs: docs.subarray(0, n), score: score.subarray(0, n), bits: bits.subarray(0, n) };
}

/** Walks two ascending lists; `take` says which of left-only, both, right-only are kept. */
function merge(
  a: Matches,
  b: Matches,
  take: { left: boolean; both: boolean; right: boolean },
  bit: (x: number, y: number) => number,
): Matches {
  const docs = new Uint32Array(take.right ? a.n + b.n : a.n);
  const score = new Float32Array(docs.length);
  const bits = new Uint8Array(docs.length);
  let [i, j, n] = [0, 0, 0];
  const put = (d: number, s: number, x: number) => {
    docs[n] = d;
    score[n] = s;
    bits[n++] = x;
  };
  while (i < a.n || j < b.n) {
    const x = i < a.n ? (a.docs[i] as number) : Number.POSITIVE_INFINITY;
    const y = j < b.n ? (b.docs[j] as number) : Number.POSITIVE_INFINITY;
    if (x === y) {
      if (take.both) put(x, (a.score[i] as number) + (b.score[j] as number), bit(a.bits[i] as number, b.bits[j] as number));
      i++;
      j++;
    } else if (x < y) {
      if (take.left) put(x, a.score[i] as number, a.bits[i] as number);
      i++;
    } else {
      if (take.right) put(y, b.score[j] as number, b.bits[j] as number);
      j++;
    }
  }
  return { n, docs: docs.subarray(0, n), score: score.subarray(0, n), bits: bits.subarray(0, n) };
}
export const union = (a: Matches, b: Matches): Matches => merge(a, b, { left: true, both: true, right: true }, (x, y) => x | y);
export const intersect = (a: Matches, b: Matches): Matches => merge(a, b, { left: false, both: true, right: false }, (x, y) => x & y);
export const minus = (a: Matches, b: Matches): Matches => merge(a, b, { left: true, both: false, right: false }, (x) => x);
