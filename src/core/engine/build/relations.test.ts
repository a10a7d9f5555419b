/** Columns turned round, citations both ways, works: against the obvious way. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holdersOf, usesOf } from '../format/holders';
import { countStrings, findString, prefixRange, stringAt, Values } from '../format/strings';
import { growF64, growI16, growU8, growU16, growU32 } from './growable';
import { relationsOf } from './relations';

const lists = fc.array(fc.array(fc.nat(9), { maxLength: 5 }), { maxLength: 30 });
const startsOf = (all: readonly (readonly number[])[]): Uint32Array => {
  const from = [0];
  for (const l of all) from.push((from.at(-1) as number) + l.length);
  return Uint32Array.from(from);
};

describe('holders', () => {
  it('are the documents that have a value, the most frequent values first', () => {
    fc.assert(
      fc.property(lists, (all) => {
        const column = Uint32Array.from(all.flat());
        const { start, docs, order } = holdersOf(startsOf(all), column, 10);
        const uses = usesOf(column, 10);
        for (let v = 0; v < 10; v++) {
          const expected = all.flatMap((l, d) => l.filter((x) => x === v).map(() => d));
          expect([...docs.subarray(start[v], start[v + 1])]).toEqual(expected);
          expect(uses[v]).toBe(expected.length);
        }
        expect([...order].sort((a, b) => a - b)).toEqual([...Array(10).keys()]);
        for (let i = 1; i < 10; i++)
          expect(uses[order[i] as number]).toBeLessThanOrEqual(uses[order[i - 1] as number] as number);
      }),
    );
  });
});

describe('relations', () => {
  /** Documents added in one order and numbered in another, citing each other and things that are nowhere. */
  const library = fc.integer({ min: 1, max: 15 }).chain((n) =>
    fc.record({
      order: fc.shuffledSubarray([...Array(n).keys()], { minLength: n, maxLength: n }),
      cites: fc.array(fc.array(fc.oneof(fc.nat(n - 1), fc.constant(99)), { maxLength: 4 }), {
        minLength: n,
        maxLength: n,
      }),
      work: fc.array(fc.nat(4), { minLength: n, maxLength: n }),
    }),
  );
  it('say who cites whom, who is cited, and what is one work', () => {
    fc.assert(
      fc.property(library, ({ order, cites, work }) => {
        const name = (d: number): string => `r${d}`;
        const ids = order.map(name);
        const now = (d: number): number => order.indexOf(d);
        const members = new Map<number, number[]>();
        work.forEach((w, d) => {
          if (w > 0) members.set(w, [...(members.get(w) ?? []), d]);
        });
        const r = relationsOf(
          ids,
          Uint32Array.from(order),
          cites.map((l) => l.map(name)),
          [...members].map(([w, m]) => [String(w), m] as const),
        ) as Record<string, Uint32Array>;
        const slice = (list: string, start: string, i: number): number[] => [
          ...(r[list] as Uint32Array).subarray(r[start]?.[i], r[start]?.[i + 1]),
        ];
        order.forEach((d, i) => {
          const own = (cites[d] as number[]).filter((c) => c !== 99).map(now);
          expect(slice('cite', 'citeStart', i)).toEqual(own);
          const by = order.flatMap((e, j) => (cites[e] as number[]).filter((c) => c === d).map(() => j));
          expect(slice('cited', 'citedStart', i)).toEqual(by);
          const same = (members.get(work[d] as number) ?? []).map(now).sort((a, b) => a - b);
          const w = r.work?.[i] as number;
          if (work[d] === 0 || same.length < 2) expect(w).toBe(0);
          else expect(slice('workDocs', 'workStart', w)).toEqual(same);
        });
        // Works are numbered in the order of their documents.
        const firsts = [...Array((r.workStart?.length ?? 1) - 1).keys()]
          .slice(1)
          .map((w) => slice('workDocs', 'workStart', w)[0] as number);
        expect(firsts).toEqual([...firsts].sort((a, b) => a - b));
      }),
    );
  });
});

describe('values numbered as they come', () => {
  it('have one number each, and another in the order of their names', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 4 }), { maxLength: 30 }), (names) => {
        const values = new Values();
        const given = names.map((n) => values.id(n));
        const { table, renumber } = values.finish();
        expect(countStrings(table)).toBe(new Set(names).size);
        names.forEach((n, i) => {
          const k = renumber[given[i] as number] as number;
          expect(stringAt(table, k)).toBe(n);
          expect(findString(table, n)).toBe(k);
        });
        for (const n of names) {
          const [from, to] = prefixRange(table, n.slice(0, 2));
          const inRange = Array.from({ length: to - from }, (_, i) => stringAt(table, from + i));
          expect(new Set(inRange)).toEqual(new Set(names.filter((x) => x.startsWith(n.slice(0, 2)))));
        }
      }),
    );
  });
});

describe('what grows', () => {
  it('has what was pushed, in its own kind of number', () => {
    for (const [grow, most, least] of [
      [growU8, 255, 0],
      [growU16, 65_535, 0],
      [growI16, 32_767, -32_768],
      [growU32, 4_294_967_295, 0],
      [growF64, 2 ** 52 + 0.5, -1],
    ] as const) {
      const g = grow();
      for (let i = 0; i < 3000; i++) g.push(i % 2 ? most : least);
      g.bump(0);
      expect([g.length, g.at(0), g.at(1), g.at(2999)]).toEqual([3000, least + 1, most, most]);
      expect(g.view()).toHaveLength(3000);
    }
  });
});
