/** Free hours against the obvious way: every start of the day looked at for itself. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LIBRARIANS } from '../../demo/librarians';
import { CAMPUSES, LIBRARY } from '../../demo/library';
import type { Librarian } from '../model/librarian';
import type { CampusId } from '../model/record';
import { type DayNumber, type Minutes, parseDay, parseLocal } from '../model/time';
import { type Busy, byFit, freeHours } from './free';

const HOUSE = { campuses: CAMPUSES, policy: LIBRARY.policy };
const day = (iso: string): DayNumber => parseDay(iso) as DayNumber;
const at = (iso: string): Minutes => parseLocal(iso) as Minutes;
const librarian = (more: Partial<Librarian> = {}): Librarian => ({
  ...(LIBRARIANS[0] as Librarian),
  sits: [
    { weekday: 2, from: '07:00', to: '10:00', campus: 'fellgate' as CampusId },
    { weekday: 4, from: '10:00', to: '12:00', campus: null },
  ],
  ...more,
});
const looked = { from: day('2026-11-02'), days: 7, now: at('2026-11-02T09:10') };
const starts = (busy: readonly Busy[] = [], who = librarian(), when = looked) =>
  freeHours(who, HOUSE, busy, when).flatMap((d) => d.starts.map((s) => s.at.slice(5)));

describe('free hours', () => {
  it('lie within the library’s hours, an hour long, every half hour', () => {
    // Fellgate opens at half past eight.
    expect(starts()).toEqual(['11-03T08:30', '11-03T09:00', '11-05T10:00', '11-05T10:30', '11-05T11:00']);
  });
  it('keep clear of what stands in the calendar, and come only so long ahead', () => {
    const meeting = { from: at('2026-11-05T11:15'), to: at('2026-11-05T11:30') };
    expect(starts([meeting])).toEqual(['11-03T08:30', '11-03T09:00', '11-05T10:00']);
    // Three hours before is too late at 6:01.
    expect(starts([], librarian(), { ...looked, now: at('2026-11-03T06:01') })[0]).toBe('11-05T10:00');
    expect(starts([], librarian(), { ...looked, now: at('2026-11-03T06:00') })[0]).toBe('11-03T09:00');
  });
  it('are none on closing days of the library or of the campus, which are named', () => {
    const wednesday = librarian({
      sits: [{ weekday: 3, from: '10:00', to: '12:00', campus: null }],
    });
    const week = { ...looked, from: day('2026-11-09') };
    const [harbourDay] = freeHours(wednesday, HOUSE, [], week).filter((d) => d.day === '2026-11-11');
    expect(harbourDay).toMatchObject({ closed: 'Harbour Day', sits: [], starts: [] });
    const friday = librarian({
      sits: [{ weekday: 5, from: '10:00', to: '12:00', campus: 'saltmarsh' as CampusId }],
    });
    const [stock] = freeHours(friday, HOUSE, [], { ...looked, from: day('2026-11-20'), days: 1 });
    expect(stock?.closed).toBe('Stocktaking');
  });
  it('end where the policy’s days end; without a rule there are none', () => {
    const far = { ...looked, from: day('2026-12-10'), days: 30 };
    expect(freeHours(librarian(), HOUSE, [], far).at(-1)?.day).toBe('2026-12-14');
    const { appointments: _none, ...policy } = LIBRARY.policy;
    expect(freeHours(librarian(), { ...HOUSE, policy }, [], looked)).toEqual([]);
  });
  it('as every quarter of an hour looked at for itself says', () => {
    const stretch = fc
      .tuple(fc.integer({ min: 0, max: 13 * 1440 }), fc.integer({ min: 1, max: 300 }))
      .map(([from, n]): Busy => {
        const t = (at('2026-11-02T00:00') + from) as Minutes;
        return { from: t, to: (t + n) as Minutes };
      });
    fc.assert(
      fc.property(fc.constantFrom(...LIBRARIANS), fc.array(stretch, { maxLength: 12 }), (who, busy) => {
        const got = new Set(
          freeHours(who, HOUSE, busy, { ...looked, days: 14 }).flatMap((d) => d.starts.map((s) => s.at)),
        );
        const free = (t: number): boolean => busy.every((b) => t + 60 <= b.from || b.to <= t);
        const all = freeHours(who, HOUSE, [], { ...looked, days: 14 }).flatMap((d) =>
          d.starts.map((s) => s.at),
        );
        for (const s of all) expect([s, got.has(s)]).toEqual([s, free(at(s))]);
        expect(got.size).toBeLessThanOrEqual(all.length);
      }),
      { numRuns: 60 },
    );
  });
  it('librarians of the subject stand first', () => {
    const [first] = byFit(LIBRARIANS, ['Music']);
    expect(first?.subjects).toContain('Music');
    expect(byFit(LIBRARIANS, []).map((l) => l.name)).toEqual(LIBRARIANS.map((l) => l.name).sort());
  });
});
