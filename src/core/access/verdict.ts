/** In time, tight, too late: a moment against the day on which a thing is needed. */
import { type DayNumber, dayOf } from '../model/time';
import type { Ready, Verdict } from '../model/waits';

/**
 * In time when it very likely comes by that day, tight when it comes by then as often as not. Null without a
 * day or a moment.
 */
export function verdictOf(ready: Ready | null, needBy: DayNumber | null): Verdict | null {
  if (needBy === null || !ready) return null;
  if (dayOf(ready.likely) <= needBy) return 'in-time';
  return dayOf(ready.median) <= needBy ? 'tight' : 'too-late';
}
