/** How a slip under way stands against the day it is needed. */
import { verdictOf } from '../../core/access/verdict';
import type { Slip } from '../../core/model/slip';
import { isEnded, isHere, isOnLoan } from '../../core/model/slipStates';
import { type DayNumber, type Minutes, parseDay, parseLocal, startOf } from '../../core/model/time';
import type { Verdict } from '../../core/model/waits';

/** Null where no day is needed or it is here already. What is late counts from today. */
export function verdictOfSlip(slip: Slip, today: DayNumber): Verdict | null {
  if (
    !slip.promised ||
    isEnded(slip.state) ||
    isHere(slip.state) ||
    isOnLoan(slip.state) ||
    slip.state === 'returned'
  )
    return null;
  const now = startOf(today);
  const at = (iso: string): Minutes => Math.max(now, parseLocal(iso) as Minutes) as Minutes;
  return verdictOf(
    { median: at(slip.promised.median), likely: at(slip.promised.likely) },
    parseDay(slip.needBy),
  );
}
