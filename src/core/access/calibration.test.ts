/** What is learnt of lenders: nothing from nothing, little from little, the truth from much, and the newest of it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeWorld } from '../../demo/world';
import { type DayNumber, parseDay } from '../model/time';
import { random } from '../random';
import { type LendingOutcome, learnt } from './calibration';
import { daysOf, drawn } from './turnaround';

const { lenders } = makeWorld(200).library;
const [one] = lenders as [(typeof lenders)[number]];
const today = parseDay('2027-06-01') as DayNumber;
const outcome = (more: Partial<LendingOutcome> = {}): LendingOutcome => ({
  lender: one.id,
  service: 'loan',
  day: (today - 10) as DayNumber,
  supplied: true,
  days: 4,
  ...more,
});
const of = (outcomes: readonly LendingOutcome[], day = today) =>
  learnt(lenders, outcomes, day).find((l) => l.lender.id === one.id)?.lender as typeof one;

describe('what is learnt of a lender', () => {
  it('nothing: they are as published; what comes after the day, and what is of others, says nothing', () => {
    expect(learnt(lenders, [], today).map((l) => l.lender)).toEqual(lenders);
    expect(of([outcome({ day: (today + 1) as DayNumber, supplied: false })])).toEqual(one);
    expect(
      learnt(lenders, [outcome({ supplied: false })], today)
        .slice(1)
        .map((l) => l.lender),
    ).toEqual(lenders.slice(1));
  });
  it('what happens as it was published leaves it there, within what chance does', () => {
    const r = random(7);
    const seen = Array.from({ length: 600 }, () => {
      const supplied = r() < one.fillRate;
      const days = drawn(daysOf(supplied ? one.loanDays : one.answerDays), r());
      return outcome({ supplied, days, day: (today - r.int(0, 200)) as DayNumber });
    });
    const now = of(seen);
    expect(Math.abs(now.fillRate - one.fillRate)).toBeLessThan(0.06);
    expect(Math.abs(now.loanDays.median - one.loanDays.median)).toBeLessThanOrEqual(1);
    expect(now.copyDays).toEqual(one.copyDays);
  });
  it('a habit that has changed is followed: the rate, and the days by as many as they have moved', () => {
    const r = random(8);
    const after = Array.from({ length: 300 }, () =>
      outcome({
        supplied: r() < 0.2,
        days: drawn(daysOf(one.loanDays), r()) + 5,
        day: (today - r.int(0, 60)) as DayNumber,
      }),
    );
    const before = Array.from({ length: 300 }, () =>
      outcome({ supplied: true, days: drawn(daysOf(one.loanDays), r()), day: (today - 500) as DayNumber }),
    );
    const now = of([...before, ...after]);
    expect(now.fillRate).toBeLessThan(0.4);
    expect(now.loanDays.median - one.loanDays.median).toBeGreaterThanOrEqual(3);
    expect(of(before).fillRate).toBeGreaterThan(now.fillRate);
  });
  it('one refusal moves it little, more move it more, and it is never certain', () => {
    const no = (n: number) => of(Array.from({ length: n }, () => outcome({ supplied: false }))).fillRate;
    expect(one.fillRate - no(1)).toBeLessThan(0.06);
    expect(no(10)).toBeLessThan(no(1));
    expect(no(5000)).toBeGreaterThan(0);
  });
  it('is a lender that can be reckoned with, whatever has happened', () => {
    const any = fc.record({
      lender: fc.constant(one.id),
      service: fc.constantFrom('loan' as const, 'copy' as const),
      day: fc.integer({ min: today - 900, max: today }).map((d) => d as DayNumber),
      supplied: fc.boolean(),
      days: fc.integer({ min: 0, max: 400 }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 60 }), (seen) => {
        const now = of(seen);
        expect(now.fillRate).toBeGreaterThanOrEqual(0.02);
        expect(now.fillRate).toBeLessThanOrEqual(0.98);
        for (const s of [now.loanDays, now.copyDays, now.answerDays]) {
          expect(Number.isInteger(s.median) && s.median >= 0 && s.likely >= s.median).toBe(true);
        }
        expect(of([...seen].reverse())).toEqual(now);
      }),
    );
  });
});
