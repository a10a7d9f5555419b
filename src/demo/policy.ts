/** The policy file of Tarnholm University. An own library replaces it; the schema in core/policy checks either. */
import type { Policy } from '../core/policy/types';

export const POLICY: Policy = {
  version: '2026-09',
  wait: { thisWeekDays: 7, twoWeeksDays: 14, unlikelyBelow: 0.35 },
  holidays: [
    { from: '2026-11-11', to: '2026-11-11', name: 'Harbour Day' },
    { from: '2026-12-24', to: '2027-01-01', name: 'Winter closing' },
    { from: '2027-03-26', to: '2027-03-29', name: 'Spring closing' },
  ],
  shelf: { fetchMinutes: 15, lastEntryMinutes: 30, overdueGraceDays: 7, queueLoanDays: 21 },
  transfer: { median: 2, likely: 3, cutoff: '15:00' },
  post: { median: 3, likely: 5 },
  scanDesk: { median: 1, likely: 2, sentAt: '16:00' },
  lending: { country: 'XV', region: ['XV', 'XA', 'XB', 'XF', 'XH'], processingDays: 2, askAtMost: 5, unrecordedShare: 0.3, fastSaves: 2 },
  copyright: {
    articlesPerIssue: 1,
    chaptersPerBook: 1,
    shareOfPages: 0.1,
    recentYears: 5,
    copiesPerJournalYear: 5,
    royaltyPerCopy: 1250,
    statement:
      'The copy is for your own private study or research, not for commercial use. You have not been supplied with a copy of the same material before, and you will not pass the copy on. The work stays protected by copyright.',
  },
  price: {
    interlibrary: { loan: 900, copy: 600 },
    partner: { loan: 0, copy: 0 },
    own: { loan: 0, copy: 0 },
    fast: 700,
    post: 450,
    subsidy: {
      undergraduate: { loan: 600, copy: 600 },
      postgraduate: { loan: 900, copy: 600 },
      distance: { loan: 1350, copy: 600 },
      staff: { loan: 1350, copy: 1300 },
    },
  },
  kindsNeverLent: ['journal', 'newspaper-article'],
};
