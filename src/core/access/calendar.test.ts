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
import { addWorkingDays, closingOn, hoursOn, isWorkingDay, nextOpen, termOn } from './calendar';

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
