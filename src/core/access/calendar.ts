/** Opening hours, working days, terms and the clock's two changes a year: when a door is open, which day is n working days on. */
import type { Campus, ClockChange, Closing, Policy, Week, Zone } from '../model/library';
import {
  addDays,
  clock,
  clockOf,
  type DayNumber,
  dayNumber,
  dayOf,
  isoLocal,
  type Minutes,
  minutes,
  parseDay,
  parseLocal,
  startOf,
  weekdayOf,
  yearOf,
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

/** The week of hours that holds on a day: in term, or in vacation where the campus has hours of its own for it. */
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
 * @param counts which days count; the policy's working days when left out
 * @example Fri 6 Nov + 2 → Tue 10 Nov
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

/** Working days of one desk of a campus: the policy's, less the campus's own closing days and the weekdays it does not work. */
export const deskDay =
  (policy: Policy, campus: Campus, weekdays: readonly number[] | undefined) =>
  (day: DayNumber): boolean =>
    isWorkingDay(policy, day) &&
    !(campus.closings && closingOn(campus.closings, day)) &&
    (weekdays === undefined || weekdays.includes(weekdayOf(day)));

/** The local wall-clock moment, in that year, at which the clock is changed, as it reads before the change. */
function changeIn(year: number, change: ClockChange): Minutes {
  const first = parseDay(
    `${String(year).padStart(4, '0')}-${String(change.month).padStart(2, '0')}-01`,
  ) as DayNumber;
  let day = dayNumber(first + ((change.weekday - weekdayOf(first) + 7) % 7) + 7 * (change.nth - 1));
  // A fifth Sunday that the month does not have means the last one.
  while (Number(isoLocal(startOf(day)).slice(5, 7)) !== change.month) day = addDays(day, -7);
  return startOf(day, clock(change.at));
}

/**
 * Minutes east of UTC at a local time. An hour that comes twice is taken the first time (still summer); one that does not
 * exist is taken as already summer.
 */
export function offsetAt(zone: Zone, t: Minutes): number {
  if (!zone.summer) return zone.offset;
  const year = yearOf(dayOf(t));
  const [from, to] = [changeIn(year, zone.summer.from), changeIn(year, zone.summer.to)];
  const inSummer = from < to ? t >= from && t < to : t >= from || t < to;
  return inSummer ? zone.summer.offset : zone.offset;
}

/** The local time of a moment in UTC: summer begins by the winter clock and ends by the summer clock. */
function localAt(zone: Zone, utc: number): Minutes {
  const winter = minutes(utc + zone.offset);
  if (!zone.summer) return winter;
  const summer = minutes(utc + zone.summer.offset);
  const year = yearOf(dayOf(winter));
  const [from, to] = [changeIn(year, zone.summer.from), changeIn(year, zone.summer.to)];
  const [begun, over] = [winter >= from, summer >= to];
  return (from < to ? begun && !over : begun || !over) ? summer : winter;
}

/** Local time `n` real minutes after a local time: an hour goes missing in spring and comes twice in autumn. */
export const afterMinutes = (zone: Zone, t: Minutes, n: number): Minutes =>
  localAt(zone, t - offsetAt(zone, t) + n);

/** A local time as xs:dateTime with its offset, as ISO 18626 and iCalendar want it: `2026-11-02T09:10:00+01:00`. */
export function zoned(zone: Zone, t: Minutes): string {
  const offset = offsetAt(zone, t);
  const [h, m] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60];
  return `${isoLocal(t)}:00${offset < 0 ? '-' : '+'}${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`;
}

/** Reads an xs:dateTime with offset (or `Z`) as local time of the zone; without an offset it is taken as local. Null for anything else. */
export function fromZoned(zone: Zone, text: string): Minutes | null {
  const m = /^(\d{4}-\d{2}-\d{2}T\d{2}:\d{2})(?::\d{2}(?:\.\d+)?)?(Z|[+-]\d{2}:\d{2})?$/.exec(text);
  const t = m?.[1] ? parseLocal(m[1]) : null;
  if (t === null || !m?.[2]) return t;
  const sign = m[2].startsWith('-') ? -1 : 1;
  const offset = m[2] === 'Z' ? 0 : sign * (Number(m[2].slice(1, 3)) * 60 + Number(m[2].slice(4, 6)));
  return localAt(zone, t - offset);
}
