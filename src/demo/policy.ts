/**
 * The policy file of Tarnholm University. An own library replaces it; the schema in core/policy checks
 * either.
 */
import type { Policy, Spread } from '../core/model/policy';

const spread = (median: number, likely: number): Spread => ({ median, likely });
/** Working days by courier to Quayside, Fellgate, Saltmarsh. */
const to = (quayside: [number, number], fellgate: [number, number], saltmarsh: [number, number]) => ({
  quayside: spread(...quayside),
  fellgate: spread(...fellgate),
  saltmarsh: spread(...saltmarsh),
});

export const POLICY: Policy = {
  version: '2026-11',
  wait: { thisWeekDays: 7, twoWeeksDays: 14, unlikelyBelow: 0.35 },
  zone: 'CET',
  currency: { code: 'XVC', sign: 'cr' },
  holidays: [
    { from: '2026-11-11', to: '2026-11-11', name: 'Harbour Day' },
    { from: '2026-12-24', to: '2027-01-01', name: 'Winter closing' },
    { from: '2027-03-26', to: '2027-03-29', name: 'Spring closing' },
  ],
  terms: [
    { from: '2026-09-07', to: '2026-12-18', name: 'Autumn term' },
    { from: '2027-01-11', to: '2027-03-25', name: 'Winter term' },
    { from: '2027-04-12', to: '2027-06-25', name: 'Spring term' },
    { from: '2027-09-06', to: '2027-12-17', name: 'Autumn term' },
  ],
  shelf: {
    fetchMinutes: 15,
    lastEntryMinutes: 30,
    overdueGraceDays: 7,
    queueLoanDays: 21,
    returned: spread(1, 3),
    aside: spread(1, 1),
    pickupDays: 10,
  },
  courier: {
    cutoff: '15:00',
    transit: {
      quayside: to([0, 0], [2, 3], [2, 3]),
      fellgate: to([2, 3], [0, 0], [3, 4]),
      saltmarsh: to([2, 3], [3, 4], [0, 0]),
      ostmere: to([2, 3], [3, 4], [3, 4]),
      brackmoor: to([1, 2], [2, 3], [2, 3]),
      ronnvik: to([3, 4], [3, 4], [4, 5]),
      marrowby: to([2, 4], [2, 4], [3, 5]),
      kelding: to([2, 4], [3, 5], [2, 4]),
      aldersund: to([2, 3], [1, 2], [3, 4]),
    },
  },
  post: spread(3, 5),
  scanDesk: { ...spread(1, 2), cutoff: '15:00', sentAt: '16:00' },
  lending: {
    country: 'XV',
    region: ['XV', 'XA', 'XB', 'XF', 'XH'],
    desk: 'quayside',
    processingDays: spread(1, 2),
    askAtMost: 5,
    unrecordedShare: 0.3,
    lostShare: 0.01,
    fastSaves: 2,
    road: { home: spread(1, 2), abroad: spread(3, 6) },
    order: { worth: 9000, day: 150, load: 0.4 },
  },
  copyright: {
    articlesPerIssue: 1,
    chaptersPerBook: 1,
    shareOfPages: 0.1,
    neverAbove: 0.5,
    recentYears: 5,
    copiesPerJournalYear: 5,
    royaltyPerCopy: 1250,
    ebookLoans: false,
    fastExcluded: true,
    statement:
      'The copy is for your own private study or research, not for commercial use. You have not been supplied with a copy of the same material before, and you will not pass the copy on. The work stays protected by copyright.',
  },
  price: {
    interlibrary: { loan: 900, copy: 600 },
    partner: { loan: 0, copy: 0 },
    own: { loan: 0, copy: 0 },
    fast: 700,
    post: 450,
    ceiling: 3000,
    subsidy: {
      undergraduate: { loan: 600, copy: 600 },
      postgraduate: { loan: 900, copy: 600 },
      distance: { loan: 1350, copy: 600 },
      staff: { loan: 1350, copy: 1300 },
    },
  },
  mediated: { above: 2000, categories: [], kinds: ['score', 'map'], answer: spread(1, 2) },
  loans: {
    interlibraryDays: 21,
    partnerDays: 28,
    ownDays: { undergraduate: 21, postgraduate: 42, distance: 42, staff: 84 },
    renewals: { undergraduate: 1, postgraduate: 3, distance: 2, staff: 5 },
    renewalDays: 14,
    noticeDays: 3,
    recallDays: 7,
    overdueFee: { day: 50, most: 1500 },
    blockedAbove: 1000,
  },
  files: {
    openDays: 30,
    encrypted: ['ill-copy'],
    software: 'any PDF reader that knows AES encryption; the password is the slip’s number',
  },
  needBy: { latestDays: 180 },
  openSlips: 40,
  purchase: {
    ...spread(15, 30),
    share: 0.55,
    categories: ['undergraduate', 'postgraduate', 'distance', 'staff'],
  },
  question: spread(1, 1),
  appointments: { minutes: 60, every: 30, aheadMinutes: 180, days: 42 },
  kindsNeverLent: ['journal', 'newspaper-article'],
};
