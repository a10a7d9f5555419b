/** The library's rules, as data read from one file. Nothing that stands here is decided in code. */
import { CATEGORIES, type Cents, ROUTES } from './codes';
import { KIND_LIST } from './kinds';
import {
  also,
  byName,
  closed,
  filled,
  formed,
  holding,
  isoDay,
  listOf,
  maybe,
  notBelow,
  oneOf,
  type Shaped,
  share,
  type Value,
  whole,
  yesOrNo,
} from './shape';
import { isZone } from './zone';

const days = () => whole(0, 365);
const someDays = () => whole(1, 365);
const few = () => whole(0, 100);
const cents = (): Value<Cents> => whole(0, 1_000_000);
const clock = () => formed(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'clock');
const [TEXT, STATEMENT, SPANS, NAMES] = [500, 20_000, 1000, 300];
const country = () => formed(/^[A-Za-z]{2}$/, 'country');

const spreadFields = { median: days(), likely: notBelow('median', days()) };
/** Working days to the median and to the 90th percentile. */
export const spread = () => closed(spreadFields);
export type Spread = Shaped<ReturnType<typeof spread>>;
/** Days, both taken in, with what they are. */
export const span = also(
  closed({ from: isoDay(), to: isoDay(), name: filled(TEXT) }),
  'span',
  ({ from, to }) => from <= to,
);
/** Inclusive ISO days. */
export type Closing = Shaped<typeof span>;
const currency = closed({ code: formed(/^[A-Z]{3}$/, 'currency'), sign: filled(6) });
/** ISO 4217 code, for messages; the sign that readers see behind amounts. */
export type Currency = Shaped<typeof currency>;

const byService = () => closed({ loan: cents(), copy: cents() });
const byCategory = <T>(of: Value<T>) =>
  closed({ undergraduate: of, postgraduate: of, distance: of, staff: of });
const kinds = () => listOf(oneOf(KIND_LIST), NAMES);
const categories = () => listOf(oneOf(CATEGORIES), NAMES);

export const policyShape = closed({
  version: filled(TEXT),
  wait: closed({ thisWeekDays: days(), twoWeeksDays: days(), unlikelyBelow: share() }),
  zone: holding('zone', isZone),
  currency,
  holidays: listOf(span, SPANS),
  /** Outside them it is vacation. */
  terms: listOf(span, SPANS),
  shelf: closed({
    fetchMinutes: days(),
    lastEntryMinutes: days(),
    overdueGraceDays: days(),
    queueLoanDays: days(),
    /** From a volume's coming back to its standing on the pickup shelf. */
    returned: spread(),
    /**
     * Working days until a volume that stands on the shelf is put aside for a reader; left out where nobody does
     * that.
     */
    aside: maybe(spread()),
    /** A volume waits so many days at the pickup point. */
    pickupDays: days(),
  }),
  courier: closed({
    /** What is asked for later is begun on the next working day. */
    cutoff: clock(),
    /** Working days from campus or partner to campus. */
    transit: byName(byName(spread())),
  }),
  post: spread(),
  scanDesk: closed({ ...spreadFields, cutoff: clock(), sentAt: clock() }),
  lending: closed({
    country: country(),
    region: listOf(country(), NAMES),
    /** Where lenders' parcels arrive: a campus. */
    desk: filled(TEXT),
    processingDays: spread(),
    askAtMost: whole(1, 20),
    /** Of the lenders asked for something without a record, the share that turned out to have it. */
    unrecordedShare: share(),
    /** Of what is sent to us, the share that never arrives. */
    lostShare: share(),
    /** Days of work saved by paying for speed; never below one. */
    fastSaves: days(),
    /** Working days of the parcel's road, from inside the country and from abroad. */
    road: closed({ home: spread(), abroad: spread() }),
    /**
     * The order of asking: what having it is worth to us, and what a working day of waiting costs, in
     * hundredths.
     */
    order: closed({ worth: cents(), day: cents(), load: share() }),
    /** Promises go by what lenders publish, and learn nothing of what they do. */
    frozen: maybe(yesOrNo()),
  }),
  copyright: closed({
    articlesPerIssue: few(),
    chaptersPerBook: few(),
    shareOfPages: share(),
    /** Beyond this share nothing is copied, royalty or not. */
    neverAbove: notBelow('shareOfPages', share()),
    recentYears: few(),
    copiesPerJournalYear: few(),
    royaltyPerCopy: cents(),
    /** Whether a whole e-book may be asked for from elsewhere; licences seldom let it. */
    ebookLoans: yesOrNo(),
    /** Whether the fastest service is outside the private-study exception. */
    fastExcluded: yesOrNo(),
    statement: filled(STATEMENT),
  }),
  price: closed({
    interlibrary: byService(),
    partner: byService(),
    own: byService(),
    fast: cents(),
    post: cents(),
    /** No slip costs the reader more than this. */
    ceiling: cents(),
    /** The most the library pays for one slip, by reader category and service. */
    subsidy: byCategory(byService()),
  }),
  /** Slips that staff look at before anything is asked of anybody. */
  mediated: closed({
    /** Before the library's share is taken off. */
    above: cents(),
    categories: categories(),
    kinds: kinds(),
    answer: spread(),
  }),
  loans: closed({
    /** Days from collecting. */
    interlibraryDays: someDays(),
    partnerDays: someDays(),
    ownDays: byCategory(someDays()),
    renewals: byCategory(few()),
    renewalDays: days(),
    noticeDays: days(),
    recallDays: someDays(),
    /** What a day overdue costs, and the most for one loan; left out where nothing is asked for it. */
    overdueFee: maybe(closed({ day: cents(), most: cents() })),
    /** Who owes more than this borrows and renews nothing; left out where nobody is kept from it. */
    blockedAbove: maybe(cents()),
  }),
  files: closed({ openDays: someDays(), encrypted: listOf(oneOf(ROUTES), NAMES), software: filled(TEXT) }),
  needBy: closed({ latestDays: someDays() }),
  openSlips: whole(1, 1000),
  purchase: closed({ ...spreadFields, share: share(), categories: categories() }),
  question: spread(),
  /** Hours with a librarian; left out where none are given. */
  appointments: maybe(
    closed({
      /** How long one is, and how far apart they begin. */
      minutes: whole(5, 480),
      every: whole(5, 480),
      /** So long before it has to be asked for. */
      aheadMinutes: whole(0, 100_000),
      /** So far ahead hours are given. */
      days: someDays(),
    }),
  ),
  kindsNeverLent: kinds(),
});
export type Policy = Shaped<typeof policyShape>;
