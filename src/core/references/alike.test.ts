import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ListReader } from './alike';
import { bestInOrder, bestPath } from './chain';
import { readReference, withRole } from './read';
import { decodeModel } from './tagger';

const model = decodeModel(readFileSync('public/models/references.bin'));
const first = (ref: { csl: { author?: readonly { family?: string; given?: string }[] } }): string =>
  `${ref.csl.author?.[0]?.family}, ${ref.csl.author?.[0]?.given}`;

/** Family names first and no comma behind them; who has given names in full alone could be read either way. */
const TURNED = [
  'Karskaya Alexei, 1970, « Essai sur le droit », Revue de Lanholm, 12, p. 68-82.',
  'Novka B., 1999, « La pêche au large », Cahiers du port, 4, p. 1-19.',
  'Gonado-Velillo J. et Winshaw P., 2004, « Les moulins », Cahiers du port, 9, p. 41-55.',
  'Sjörup Inger, 2011, « Vents et marées », Revue de Lanholm, 53, p. 7-30.',
  'Camín S., 2015, « Le droit des sols », Annales de Mareval, 2, p. 100-121.',
  'do Lobo C. et Krisavan P., 2018, « Une école », Annales de Mareval, 5, p. 33-47.',
];
/** The same people, given names first. */
const STRAIGHT = [
  'Alexei Karskaya, 1970, « Essai sur le droit », Revue de Lanholm, 12, p. 68-82.',
  'B. Novka, 1999, « La pêche au large », Cahiers du port, 4, p. 1-19.',
  'J. Gonado-Velillo et P. Winshaw, 2004, « Les moulins », Cahiers du port, 9, p. 41-55.',
  'Inger Sjörup, 2011, « Vents et marées », Revue de Lanholm, 53, p. 7-30.',
  'S. Camín, 2015, « Le droit des sols », Annales de Mareval, 2, p. 100-121.',
  'C. do Lobo et P. Krisavan, 2018, « Une école », Annales de Mareval, 5, p. 33-47.',
];

describe('references of one list', () => {
  it('who could be read either way is read as the others are', () => {
    for (const list of [TURNED, STRAIGHT]) {
      const reader = new ListReader(list, model);
      expect(first(reader.read(list[0] as string))).toBe('Karskaya, Alexei');
      expect(first(reader.read(list[3] as string))).toBe('Sjörup, Inger');
    }
  });
  it('a reference has no word in its own case, and reading changes nothing', () => {
    const reader = new ListReader(TURNED, model);
    const once = TURNED.map((t) => reader.read(t));
    expect([...TURNED].reverse().map((t) => reader.read(t))).toEqual([...once].reverse());
    // What stands in the list twice is counted once.
    const twice = new ListReader([...TURNED, ...TURNED], model);
    expect(TURNED.map((t) => twice.read(t))).toEqual(once);
  });
  it('few are read each by itself, and one that is not of the list by what the list does', () => {
    const few = TURNED.slice(0, 3);
    const reader = new ListReader(few, model);
    for (const t of few) expect(reader.read(t)).toEqual(readReference(t, model));
    expect(new ListReader([], model).read(few[0] as string)).toEqual(readReference(few[0] as string, model));
    const other = 'Nielrup Siri, 2020, « Le vent », Revue de Lanholm, 61, p. 1-9.';
    expect(first(new ListReader(TURNED, model).read(other))).toBe('Nielrup, Siri');
  });
  it('calls before each that it looks at, and no further than it is let', () => {
    let calls = 0;
    new ListReader(TURNED, model, () => calls++);
    expect(calls).toBe(TURNED.length);
    const late = (): void => {
      throw new Error('late');
    };
    expect(() => new ListReader(TURNED, model, late)).toThrow('late');
  });
  it('a part given by hand leaves the people as the list had them', () => {
    const ref = new ListReader(TURNED, model).read(TURNED[3] as string);
    const at = ref.text.indexOf('Vents');
    const changed = withRole(ref, at, at + 5, 'container', model);
    expect(changed.csl['container-title']).toBe('Vents');
    expect(first(changed)).toBe('Sjörup, Inger');
    // People who are chosen by hand are read anew.
    const own = withRole(ref, at, at + 5, 'author', model);
    expect(own.csl.author).not.toEqual(ref.csl.author);
  });
});

describe('the best path in order', () => {
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
  it('is the best of all that there are', () => {
    fc.assert(
      fc.property(drawn, ({ scores, steps, costs }) => {
        const n = scores.length / S;
        const order = orderOf(costs);
        const path = bestInOrder(Float32Array.from(scores), n, chainOf(steps), order);
        let best = Number.NEGATIVE_INFINITY;
        for (let k = 0; k < S ** n; k++) {
          const own = Array.from({ length: n }, (_, i) => Math.floor(k / S ** i) % S);
          best = Math.max(best, worth(own, scores, steps, order));
        }
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
