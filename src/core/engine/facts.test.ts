import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CODE_SHIFT } from './accessView';
import {
  countCells,
  countPassing,
  DocSet,
  listCells,
  Room,
  sortOut,
  sortOutByCell,
  Tally,
  tallyJournals,
  tallyLists,
  YEAR_LOW,
  YEAR_SPAN,
} from './counting';
import { mainLengthAt, packFacts, personsAt, SHARED_WORK, subjectsAt, titleLengthAt, yearAt } from './facts';
import { byLikeness, inOrder, listsInOrder } from './neighbours';

interface Doc {
  row: number;
  journal: number;
  work: number;
  title: number;
  main: number;
  combo: number;
  year: number;
  subjects: number[];
  persons: number[];
}
const doc: fc.Arbitrary<Doc> = fc.record({
  row: fc.nat(7),
  journal: fc.nat(5),
  work: fc.nat(9),
  title: fc.nat(255),
  main: fc.nat(255),
  combo: fc.nat(6),
  year: fc.oneof(fc.constant(-1), fc.integer({ min: 1380, max: 2300 })),
  subjects: fc.array(fc.nat(12), { maxLength: 6 }),
  persons: fc.array(fc.nat(12), { maxLength: 6 }),
});
const starts = (lists: readonly (readonly number[])[]): Uint32Array => {
  const start = [0];
  for (const l of lists) start.push((start.at(-1) as number) + l.length);
  return Uint32Array.from(start);
};
const pack = (docs: readonly Doc[]) =>
  packFacts({
    row: Uint32Array.from(docs, (d) => d.row),
    journal: Uint32Array.from(docs, (d) => d.journal),
    work: Uint32Array.from(docs, (d) => d.work),
    titleRank: Uint32Array.from(docs, (_, i) => i),
    titleLength: Uint8Array.from(docs, (d) => d.title),
    mainLength: Uint8Array.from(docs, (d) => d.main),
    combo: Uint32Array.from(docs, (d) => d.combo),
    year: Int16Array.from(docs, (d) => d.year),
    worth: Float32Array.from(docs, () => 1),
    subjectStart: starts(docs.map((d) => d.subjects)),
    subject: Uint32Array.from(docs.flatMap((d) => d.subjects)),
    personStart: starts(docs.map((d) => d.persons)),
    person: Uint32Array.from(docs.flatMap((d) => d.persons)),
  });

describe('facts', () => {
  it('give back what was packed', () => {
    fc.assert(
      fc.property(fc.array(doc, { minLength: 1, maxLength: 30 }), (docs) => {
        const facts = pack(docs);
        docs.forEach((d, i) => {
          const cell = facts.cell[i] as number;
          expect([facts.cellRow[cell], facts.cellCombo[cell], (facts.when[i] as number) >= SHARED_WORK]).toEqual([
            d.row,
            d.combo,
            d.work > 0,
          ]);
          expect([facts.work[i], titleLengthAt(facts, i), mainLengthAt(facts, i), yearAt(facts, i)]).toEqual([
            d.work,
            d.title,
            d.main,
            d.year,
          ]);
          expect([...subjectsAt(facts, i)]).toEqual(d.subjects);
          expect([...personsAt(facts, i)]).toEqual(d.persons);
        });
        const uses = Array.from(facts.cellRow, (_, k) => facts.cell.filter((x) => x === k).length);
        expect(uses).toEqual([...uses].sort((a, b) => b - a));
      }),
    );
  });

  it('are ordered by likeness inside a day, and every list goes with its document', () => {
    fc.assert(
      fc.property(fc.array(doc, { maxLength: 40 }), (docs) => {
        const added = Uint16Array.from(docs, (_, i) => Math.floor(i / 15));
        const [start, values] = [starts(docs.map((d) => d.subjects)), Uint32Array.from(docs.flatMap((d) => d.subjects))];
        const [journal, year] = [Uint32Array.from(docs, (d) => d.journal), Int16Array.from(docs, (d) => d.year)];
        const order = byLikeness({ added, subjectStart: start, subject: values, journal, year });
        expect([...order].sort((a, b) => a - b)).toEqual([...docs.keys()]);
        expect([...inOrder(added, order)]).toEqual([...added]);
        const like = (i: number): (number | undefined)[] => {
          const d = docs[order[i] as number] as Doc;
          return [added[i], d.subjects[0] ?? 99, d.journal, Math.max(0, d.year), order[i]];
        };
        for (let i = 1; i < docs.length; i++) {
          const [a, b] = [like(i - 1), like(i)];
          const k = a.findIndex((x, at) => x !== b[at]);
          expect(a[k]).toBeLessThan(b[k] as number);
        }
        const [newStart, out] = listsInOrder(start, values, order);
        order.forEach((d, i) => {
          expect([...out.subarray(newStart[i], newStart[i + 1])]).toEqual(docs[d]?.subjects);
        });
      }),
    );
  });
});

describe('counting', () => {
  it('sorts matches by the conditions they break, and counts as one would by hand', () => {
    fc.assert(
      fc.property(
        fc.array(doc, { maxLength: 60 }),
        fc.integer({ min: 1400, max: 2100 }),
        fc.nat(6),
        fc.nat(63),
        (docs, from, combo, worst) => {
          const facts = pack(docs);
          const matches = Uint32Array.from(docs.keys()).filter((i) => i % 3 !== 1);
          const code = Uint8Array.from({ length: 8 }, (_, row) => (row * 11) & 63);
          const meaning = facts.cellCombo.map((c, k) => c | ((code[facts.cellRow[k] as number] as number) << CODE_SHIFT));
          const comboFails = Uint16Array.from({ length: 7 }, (_, c) => (c === combo ? 1 : 0));
          const codeFails = Uint16Array.from({ length: 256 }, (_, c) => (c > worst ? 2 : 0));
          const asked = { comboFails, codeFails, from, to: 2150, yearBit: 4, extra: null };
          const broken = (i: number): number[] => {
            const d = docs[matches[i] as number] as Doc;
            return [
              ...(d.combo === combo ? [1] : []),
              ...((code[d.row] as number) > worst ? [2] : []),
              ...(d.year < from || d.year > 2150 ? [3] : []),
            ];
          };
          const room = new Room(7);
          room.begin(matches.length, 3);
          for (let at = 0; at < matches.length; at += 7)
            sortOut(matches, at, Math.min(matches.length, at + 7), facts, meaning, asked, room);
          const positions = [...matches.keys()];
          const passing = positions.filter((i) => broken(i).length === 0);
          expect([...room.list(0)]).toEqual(passing);
          for (const k of [1, 2, 3])
            expect([...room.list(k)]).toEqual(positions.filter((i) => broken(i).length === 1 && broken(i)[0] === k));
          expect(countPassing(matches, matches.length, facts, meaning, asked)).toBe(passing.length);
          // By the cell, where neither years nor anything else is asked: the same lists and counts.
          const [one, other] = [new Room(7), new Room(7)];
          const bare = { ...asked, yearBit: 0 };
          const cells = { listOf: new Uint8Array(meaning.length), uses: new Uint32Array(meaning.length) };
          listCells(cells, meaning, bare);
          for (const r of [one, other]) r.begin(matches.length, 2);
          sortOut(matches, 0, matches.length, facts, meaning, bare, one);
          sortOutByCell(matches, 0, matches.length, facts, cells, other);
          countCells(cells, meaning, other);
          for (const k of [0, 1, 2]) expect([...other.list(k)]).toEqual([...one.list(k)]);
          for (const counts of ['codes', 'years', 'combos'] as const) expect([...other[counts]]).toEqual([...one[counts]]);
          const own = passing.map((i) => docs[matches[i] as number] as Doc);
          for (let y = 0; y < YEAR_SPAN; y += 50)
            expect(room.years.slice(y, y + 50).reduce((a, b) => a + b, 0)).toBe(
              own.filter((d) => d.year - YEAR_LOW >= y && d.year - YEAR_LOW < y + 50).length,
            );
          const [journals, persons] = [new Tally(6, 100), new Tally(13, 100_000)];
          tallyJournals(room.positions, 0, passing.length, matches, facts.journalOf, journals);
          tallyLists(room.positions, 0, passing.length, matches, facts, 1, persons);
          for (let j = 0; j < 6; j++) expect(journals.counts[j]).toBe(own.filter((d) => d.journal === j).length);
          for (let p = 0; p < 13; p++) expect(persons.counts[p]).toBe(own.reduce((n, d) => n + d.persons.filter((x) => x === p).length, 0));
          expect(new Set(persons.touched.subarray(0, persons.n))).toEqual(new Set(own.flatMap((d) => d.persons)));
          persons.clear();
          expect([...persons.counts].every((c) => c === 0)).toBe(true);
          const set = new DocSet(docs.length);
          set.add(room.positions, 0, passing.length, matches);
          const everyone = Uint32Array.from(docs.keys());
          expect(set.count(everyone, 0, everyone.length)).toBe(passing.length);
          set.remove(room.positions, 0, passing.length, matches);
          expect(set.count(everyone, 0, everyone.length)).toBe(0);
        },
      ),
    );
  });
});
