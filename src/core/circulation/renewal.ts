/**
 * What renewing a loan would gain, and why it can't be done: worked out beforehand by the library's own rules,
 * from what the desk says of the loan. The desk has the last word.
 */
import type { ReaderCategory } from '../model/codes';
import type { Library } from '../model/library';
import { dayValue, type Message, msg } from '../model/message';
import type { DayNumber } from '../model/time';
import { dueDay, overdueDays, renewalsLeft } from '../requests/loans';

export interface RenewalFacts {
  readonly due: DayNumber;
  /** Renewals so far. */
  readonly used: number;
  /** Others who wait for it. */
  readonly waiting: number;
  /** It was called back before its day. */
  readonly recalled: boolean;
  /** What the desk says; null where it says nothing. */
  readonly deskSays: boolean | null;
}
export interface RenewalRules extends Pick<Library, 'campuses' | 'policy'> {
  readonly category: ReaderCategory;
  /** Where it is due back; empty where that is not known. */
  readonly campus: string;
  /** Why this reader can renew nothing at all; null: they can. */
  readonly block: Message | null;
  readonly today: DayNumber;
}
export type Renewal =
  | { readonly can: true; readonly due: DayNumber; readonly gains: number }
  | { readonly can: false; readonly why: Message };

const no = (why: Message): Renewal => ({ can: false, why });

/** What comes of renewing on this day. The first reason stands: what lifts it comes first. */
export function renewalOf(loan: RenewalFacts, rules: RenewalRules): Renewal {
  const { policy, category, block, today } = rules;
  const late = overdueDays(loan.due, today);
  if (block) return no(block);
  if (loan.recalled) return no(msg('circulation.recalled', { due: dayValue(loan.due, today) }));
  if (late > 0) return no(msg('circulation.overdueFirst'));
  if (renewalsLeft(policy, category, loan.used) === 0)
    return no(msg('circulation.noneLeft', { most: policy.loans.renewals[category] }));
  if (loan.waiting > 0) return no(msg('circulation.waitedFor', { n: loan.waiting }));
  if (loan.deskSays === false) return no(msg('circulation.deskSaysNo'));
  const due = dueDay(rules, rules.campus, loan.due, policy.loans.renewalDays);
  return due > loan.due ? { can: true, due, gains: due - loan.due } : no(msg('circulation.gainsNothing'));
}
