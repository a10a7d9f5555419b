/** What became of a request at each lender that was asked, and of its promise: read from what was said about it. */
import { isWorkingDay } from '../access/calendar';
import type { LendingOutcome } from '../access/calibration';
import type { Service } from '../model/codes';
import type { Policy } from '../model/policy';
import type { Slip } from '../model/slip';
import { addDays, type DayNumber, dayOf, type Minutes, parseLocal } from '../model/time';
import type { DeskNotice, HeardMessage } from './lifecycle';

const dayIn = (time: string): DayNumber => dayOf(parseLocal(time) as Minutes);
const LONGEST = 400;
/** Working days from one day to another. */
export function workingDays(policy: Policy, from: DayNumber, to: DayNumber): number {
  let n = 0;
  for (let day = addDays(from, 1); day <= to && n < LONGEST; day = addDays(day, 1))
    if (isWorkingDay(policy, day)) n++;
  return n;
}
/** Conditions are answered by the reader: they say nothing of the lender. */
const ASKS_READER = new Set(['LoanCondition', 'CostExceedsMaxCost', 'Question']);

/**
 * What is settled of each lender that was asked, by agency.
 * @param messages of one request, in the order of time
 */
export function outcomesOf(
  messages: readonly HeardMessage[],
  service: Service,
  policy: Policy,
): readonly (Omit<LendingOutcome, 'lender'> & { readonly agency: string })[] {
  const found: (Omit<LendingOutcome, 'lender'> & { agency: string })[] = [];
  let asked: { readonly agency: string; readonly on: DayNumber; willing: boolean } | null = null;
  const settle = (time: string, supplied: boolean): void => {
    if (!asked) return;
    const day = dayIn(time);
    found.push({ agency: asked.agency, service, day, supplied, days: workingDays(policy, asked.on, day) });
    asked = null;
  };
  for (const m of messages) {
    const { supplyingAgency: agency, timestamp: time, status } = m;
    switch (status) {
      case 'ExpectToSupply':
        // The one before said no, and only that; one that was willing and asked the reader is another matter.
        if (asked && !asked.willing) settle(time, false);
        asked = { agency, on: dayIn(time), willing: false };
        break;
      case 'RetryPossible':
        if (asked?.agency !== agency) break;
        if (ASKS_READER.has(m.reasonRetry)) asked.willing = true;
        else settle(time, false);
        break;
      case 'Unfilled':
        if (asked && !asked.willing) settle(time, false);
        asked = null;
        break;
      case 'Loaned':
        if (m.reason === 'StatusChange' && asked?.agency === agency && service === 'loan') settle(time, true);
        break;
      case 'CopyCompleted':
        if (asked?.agency === agency) settle(time, true);
        break;
      case 'Cancelled':
        asked = null;
        break;
    }
  }
  return found;
}

/** How a promise was kept: it came by the likely-by day, later, or not at all; null while that is open. */
export function keptOf(
  slip: Pick<Slip, 'agreed' | 'promised'>,
  messages: readonly HeardMessage[],
  notices: readonly DeskNotice[],
): { readonly kept: 'intime' | 'late' | 'unfilled'; readonly day: string } | null {
  const promised = slip.agreed ?? slip.promised;
  if (!promised) return null;
  const came = [
    ...messages.filter((m) => m.status === 'CopyCompleted').map((m) => m.timestamp),
    ...notices.filter((n) => n.kind === 'arrived').map((n) => n.time),
  ].sort()[0];
  if (came !== undefined) {
    const day = came.slice(0, 10);
    return { kept: day <= promised.likely.slice(0, 10) ? 'intime' : 'late', day };
  }
  const no = messages.find((m) => m.status === 'Unfilled');
  return no ? { kept: 'unfilled', day: no.timestamp.slice(0, 10) } : null;
}
