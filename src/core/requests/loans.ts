/**
 * Loans of the volumes that slips brought: when they are due, how often they can be renewed, how long they
 * are overdue.
 */
import { hoursOn } from '../access/calendar';
import type { ReaderCategory, Route } from '../model/codes';
import type { Library } from '../model/library';
import type { Policy } from '../model/policy';
import { addDays, type DayNumber } from '../model/time';

/** Days of a loan that came by this road. */
export const loanDays = (policy: Policy, route: Route, category: ReaderCategory): number =>
  route === 'ill-loan'
    ? policy.loans.interlibraryDays
    : route === 'partner-loan'
      ? policy.loans.partnerDays
      : policy.loans.ownDays[category];

/**
 * The day on which a loan of `days` days from `day` is due: never one on which the campus stays shut, then
 * the next.
 * @example isoDay(dueDay(library, library.campuses[0].id, parseDay('2026-11-02'), 21)) // '2026-11-23'
 */
export function dueDay(
  library: Pick<Library, 'campuses' | 'policy'>,
  campus: string,
  day: DayNumber,
  days: number,
): DayNumber {
  const place = library.campuses.find((c) => c.id === campus);
  let due = addDays(day, days);
  for (let n = 0; place && n < 60 && !hoursOn(place, library.policy, due); n++) due = addDays(due, 1);
  return due;
}

/** How often a reader of this category may still renew. */
export const renewalsLeft = (policy: Policy, category: ReaderCategory, used: number): number =>
  Math.max(0, policy.loans.renewals[category] - used);

/** Days past the due day, 0 when it is not past. */
export const overdueDays = (due: DayNumber, today: DayNumber): number => Math.max(0, today - due);
