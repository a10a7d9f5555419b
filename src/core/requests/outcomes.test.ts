/** What became of a request, read from the messages about it. */
import { expect, it } from 'vitest';
import { makeWorld } from '../../demo/world';
import { type DayNumber, parseDay } from '../model/time';
import { NOTHING_MORE } from './iso18626';
import type { HeardMessage } from './lifecycle';
import { keptOf, outcomesOf, workingDays } from './outcomes';

const { policy } = makeWorld(200).library;
const day = (iso: string): DayNumber => parseDay(iso) as DayNumber;
const said = (
  timestamp: string,
  supplyingAgency: string,
  status: HeardMessage['status'],
  more: Partial<HeardMessage> = {},
): HeardMessage => ({
  ...{ ...NOTHING_MORE, requestId: 'S-1', note: '', supplierName: supplyingAgency, reason: 'StatusChange' },
  ...{ timestamp, supplyingAgency, status },
  ...more,
});

it('counts working days, over week-ends and closings', () => {
  expect(workingDays(policy, day('2026-11-02'), day('2026-11-02'))).toBe(0);
  expect(workingDays(policy, day('2026-11-06'), day('2026-11-09'))).toBe(1);
  expect(workingDays(policy, day('2026-11-02'), day('2026-11-09'))).toBe(5);
});
it('who was asked and said no, and who sent it after how long', () => {
  const loan = [
    said('2026-11-02T09:10', 'US', 'RequestReceived'),
    said('2026-11-02T15:00', 'A', 'ExpectToSupply'),
    said('2026-11-04T10:00', 'A', 'RetryPossible', { reasonRetry: 'OnLoan' }),
    said('2026-11-04T10:15', 'B', 'ExpectToSupply'),
    // Without a word the next is asked.
    said('2026-11-09T10:15', 'C', 'ExpectToSupply'),
    said('2026-11-09T12:00', 'C', 'WillSupply'),
    said('2026-11-13T14:00', 'C', 'Loaned'),
    said('2026-12-20T10:00', 'C', 'Loaned', { reason: 'RenewResponse', answer: 'Y' }),
  ];
  // The 11th is a day on which nobody works.
  expect(outcomesOf(loan, 'loan', policy)).toEqual([
    { agency: 'A', service: 'loan', day: day('2026-11-04'), supplied: false, days: 2 },
    { agency: 'B', service: 'loan', day: day('2026-11-09'), supplied: false, days: 3 },
    { agency: 'C', service: 'loan', day: day('2026-11-13'), supplied: true, days: 3 },
  ]);
  // At any moment the same as far as it goes.
  expect(outcomesOf(loan.slice(0, 6), 'loan', policy).length).toBe(2);
});
it('a condition that the reader did not take says nothing of the lender; nobody left says no of the last', () => {
  const offered = [
    said('2026-11-02T15:00', 'A', 'ExpectToSupply'),
    said('2026-11-02T16:30', 'A', 'RetryPossible', { reasonRetry: 'LoanCondition' }),
    said('2026-11-10T10:15', 'B', 'ExpectToSupply'),
    said('2026-11-12T10:15', 'US', 'Unfilled'),
  ];
  expect(outcomesOf(offered, 'loan', policy).map((o) => [o.agency, o.supplied])).toEqual([['B', false]]);
  const cancelled = [
    said('2026-11-02T15:00', 'A', 'ExpectToSupply'),
    said('2026-11-03T10:00', 'A', 'Cancelled'),
  ];
  expect(outcomesOf(cancelled, 'copy', policy)).toEqual([]);
});
it('a promise is kept by its likely-by day, late, or not at all', () => {
  const slip = { promised: { likely: '2026-11-13T10:00' } } as never;
  const file = (time: string) => [said(time, 'A', 'CopyCompleted')];
  expect(keptOf(slip, file('2026-11-13T16:00'), [])).toEqual({ kept: 'intime', day: '2026-11-13' });
  expect(keptOf(slip, file('2026-11-16T09:00'), [])?.kept).toBe('late');
  expect(keptOf(slip, [said('2026-11-05T09:00', 'US', 'Unfilled')], [])?.kept).toBe('unfilled');
  expect(keptOf(slip, [said('2026-11-05T09:00', 'A', 'WillSupply')], [])).toBeNull();
  const notice = { kind: 'arrived', time: '2026-11-12T09:00' } as never;
  expect(keptOf(slip, [said('2026-11-10T09:00', 'A', 'Loaned')], [notice])?.kept).toBe('intime');
});
