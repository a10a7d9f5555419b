import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestInOrder, bestPath, worthOf, worthThrough } from './chain';

const S = 3;
const number = fc.integer({ min: -20, max: 20 });
const drawn = fc.record({
  scores: fc
    .array(number, { minLength: S, maxLength: 6 * S })
    .map((l) => l.slice(0, l.length - (l.length % S))),
  steps: fc.array(number, { minLength: (S + 1) * S, maxLength: (S + 1) * S }),
  costs: fc.array(fc.integer({ min: 0, max: 30 }), { minLength: S * S, maxLength: S * S }),
});
const chainOf = (steps: readonly number[]) => ({
  states: S,
  table: 1,
  facts: new Float32Array(),
  steps: Float32Array.from(steps),
});
const worth = (
  path: ArrayLike<number>,
  scores: readonly number[],
  steps: readonly number[],
  order: readonly Float64Array[],
): number => {
  let [sum, behind] = [0, 0];
  for (let i = 0; i < path.length; i++) {
    const s = path[i] as number;
    sum += (scores[i * S + s] as number) + (steps[(i ? (path[i - 1] as number) : S) * S + s] as number);
    if (s && s !== behind) sum -= order[behind]?.[s] as number;
    if (s) behind = s;
  }
  return sum;
};
const orderOf = (costs: readonly number[]) =>
  Array.from({ length: S }, (_, a) => Float64Array.from(costs.slice(a * S, a * S + S)));
/** All paths of so many places. */
const paths = (n: number): number[][] =>
  Array.from({ length: S ** n }, (_, k) => Array.from({ length: n }, (_, i) => Math.floor(k / S ** i) % S));

describe('the best path in order', () => {
  it('is the best of all that there are', () => {
    fc.assert(
      fc.property(drawn, ({ scores, steps, costs }) => {
        const n = scores.length / S;
        const order = orderOf(costs);
        const path = bestInOrder(Float32Array.from(scores), n, chainOf(steps), order);
        let best = Number.NEGATIVE_INFINITY;
        for (const own of paths(n)) best = Math.max(best, worth(own, scores, steps, order));
        expect(worth(path, scores, steps, order)).toBe(best);
      }),
      { numRuns: 200, seed: 5 },
    );
  });
  it('is the best path where no order costs anything', () => {
    fc.assert(
      fc.property(drawn, ({ scores, steps }) => {
        const n = scores.length / S;
        const free = orderOf(new Array<number>(S * S).fill(0));
        const own = Float32Array.from(scores);
        const [a, b] = [bestInOrder(own, n, chainOf(steps), free), bestPath(own, n, chainOf(steps))];
        expect(worth(a, scores, steps, free)).toBe(worth(b, scores, steps, free));
      }),
      { numRuns: 200, seed: 6 },
    );
    expect(bestInOrder(new Float32Array(), 0, chainOf(new Array<number>(12).fill(0)), [])).toEqual(
      new Uint8Array(),
    );
  });
});

describe('what paths are worth', () => {
  it('through each state at each place: the best of all paths that go there', () => {
    fc.assert(
      fc.property(drawn, ({ scores, steps }) => {
        const n = scores.length / S;
        const chain = chainOf(steps);
        const own = Float32Array.from(scores);
        const through = worthThrough(own, n, chain);
        const best = new Float64Array(n * S).fill(Number.NEGATIVE_INFINITY);
        for (const path of paths(n)) {
          const value = worthOf(Uint8Array.from(path), own, chain);
          for (const [i, s] of path.entries()) best[i * S + s] = Math.max(best[i * S + s] as number, value);
        }
        expect(through).toEqual(best);
        expect(worthOf(bestPath(own, n, chain), own, chain)).toBe(Math.max(...through.subarray(0, S)));
      }),
      { numRuns: 200, seed: 7 },
    );
  });
});
