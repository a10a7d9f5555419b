/**
 * How the weights of a chain are learnt from labelled rows: by correcting the best path where it is wrong (structured
 * perceptron: Collins 2002).
 */
import { bestPath, type Chain, type Seen, scoresOf } from './chain';

export interface Row {
  readonly seen: Seen;
  readonly states: Uint8Array;
}
/** How a chain learns beside what a perceptron does, which moves a weight by one wherever the best path is wrong. */
export interface Learning {
  /**
   * By how much what is right is to lead every other path, for each token that they differ in, or the weights move: a
   * share of what a first correction moves (max-margin Markov networks: Taskar, Guestrin and Koller 2003).
   */
  readonly lead: number;
  /** Whether a weight moves less the more often it has moved (AdaGrad: Duchi, Hazan and Singer 2011). */
  readonly fading: boolean;
}
export const PERCEPTRON: Learning = { lead: 0, fading: false };
/** Weights, and their average over time. */
class Weights {
  readonly now: Float32Array;
  /** How often each has moved; null where that makes no difference. */
  readonly #moved: Uint32Array | null;
  // Averaging without walking over the table each time: what a change will have weighed is kept beside it
  // (Daumé 2006).
  readonly #ahead: Float64Array;
  constructor(size: number, fading: boolean) {
    this.now = new Float32Array(size);
    this.#ahead = new Float64Array(size);
    this.#moved = fading ? new Uint32Array(size) : null;
  }
  move(at: number, way: 1 | -1, time: number): void {
    let by: number = way;
    if (this.#moved) {
      const moved = (this.#moved[at] as number) + 1;
      this.#moved[at] = moved;
      by /= Math.sqrt(moved);
    }
    this.now[at] = (this.now[at] as number) + by;
    this.#ahead[at] = (this.#ahead[at] as number) + by * time;
  }
  averaged(time: number): Float32Array {
    return this.now.map((w, i) => w - (this.#ahead[i] as number) / time);
  }
}
/** Trains on labelled rows: averaged weights after so many walks over them. Deterministic. */
export function trainChain(
  rows: readonly Row[],
  states: number,
  table: number,
  walks: number,
  { lead, fading }: Learning = PERCEPTRON,
  progress: (walk: number, wrong: number) => void = () => {},
): Chain & { readonly facts: Float32Array; readonly steps: Float32Array } {
  const facts = new Weights(table * states, fading);
  const steps = new Weights((states + 1) * states, fading);
  const chain = { states, table, facts: facts.now, steps: steps.now };
  let time = 1;
  for (let walk = 0; walk < walks; walk++) {
    let wrong = 0;
    for (const { seen, states: right } of rows) {
      const { n, width, places } = seen;
      const scores = scoresOf(seen, chain);
      const ahead = lead * width;
      for (let i = 0; ahead && i < n; i++)
        for (let s = 0; s < states; s++)
          if (s !== right[i]) scores[i * states + s] = (scores[i * states + s] as number) + ahead;
      const path = bestPath(scores, n, chain);
      for (let i = 0; i < n; i++) {
        const [own, ought] = [path[i] as number, right[i] as number];
        const before = i ? (path[i - 1] as number) : states;
        const beforeOught = i ? (right[i - 1] as number) : states;
        if (own !== ought) {
          wrong++;
          for (let k = i * width; k < (i + 1) * width; k++) {
            const at = (places[k] as number) * states;
            facts.move(at + ought, 1, time);
            facts.move(at + own, -1, time);
          }
        }
        if (own !== ought || before !== beforeOught) {
          steps.move(beforeOught * states + ought, 1, time);
          steps.move(before * states + own, -1, time);
        }
      }
      time++;
    }
    progress(walk, wrong);
  }
  return { states, table, facts: facts.averaged(time), steps: steps.averaged(time) };
}
