/**
 * Local wall-clock time as plain numbers.
 *
 * Libraries promise things in the local time of the place ("Thu 5 Nov, from 10:00"), never in instants, so
 * the core counts minutes of the local wall clock since 1970-01-01T00:00 and days since 1970-01-01. No time
 * zone, no daylight saving and no hidden "now": whoever calls passes the time in.
 */
export type Minutes = number & { readonly __minutes: true };
export type DayNumber = number & { readonly __day: true };

const MINUTES_A_DAY = 1440;

/** A number as local minutes; nothing is checked. */
export const minutes = (n: number): Minutes => n as Minutes;
/** A number as a day; nothing is checked. */
export const dayNumber = (n: number): DayNumber => n as DayNumber;
/** The day that a minute lies in. */
export const dayOf = (t: Minutes): DayNumber => Math.floor(t / MINUTES_A_DAY) as DayNumber;
/** The minute at which a day begins, or `clock` minutes into it. */
export const startOf = (day: DayNumber, clock = 0): Minutes => (day * MINUTES_A_DAY + clock) as Minutes;
/** Minutes since midnight. */
export const clockOf = (t: Minutes): number => t - dayOf(t) * MINUTES_A_DAY;
/** The day so many days later; earlier for a negative number. */
export const addDays = (day: DayNumber, n: number): DayNumber => (day + n) as DayNumber;
/** 0 = Sunday … 6 = Saturday. */
export const weekdayOf = (day: DayNumber): number => (((day + 4) % 7) + 7) % 7;

/** Reads `YYYY-MM-DD`. Null for anything else, including days that no calendar has. */
export function parseDay(text: string): DayNumber | null {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!m) return null;
  const [year, month, date] = [Number(m[1]), Number(m[2]), Number(m[3])];
  const ms = Date.UTC(year, month - 1, date);
  // Date rolls 31 June over into July, and takes the years 0 to 99 for 1900 to 1999.
  const made = new Date(ms);
  const same =
    made.getUTCFullYear() === year && made.getUTCMonth() === month - 1 && made.getUTCDate() === date;
  return same ? dayNumber(ms / 86_400_000) : null;
}

/** Reads `YYYY-MM-DDTHH:MM` (seconds ignored) or `YYYY-MM-DD` (midnight). Null for anything else. */
export function parseLocal(text: string): Minutes | null {
  const [date = '', clock = '00:00'] = text.split('T');
  const day = parseDay(date);
  const m = /^([01]\d|2[0-3]):([0-5]\d)(?::[0-5]\d)?$/.exec(clock);
  return day === null || !m ? null : startOf(day, Number(m[1]) * 60 + Number(m[2]));
}

/** Reads a clock time `HH:MM` (24:00 allowed) as minutes into the day. */
export const clock = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3, 5));

/** Days as they are written; the same few dozen come again and again. */
const DAYS_WRITTEN = new Map<DayNumber, string>();
/** `2026-11-02`. */
export function isoDay(day: DayNumber): string {
  let text = DAYS_WRITTEN.get(day);
  if (text === undefined) {
    text = new Date(day * 86_400_000).toISOString().slice(0, 10);
    if (DAYS_WRITTEN.size > 2000) DAYS_WRITTEN.clear();
    DAYS_WRITTEN.set(day, text);
  }
  return text;
}
/** `2026-11-02T09:10`, local time without a zone. */
export const isoLocal = (t: Minutes): string => `${isoDay(dayOf(t))}T${clockText(clockOf(t))}`;
/** The year that a day lies in. */
export const yearOf = (day: DayNumber): number => new Date(day * 86_400_000).getUTCFullYear();
/** `09:10`. */
export const clockText = (n: number): string =>
  `${String(Math.floor(n / 60)).padStart(2, '0')}:${String(n % 60).padStart(2, '0')}`;
