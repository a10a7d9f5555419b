/**
 * The tagger: gives each token of a reference a role. A linear chain scored by weights of facts and of
 * neighbouring roles (structured perceptron: Collins 2002), the best chain found by Viterbi's algorithm. The
 * weights are made by `npm run tool -- train-references` from references that are generated, and are good for
 * words it has never met, since it knows only shapes and cues.
 */
import { featuresOf, TABLE } from './features';
import { ROLES, type Role } from './roles';
import type { Token } from './tokens';

export const STATES = ROLES.length;
const MAGIC = 0x4c524631;

export interface Model {
  /** TABLE × STATES weights of facts. */
  readonly facts: Int8Array | Float32Array;
  /** (STATES + 1) × STATES weights of a role after a role; the last row is the beginning. */
  readonly steps: Int8Array | Float32Array;
}

/** The file: a magic word, then both tables as signed bytes. */
export function encodeModel(model: { facts: Float32Array; steps: Float32Array }): Uint8Array {
  const most = [model.facts, model.steps].reduce(
    (m, t) => t.reduce((a, b) => Math.max(a, Math.abs(b)), m),
    0,
  );
  const scale = most ? 127 / most : 1;
  const bytes = new Uint8Array(4 + model.facts.length + model.steps.length);
  new DataView(bytes.buffer).setUint32(0, MAGIC);
  const small = new Int8Array(bytes.buffer, 4);
  model.facts.forEach((w, i) => {
    small[i] = Math.round(w * scale);
  });
  model.steps.forEach((w, i) => {
    small[model.facts.length + i] = Math.round(w * scale);
  });
  return bytes;
}
/** Throws when the bytes are not such a file. */
export function decodeModel(bytes: Uint8Array): Model {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const [facts, steps] = [TABLE * STATES, (STATES + 1) * STATES];
  if (bytes.byteLength !== 4 + facts + steps || view.getUint32(0) !== MAGIC)
    throw new Error('This is not a model for reading references.');
  return {
    facts: new Int8Array(bytes.buffer, bytes.byteOffset + 4, facts),
    steps: new Int8Array(bytes.buffer, bytes.byteOffset + 4 + facts, steps),
  };
}

export interface Tagged {
  readonly roles: readonly Role[];
  /** For each token, from 0 to 1: how far the best role is ahead of the second. */
  readonly sure: readonly number[];
}

/** The best chain of states. `scores` is tokens × STATES. */
export function viterbi(scores: Float32Array, n: number, steps: Model['steps']): Uint8Array {
  const back = new Uint8Array(n * STATES);
  let last = new Float32Array(STATES);
  for (let s = 0; s < STATES; s++) last[s] = (scores[s] as number) + (steps[STATES * STATES + s] as number);
  for (let i = 1; i < n; i++) {
    const next = new Float32Array(STATES);
    for (let s = 0; s < STATES; s++) {
      let best = Number.NEGATIVE_INFINITY;
      let from = 0;
      for (let r = 0; r < STATES; r++) {
        const v = (last[r] as number) + (steps[r * STATES + s] as number);
        if (v > best) {
          best = v;
          from = r;
        }
      }
      next[s] = best + (scores[i * STATES + s] as number);
      back[i * STATES + s] = from;
    }
    last = next;
  }
  const path = new Uint8Array(n);
  let best = 0;
  for (let s = 1; s < STATES; s++) if ((last[s] as number) > (last[best] as number)) best = s;
  for (let i = n - 1; i >= 0; i--) {
    path[i] = best;
    best = back[i * STATES + best] as number;
  }
  return path;
}

/** The scores of each role for each token, before the best path is looked for. */
export function scoresOf(features: readonly Uint16Array[], facts: Model['facts']): Float32Array {
  const scores = new Float32Array(features.length * STATES);
  features.forEach((list, i) => {
    for (let k = 0; k < list.length; k++) {
      const at = (list[k] as number) * STATES;
      for (let s = 0; s < STATES; s++)
        scores[i * STATES + s] = (scores[i * STATES + s] as number) + (facts[at + s] as number);
    }
  });
  return scores;
}

/** The role of each token (the best path through the scores, after Viterbi), and by how much it leads. */
export function tag(tokens: readonly Token[], model: Model): Tagged {
  if (tokens.length === 0) return { roles: [], sure: [] };
  const features = featuresOf(tokens);
  const scores = scoresOf(features, model.facts);
  const path = viterbi(scores, tokens.length, model.steps);
  const sure = tokens.map((_, i) => {
    const own = scores[i * STATES + (path[i] as number)] as number;
    let second = Number.NEGATIVE_INFINITY;
    let size = 1;
    for (let s = 0; s < STATES; s++) {
      const v = scores[i * STATES + s] as number;
      size = Math.max(size, Math.abs(v));
      if (s !== path[i] && v > second) second = v;
    }
    return 1 / (1 + Math.exp((-8 * (own - second)) / size));
  });
  return { roles: Array.from(path, (s) => ROLES[s] as Role), sure };
}

/** Trains on labelled rows: averaged weights after `epochs` walks over them. Deterministic. */
export function train(
  rows: readonly { readonly features: readonly Uint16Array[]; readonly states: Uint8Array }[],
  epochs: number,
  progress: (epoch: number, wrong: number) => void = () => {},
): { facts: Float32Array; steps: Float32Array } {
  const facts = new Float32Array(TABLE * STATES);
  const steps = new Float32Array((STATES + 1) * STATES);
  // Averaging without walking over the table each time: what a change will have weighed is kept beside it
  // (Daumé 2006).
  const factsAhead = new Float32Array(facts.length);
  const stepsAhead = new Float32Array(steps.length);
  let time = 1;
  for (let epoch = 0; epoch < epochs; epoch++) {
    let wrong = 0;
    for (const { features, states } of rows) {
      const n = features.length;
      const path = viterbi(scoresOf(features, facts), n, steps);
      for (let i = 0; i < n; i++) {
        const [own, right] = [path[i] as number, states[i] as number];
        const [before, beforeRight] = [
          i ? (path[i - 1] as number) : STATES,
          i ? (states[i - 1] as number) : STATES,
        ];
        if (own !== right) {
          wrong++;
          for (const f of features[i] as Uint16Array) {
            facts[f * STATES + right] = (facts[f * STATES + right] as number) + 1;
            facts[f * STATES + own] = (facts[f * STATES + own] as number) - 1;
            factsAhead[f * STATES + right] = (factsAhead[f * STATES + right] as number) + time;
            factsAhead[f * STATES + own] = (factsAhead[f * STATES + own] as number) - time;
          }
        }
        if (own !== right || before !== beforeRight) {
          const [up, down] = [beforeRight * STATES + right, before * STATES + own];
          steps[up] = (steps[up] as number) + 1;
          steps[down] = (steps[down] as number) - 1;
          stepsAhead[up] = (stepsAhead[up] as number) + time;
          stepsAhead[down] = (stepsAhead[down] as number) - time;
        }
      }
      time++;
    }
    progress(epoch, wrong);
  }
  return {
    facts: facts.map((w, i) => w - (factsAhead[i] as number) / time),
    steps: steps.map((w, i) => w - (stepsAhead[i] as number) / time),
  };
}
