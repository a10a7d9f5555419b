/** Opening hours and working days: when a door is open, and which day is n working days on. */
import type { Campus, Closing, Policy } from '../policy/types';
import { addDays, clock, clockOf, type DayNumber, dayOf, type Minutes, parseDay, startOf, weekdayOf } from '../time';

/** Closing days as day numbers, worked out once for each policy: they are asked for thousands of times a second. */
const closings = new WeakMap<readonly Closing[], readonly { from: number; to: number; closing: Closing }[]>();

export function closingOn(holidays: readonly Closing[], day: DayNumber): Closing | undefined {
  let spans = closings.get(holidays);
  if (!spans) {
    spans = holidays.map((closing) => ({ from: parseDay(closing.from) ?? 0, to: parseDay(closing.to) ?? -1, closing }));
    closings.set(holidays, spans);
  }
  return spans.find((s) => s.from <= day && day <= s.to)?.closing;
}

/** Opening and closing minute of that day, or null when the campus stays shut. */
export function hoursOn(campus: Campus, policy: Policy, day: DayNumber): { open: number; close: number } | null {
  const hours = campus.hours[weekdayOf(day)];
  if (!hours || closingOn(policy.holidays, day)) return null;
  return { open: clock(hours[0]), close: clock(hours[1]) };
}

/**
 * The earliest minute from `t` on at which the campus is open with at least `left` minutes to closing time.
 * Null when there is none within a year (a campus that never opens).
 */
export function nextOpen(campus: Campus, policy: Policy, t: Minutes, left: number): Minutes | null {
  for (let day = dayOf(t), n = 0; n < 366; n++, day = addDays(day, 1)) {
    const hours = hoursOn(campus, policy, day);
    if (!hours) continue;
    const at = n === 0 ? Math.max(hours.open, clockOf(t)) : hours.open;
    if (at + left <= hours.close) return startOf(day, at);
  }
  return null;
}

export const isWorkingDay = (policy: Policy, day: DayNumber): boolean => {
  const w = weekdayOf(day);
  return w !== 0 && w !== 6 && !closingOn(policy.holidays, day);
};

/**
 * The working day `n` working days after `day`; with n = 0 the day itself or the next working day.
 * @example Fri 6 Nov + 2 → Tue 10 Nov
 */
export function addWorkingDays(policy: Policy, day: DayNumber, n: number): DayNumber {
  let at = day;
  while (!isWorkingDay(policy, at)) at = addDays(at, 1);
  for (let left = n; left > 0; ) {
    at = addDays(at, 1);
    if (isWorkingDay(policy, at)) left--;
  }
  return at;
}
