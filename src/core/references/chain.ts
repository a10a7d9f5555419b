/**
 * A linear chain over tokens: each has a state, scored by weights of what is seen at it and of the state before
 * (learnt in learning.ts), the best chain found by Viterbi’s algorithm. What the states are, and
 * what is seen, is somebody else's matter: roles of a reference, parts of a name, beginnings of lines.
 */
export interface Chain {
  readonly states: number;
  /** Places in the table; a power of two. */
  readonly table: number;
  /** table × states weights of what is seen. */
  readonly facts: Int8Array | Float32Array;
  /** (states + 1) × states weights of a state after a state; the last row is the beginning. */
  readonly steps: Int8Array | Float32Array;
}
/** What is seen at each token: places in the table, `width` of them a token. */
export interface Seen {
  readonly n: number;
  readonly width: number;
  readonly places: Uint32Array;
}

/** A place in a table, of a question and up to four answers to it. */
export function placeOf(table: number, question: number, a: number, b = 0, c = 0, d = 0): number {
  let h = Math.imul(question + 1, 0x9e3779b1);
  h = Math.imul(h ^ a, 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h ^ b, 0xc2b2ae35);
  h ^= h >>> 16;
  h = Math.imul(h ^ c, 0x27d4eb2f);
  h ^= h >>> 15;
  h = Math.imul(h ^ d, 0x165667b1);
  return ((h ^ (h >>> 14)) >>> 0) & (table - 1);
}
/** A text as a number, the same everywhere (FNV-1a). */
export function textNumber(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  return h >>> 0;
}

/** Scores of each state at each token, before the best path is looked for: n × states. */
export function scoresOf({ n, width, places }: Seen, { states, facts }: Chain): Float32Array {
  const scores = new Float32Array(n * states);
  for (let i = 0; i < n; i++) {
    const row = i * states;
    for (let k = i * width; k < (i + 1) * width; k++) {
      const at = (places[k] as number) * states;
      for (let s = 0; s < states; s++)
        scores[row + s] = (scores[row + s] as number) + (facts[at + s] as number);
    }
  }
  return scores;
}

/** The best path of states. */
export function bestPath(scores: Float32Array, n: number, { states, steps }: Chain): Uint8Array {
  const back = new Uint8Array(n * states);
  let last = new Float32Array(states);
  let next = new Float32Array(states);
  for (let s = 0; s < states; s++) last[s] = (scores[s] as number) + (steps[states * states + s] as number);
  for (let i = 1; i < n; i++) {
    next.fill(Number.NEGATIVE_INFINITY);
    for (let r = 0; r < states; r++) {
      const own = last[r] as number;
      const row = r * states;
      for (let s = 0; s < states; s++) {
        const v = own + (steps[row + s] as number);
        if (v > (next[s] as number)) {
          next[s] = v;
          back[i * states + s] = r;
        }
      }
    }
    for (let s = 0; s < states; s++) next[s] = (next[s] as number) + (scores[i * states + s] as number);
    [last, next] = [next, last];
  }
  const path = new Uint8Array(n);
  if (!n) return path;
  let best = 0;
  for (let s = 1; s < states; s++) if ((last[s] as number) > (last[best] as number)) best = s;
  for (let i = n - 1; i >= 0; i--) {
    path[i] = best;
    best = back[i * states + best] as number;
  }
  return path;
}
/**
 * The best path where what follows what costs, whatever stands between. State 0 stands between the others: it is kept
 * apart by the state that it stands behind.
 * @param order by state, what each other state costs as the next one that is not 0; the first row is the beginning
 */
export function bestInOrder(
  scores: Float32Array,
  n: number,
  { states: S, steps }: Chain,
  order: readonly Float64Array[],
): Uint8Array {
  if (!n) return new Uint8Array();
  const width = 2 * S - 1;
  const behind = (a: number): number => (a ? S + a - 1 : 0);
  const back = new Uint8Array(n * width);
  let last = new Float64Array(width).fill(Number.NEGATIVE_INFINITY);
  let next = new Float64Array(width);
  for (let s = 0; s < S; s++)
    last[s] = (scores[s] as number) + (steps[S * S + s] as number) - (s ? (order[0]?.[s] as number) : 0);
  for (let i = 1; i < n; i++) {
    next.fill(Number.NEGATIVE_INFINITY);
    for (let b = 1; b < S; b++) {
      let [best, from] = [Number.NEGATIVE_INFINITY, b];
      for (let a = 0; a < S; a++) {
        const cost = a === b ? 0 : (order[a]?.[b] as number);
        const k = behind(a);
        const beside = (last[a] as number) + (steps[a * S + b] as number) - cost;
        if (beside > best) [best, from] = [beside, a];
        const across = (last[k] as number) + (steps[b] as number) - cost;
        if (across > best) [best, from] = [across, k];
      }
      next[b] = best + (scores[i * S + b] as number);
      back[i * width + b] = from;
    }
    const other = scores[i * S] as number;
    next[0] = (last[0] as number) + (steps[0] as number) + other;
    for (let a = 1; a < S; a++) {
      const k = behind(a);
      const on = (last[k] as number) + (steps[0] as number);
      const out = (last[a] as number) + (steps[a * S] as number);
      next[k] = Math.max(on, out) + other;
      back[i * width + k] = on >= out ? k : a;
    }
    [last, next] = [next, last];
  }
  let best = 0;
  for (let k = 1; k < width; k++) if ((last[k] as number) > (last[best] as number)) best = k;
  const path = new Uint8Array(n);
  for (let i = n - 1; i >= 0; i--) {
    path[i] = best < S ? best : 0;
    best = back[i * width + best] as number;
  }
  return path;
}
/** What a path is worth. */
export function worthOf(path: Uint8Array, scores: Float32Array, { states, steps }: Chain): number {
  let sum = 0;
  for (let i = 0; i < path.length; i++) {
    const s = path[i] as number;
    const before = i ? (path[i - 1] as number) : states;
    sum += (scores[i * states + s] as number) + (steps[before * states + s] as number);
  }
  return sum;
}
/** At each place, what the best path through each state there is worth: n × states. */
export function worthThrough(scores: Float32Array, n: number, { states, steps }: Chain): Float64Array {
  const before = new Float64Array(n * states);
  const behind = new Float64Array(n * states);
  const through = (from: Float64Array, at: number, step: (other: number) => number): number => {
    let best = Number.NEGATIVE_INFINITY;
    for (let o = 0; o < states; o++) best = Math.max(best, (from[at * states + o] as number) + step(o));
    return best;
  };
  for (let i = 0; i < n; i++)
    for (let s = 0; s < states; s++)
      before[i * states + s] =
        (scores[i * states + s] as number) +
        (i
          ? through(before, i - 1, (o) => steps[o * states + s] as number)
          : (steps[states * states + s] as number));
  for (let i = n - 2; i >= 0; i--)
    for (let s = 0; s < states; s++)
      behind[i * states + s] = through(
        behind,
        i + 1,
        (o) => (steps[s * states + o] as number) + (scores[(i + 1) * states + o] as number),
      );
  return before.map((v, k) => v + (behind[k] as number));
}
/** For each token, from 0 to 1: how far its state is ahead of the next best. */
export function leads(scores: Float32Array, path: Uint8Array, states: number): number[] {
  return Array.from(path, (own, i) => {
    let second = Number.NEGATIVE_INFINITY;
    let size = 1;
    for (let s = 0; s < states; s++) {
      const v = scores[i * states + s] as number;
      size = Math.max(size, Math.abs(v));
      if (s !== own && v > second) second = v;
    }
    return 1 / (1 + Math.exp((-8 * ((scores[i * states + own] as number) - second)) / size));
  });
}
