/**
 * What holds of the rules that a library does not write down: customary values, so that a page of rules is enough to
 * begin with. Not given are what only the library can know: its version of the rules, zone, currency, country, and the
 * statement that readers agree to for a copy.
 */
import type { Policy, Spread } from '../model/policy';

const spread = (median: number, likely: number): Spread => ({ median, likely });
const ALL = { undergraduate: 28, postgraduate: 28, distance: 42, staff: 56 } as const;
const FREE = { loan: 0, copy: 0 } as const;

type Own = 'version' | 'zone' | 'currency' | 'courier' | 'lending' | 'copyright';
/** By path, what a library has to say itself. */
export const LIBRARYS_OWN = [
  'version',
  'zone',
  'currency',
  'lending.country',
  'copyright.statement',
] as const;

export const CUSTOMARY: Omit<Policy, Own> & {
  readonly courier: Omit<Policy['courier'], 'transit'>;
  readonly lending: Omit<Policy['lending'], 'country' | 'region' | 'desk'>;
  readonly copyright: Omit<Policy['copyright'], 'statement'>;
} = {
  wait: { thisWeekDays: 7, twoWeeksDays: 14, unlikelyBelow: 0.35 },
  holidays: [],
  terms: [],
  shelf: {
    fetchMinutes: 15,
    lastEntryMinutes: 30,
    overdueGraceDays: 7,
    queueLoanDays: 28,
    returned: spread(1, 3),
    aside: spread(1, 1),
    pickupDays: 7,
  },
  courier: { cutoff: '15:00' },
  post: spread(3, 5),
  scanDesk: { ...spread(1, 2), cutoff: '15:00', sentAt: '16:00' },
  lending: {
    processingDays: spread(1, 2),
    askAtMost: 5,
    unrecordedShare: 0.3,
    lostShare: 0.01,
    fastSaves: 2,
    road: { home: spread(1, 3), abroad: spread(3, 8) },
    order: { worth: 9000, day: 150, load: 0.4 },
  },
  copyright: {
    articlesPerIssue: 1,
    chaptersPerBook: 1,
    shareOfPages: 0.1,
    neverAbove: 0.5,
    recentYears: 5,
    copiesPerJournalYear: 5,
    royaltyPerCopy: 0,
    ebookLoans: false,
    fastExcluded: true,
  },
  price: {
    interlibrary: FREE,
    partner: FREE,
    own: FREE,
    fast: 0,
    post: 0,
    ceiling: 3000,
    subsidy: { undergraduate: FREE, postgraduate: FREE, distance: FREE, staff: FREE },
  },
  mediated: { above: 2000, categories: [], kinds: [], answer: spread(1, 2) },
  loans: {
    interlibraryDays: 28,
    partnerDays: 28,
    ownDays: ALL,
    renewals: { undergraduate: 2, postgraduate: 3, distance: 2, staff: 5 },
    renewalDays: 14,
    noticeDays: 3,
    recallDays: 7,
  },
  files: { openDays: 30, encrypted: [], software: 'any PDF reader' },
  needBy: { latestDays: 180 },
  openSlips: 30,
  purchase: {
    ...spread(15, 30),
    share: 0.5,
    categories: ['undergraduate', 'postgraduate', 'distance', 'staff'],
  },
  question: spread(1, 1),
  kindsNeverLent: ['journal', 'newspaper-article'],
};
/** A parcel's road between two places of which nothing is said. */
const ROAD = spread(2, 3);

const isThing = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** What is written stands; where both are things with fields, field by field. */
function over(written: unknown, customary: unknown): unknown {
  if (written === undefined || written === null) return customary;
  if (!isThing(written) || !isThing(customary)) return written;
  const names = new Set([...Object.keys(customary), ...Object.keys(written)]);
  return Object.fromEntries([...names].map((name) => [name, over(written[name], customary[name])]));
}

/**
 * Rules as a library wrote them, with what is customary where they say nothing. What is wrong in them stays wrong:
 * they are checked after.
 * @param written what YAML made of the file
 * @param places ids of campuses and partners, where the roads of parcels begin; they end at campuses
 */
export function completed(
  written: unknown,
  places: { readonly campuses: readonly string[]; readonly partners: readonly string[] },
): unknown {
  if (!isThing(written)) return written;
  const { campuses, partners } = places;
  const country = isThing(written.lending) ? written.lending.country : undefined;
  const transit = Object.fromEntries(
    [...campuses, ...partners].map((from) => [
      from,
      Object.fromEntries(campuses.map((to) => [to, from === to ? spread(0, 0) : ROAD])),
    ]),
  );
  return over(written, {
    ...CUSTOMARY,
    courier: { ...CUSTOMARY.courier, transit },
    lending: {
      ...CUSTOMARY.lending,
      ...(campuses[0] ? { desk: campuses[0] } : {}),
      ...(country === undefined ? {} : { region: [country] }),
    },
  });
}
