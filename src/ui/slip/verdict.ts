/** How a slip under way stands against the day it is needed. */
import { type Verdict, verdictOf } from '../../core/access/verdict';
import { isEnded, isHere, isOnLoan } from '../../core/requests/lifecycle';
import type { Slip } from '../../core/requests/slip';
import { type DayNumber, type Minutes, parseDay, parseLocal, startOf } from '../../core/time';

/** Null where no day is needed or it is here already. What is late counts from today. */
export function verdictOfSlip(slip: Slip, today: DayNumber): Verdict | null {
  if (!slip.promised || isEnded(slip.state) || isHere(slip.state) || isOnLoan(slip.state) || slip.state === 'returned') return null;
  const now = startOf(today);
  const at = (iso: string): Minutes => Math.max(now, parseLocal(iso) as Minutes) as Minutes;
  return verdictOf({ median: at(slip.promised.median), likely: at(slip.promised.likely) }, parseDay(slip.needBy));
}
