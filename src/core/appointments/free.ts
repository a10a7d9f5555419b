/**
 * The free hours of a librarian: when they sit, less what stands in their calendar, less when the library is
 * shut. How long one is, how often one begins and how long before it has to be asked for, the policy says.
 */
import { closedBy, closingOn, hoursOn } from '../access/calendar';
import type { Librarian } from '../model/librarian';
import type { Campus } from '../model/library';
import type { Policy } from '../model/policy';
import {
  addDays,
  clock,
  type DayNumber,
  isoDay,
  isoLocal,
  type Minutes,
  startOf,
  weekdayOf,
} from '../model/time';

/** Days that are looked at in one go. */
export const DAYS_SHOWN = 14;

/** A stretch of a calendar that is taken; `to` is outside it. */
export interface Busy {
  readonly from: Minutes;
  readonly to: Minutes;
}
/** An hour that can be had. */
export interface FreeStart {
  /** ISO local time. */
  readonly at: string;
  /** Null where it is held online only. */
  readonly campus: string | null;
}
export interface FreeDay {
  /** ISO day. */
  readonly day: string;
  /** The closing that keeps the doors shut where they would sit; null for none. */
  readonly closed: string | null;
  /** When they sit while the library is open: minutes into the day. */
  readonly sits: readonly { readonly from: number; readonly to: number; readonly campus: string | null }[];
  readonly starts: readonly FreeStart[];
}
export interface HouseHours {
  readonly campuses: readonly Campus[];
  readonly policy: Policy;
}

/** Of a sitting what lies within the hours of its campus; the closing where there is none. */
function sittingsOn(librarian: Librarian, { campuses, policy }: HouseHours, day: DayNumber) {
  const sits: FreeDay['sits'][number][] = [];
  let closed: string | null = null;
  for (const s of librarian.sits) {
    if (s.weekday !== weekdayOf(day)) continue;
    const campus = campuses.find((c) => c.id === s.campus);
    const closing = campus ? closedBy(campus, policy, day) : closingOn(policy.holidays, day);
    closed = closing?.name ?? closed;
    // Who is reached online only needs no door, but keeps the library's holidays.
    const open = campus ? hoursOn(campus, policy, day) : { open: 0, close: 1440 };
    if (closing || !open) continue;
    const [from, to] = [Math.max(clock(s.from), open.open), Math.min(clock(s.to), open.close)];
    if (from < to) sits.push({ from, to, campus: campus ? campus.id : null });
  }
  return { sits: sits.sort((a, b) => a.from - b.from), closed };
}

/**
 * Day by day what is free.
 * @param busy what stands in the calendar, in any order
 * @param from the first day that is looked at
 * @param days so many of them, as far as the policy gives hours
 * @returns none where the library gives no hours
 */
export function freeHours(
  librarian: Librarian,
  house: HouseHours,
  busy: readonly Busy[],
  { from, days, now }: { readonly from: DayNumber; readonly days: number; readonly now: Minutes },
): readonly FreeDay[] {
  const rule = house.policy.appointments;
  if (!rule) return [];
  const last = Math.floor(now / 1440) + rule.days;
  const soonest = now + rule.aheadMinutes;
  return Array.from({ length: days }, (_, i) => addDays(from, i))
    .filter((day) => day <= last)
    .map((day) => {
      const { sits, closed } = sittingsOn(librarian, house, day);
      const starts: FreeStart[] = [];
      for (const s of sits)
        for (let t = s.from; t + rule.minutes <= s.to; t += rule.every) {
          const [begins, ends] = [startOf(day, t), startOf(day, t + rule.minutes)];
          if (begins < soonest || busy.some((b) => b.from < ends && begins < b.to)) continue;
          starts.push({ at: isoLocal(begins), campus: s.campus });
        }
      return { day: isoDay(day), closed: sits.length ? null : closed, sits, starts };
    });
}

/** Librarians by how well their subjects fit, the best first; those that fit none after them, by name. */
export function byFit(librarians: readonly Librarian[], subjects: readonly string[]): readonly Librarian[] {
  const place = (l: Librarian): number => {
    const at = subjects.findIndex((s) => l.subjects.includes(s));
    return at < 0 ? subjects.length : at;
  };
  return [...librarians].sort((a, b) => place(a) - place(b) || a.name.localeCompare(b.name));
}
