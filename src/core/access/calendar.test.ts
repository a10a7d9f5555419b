import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CAMPUSES } from '../../demo/library';
import { POLICY } from '../../demo/policy';
import type { Campus } from '../model/library';
import {
  type DayNumber,
  dayNumber,
  isoDay,
  isoLocal,
  type Minutes,
  parseDay,
  parseLocal,
} from '../model/time';
import {
  addWorkingDays,
  afterMinutes,
  closingOn,
  fromZoned,
  hoursOn,
  isWorkingDay,
  nextOpen,
  offsetAt,
  termOn,
  zoned,
} from './calendar';

const day = (iso: string) => parseDay(iso) as DayNumber;
const at = (iso: string) => parseLocal(iso) as Minutes;
const campus = (id: string) => CAMPUSES.find((c) => c.id === id) as Campus;
const opens = (id: string, from: string, left = 30) =>
  isoLocal(nextOpen(campus(id), POLICY, at(from), left) as Minutes);

describe('opening hours', () => {
  it('an open campus is open at once', () =>
    expect(opens('quayside', '2026-11-02T09:10')).toBe('2026-11-02T09:10'));
  it('before opening: the opening', () =>
    expect(opens('saltmarsh', '2026-11-02T09:10')).toBe('2026-11-02T10:00'));
  it('too near to closing: the next day', () =>
    expect(opens('saltmarsh', '2026-11-02T15:45')).toBe('2026-11-03T10:00'));
  it('over a weekend', () => expect(opens('saltmarsh', '2026-11-06T14:00')).toBe('2026-11-09T10:00'));
  it('over a closing day', () => expect(opens('quayside', '2026-11-10T21:50')).toBe('2026-11-12T08:00'));
  it('a campus that never opens', () => {
    const shut = [null, null, null, null, null, null, null];
    const never: Campus = { ...campus('quayside'), hours: shut, vacationHours: shut };
    expect(nextOpen(never, POLICY, at('2026-11-02T09:10'), 0)).toBeNull();
  });
  it('names the closing', () => {
    expect(closingOn(POLICY.holidays, day('2026-11-11'))?.name).toBe('Harbour Day');
    expect(hoursOn(campus('quayside'), POLICY, day('2026-12-25'))).toBeNull();
  });
});

describe('working days', () => {
  it('Friday and two working days is Tuesday', () =>
    expect(isoDay(addWorkingDays(POLICY, day('2026-11-06'), 2))).toBe('2026-11-10'));
  it('skips Harbour Day', () =>
    expect(isoDay(addWorkingDays(POLICY, day('2026-11-10'), 1))).toBe('2026-11-12'));
  it('begins on the next working day', () =>
    expect(isoDay(addWorkingDays(POLICY, day('2026-11-07'), 0))).toBe('2026-11-09'));
  it('crosses the winter closing', () =>
    expect(isoDay(addWorkingDays(POLICY, day('2026-12-23'), 1))).toBe('2027-01-04'));
  it('is a working day, never earlier, and grows with n', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20700, max: 21200 }), fc.integer({ min: 0, max: 40 }), (d, n) => {
        const end = addWorkingDays(POLICY, dayNumber(d), n);
        expect(isWorkingDay(POLICY, end)).toBe(true);
        expect(end).toBeGreaterThanOrEqual(d + n);
        expect(addWorkingDays(POLICY, dayNumber(d), n + 1)).toBeGreaterThan(end);
      }),
    );
  });
});

describe('terms', () => {
  it('hours in vacation are the campus’s own for it', () => {
    expect(hoursOn(campus('quayside'), POLICY, day('2026-12-18'))).toEqual({ open: 480, close: 1320 });
    expect(hoursOn(campus('quayside'), POLICY, day('2026-12-21'))).toEqual({ open: 540, close: 1080 });
    expect(termOn(POLICY, day('2026-11-02'))?.name).toBe('Autumn term');
    expect(termOn(POLICY, day('2026-12-21'))).toBeUndefined();
  });
  it('a closing day of its own shuts one campus and no other', () => {
    expect(hoursOn(campus('saltmarsh'), POLICY, day('2026-11-20'))).toBeNull();
    expect(hoursOn(campus('quayside'), POLICY, day('2026-11-20'))).not.toBeNull();
    expect(isWorkingDay(POLICY, day('2026-11-20'))).toBe(true);
  });
});

describe('summer time', () => {
  const { zone } = POLICY;
  const SUMMER = { from: '2027-03-28', to: '2027-10-31' };
  it('begins and ends on the last Sundays of March and October', () => {
    const [from, to] = [day(SUMMER.from), day(SUMMER.to)];
    for (let d = day('2027-01-01'); d < day('2028-01-01'); d = dayNumber(d + 1))
      expect(offsetAt(zone, at(`${isoDay(d)}T12:00`)), isoDay(d)).toBe(d >= from && d < to ? 120 : 60);
    expect([offsetAt(zone, at('2027-03-28T01:59')), offsetAt(zone, at('2027-03-28T03:00'))]).toEqual([
      60, 120,
    ]);
  });
  it('an hour goes missing and one comes twice', () => {
    expect(isoLocal(afterMinutes(zone, at('2027-03-28T01:50'), 15))).toBe('2027-03-28T03:05');
    expect(isoLocal(afterMinutes(zone, at('2027-10-31T02:50'), 15))).toBe('2027-10-31T02:05');
    expect(isoLocal(afterMinutes(zone, at('2027-10-31T01:00'), 180))).toBe('2027-10-31T03:00');
    // The hour before the change is still there.
    expect(isoLocal(afterMinutes(zone, at('2027-03-28T00:50'), 15))).toBe('2027-03-28T01:05');
  });
  it('a time with its offset is read back as it was, from any zone’s way of writing it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 500 * 1440 }), (n) => {
        const t = (at('2026-10-01T00:00') + n) as Minutes;
        // The missing hour is no time at all.
        fc.pre(isoLocal(t).slice(0, 13) !== '2027-03-28T02');
        const text = zoned(zone, t);
        expect(fromZoned(zone, text)).toBe(t);
        expect(fromZoned(zone, new Date(text).toISOString())).toBe(t);
        expect(
          Date.parse(zoned(zone, afterMinutes(zone, t, 45))) - Date.parse(text) === 45 * 60_000 ||
            isoLocal(t).startsWith('2026-10-25T02') ||
            isoLocal(t).startsWith('2027-10-31T02'),
        ).toBe(true);
      }),
      // Among them the hour before each change, and the one after.
      {
        numRuns: 500,
        examples: [256_319, 256_380, 256_439, 256_500, 34_680, 34_799, 35_040].map((n) => [n]),
      },
    );
    expect(fromZoned(zone, 'yesterday')).toBeNull();
    expect(zoned({ name: 'West', offset: -210 }, at('2026-11-02T09:10'))).toBe('2026-11-02T09:10:00-03:30');
  });
});
