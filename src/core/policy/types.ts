/** The library's rules and its surroundings, as data. Read from one validated file; nothing here is decided in code. */

import type { Kind } from '../bibliography/kinds';
import type { CampusId, JournalId, PartnerId, ProviderId } from '../bibliography/record';

/** Working days to the median and to the 90th percentile. */
export interface Spread {
  readonly median: number;
  readonly likely: number;
}
/** Money in hundredths of the country's crown. */
export type Cents = number;

export type ReaderCategory = 'undergraduate' | 'postgraduate' | 'distance' | 'staff';

/** Opening and closing clock time, or null on a day it stays shut. Index 0 = Sunday. */
export type Week = readonly (readonly [string, string] | null)[];
export interface Closing {
  readonly from: string;
  readonly to: string;
  readonly name: string;
}

export interface Campus {
  readonly id: CampusId;
  readonly name: string;
  readonly about: string;
  readonly hours: Week;
  /** Minutes by bus from each other campus. */
  readonly travel: Readonly<Record<string, number>>;
  /** Whether staff fetch a held book from the shelf, or the reader does. */
  readonly fetchesHolds: boolean;
  readonly agency: string;
}
export interface Partner {
  readonly id: PartnerId;
  readonly name: string;
  readonly agency: string;
  readonly loanDays: Spread;
  readonly copyDays: Spread;
}
export type Entitlement = 'all' | 'open' | readonly CampusId[];
export interface Provider {
  readonly id: ProviderId;
  readonly name: string;
  readonly entitlement: Entitlement;
  readonly repository?: boolean;
}
export interface Lender {
  readonly id: string;
  /** ISIL-like agency symbol of our own making. */
  readonly agency: string;
  readonly name: string;
  readonly country: string;
  readonly sort: 'university' | 'college' | 'national' | 'public' | 'special' | 'archive';
  /** Countries it lends to; `home` is its own country only. */
  readonly lendsTo: 'anywhere' | 'region' | 'home';
  readonly lends: readonly Kind[];
  readonly copies: boolean;
  /** Does not lend what appeared before this year. */
  readonly notBefore: number;
  readonly fillRate: number;
  readonly loanDays: Spread;
  readonly copyDays: Spread;
  /** Working days until it says no. */
  readonly answerDays: number;
  readonly loanCost: Cents;
  readonly copyCost: Cents;
}

export type Service = 'loan' | 'copy';
export type Speed = 'standard' | 'fast';

export interface Policy {
  readonly version: string;
  readonly wait: { readonly thisWeekDays: number; readonly twoWeeksDays: number; readonly unlikelyBelow: number };
  readonly holidays: readonly Closing[];
  readonly shelf: {
    readonly fetchMinutes: number;
    readonly lastEntryMinutes: number;
    readonly overdueGraceDays: number;
    readonly queueLoanDays: number;
  };
  readonly transfer: Spread & { readonly cutoff: string };
  readonly post: Spread;
  readonly scanDesk: Spread & { readonly sentAt: string };
  readonly lending: {
    readonly country: string;
    readonly region: readonly string[];
    readonly processingDays: number;
    readonly askAtMost: number;
    /** Of the lenders asked for something without a record, the share that turned out to have it. */
    readonly unrecordedShare: number;
    /** Days of work saved by paying for speed; never below one. */
    readonly fastSaves: number;
  };
  readonly copyright: {
    readonly articlesPerIssue: number;
    readonly chaptersPerBook: number;
    readonly shareOfPages: number;
    readonly recentYears: number;
    readonly copiesPerJournalYear: number;
    readonly royaltyPerCopy: Cents;
    readonly statement: string;
  };
  readonly price: {
    readonly interlibrary: Readonly<Record<Service, Cents>>;
    readonly partner: Readonly<Record<Service, Cents>>;
    readonly own: Readonly<Record<Service, Cents>>;
    readonly fast: Cents;
    readonly post: Cents;
    /** The most the library pays for one slip, by reader category and service. */
    readonly subsidy: Readonly<Record<ReaderCategory, Readonly<Record<Service, Cents>>>>;
  };
  readonly kindsNeverLent: readonly Kind[];
}

/** Everything about the library that ways to read are computed from. */
export interface Library {
  readonly name: string;
  readonly agency: string;
  readonly campuses: readonly Campus[];
  readonly partners: readonly Partner[];
  readonly providers: readonly Provider[];
  readonly lenders: readonly Lender[];
  readonly policy: Policy;
}
/** KBART lines of each journal. */
export type SerialCoverage = ReadonlyMap<JournalId, readonly import('../coverage/kbart').KbartLine[]>;

/** What decides how soon a reader gets things: where they study and whether they can walk in. */
export interface ReaderSituation {
  readonly campus: CampusId;
  readonly category: ReaderCategory;
  /** True for distance learners: things come by post and licensed texts through the sign-in. */
  readonly remote: boolean;
}
export interface Reader extends ReaderSituation {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly address: string;
  readonly registered: boolean;
}
