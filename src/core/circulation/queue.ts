/**
 * How long a hold takes: whoever has the volume brings it back some time around its day, and so does everyone
 * before this reader. Each loan is a distribution over days, that of the present one cut where today is; they
 * are convolved, like all waits ([decision 9](docs/decisions/0009-waits-are-distributions.md)).
 */
import { convolve, type Days, daysOf, spreadOf } from '../access/turnaround';
import type { Policy, Spread } from '../model/policy';
import { addDays, type DayNumber } from '../model/time';

/** Where a hold stands. */
export interface HoldPlace {
  /** The day on which the volume is due; null where it is in. */
  readonly due: DayNumber | null;
  /** Readers before this one. */
  readonly ahead: number;
}
/** Readers before somebody beyond whom nothing is said: it would be a guess. */
export const TOO_MANY = 5;

/** Days of one reader's loan, from collecting to bringing back. */
const loanOf = ({ shelf }: Policy): Days =>
  daysOf({ median: shelf.queueLoanDays, likely: shelf.queueLoanDays + shelf.overdueGraceDays });
/** What is left of a loan that began `gone` days ago and is not back. */
function left(days: Days, gone: number): Days {
  const rest = days.slice(Math.max(0, gone + 1));
  const sum = rest.reduce((a, b) => a + b, 0);
  // A loan longer than those of readers in a queue has not come to where theirs begin.
  const lead = Math.max(0, -(gone + 1));
  const out = new Float64Array(rest.length + 1 + lead);
  for (const [i, p] of rest.entries()) out[i + 1 + lead] = p / sum;
  return out;
}
/** Days until somebody who is late comes: within the days of grace very likely, and after them no less surely. */
const lateOf = ({ shelf }: Policy): Days =>
  daysOf({ median: Math.ceil(shelf.overdueGraceDays / 2), likely: shelf.overdueGraceDays });
/**
 * The days on which a hold stands ready: by the first of them as likely as not, by the other very likely. Null
 * where too many wait.
 * @param road from coming back to standing at the pickup point, in days
 */
export function holdDays(
  { due, ahead }: HoldPlace,
  policy: Policy,
  today: DayNumber,
  road: Spread = policy.shelf.returned,
): { readonly median: DayNumber; readonly likely: DayNumber } | null {
  if (ahead > TOO_MANY) return null;
  const loan = loanOf(policy);
  const step = daysOf(road);
  // Each collects it some days after it was put aside; most do so soon.
  const collected = daysOf({
    median: 1,
    likely: Math.max(1, Math.round(policy.shelf.pickupDays * COLLECTED)),
  });
  let days: Days =
    due === null
      ? Float64Array.of(1)
      : due < today
        ? lateOf(policy)
        : left(loan, policy.shelf.queueLoanDays - (due - today));
  days = convolve(days, step);
  for (let n = 0; n < ahead; n++) days = [collected, loan, step].reduce(convolve, days);
  const { median, likely } = spreadOf(days);
  return { median: addDays(today, median), likely: addDays(today, likely) };
}
/** By this share of the pickup time nine in ten have come. */
const COLLECTED = 0.4;
