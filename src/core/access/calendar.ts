/** Opening hours, working days and terms: when a door is open, which day is n working days on. */
import type { Campus, Week } from '../model/library';
import type { Closing, Policy } from '../model/policy';
import {
  addDays,
  clock,
  clockOf,
  type DayNumber,
  dayOf,
  type Minutes,
  parseDay,
  startOf,
  weekdayOf,
} from '../model/time';

/** Spans as day numbers, worked out once for each list: they are asked for thousands of times a second. */
const spansOf = new WeakMap<readonly Closing[], readonly { from: number; to: number; closing: Closing }[]>();

/** The span of a list (closing days, terms) in which a day lies. */
export function closingOn(closings: readonly Closing[], day: DayNumber): Closing | undefined {
  let spans = spansOf.get(closings);
  if (!spans) {
    spans = closings.map((closing) => ({
      from: parseDay(closing.from) ?? 0,
      to: parseDay(closing.to) ?? -1,
      closing,
    }));
    spansOf.set(closings, spans);
  }
  return spans.find((s) => s.from <= day && day <= s.to)?.closing;
}

/** The term in which a day lies; undefined in vacation. */
export const termOn = (policy: Policy, day: DayNumber): Closing | undefined => closingOn(policy.terms, day);

/**
 * The week of hours that holds on a day: in term, or in vacation where the campus has hours of its own for
 * it.
 */
export const weekOn = (campus: Campus, policy: Policy, day: DayNumber): Week =>
  campus.vacationHours && !termOn(policy, day) ? campus.vacationHours : campus.hours;

/** Why a campus stays shut on a day as a whole: the university's closing day or its own. */
export const closedBy = (campus: Campus, policy: Policy, day: DayNumber): Closing | undefined =>
  closingOn(policy.holidays, day) ?? (campus.closings && closingOn(campus.closings, day));

/** Opening and closing minute of that day, or null when the campus stays shut. */
export function hoursOn(
  campus: Campus,
  policy: Policy,
  day: DayNumber,
): { open: number; close: number } | null {
  const hours = weekOn(campus, policy, day)[weekdayOf(day)];
  if (!hours || closedBy(campus, policy, day)) return null;
  return { open: clock(hours[0]), close: clock(hours[1]) };
}

/** Opening and closing minute of a week's day; null when it stays shut. */
export function hoursIn(week: Week, day: DayNumber): { open: number; close: number } | null {
  const hours = week[weekdayOf(day)];
  return hours ? { open: clock(hours[0]), close: clock(hours[1]) } : null;
}

/**
 * The earliest minute from `t` on at which the campus is open with at least `left` minutes to closing time.
 * Null when there is none within a year (a campus that never opens).
 */
export const nextOpen = (campus: Campus, policy: Policy, t: Minutes, left: number): Minutes | null =>
  nextIn((day) => hoursOn(campus, policy, day), t, left);
/** The same for any door, by its hours on a day. */
export function nextIn(
  hoursOf: (day: DayNumber) => { readonly open: number; readonly close: number } | null,
  t: Minutes,
  left: number,
): Minutes | null {
  for (let day = dayOf(t), n = 0; n < 366; n++, day = addDays(day, 1)) {
    const hours = hoursOf(day);
    if (!hours) continue;
    const at = n === 0 ? Math.max(hours.open, clockOf(t)) : hours.open;
    if (at + left <= hours.close) return startOf(day, at);
  }
  return null;
}

/** Whether a day is a working day of the policy: Monday to Friday, and in none of its holidays. */
export const isWorkingDay = (policy: Policy, day: DayNumber): boolean => {
  const w = weekdayOf(day);
  return w !== 0 && w !== 6 && !closingOn(policy.holidays, day);
};

/**
 * The working day `n` working days after `day`; with n = 0 the day itself or the next working day.
 * @param counts which days count; the policy's working days when left out
 * @example isoDay(addWorkingDays(policy, parseDay('2026-11-06'), 2)) // '2026-11-10'
 */
export function addWorkingDays(
  policy: Policy,
  day: DayNumber,
  n: number,
  counts: (day: DayNumber) => boolean = (d) => isWorkingDay(policy, d),
): DayNumber {
  let at = day;
  for (let guard = 0; !counts(at) && guard < 400; guard++) at = addDays(at, 1);
  for (let left = n, guard = 0; left > 0 && guard < 4000; guard++) {
    at = addDays(at, 1);
    if (counts(at)) left--;
  }
  return at;
}

/**
 * Working days of one desk of a campus: the policy's, less the campus's own closing days and the weekdays it
 * does not work.
 */
export const deskDay =
  (policy: Policy, campus: Campus, weekdays: readonly number[] | undefined) =>
  (day: DayNumber): boolean =>
    isWorkingDay(policy, day) &&
    !(campus.closings && closingOn(campus.closings, day)) &&
    (weekdays === undefined || weekdays.includes(weekdayOf(day)));
