/**
 * From query tree to matching documents with their scores: postings are intersected by galloping from the rarest word,
 * phrases are checked in the forward index. Scores are sums of idf × quantised BM25F weight.
 */
import { FIELDS, type Field, type QueryNode } from '../query/tree';
import { SMALL_WORDS, stemsOf, words } from './analysis';
import { FIELD_END } from './builder';
import type { IndexData } from './data';
import { findString, prefixRange } from './strings';

export interface Matches {
  readonly n: number;
  readonly docs: Uint32Array;
  readonly score: Float32Array;
  /** Fields in which *every* word of the query stands. */
  readonly bits: Uint8Array;
}
/** Postings of one word: raw arrays and the word's idf. */
interface Postings {
  readonly docs: Uint32Array;
  readonly impact: Uint8Array;
  readonly fields: Uint8Array;
  readonly idf: number;
}
const EMPTY: Matches = { n: 0, docs: new Uint32Array(0), score: new Float32Array(0), bits: new Uint8Array(0) };
const MERGED_KEPT = 64;

export class Evaluator {
  readonly #data: IndexData;
  readonly #merged = new Map<string, Postings>();
  #scratch: { impact: Uint8Array; fields: Uint8Array } | null = null;

  constructor(data: IndexData) {
    this.#data = data;
  }

  /** Terms of a folded word: all languages' stems that exist, or all terms with the prefix. */
  #termsOf(word: string, prefix: boolean): number[] {
    const { terms } = this.#data;
    if (prefix) {
      const [from, to] = prefixRange(terms, word);
      return Array.from({ length: to - from }, (_, i) => from + i);
    }
    return stemsOf(word)
      .map((s) => findString(terms, s))
      .filter((t) => t >= 0);
  }

  /** Is there any record with this word at all? */
  knows(word: string, prefix = false): boolean {
    return this.#termsOf(word, prefix).length > 0;
  }

  #postings(word: string, prefix: boolean, field: Field | undefined): Postings {
    const key = `${field ?? ''}:${word}${prefix ? '*' : ''}`;
    const kept = this.#merged.get(key);
    if (kept) {
      this.#merged.delete(key);
      this.#merged.set(key, kept);
      return kept;
    }
    const ids = this.#termsOf(word, prefix);
    const { termStart, posting, impact, fields, n } = this.#data;
    let docs: Uint32Array;
    let weights: Uint8Array;
    let bits: Uint8Array;
    const [only] = ids;
    if (ids.length <= 1) {
      const [a, b] = only === undefined ? [0, 0] : [termStart[only] as number, termStart[only + 1] as number];
      [docs, weights, bits] = [posting.subarray(a, b), impact.subarray(a, b), fields.subarray(a, b)];
    } else {
      this.#scratch ??= { impact: new Uint8Array(n), fields: new Uint8Array(n) };
      const s = this.#scratch;
      let count = 0;
      let total = 0;
      for (const t of ids) total += (termStart[t + 1] as number) - (termStart[t] as number);
      const touched = new Uint32Array(Math.min(total, n));
      for (const t of ids) {
        for (let p = termStart[t] as number; p < (termStart[t + 1] as number); p++) {
          const d = posting[p] as number;
          if (s.fields[d] === 0) touched[count++] = d;
          s.fields[d] = (s.fields[d] as number) | (fields[p] as number);
          if ((impact[p] as number) > (s.impact[d] as number)) s.impact[d] = impact[p] as number;
        }
      }
      docs = touched.subarray(0, count).sort();
      weights = new Uint8Array(count);
      bits = new Uint8Array(count);
      for (let i = 0; i < count; i++) {
        const d = docs[i] as number;
        weights[i] = s.impact[d] as number;
        bits[i] = s.fields[d] as number;
        s.impact[d] = 0;
        s.fields[d] = 0;
      }
    }
    if (field) {
      const bit = 1 << FIELDS.indexOf(field);
      const kept: number[] = [];
      for (let i = 0; i < docs.length; i++) if ((bits[i] as number) & bit) kept.push(i);
      docs = Uint32Array.from(kept, (i) => docs[i] as number);
      weights = Uint8Array.from(kept, (i) => weights[i] as number);
      bits = Uint8Array.from(kept, (i) => bits[i] as number);
    }
    const made: Postings = { docs, impact: weights, fields: bits, idf: Math.log(1 + (n - docs.length + 0.5) / (docs.length + 0.5)) };
    if (ids.length > 1 || field) {
      this.#merged.set(key, made);
      if (this.#merged.size > MERGED_KEPT)
        for (const oldest of this.#merged.keys()) {
          this.#merged.delete(oldest);
          break;
        }
    }
    return made;
  }

  evaluate(node: QueryNode): Matches {
    switch (node.op) {
      case 'everything':
        return this.#everything();
      case 'word': {
        // One "word" of the box may fall apart into several (small-scale): then they stand side by side.
        const parts = words(node.text);
        if (parts.length > 1) return this.#phrase(parts, node.field);
        return parts[0] ? materialise(this.#postings(parts[0], node.prefix ?? false, node.field)) : this.#everything();
      }
      case 'phrase':
        return this.#phrase(words(node.text), node.field);
      case 'not':
        return minus(this.#everything(), this.evaluate(node.of));
      case 'or':
        return node.of.map((n) => this.evaluate(n)).reduce(union);
      case 'and':
        return this.#and(node.of);
    }
  }

  #everything(): Matches {
    const { n } = this.#data;
    const docs = new Uint32Array(n);
    for (let i = 0; i < n; i++) docs[i] = i;
    return { n, docs, score: new Float32Array(n), bits: new Uint8Array(n) };
  }

  #and(of: readonly QueryNode[]): Matches {
    const plain: Postings[] = [];
    const rest: QueryNode[] = [];
    const not: QueryNode[] = [];
    const simple = (n: QueryNode): string | null => {
      if (n.op !== 'word') return null;
      const parts = words(n.text);
      return parts.length === 1 ? (parts[0] as string) : parts.length === 0 ? '' : null;
    };
    const small = of.every((n) => n.op === 'word' && SMALL_WORDS.has(n.text.toLowerCase()));
    for (const n of of) {
      const word = simple(n);
      if (n.op === 'not') not.push(n.of);
      else if (word === null || n.op !== 'word') rest.push(n);
      else if (word !== '' && (small || n.field || !SMALL_WORDS.has(word))) plain.push(this.#postings(word, n.prefix ?? false, n.field));
    }
    let matches = plain.length ? intersectPostings(plain) : null;
    for (const n of rest) {
      const next = this.evaluate(n);
      matches = matches ? intersect(matches, next) : next;
    }
    matches ??= this.#everything();
    for (const n of not) matches = minus(matches, this.evaluate(n));
    return matches;
  }

  #phrase(parts: readonly string[], field: Field | undefined): Matches {
    if (parts.length === 0) return this.#everything();
    const [only] = parts;
    if (parts.length === 1 && only) return materialise(this.#postings(only, false, field));
    const strong = parts.filter((w) => !SMALL_WORDS.has(w));
    const candidates = intersectPostings((strong.length ? strong : parts).map((w) => this.#postings(w, false, field)));
    if (candidates.n === 0) return EMPTY;
    const sets = parts.map((w) => this.#termsOf(w, false));
    if (sets.some((s) => s.length === 0)) return EMPTY;
    const { forward, docStart } = this.#data;
    const wantedField = field ? FIELDS.indexOf(field) : -1;
    const kept: number[] = [];
    const bits: number[] = [];
    const first = sets[0] as number[];
    for (let i = 0; i < candidates.n; i++) {
      const d = candidates.docs[i] as number;
      const end = docStart[d + 1] as number;
      let f = 0;
      let found = 0;
      for (let p = docStart[d] as number; p < end; p++) {
        const t = forward[p] as number;
        if (t === FIELD_END) {
          f++;
          continue;
        }
        if ((wantedField >= 0 && f !== wantedField) || !first.includes(t)) continue;
        let k = 1;
        while (k < sets.length && (sets[k] as number[]).includes(forward[p + k] as number)) k++;
        if (k === sets.length) found |= 1 << f;
      }
      if (found) {
        kept.push(i);
        bits.push(found);
      }
    }
    return {
      n: kept.length,
      docs: Uint32Array.from(kept, (i) => candidates.docs[i] as number),
      score: Float32Array.from(kept, (i) => (candidates.score[i] as number) * 1.3),
      bits: Uint8Array.from(bits),
    };
  }
}

function materialise(p: Postings): Matches {
  const score = new Float32Array(p.docs.length);
  const unit = p.idf / 255;
  for (let i = 0; i < score.length; i++) score[i] = unit * (p.impact[i] as number);
  return { n: p.docs.length, docs: p.docs, score, bits: p.fields };
}

/** First position in [at, end) whose document is not before d, by doubling steps and then halving. */
function gallop(docs: Uint32Array, at: number, d: number): number {
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

function intersectPostings(lists: readonly Postings[]): Matches {
  const order = [...lists].sort((a, b) => a.docs.length - b.docs.length);
  const rarest = order[0];
  if (!rarest || rarest.docs.length === 0) return EMPTY;
  if (order.length === 1) return materialise(rarest);
  const docs = new Uint32Array(rarest.docs.length);
  const score = new Float32Array(rarest.docs.length);
  const bits = new Uint8Array(rarest.docs.length);
  const at = new Array<number>(order.length).fill(0);
  let n = 0;
  next: for (let i = 0; i < rarest.docs.length; i++) {
    const d = rarest.docs[i] as number;
    let s = (rarest.idf * (rarest.impact[i] as number)) / 255;
    let b = rarest.fields[i] as number;
    for (let k = 1; k < order.length; k++) {
      const l = order[k] as Postings;
      const p = gallop(l.docs, at[k] as number, d);
      at[k] = p;
      if (p === l.docs.length) break next;
      if (l.docs[p] !== d) continue next;
      s += (l.idf * (l.impact[p] as number)) / 255;
      b &= l.fields[p] as number;
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
const union = (a: Matches, b: Matches): Matches => merge(a, b, { left: true, both: true, right: true }, (x, y) => x | y);
const intersect = (a: Matches, b: Matches): Matches => merge(a, b, { left: false, both: true, right: false }, (x, y) => x & y);
const minus = (a: Matches, b: Matches): Matches => merge(a, b, { left: true, both: false, right: false }, (x) => x);
