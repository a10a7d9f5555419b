/** The days of a course that meets on the same weekdays week after week. */
import { addDays, type DayNumber, weekdayOf } from '../model/time';

/** No term is longer. */
const LONGEST = 366;
/**
 * @param weekdays 0 = Sunday
 * @param closed days on which nobody meets
 * @param most so many days at most
 * @example weeklyDays(parseDay('2026-11-02'), parseDay('2026-11-12'), [1, 4], () => false, 9).map(isoDay)
 *   // ['2026-11-02', '2026-11-05', '2026-11-09', '2026-11-12']
 */
export function weeklyDays(
  from: DayNumber,
  to: DayNumber,
  weekdays: readonly number[],
  closed: (day: DayNumber) => boolean,
  most: number,
): readonly DayNumber[] {
  const n = Math.min(LONGEST, to - from + 1);
  return Array.from({ length: Math.max(0, n) }, (_, i) => addDays(from, i))
    .filter((day) => weekdays.includes(weekdayOf(day)) && !closed(day))
    .slice(0, most);
}
