import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Doc, doc, pack, starts } from '../../../../tests/fixtures/facts';
import { byLikeness, inOrder, listsInOrder } from '../build/neighbours';
import { mainLengthAt, personsAt, SHARED_WORK, subjectsAt, titleLengthAt, yearAt } from './facts';

describe('facts', () => {
  it('give back what was packed', () => {
    fc.assert(
      fc.property(fc.array(doc, { minLength: 1, maxLength: 30 }), (docs) => {
        const [facts, wide] = [pack(docs), pack(docs, 100_000)];
        expect([facts.subjectAt.BYTES_PER_ELEMENT, wide.subjectAt.BYTES_PER_ELEMENT]).toEqual([2, 4]);
        docs.forEach((d, i) => {
          const cell = facts.cell[i] as number;
          expect([
            facts.cellRow[cell],
            facts.cellCombo[cell],
            (facts.when[i] as number) >= SHARED_WORK,
          ]).toEqual([d.row, d.combo, d.work > 0]);
          expect([facts.work[i], titleLengthAt(facts, i), mainLengthAt(facts, i), yearAt(facts, i)]).toEqual([
            d.work,
            d.title,
            d.main,
            d.year,
          ]);
          expect(subjectsAt(facts, i)).toEqual(d.subjects);
          // The same where the numbers need four bytes.
          expect(subjectsAt(wide, i)).toEqual(d.subjects);
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
        const [start, values] = [
          starts(docs.map((d) => d.subjects)),
          Uint32Array.from(docs.flatMap((d) => d.subjects)),
        ];
        const [journal, year] = [
          Uint32Array.from(docs, (d) => d.journal),
          Int16Array.from(docs, (d) => d.year),
        ];
        // Ids the other way round than they came.
        const idRank = Uint32Array.from(docs, (_, i) => docs.length - i);
        const order = byLikeness({ added, subjectStart: start, subject: values, journal, year, idRank });
        expect([...order].sort((a, b) => a - b)).toEqual([...docs.keys()]);
        expect([...inOrder(added, order)]).toEqual([...added]);
        const like = (i: number): (number | undefined)[] => {
          const d = docs[order[i] as number] as Doc;
          return [added[i], d.subjects[0] ?? 99, d.journal, Math.max(0, d.year), -(order[i] as number)];
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
