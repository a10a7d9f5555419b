/**
 * The times of `times.ts` against a simulation that knows nothing of its arithmetic: it walks the clock
 * minute by minute and day by day through hours, terms, closing days, cut-offs and courier calls, as the
 * thing itself would.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LIBRARY, PARTNERS } from '../../demo/library';
import type { Campus, Library } from '../model/library';
import type { Spread } from '../model/policy';
import type { ReaderSituation } from '../model/reader';
import type { CampusId } from '../model/record';
import {
  addDays,
  type DayNumber,
  dayNumber,
  dayOf,
  isoDay,
  type Minutes,
  minutes,
  parseDay,
  parseLocal,
  startOf,
} from '../model/time';
import { availableFrom, IN } from './options';
import { timesFor } from './times';
import { convolve, daysOf, drawn, inTurn, meanOf, quantile, spreadOf } from './turnaround';

const { policy } = LIBRARY;
const situation = (campus: string, remote = false): ReaderSituation => ({
  campus: campus as CampusId,
  category: 'undergraduate',
  remote,
});

/** The walker: everything from the policy's texts, nothing from `calendar.ts`. */
const within = (day: string, spans: readonly { from: string; to: string }[]) =>
  spans.some((s) => s.from <= day && day <= s.to);
const weekday = (day: string) => new Date(`${day}T00:00Z`).getUTCDay();
const works = (day: string) => ![0, 6].includes(weekday(day)) && !within(day, policy.holidays);
const nextDay = (day: string) =>
  new Date(Date.parse(`${day}T00:00Z`) + 86_400_000).toISOString().slice(0, 10);
const hours = (c: Campus, day: string): readonly [string, string] | null => {
  if (within(day, policy.holidays) || within(day, c.closings ?? [])) return null;
  return (within(day, policy.terms) || !c.vacationHours ? c.hours : c.vacationHours)[weekday(day)] ?? null;
};
const clockText = (n: number) =>
  `${String(Math.floor(n / 60)).padStart(2, '0')}:${String(n % 60).padStart(2, '0')}`;
/** Minute by minute until the door is open and stays so for half an hour more. */
function door(c: Campus, from: string, minute: number): string {
  for (let day = from, m = minute, guard = 0; guard < 400; guard++, day = nextDay(day), m = 0) {
    const h = hours(c, day);
    for (; h && m < 1440; m++)
      if (clockText(m) >= h[0] && clockText(m + policy.shelf.lastEntryMinutes) <= h[1])
        return `${day}T${clockText(m)}`;
  }
  return 'never';
}
function walk(day: string, n: number, counts: (day: string) => boolean): string {
  let at = day;
  while (!counts(at)) at = nextDay(at);
  for (let left = n; left > 0; ) {
    at = nextDay(at);
    if (counts(at)) left--;
  }
  return at;
}
const calls = (c: Campus) => (day: string) =>
  works(day) && !within(day, c.closings ?? []) && (c.courierWeekdays?.includes(weekday(day)) ?? true);
const scans = (c: Campus) => (day: string) =>
  works(day) && !within(day, c.closings ?? []) && (c.scanWeekdays?.includes(weekday(day)) ?? true);
const iso = (t: Minutes | undefined) =>
  t === undefined ? 'never' : `${isoDay(dayOf(t))}T${clockText(t - startOf(dayOf(t)))}`;
const campus = (id: string) => LIBRARY.campuses.find((c) => c.id === id) as Campus;

const START = parseDay('2026-10-20') as DayNumber;
/** Moments over eight months: both changes of the clock, three terms, all closing days. */
const moment = fc.integer({ min: 0, max: 240 * 1440 }).map((n) => minutes(startOf(START) + n));
const place = fc.constantFrom('quayside', 'fellgate', 'saltmarsh');

describe('waits against a walk through the calendar', () => {
  it('the shelf here: the door, and a quarter of an hour to fetch', () => {
    fc.assert(
      fc.property(moment, place, (at, id) => {
        const t = timesFor({ library: LIBRARY, situation: situation(id), at }).copy(campus(id), IN);
        const open = door(campus(id), isoDay(dayOf(at)), at - startOf(dayOf(at)));
        expect(iso(t?.median)).toBe(iso(minutes((parseLocal(open) as Minutes) + policy.shelf.fetchMinutes)));
      }),
      { numRuns: 300 },
    );
  });
  it('another campus: the courier’s next call there, working days on the road, its next call here, the door', () => {
    fc.assert(
      fc.property(moment, place, place, (at, from, to) => {
        fc.pre(from !== to);
        const t = timesFor({ library: LIBRARY, situation: situation(to), at }).copy(campus(from), IN);
        const today = isoDay(dayOf(at));
        const late = clockText(at - startOf(dayOf(at))) > policy.courier.cutoff;
        const leaves = walk(late ? nextDay(today) : today, 0, calls(campus(from)));
        for (const q of ['median', 'likely'] as const) {
          const road = policy.courier.transit[from]?.[to]?.[q] as number;
          const here = walk(walk(leaves, road, works), 0, calls(campus(to)));
          expect(iso(t?.[q])).toBe(door(campus(to), here, 0));
        }
      }),
      { numRuns: 300 },
    );
  });
  it('a scan: on the days its desk works, begun before the cut-off', () => {
    fc.assert(
      fc.property(moment, place, (at, id) => {
        const t = timesFor({ library: LIBRARY, situation: situation('quayside'), at }).scan(campus(id));
        const today = isoDay(dayOf(at));
        const late = clockText(at - startOf(dayOf(at))) > policy.scanDesk.cutoff;
        const begun = walk(late ? nextDay(today) : today, 0, scans(campus(id)));
        expect(iso(t.median)).toBe(`${walk(begun, policy.scanDesk.median, scans(campus(id)))}T16:00`);
      }),
      { numRuns: 200 },
    );
  });
  it('a loan that comes back: its due day, the queue before us, the days to the shelf, the door', () => {
    fc.assert(
      fc.property(
        moment,
        place,
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 3 }),
        (at, id, days, queue) => {
          const due = addDays(dayOf(at), days);
          const back = availableFrom({ state: 'out', due: isoDay(due), queue }, policy) as DayNumber;
          expect(back).toBe(due + queue * policy.shelf.queueLoanDays);
          const t = timesFor({ library: LIBRARY, situation: situation(id), at }).copy(campus(id), back);
          const free = isoDay(addDays(due, queue * policy.shelf.queueLoanDays));
          expect(iso(t?.median)).toBe(door(campus(id), walk(free, policy.shelf.returned.median, works), 0));
        },
      ),
      { numRuns: 200 },
    );
  });
  it('summer time: the hour that is missing is not counted, the one that comes twice is', () => {
    const night: Library = {
      ...LIBRARY,
      campuses: LIBRARY.campuses.map((c) => ({
        ...c,
        hours: Array(7).fill(['00:00', '24:00']) as never,
        vacationHours: undefined as never,
      })),
    };
    const ready = (at: string) =>
      iso(
        timesFor({ library: night, situation: situation('quayside'), at: parseLocal(at) as Minutes }).copy(
          night.campuses[0] as Campus,
          IN,
        )?.median,
      );
    // Shut over the spring closing: the night after it.
    expect(ready('2027-03-28T01:50')).toBe('2027-03-30T00:15');
    expect(ready('2026-10-25T01:50')).toBe('2026-10-25T02:05');
    const open = { ...night, policy: { ...policy, holidays: [] } };
    const spring = iso(
      timesFor({
        library: open,
        situation: situation('quayside'),
        at: parseLocal('2027-03-28T01:50') as Minutes,
      }).copy(open.campuses[0] as Campus, IN)?.median,
    );
    expect(spring).toBe('2027-03-28T03:05');
  });
});

describe('steps one behind the other', () => {
  const spread = fc
    .record({ median: fc.integer({ min: 0, max: 12 }), more: fc.integer({ min: 0, max: 9 }) })
    .map(({ median, more }): Spread => ({ median, likely: median + more }));
  /** A generator of its own, so that the draws don't come from the code under test. */
  function uniform(seed: number): () => number {
    let x = seed >>> 0;
    return () => {
      x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
      return x / 4294967296;
    };
  }
  it('a pair of figures and its distribution say the same', () => {
    fc.assert(
      fc.property(spread, (s) => {
        const days = daysOf(s);
        expect(days.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
        expect(spreadOf(days)).toEqual(s);
      }),
    );
    expect([...daysOf({ median: 2, likely: 3 })].map((p) => Math.round(p * 1000) / 1000)).toEqual([
      0, 0.275, 0.275, 0.37, 0.08,
    ]);
  });
  it('median and 90th percentile of a sum are those of twenty thousand draws', () => {
    fc.assert(
      fc.property(fc.array(spread, { minLength: 2, maxLength: 4 }), fc.nat(), (steps, seed) => {
        const u = uniform(seed);
        const sums = Array.from({ length: 20_000 }, () =>
          steps.reduce((n, s) => n + drawn(daysOf(s), u()), 0),
        );
        const below = (day: number) => sums.filter((n) => n <= day).length / sums.length;
        const { median, likely } = inTurn(...steps);
        // The quantile is the first day with the share: the day itself reaches it, the day before does not.
        expect(below(median)).toBeGreaterThan(0.48);
        expect(below(median - 1)).toBeLessThan(0.52);
        expect(below(likely)).toBeGreaterThan(0.885);
        expect(below(likely - 1)).toBeLessThan(0.915);
      }),
      { numRuns: 25 },
    );
  });
  it('both being late is rarer than either: the sum promises less than the two likely-by days together', () => {
    const a = { median: 3, likely: 8 };
    expect(inTurn(a, a).likely).toBeLessThan(16);
    expect(meanOf(convolve(daysOf(a), daysOf(a)))).toBeCloseTo(2 * meanOf(daysOf(a)), 9);
    expect(quantile(convolve(daysOf(a), Float64Array.of(1)), 0.9)).toBe(8);
  });
  it('a partner’s loan: its own days and the road as one sum, by the walk', () => {
    const partner = PARTNERS[0] as (typeof PARTNERS)[number];
    const at = parseLocal('2026-11-02T09:10') as Minutes;
    const t = timesFor({ library: LIBRARY, situation: situation('quayside'), at }).partnerLoan(partner, IN);
    const total = inTurn(partner.loanDays, policy.courier.transit[partner.id]?.quayside as Spread);
    expect(iso(t?.likely)).toBe(door(campus('quayside'), walk('2026-11-02', total.likely, works), 0));
    expect(dayNumber(dayOf(t?.median as Minutes))).toBeLessThanOrEqual(dayOf(t?.likely as Minutes));
  });
});
