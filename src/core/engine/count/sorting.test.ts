/** Sorting out, counting and ranking against the obvious way: every match for itself. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Doc, doc, pack } from '../../../../tests/fixtures/facts';
import { minutes } from '../../model/time';
import { usesOf } from '../format/holders';
import type { Matches } from '../format/postings';
import { Ranking, Works } from '../rank/ranking';
import { baseByWait, baseOf, gainOf } from '../rank/weights';
import { AccessView, CODE_SHIFT, LIST_OF } from './accessView';
import {
  countCells,
  countCodes,
  countCombos,
  countPassing,
  countUsedCombos,
  countUses,
  countYears,
  findBreaks,
  passByCell,
  Room,
  sortOut,
  sortOutByCell,
  YEAR_LOW,
  YEAR_SPAN,
} from './sorting';
import {
  countsFor,
  DocSet,
  failJournals,
  failPeople,
  failSubjects,
  lookAtValues,
  SubjectTally,
  Tally,
  tallyJournals,
  tallyPeople,
} from './tallies';

const codeOf = (row: number): number => (row * 11) & 63;
const everyThird = (docs: readonly Doc[]): Uint32Array =>
  Uint32Array.from(docs.keys()).filter((i) => i % 3 !== 1);
const meaningOf = ({ cellCombo, cellRow }: ReturnType<typeof pack>): Uint32Array =>
  cellCombo.map((c, k) => c | (codeOf(cellRow[k] as number) << CODE_SHIFT));

describe('sorting out', () => {
  it('puts matches into lists by the conditions they break, whether asked cell by cell or from a table', () => {
    fc.assert(
      fc.property(
        fc.array(doc, { maxLength: 60 }),
        fc.integer({ min: 1400, max: 2100 }),
        fc.nat(6),
        fc.nat(63),
        fc.nat(5),
        (docs, low, combo, worst, journal) => {
          const facts = pack(docs);
          const matches = everyThird(docs);
          const meaning = meaningOf(facts);
          const fails = {
            combo: Uint16Array.from({ length: 7 }, (_, c) => (c === combo ? 1 : 0)),
            code: Uint16Array.from({ length: 256 }, (_, c) => (c > worst ? 2 : 0)),
          };
          const extra = new Uint16Array(matches.length);
          const whole = { docs: matches, from: 0, to: matches.length };
          failJournals(
            { docs: matches, n: matches.length, fails: extra, bit: 8 },
            facts.journalOf,
            Uint8Array.from({ length: 6 }, (_, j) => (j === journal ? 0 : 1)),
          );
          const asked = { fails, from: low, to: 2150, yearBit: 4, extra };
          const breaks = (i: number): number[] => {
            const d = docs[matches[i] as number] as Doc;
            return [
              ...(d.combo === combo ? [1] : []),
              ...(codeOf(d.row) > worst ? [2] : []),
              ...(d.year < low || d.year > 2150 ? [3] : []),
              ...(d.journal === journal ? [4] : []),
            ];
          };
          const positions = [...matches.keys()];
          const table = meaning.map(
            (own) => (fails.combo[own & 0xffffff] as number) | (fails.code[own >>> CODE_SHIFT] as number),
          );
          const masks = Uint16Array.from(table);
          const broken = { masks, lists: Uint8Array.from(masks, (mask) => LIST_OF[mask] as number) };
          for (const cells of [
            { meaning, broken: null },
            { meaning, broken },
          ]) {
            const room = new Room(7);
            room.begin(matches.length, 4);
            let passing = 0;
            for (let at = 0; at < matches.length; at += 7) {
              const end = Math.min(matches.length, at + 7);
              findBreaks({ docs: matches, from: at, to: end }, facts, { ...cells, asked }, room.breaks);
              passing += countPassing(room.breaks, end - at);
              sortOut(at, end, room);
            }
            expect([...room.list(0)]).toEqual(positions.filter((i) => breaks(i).length === 0));
            expect(passing).toBe(room.size(0));
            for (const k of [1, 2, 3, 4])
              expect([...room.list(k)]).toEqual(
                positions.filter((i) => breaks(i).length === 1 && breaks(i)[0] === k),
              );
          }
          // Where neither years nor anything else is asked, the cell alone says it; and where all documents
          // match, so does its size.
          const [one, other, all, used] = [new Room(7), new Room(7), new Room(7), new Room(7)];
          const bare = { ...asked, yearBit: 0, extra: null };
          for (const r of [one, other]) r.begin(matches.length, 2);
          findBreaks(whole, facts, { meaning, broken: null, asked: bare }, one.breaks);
          sortOut(0, matches.length, one);
          sortOutByCell(whole, facts, broken.lists, other);
          for (const k of [0, 1, 2]) expect([...other.list(k)]).toEqual([...one.list(k)]);

          const everyone = Uint32Array.from(docs.keys());
          for (const r of [all, used]) r.begin(docs.length, 2);
          sortOutByCell({ docs: everyone, from: 0, to: docs.length }, facts, broken.lists, all);
          passByCell({ from: 0, to: docs.length }, facts, broken.lists, used);
          const uses = usesOf(facts.cell, meaning.length);
          countUses({ uses, lists: broken.lists, meaning }, used);
          expect([...used.list(0)]).toEqual([...all.list(0)]);
          for (const k of [0, 1, 2]) {
            expect(used.size(k)).toBe(all.size(k));
            for (const r of [all, used]) r.combos.fill(0);
            all.each(everyone, all.first[k] as number, all.next[k] as number, (n) => {
              countCodes(all, { list: k, n }, facts, meaning);
              countCombos(all, n, facts, meaning);
            });
            countUsedCombos({ uses, lists: broken.lists, meaning }, used, k);
            expect([...used.codes.slice(64 * k, 64 * k + 64)]).toEqual([
              ...all.codes.slice(64 * k, 64 * k + 64),
            ]);
            expect([...used.combos]).toEqual([...all.combos]);
          }
        },
      ),
    );
  });

  it('marks what breaks a choice of subjects or people: one kept suffices, one left out is enough', () => {
    fc.assert(
      fc.property(
        fc.array(doc, { maxLength: 40 }),
        fc.uniqueArray(fc.nat(12), { maxLength: 3 }),
        fc.uniqueArray(fc.nat(12), { maxLength: 2 }),
        (docs, kept, dropped) => {
          const facts = pack(docs);
          const matches = everyThird(docs);
          const flags = (values: readonly number[]) =>
            values.length ? Uint8Array.from({ length: 13 }, (_, v) => (values.includes(v) ? 1 : 0)) : null;
          const chosen = { kept: flags(kept), dropped: flags(dropped) };
          const passes = (own: readonly number[]): boolean =>
            (kept.length === 0 || own.some((v) => kept.includes(v))) && !own.some((v) => dropped.includes(v));
          const [subjects, people] = [new Uint16Array(matches.length), new Uint16Array(matches.length)];
          failSubjects({ docs: matches, n: matches.length, fails: subjects, bit: 4 }, facts, chosen);
          failPeople({ docs: matches, n: matches.length, fails: people, bit: 2 }, facts, chosen);
          matches.forEach((d, i) => {
            expect(subjects[i]).toBe(passes((docs[d] as Doc).subjects) ? 0 : 4);
            expect(people[i]).toBe(passes((docs[d] as Doc).persons) ? 0 : 2);
          });
        },
      ),
    );
  });
});

describe('counting', () => {
  it('counts as one would by hand', () => {
    fc.assert(
      fc.property(fc.array(doc, { maxLength: 60 }), (docs) => {
        const facts = pack(docs);
        const matches = everyThird(docs);
        const meaning = meaningOf(facts);
        const room = new Room(7);
        room.begin(matches.length, 0);
        room.breaks.fill(0);
        sortOut(0, matches.length, room);
        const own = Array.from(matches, (d) => docs[d] as Doc);
        const half = own.length >> 1;
        for (const [a, b] of [
          [0, half],
          [half, own.length],
        ] as const) {
          const n = room.gather(matches, a, b);
          expect(n).toBe(b - a);
          countCells(room, n, facts, meaning);
          countYears(room, n, facts);
        }
        for (let c = 0; c < 7; c++) expect(room.combos[c]).toBe(own.filter((d) => d.combo === c).length);
        for (let c = 0; c < 64; c++)
          expect(room.codes[c]).toBe(own.filter((d) => codeOf(d.row) === c).length);
        for (let y = 0; y < YEAR_SPAN; y++)
          expect(room.years[y]).toBe(own.filter((d) => d.year - YEAR_LOW === y).length);

        const journals = new Tally(countsFor(6, 100));
        const subjects = new SubjectTally(13);
        // A byte, two, four: as many as the most frequent needs.
        for (const most of [200, 60_000, 100_000]) {
          const people = new Tally(countsFor(13, most));
          expect(people.counts.BYTES_PER_ELEMENT).toBe(most < 256 ? 1 : most < 65_536 ? 2 : 4);
          tallyPeople(matches, half, facts, people);
          tallyPeople(matches.subarray(half), own.length - half, facts, people);
          const times = (v: number): number =>
            own.reduce((n, d) => n + d.persons.filter((x) => x === v).length, 0);
          for (let p = 0; p < 13; p++) expect(people.counts[p]).toBe(times(p));
          expect(new Set(people.touched.subarray(0, people.n))).toEqual(
            new Set(own.flatMap((d) => d.persons)),
          );
          expect([...people.frequent.subarray(0, people.often)].sort()).toEqual(
            [...Array(13).keys()].filter((p) => times(p) >= 4).sort(),
          );
          // Whoever is asked for the best few looks among enough.
          const ranked = [...Array(13).keys()]
            .filter((p) => times(p) > 0)
            .sort((a, b) => times(b) - times(a));
          for (const p of ranked.slice(0, 3).filter((x) => times(x) > times(ranked[3] ?? -1)))
            expect([...people.best(3)]).toContain(p);
          people.clear();
          expect([...people.counts].every((c) => c === 0)).toBe(true);
          expect([people.n, people.often]).toEqual([0, 0]);
        }
        tallyJournals(matches, own.length, facts.journalOf, journals);
        for (let j = 0; j < 6; j++)
          expect(journals.counts[j]).toBe(own.filter((d) => d.journal === j).length);
        for (const _ of [1, 2]) {
          subjects.clear();
          subjects.add(matches, own.length, facts);
          subjects.settle();
          for (let v = 0; v < 13; v++)
            expect(subjects.counts[v]).toBe(
              own.reduce((n, d) => n + d.subjects.filter((x) => x === v).length, 0),
            );
          expect([...subjects.touched.subarray(0, subjects.n)]).toEqual(
            [...new Set(own.flatMap((d) => d.subjects))].sort((a, b) => a - b),
          );
        }
        expect(lookAtValues(matches, own.length, facts)).toBeTypeOf('number');

        const set = new DocSet(docs.length);
        set.add(matches, own.length);
        const everyone = Uint32Array.from(docs.keys());
        expect(set.count(everyone, 0, everyone.length)).toBe(own.length);
        set.remove(matches, half);
        expect(set.count(everyone, 0, everyone.length)).toBe(own.length - half);
      }),
    );
  });
});

describe('ranking', () => {
  /** A stand-in for a reader's view: a cell's row says when. */
  const viewOf = (facts: ReturnType<typeof pack>): AccessView => {
    const view = Object.create(AccessView.prototype) as { ready: Int32Array };
    view.ready = Int32Array.from(facts.cellRow, (row) => (row === 0 ? 0x7fffffff : 1000 + 60 * row));
    return view as AccessView;
  };
  it('has the best lines in order, one a work, however early a match is put aside', () => {
    fc.assert(
      fc.property(
        fc.array(doc, { maxLength: 60 }),
        fc.constantFrom('match', 'newest', 'oldest', 'title', 'soonest', 'added'),
        fc.boolean(),
        fc.integer({ min: 1, max: 8 }),
        fc.array(fc.tuple(fc.nat(4), fc.nat(7)), { minLength: 60, maxLength: 60 }),
        (docs, sort, apart, lines, said) => {
          const facts = pack(docs);
          const n = docs.length;
          const matches: Matches = {
            n,
            docs: Uint32Array.from(docs.keys()),
            score: Float32Array.from(said.slice(0, n), ([s]) => s),
            bits: Uint8Array.from(said.slice(0, n), ([, b]) => b),
          };
          const wanted = { sort, lines, words: 2, at: minutes(1000), needed: minutes(1200), apart };
          const ranking = new Ranking(facts, { matches, view: viewOf(facts) }, wanted, new Works(10));
          const positions = Uint32Array.from(docs.keys());
          for (let at = 0; at < n; at += 5)
            ranking.take(positions.subarray(at, at + 5), matches.docs.subarray(at, at + 5));
          const keyOf = (d: Doc, i: number): number => {
            const [s, b] = said[i] as [number, number];
            const base =
              sort === 'soonest'
                ? baseByWait(d.row === 0 ? 9e6 : 60 * d.row)
                : baseOf(sort, { year: d.year, titleRank: i }, i);
            return sort === 'title' || sort === 'added'
              ? base
              : base + (s + 0.01) * (b === 0 ? 1 : gainOf(b, d.title, d.main, 2));
          };
          const all = docs.map((d, i) => ({ key: keyOf(d, i), id: i, work: apart ? 0 : d.work }));
          const ofWork = new Map<number, (typeof all)[number]>();
          for (const x of all)
            if (x.work > 0 && x.key > (ofWork.get(x.work)?.key ?? Number.NEGATIVE_INFINITY))
              ofWork.set(x.work, x);
          const alone = all.filter((x) => x.work === 0);
          const expected = [...alone, ...ofWork.values()]
            .sort((a, b) => b.key - a.key || a.id - b.id)
            .slice(0, lines);
          expect(ranking.finish().map((x) => x.id)).toEqual(expected.map((x) => x.id));
          expect(ranking.hidden).toBe(n - alone.length - ofWork.size);
          expect(ranking.inTime).toBe(docs.filter((d) => d.row > 0 && 60 * d.row < 200).length);
        },
      ),
      { numRuns: 200 },
    );
  });
});
