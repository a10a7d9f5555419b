import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayText } from '../../words/days';
import {
  addDays,
  clock,
  clockText,
  type DayNumber,
  dayOf,
  isoDay,
  isoLocal,
  type Minutes,
  parseDay,
  parseLocal,
  weekdayOf,
} from './time';

describe('local time', () => {
  it('reads and writes days', () => {
    expect(isoDay(parseDay('2026-11-02') as DayNumber)).toBe('2026-11-02');
    expect(dayText(parseDay('2026-11-05') as DayNumber, parseDay('2026-11-02') as DayNumber)).toBe(
      'Thu 5 Nov',
    );
    expect(dayText(parseDay('2027-01-01') as DayNumber, parseDay('2026-11-02') as DayNumber)).toBe(
      'Fri 1 Jan 2027',
    );
  });
  it.each(['2026-02-30', '2026-13-01', '26-01-01', '2026-1-1', '', 'tomorrow', '2026-11-02T09:10'])(
    'refuses %s as a day',
    (text) => {
      expect(parseDay(text)).toBeNull();
    },
  );
  it.each(['2026-11-02T24:00', '2026-11-02T9:10', '2026-11-02Tnoon', 'T09:10'])(
    'refuses %s as a moment',
    (text) => {
      expect(parseLocal(text)).toBeNull();
    },
  );
  it('gives back every moment that it writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60_000_000 }), (n) => {
        expect(parseLocal(isoLocal(n as Minutes))).toBe(n);
      }),
    );
  });
  it('knows weekdays across months and years', () => {
    const monday = parseDay('2026-11-02') as DayNumber;
    expect(weekdayOf(monday)).toBe(1);
    expect(weekdayOf(addDays(monday, 365))).toBe(2);
    expect(dayOf(parseLocal('2026-11-02T23:59') as Minutes)).toBe(monday);
  });
  it('writes clock times', () => {
    expect(clockText(clock('09:05'))).toBe('09:05');
  });
});
