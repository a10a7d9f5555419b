/** Posting lists are sets with weights: every operation against the obvious way with sets. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  firstFrom,
  gallop,
  idfOf,
  intersect,
  intersectWords,
  type Lists,
  type Matches,
  minus,
  type Postings,
  union,
  type Word,
  zip,
} from './postings';

const ids = fc.uniqueArray(fc.nat({ max: 400 }), { maxLength: 120 }).map((a) => a.sort((x, y) => x - y));
const lists = (docs: readonly number[], salt: number): Lists => ({
  docs: Uint32Array.from(docs),
  impact: Uint8Array.from(docs, (d) => 1 + ((d * 7 + salt) % 250)),
  fields: Uint8Array.from(docs, (d) => 1 << ((d + salt) % 8)),
});
const matches = (docs: readonly number[], salt: number): Matches => {
  const l = lists(docs, salt);
  return { n: docs.length, docs: l.docs, score: Float32Array.from(l.impact), bits: l.fields };
};
const list = (m: { docs: Uint32Array; n?: number }): number[] => [
  ...m.docs.subarray(0, m.n ?? m.docs.length),
];
const at = (l: Lists, d: number): number => [...l.docs].indexOf(d);

describe('gallop', () => {
  it('finds the first not before d, from anywhere before it', () => {
    fc.assert(
      fc.property(ids, fc.nat({ max: 420 }), fc.nat({ max: 120 }), (docs, d, from) => {
        const array = Uint32Array.from(docs);
        const wanted = docs.findIndex((x, i) => i >= from && x >= d);
        if (from > docs.length) return;
        expect(gallop(array, from, d)).toBe(wanted < 0 ? docs.length : wanted);
      }),
    );
  });
});

describe('firstFrom', () => {
  it('finds the same within a stretch of a longer list', () => {
    fc.assert(
      fc.property(ids, fc.nat({ max: 420 }), fc.nat({ max: 120 }), fc.nat({ max: 120 }), (docs, d, a, b) => {
        const [from, to] = [Math.min(a, b, docs.length), Math.min(Math.max(a, b), docs.length)];
        const wanted = docs.findIndex((x, i) => i >= from && i < to && x >= d);
        expect(firstFrom(Uint32Array.from(docs), from, to, d)).toBe(wanted < 0 ? to : wanted);
      }),
    );
  });
});

describe('joining a word’s lists', () => {
  it('is their union; a document in both has the better weight and the fields of both', () => {
    fc.assert(
      fc.property(ids, ids, (a, b) => {
        const [x, y] = [lists(a, 1), lists(b, 5)];
        const z = zip(x, y);
        expect([...z.docs]).toEqual([...new Set([...a, ...b])].sort((p, q) => p - q));
        z.docs.forEach((d, i) => {
          const [p, q] = [at(x, d), at(y, d)];
          expect(z.impact[i]).toBe(
            Math.max(p < 0 ? 0 : (x.impact[p] as number), q < 0 ? 0 : (y.impact[q] as number)),
          );
          expect(z.fields[i]).toBe(
            (p < 0 ? 0 : (x.fields[p] as number)) | (q < 0 ? 0 : (y.fields[q] as number)),
          );
        });
      }),
    );
  });
});

describe('AND, OR, NOT of matches', () => {
  it('are the set operations, ascending', () => {
    fc.assert(
      fc.property(ids, ids, (a, b) => {
        const [x, y] = [matches(a, 2), matches(b, 3)];
        const inB = new Set(b);
        expect(list(intersect(x, y))).toEqual(a.filter((d) => inB.has(d)));
        expect(list(minus(x, y))).toEqual(a.filter((d) => !inB.has(d)));
        expect(list(union(x, y))).toEqual([...new Set([...a, ...b])].sort((p, q) => p - q));
      }),
    );
  });
});

describe('words together', () => {
  const word = (forms: readonly number[][], mask: number): Word => {
    const own = forms.map((f, i) => lists(f, i));
    const size = own.reduce((n, l) => n + l.docs.length, 0);
    const joined = (): Postings => {
      const z = [...own].sort((a, b) => a.docs.length - b.docs.length).reduce(zip, lists([], 0));
      const keep = [...z.docs.keys()].filter((i) => (z.fields[i] as number) & mask);
      return {
        docs: Uint32Array.from(keep, (i) => z.docs[i] as number),
        impact: Uint8Array.from(keep, (i) => z.impact[i] as number),
        fields: Uint8Array.from(keep, (i) => z.fields[i] as number),
        idf: idfOf(500, size),
      };
    };
    return { lists: own, size, idf: idfOf(500, size), mask, joined };
  };
  it('whether lists are joined or looked into, the same documents and the same scores come out', () => {
    const forms = fc.array(ids, { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(forms, fc.constantFrom(255, 1, 2, 6)), { minLength: 1, maxLength: 4 }),
        (spec) => {
          const words = spec.map(([f, mask]) => word(f, mask));
          const found = intersectWords(words);
          const each = words.map((w) => w.joined());
          const expected = [...(each[0]?.docs ?? [])].filter((d) => each.every((p) => at(p, d) >= 0));
          expect(list(found)).toEqual(expected);
          expected.forEach((d, i) => {
            const score = each.reduce((sum, p) => sum + (p.idf * (p.impact[at(p, d)] as number)) / 255, 0);
            expect(found.score[i]).toBeCloseTo(score, 3);
          });
        },
      ),
    );
  });
});
