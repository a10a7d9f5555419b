/**
 * Posting lists and lists of matches: joining them, looking into them by galloping, and the set operations of
 * AND, OR, NOT. Everything is ascending by document; nothing here knows of words or fields' names.
 */
export interface Matches {
  readonly n: number;
  readonly docs: Uint32Array;
  readonly score: Float32Array;
  /** Fields in which *every* word of the query stands. */
  readonly bits: Uint8Array;
  /** Nothing was asked of them, so that score and bits are nought throughout. */
  readonly plain?: true;
}
/** Postings, ascending by document. */
export interface Lists {
  /** Where there are `chunks` these are made when they are asked for: to look up some, ask `placeIn`. */
  readonly docs: Uint32Array;
  readonly impact: Uint8Array;
  readonly fields: Uint8Array;
  readonly chunks?: Chunks;
}
/** The lower half of a document's number has so many bits. */
export const CHUNK_BITS = 16;
export const CHUNK_MASK = (1 << CHUNK_BITS) - 1;
/** A long list of documents by the halves of their numbers (see termLists.ts). */
export interface Chunks {
  readonly low: Uint16Array;
  /** Where the documents of each upper half begin; one more. */
  readonly start: Uint32Array;
}
/** Postings of one word: its lists and its idf. */
export interface Postings extends Lists {
  readonly idf: number;
}
/**
 * A word before its lists are joined: one posting list per form (per language, mostly one long and some
 * short). Among rarer words the lists are only looked into, which costs nothing for their length; joining
 * them would.
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
/** A list with its idf; what is made whole only when it is asked for stays so. */
export const withIdf = (list: Lists, idf: number): Postings => ({
  get docs() {
    return list.docs;
  },
  impact: list.impact,
  fields: list.fields,
  ...(list.chunks ? { chunks: list.chunks } : {}),
  idf,
});
export const EMPTY: Matches = {
  n: 0,
  docs: new Uint32Array(0),
  score: new Float32Array(0),
  bits: new Uint8Array(0),
};

const COPIED_ONE_BY_ONE = 48;
/** Two posting lists as one; a document in both has its better weight and the fields of both. */
export function zip(a: Lists, b: Lists): Lists {
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

/** The postings of those documents that have the term in one of the fields that `bit` stands for. */
export function onlyIn(list: Lists, bit: number): Lists {
  const { docs, impact, fields } = list;
  const kept = {
    docs: new Uint32Array(docs.length),
    impact: new Uint8Array(docs.length),
    fields: new Uint8Array(docs.length),
  };
  let n = 0;
  for (let i = 0; i < docs.length; i++) {
    if (((fields[i] as number) & bit) === 0) continue;
    kept.docs[n] = docs[i] as number;
    kept.impact[n] = impact[i] as number;
    kept.fields[n++] = fields[i] as number;
  }
  return {
    docs: kept.docs.subarray(0, n),
    impact: kept.impact.subarray(0, n),
    fields: kept.fields.subarray(0, n),
  };
}

/**
 * Postings as matches: each with its score, the impact (0–255) as a part of the inverse document frequency.
 */
export function materialise(p: Postings): Matches {
  const score = new Float32Array(p.docs.length);
  const unit = p.idf / 255;
  for (let i = 0; i < score.length; i++) score[i] = unit * (p.impact[i] as number);
  return { n: p.docs.length, docs: p.docs, score, bits: p.fields };
}

/** First position in [at, end) whose document is not before d, by doubling steps and then halving. */
export function gallop(docs: Uint32Array | Uint16Array, at: number, d: number, end = docs.length): number {
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

/**
 * The position of document d in a list, looked for from `at` on; when it is not there ~k, with k the first position
 * whose document comes after it.
 */
export function placeIn(list: Lists, at: number, d: number): number {
  if (list.chunks) return placeInChunks(list.chunks, at, d);
  const k = gallop(list.docs, at, d);
  return list.docs[k] === d ? k : ~k;
}
function placeInChunks({ low, start }: Chunks, at: number, d: number): number {
  const c = d >>> CHUNK_BITS;
  const lower = d & CHUNK_MASK;
  const end = start[c + 1] as number;
  const k = gallop(low, Math.max(at, start[c] as number), lower, end);
  return k < end && low[k] === lower ? k : ~k;
}

/** First position in [from, to) whose document is not before d; `to` when there is none. */
export function firstFrom(
  docs: Uint32Array | Uint16Array | Uint8Array,
  from: number,
  to: number,
  d: number,
): number {
  let [lo, hi] = [from, to];
  while (lo < hi) {
    const mid = (lo + hi) >>> 1;
    if ((docs[mid] as number) < d) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}

/** The first document that came into the index after a day; `added` ascends. */
export const firstAfter = (added: Uint16Array, day: number): number =>
  firstFrom(added, 0, added.length, day + 1);

/** Inverse document frequency: ln(1 + (n − df + ½) / (df + ½)). */
export const idfOf = (n: number, df: number): number => Math.log(1 + (n - df + 0.5) / (df + 0.5));
/**
 * Two lists are walked side by side up to this ratio of their lengths; beyond it the shorter is walked, the
 * longer looked into.
 */
const SIDE_BY_SIDE = 12;
/**
 * Notes for each of these documents what a list has of it. Where they meet is written out twice: a function
 * of its own would cost more than it does.
 */
function note(docs: Uint32Array, list: Lists, impact: Uint8Array, fields: Uint8Array): void {
  const { chunks, impact: weights, fields: bits } = list;
  const [n, m] = [docs.length, weights.length];
  if (chunks && m > SIDE_BY_SIDE * n) {
    noteFew(docs, { chunks, impact: weights, fields: bits }, impact, fields);
    return;
  }
  const own = list.docs;
  let i = 0;
  let k = 0;
  if (Math.max(n, m) > SIDE_BY_SIDE * Math.min(n, m)) {
    while (i < n && k < m) {
      if (m < n) i = gallop(docs, i, own[k] as number);
      else k = gallop(own, k, docs[i] as number);
      if (i < n && docs[i] === own[k]) {
        if ((weights[k] as number) > (impact[i] as number)) impact[i] = weights[k] as number;
        fields[i] = (fields[i] as number) | (bits[k] as number);
      }
      if (m < n) k++;
      else i++;
    }
    return;
  }
  while (i < n && k < m) {
    const further = ((own[k] as number) - (docs[i] as number)) | 0;
    if (further === 0) {
      if ((weights[k] as number) > (impact[i] as number)) impact[i] = weights[k] as number;
      fields[i] = (fields[i] as number) | (bits[k] as number);
    }
    // Which of the two goes on is anybody's guess, so it is worked out from the sign and not branched upon.
    i += 1 + (further >> 31);
    k += (further - 1) >>> 31;
  }
}

/** The same for documents that are few beside a list's, which need not be made whole for them. */
function noteFew(
  docs: Uint32Array,
  { chunks, impact: weights, fields: bits }: Omit<Lists, 'docs'> & { readonly chunks: Chunks },
  impact: Uint8Array,
  fields: Uint8Array,
): void {
  let at = 0;
  for (let i = 0; i < docs.length; i++) {
    const k = placeInChunks(chunks, at, docs[i] as number);
    at = k < 0 ? ~k : k;
    if (k < 0) continue;
    if ((weights[k] as number) > (impact[i] as number)) impact[i] = weights[k] as number;
    fields[i] = (fields[i] as number) | (bits[k] as number);
  }
}

/**
 * Room for matches in the making, kept from one question to the next: fresh memory is slow to touch, and what
 * is made in it is copied out in its true size. Never used by two at a time.
 */
export class Workbench {
  docs = new Uint32Array(0);
  score = new Float32Array(0);
  bits = new Uint8Array(0);
  /** What the word that is just looked for has of each document. */
  impact = new Uint8Array(0);
  fields = new Uint8Array(0);
  for(n: number): this {
    if (this.docs.length < n) {
      const size = Math.ceil(n * 1.5);
      this.docs = new Uint32Array(size);
      this.score = new Float32Array(size);
      this.bits = new Uint8Array(size);
      this.impact = new Uint8Array(size);
      this.fields = new Uint8Array(size);
    }
    return this;
  }
  taken(n: number): Matches {
    return { n, docs: this.docs.slice(0, n), score: this.score.slice(0, n), bits: this.bits.slice(0, n) };
  }
}
export const bench = new Workbench();

/** What a posting of the word that joins is worth, and the fields that it must stand in. */
interface Joining {
  readonly worth: number;
  readonly mask: number;
}
/**
 * Of the first n postings of a list, those that the word just looked for joins, onto the bench. Returns how
 * many.
 */
function joinFirst(
  list: Lists,
  n: number,
  { unit, worth, mask }: Joining & { readonly unit: number },
  { docs, score, bits, impact, fields }: Workbench,
): number {
  const { docs: from, impact: weights, fields: had } = list;
  let left = 0;
  for (let i = 0; i < n; i++) {
    const own = fields[i] as number;
    docs[left] = from[i] as number;
    score[left] = unit * (weights[i] as number) + worth * (impact[i] as number);
    bits[left] = (had[i] as number) & own;
    left += (own & mask) === 0 ? 0 : 1;
  }
  return left;
}
/** The same for what is on the bench already. */
function joinFurther(
  n: number,
  { worth, mask }: Joining,
  { docs, score, bits, impact, fields }: Workbench,
): number {
  let left = 0;
  for (let i = 0; i < n; i++) {
    const own = fields[i] as number;
    docs[left] = docs[i] as number;
    score[left] = (score[i] as number) + worth * (impact[i] as number);
    bits[left] = (bits[i] as number) & own;
    left += (own & mask) === 0 ? 0 : 1;
  }
  return left;
}

/**
 * The documents that have all the words, from the rarest word on; each further word is looked for in what is
 * left.
 */
export function intersectWords(asked: readonly Word[]): Matches {
  const [first, ...others] = [...asked].sort((a, b) => a.size - b.size);
  if (!first || first.size === 0) return EMPTY;
  const rarest = first.joined();
  if (others.length === 0) return materialise(rarest);
  let n = rarest.docs.length;
  bench.for(n + 1);
  others.forEach(({ lists, mask, idf }, k) => {
    const { docs, impact, fields } = bench;
    const from = k === 0 ? rarest.docs : docs.subarray(0, n);
    impact.fill(0, 0, n);
    fields.fill(0, 0, n);
    for (const list of lists) note(from, list, impact, fields);
    n =
      k === 0
        ? joinFirst(rarest, n, { unit: rarest.idf / 255, worth: idf / 255, mask }, bench)
        : joinFurther(n, { worth: idf / 255, mask }, bench);
  });
  return bench.taken(n);
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
      if (take.both)
        put(
          x,
          (a.score[i] as number) + (b.score[j] as number),
          bit(a.bits[i] as number, b.bits[j] as number),
        );
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
/** Documents that stand in either list; their fields are put together. Lists are in ascending order. */
export const union = (a: Matches, b: Matches): Matches =>
  merge(a, b, { left: true, both: true, right: true }, (x, y) => x | y);
/** Documents that stand in both lists; their fields are put together. */
export const intersect = (a: Matches, b: Matches): Matches =>
  merge(a, b, { left: false, both: true, right: false }, (x, y) => x & y);
/** Documents of the first list that do not stand in the second. */
export const minus = (a: Matches, b: Matches): Matches =>
  merge(a, b, { left: true, both: false, right: false }, (x) => x);
