/** The week plan: a course's readings by their meetings, each with what is to be done for it and until when. */

import { addDays, type DayNumber, dayOf, type Minutes, parseLocal } from '../model/time';
import type { AskByWay } from '../plan/askBy';

/**
 * here: at hand, or on its way in time · read: can be read without asking · fetch: stands on a shelf or a desk ·
 * ask: has to be asked for · late: nothing brings it in time any more · open: not known yet, or no day said.
 */
export const READING_STANDINGS = ['here', 'read', 'fetch', 'ask', 'late', 'open'] as const;
export type ReadingStanding = (typeof READING_STANDINGS)[number];

/** What is known of a reading, beside its ask-by. */
export interface ReadingFacts {
  /** The soonest thing to be done for it whenever it is needed; null where that is not known. */
  readonly soonest: AskByWay['does'] | 'nothing' | null;
  /** A slip for it is under way, or has brought it. */
  readonly asked: boolean;
  /** A copy stands on a course desk. */
  readonly onDesk: boolean;
}
/** What is to be done for a reading. Messages may be in words already. */
export function standingOfReading(
  answer: { readonly best: Pick<AskByWay, 'does'> | null } | null,
  { asked, onDesk, soonest }: ReadingFacts,
): ReadingStanding {
  if (asked) return 'here';
  // Without a day there is no last minute: what can be done for it is known all the same.
  const does = answer ? answer.best?.does : soonest;
  if (does === 'open') return 'read';
  if (does === 'go' || onDesk) return 'fetch';
  if (does === 'slip') return 'ask';
  return answer ? 'late' : 'open';
}

const WEEK = 7;
/** Whether a reading's last minute lies within a week from now: what stands on top of the plan. */
export function isDueThisWeek(askBy: string | null, today: DayNumber): boolean {
  const t = askBy === null ? null : parseLocal(askBy);
  return t !== null && dayOf(t as Minutes) < addDays(today, WEEK);
}
