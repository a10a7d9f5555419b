import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type DayNumber, dayNumber, isoDay, isoLocal, type Minutes, parseDay, parseLocal } from './time';
import { afterMinutes, fromZoned, offsetAt, zoned } from './zone';

const at = (text: string): Minutes => parseLocal(text) as Minutes;
const day = (text: string): DayNumber => parseDay(text) as DayNumber;

describe('summer time', () => {
  const zone = 'CET';
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
    expect(zoned('Etc/GMT+3', at('2026-11-02T09:10'))).toBe('2026-11-02T09:10:00-03:00');
  });
});
