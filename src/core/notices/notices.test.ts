/** Notices from everywhere in one list: what asks first, then the latest; what is new is counted once. */
import { describe, expect, it } from 'vitest';
import type { Question, StandingSearch } from '../account/rows';
import type { Account, Hold, Loan } from '../circulation/account';
import type { Slip, SlipMessage } from '../model/slip';
import { type DayNumber, parseDay } from '../model/time';
import { type Heard, noticesOf, unseen } from './notices';

const TODAY = parseDay('2026-11-10') as DayNumber;
const said = (id: string, time: string, event: SlipMessage['event']): SlipMessage => ({
  id,
  time,
  by: 'library',
  from: 'Desk',
  text: id,
  status: 'Loaned',
  event,
  seq: 1,
});
const slip = (id: string, more: Partial<Slip>): Slip =>
  ({ id, reader: 'r', state: 'sourcing', messages: [], due: null, ...more }) as unknown as Slip;
const question = (id: string): Question => ({
  id,
  reader: 'r',
  kind: 'question',
  subject: id,
  text: '?',
  asked: '2026-11-02T09:00',
});
const search = (id: string): StandingSearch => ({
  id,
  reader: 'r',
  name: id,
  address: 'q=kelp',
  sentence: '',
  created: '',
  seen: '2026-11-02',
});
const heard = (more: Partial<Heard>): Heard => ({
  slips: [],
  account: null,
  questions: [],
  hours: [],
  answers: [],
  news: [],
  ...more,
});
const list = (more: Partial<Heard>, noticeDays = 3) => noticesOf(heard(more), TODAY, noticeDays, 14);

describe('notices', () => {
  it('come from slips, due days, answers and searches; what asks stands first, then the latest', () => {
    const ready = slip('S-1', { state: 'ready', messages: [said('came', '2026-11-05T10:00', 'arrive')] });
    const loan = slip('S-2', { state: 'collected', due: '2026-11-12' });
    const notices = list({
      slips: [ready, loan],
      questions: [question('Q-1'), question('Q-2')],
      answers: [{ id: 'Q-1', time: '2026-11-06T10:00', text: 'Yes.' }],
      news: [
        { search: search('kelp'), n: 4 },
        { search: search('quiet'), n: 0 },
      ],
    });
    expect(notices.map((n) => [n.sort, n.asks])).toEqual([
      ['due', true],
      ['slip', true],
      ['search', false],
      ['answer', false],
    ]);
  });
  it('speak of a due day as many days before as the policy says, not sooner, and of one overdue', () => {
    const due = (day: string, days: number) =>
      list({ slips: [slip('S-1', { state: 'collected', due: day })] }, days).length;
    expect([due('2026-11-13', 3), due('2026-11-14', 3), due('2026-11-14', 4), due('2026-11-01', 0)]).toEqual([
      1, 0, 1, 1,
    ]);
    expect(list({ slips: [slip('S-1', { state: 'finished', due: '2026-11-10' })] })).toEqual([]);
  });
  it('say once that a volume is due, whatever else was said of it', () => {
    const both = slip('S-1', {
      state: 'due',
      due: '2026-11-11',
      messages: [said('soon', '2026-11-09T10:00', 'notice')],
    });
    const notices = list({ slips: [both] });
    expect(notices.filter((n) => n.asks)).toMatchObject([{ sort: 'due' }]);
    expect(notices).toHaveLength(2);
  });
  it('leave out answers to questions that are gone, and what is no day', () => {
    expect(list({ answers: [{ id: 'Q-gone', time: '2026-11-06T10:00', text: '' }] })).toEqual([]);
    expect(list({ slips: [slip('S-1', { state: 'collected', due: 'soon' })] })).toEqual([]);
  });
  it('are new when they came after the last look', () => {
    const notices = list({
      questions: [question('Q-1'), question('Q-2')],
      answers: [
        { id: 'Q-1', time: '2026-11-06T10:00', text: '' },
        { id: 'Q-2', time: '2026-11-08T10:00', text: '' },
      ],
    });
    expect(['', '2026-11-07T00:00', '2026-11-08T10:00'].map((seen) => unseen(notices, seen))).toEqual([
      2, 1, 0,
    ]);
  });
  it('what the desk lent is spoken of before its day, what was called back earlier, what waits since it waits', () => {
    const loan = (key: string, due: string, recalled = false) =>
      ({ key, from: 'desk', due: parseDay(due), recalled }) as unknown as Loan;
    const hold = {
      key: 'h',
      from: 'desk',
      state: 'provided',
      since: parseDay('2026-11-09'),
    } as unknown as Hold;
    const account = {
      loans: [loan('soon', '2026-11-12'), loan('far', '2026-11-20'), loan('back', '2026-11-20', true)],
      holds: [hold, { ...hold, key: 'r', state: 'reserved' }],
    } as unknown as Account;
    const found = list({ account }).map((n) =>
      n.sort === 'loan' ? [n.loan.key, n.time] : n.sort === 'waits' ? [n.hold.key, n.time] : [],
    );
    expect(found).toEqual([
      ['h', '2026-11-09T09:00'],
      ['soon', '2026-11-09T00:00'],
      ['back', '2026-11-06T00:00'],
    ]);
    // What a slip brought is said by its slip, once.
    const bySlip = {
      ...account,
      loans: [{ ...loan('s', '2026-11-11'), from: 'slip' }],
      holds: [],
    } as Account;
    expect(list({ account: bySlip })).toEqual([]);
  });
});
