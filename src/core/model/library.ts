/**
 * The library's rules and its surroundings, as data. Read from one validated file; nothing here is decided in
 * code.
 */

import type { Carrier, Kind } from './kinds';
import type { CampusId, JournalId, PartnerId, ProviderId } from './record';
import type { Zone } from './zone';

/** Working days to the median and to the 90th percentile. */
export interface Spread {
  readonly median: number;
  readonly likely: number;
}
/** Money in hundredths of the library's currency. */
export type Cents = number;

/** Every reader category, in the order in which they are shown. */
export const CATEGORIES = ['undergraduate', 'postgraduate', 'distance', 'staff'] as const;
export type ReaderCategory = (typeof CATEGORIES)[number];

/**
 * Opening and closing clock time (24:00 is the end of the day), or null on a day it stays shut. Index 0 =
 * Sunday.
 */
export type Week = readonly (readonly [string, string] | null)[];
/** Inclusive ISO days. */
export interface Closing {
  readonly from: string;
  readonly to: string;
  readonly name: string;
}

export interface Campus {
  readonly id: CampusId;
  readonly name: string;
  readonly about: string;
  /** In term; out of term `vacationHours` hold, where there are any. */
  readonly hours: Week;
  readonly vacationHours?: Week;
  /** Closing days of its own, beside those of the whole university. */
  readonly closings?: readonly Closing[];
  /**
   * Weekdays on which its scan desk works and its courier calls; every working day when left out. 0 = Sunday.
   */
  readonly scanWeekdays?: readonly number[];
  readonly courierWeekdays?: readonly number[];
  /** Who may come in from outside, and what they need: for visits. */
  readonly access?: string;
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
  /** From the request to the parcel's leaving; the road is in the policy's transit matrix. */
  readonly loanDays: Spread;
  readonly copyDays: Spread;
  /** Who may come and read there, and when. */
  readonly access: string;
}
export type Entitlement = 'all' | 'open' | readonly CampusId[];
export interface Provider {
  readonly id: ProviderId;
  readonly name: string;
  readonly entitlement: Entitlement;
  readonly repository?: boolean;
  /**
   * Address of one item there, a template (RFC 6570) of `id`, `title_url`, `title_id`, `doi`, `issn`, `isbn`,
   * `volume`, `issue` and `page` (the first). Used where all that it names is known; else the title list's
   * own address is.
   */
  readonly link?: string;
  /** How the simulated provider behaves, where it is one. */
  readonly habit?: 'pdf' | 'page' | 'sign-in' | 'faulty';
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
  /** Lends and copies what comes in these carriers. */
  readonly carriers: readonly Carrier[];
  readonly copies: boolean;
  /** Does not lend what appeared before this year. */
  readonly notBefore: number;
  /** Does not lend what fewer libraries than this own. */
  readonly rareBelow: number;
  /** Of what we asked of it in the last years, the share that came. */
  readonly fillRate: number;
  /** Of what it says it would lend, the share with a condition (to be read on the premises). */
  readonly conditional: number;
  /** How much of its capacity our requests already take, 0 to 1: the busy are asked later. */
  readonly load: number;
  readonly loanDays: Spread;
  readonly copyDays: Spread;
  /** Working days until it says no. */
  readonly answerDays: Spread;
  readonly loanCost: Cents;
  readonly copyCost: Cents;
}

export type Service = 'loan' | 'copy';
export type Speed = 'standard' | 'fast';
/** By which road a request goes. */
export type Route =
  | 'hold'
  | 'transfer'
  | 'post'
  | 'scan'
  | 'partner-loan'
  | 'partner-copy'
  | 'ill-loan'
  | 'ill-copy'
  | 'purchase'
  | 'question';

/** ISO 4217 code, for messages; the sign that readers see behind amounts. */
export interface Currency {
  readonly code: string;
  readonly sign: string;
}
export type ByCategory<T> = Readonly<Record<ReaderCategory, T>>;

export interface Policy {
  readonly version: string;
  readonly wait: {
    readonly thisWeekDays: number;
    readonly twoWeeksDays: number;
    readonly unlikelyBelow: number;
  };
  readonly zone: Zone;
  readonly currency: Currency;
  readonly holidays: readonly Closing[];
  /** Outside them it is vacation. */
  readonly terms: readonly Closing[];
  readonly shelf: {
    readonly fetchMinutes: number;
    readonly lastEntryMinutes: number;
    readonly overdueGraceDays: number;
    readonly queueLoanDays: number;
    /** From a volume's coming back to its standing on the pickup shelf. */
    readonly returned: Spread;
    /** A volume waits so many days at the pickup point. */
    readonly pickupDays: number;
  };
  readonly courier: {
    /** What is asked for later is begun on the next working day. */
    readonly cutoff: string;
    /** Working days from campus or partner to campus. */
    readonly transit: Readonly<Record<string, Readonly<Record<string, Spread>>>>;
  };
  readonly post: Spread;
  readonly scanDesk: Spread & { readonly cutoff: string; readonly sentAt: string };
  readonly lending: {
    readonly country: string;
    readonly region: readonly string[];
    /** Where lenders' parcels arrive: a campus. */
    readonly desk: string;
    readonly processingDays: Spread;
    readonly askAtMost: number;
    /** Of the lenders asked for something without a record, the share that turned out to have it. */
    readonly unrecordedShare: number;
    /** Of what is sent to us, the share that never arrives. */
    readonly lostShare: number;
    /** Days of work saved by paying for speed; never below one. */
    readonly fastSaves: number;
    /** Working days of the parcel's road, from inside the country and from abroad. */
    readonly road: { readonly home: Spread; readonly abroad: Spread };
    /**
     * The order of asking: what having it is worth to us, and what a working day of waiting costs, in
     * hundredths.
     */
    readonly order: { readonly worth: Cents; readonly day: Cents; readonly load: number };
  };
  readonly copyright: {
    readonly articlesPerIssue: number;
    readonly chaptersPerBook: number;
    readonly shareOfPages: number;
    /** Beyond this share nothing is copied, royalty or not. */
    readonly neverAbove: number;
    readonly recentYears: number;
    readonly copiesPerJournalYear: number;
    readonly royaltyPerCopy: Cents;
    /** Whether a whole e-book may be asked for from elsewhere; licences seldom let it. */
    readonly ebookLoans: boolean;
    /** Whether the fastest service is outside the private-study exception. */
    readonly fastExcluded: boolean;
    readonly statement: string;
  };
  readonly price: {
    readonly interlibrary: Readonly<Record<Service, Cents>>;
    readonly partner: Readonly<Record<Service, Cents>>;
    readonly own: Readonly<Record<Service, Cents>>;
    readonly fast: Cents;
    readonly post: Cents;
    /** No slip costs the reader more than this. */
    readonly ceiling: Cents;
    /** The most the library pays for one slip, by reader category and service. */
    readonly subsidy: ByCategory<Readonly<Record<Service, Cents>>>;
  };
  /** Slips that staff look at before anything is asked of anybody. */
  readonly mediated: {
    /** Before the library's share is taken off. */
    readonly above: Cents;
    readonly categories: readonly ReaderCategory[];
    readonly kinds: readonly Kind[];
    readonly answer: Spread;
  };
  readonly loans: {
    /** Days from collecting. */
    readonly interlibraryDays: number;
    readonly partnerDays: number;
    readonly ownDays: ByCategory<number>;
    readonly renewals: ByCategory<number>;
    readonly renewalDays: number;
    readonly noticeDays: number;
    readonly recallDays: number;
  };
  readonly files: {
    readonly openDays: number;
    readonly encrypted: readonly Route[];
    readonly software: string;
  };
  readonly needBy: { readonly latestDays: number };
  readonly openSlips: number;
  readonly purchase: Spread & { readonly share: number; readonly categories: readonly ReaderCategory[] };
  readonly question: Spread;
  readonly kindsNeverLent: readonly Kind[];
}

/** What the library says of itself and its neighbours, where the interface names them. */
export interface LibraryWords {
  /** The country it is in, as in “don’t send to …”. */
  readonly country: string;
  /** What its partners call themselves together. */
  readonly partnership: string;
  /** E-mail address of the interlibrary desk. */
  readonly desk: string;
  /** At the foot of every page. */
  readonly footer: string;
  /** What is indexed and for whom, a paragraph each, on the page About. */
  readonly about: readonly string[];
  /** Queries that find something here, for the first page and for References. */
  readonly examples: Readonly<Partial<Record<ExampleSort, string>>>;
}
export const EXAMPLE_SORTS = [
  'topic',
  'title',
  'person',
  'journal',
  'either',
  'place',
  'number',
  'reference',
] as const;
/** What an example shows; `bibliography` is for References. */
export type ExampleSort = (typeof EXAMPLE_SORTS)[number] | 'bibliography';

/** Templates of addresses (RFC 6570, levels 1 and 2). */
export interface LinkTemplates {
  /** Where a DOI is resolved: `https://resolver.example/{+doi}`. */
  readonly doi?: string;
  /** What licensed texts go through off campus: `https://proxy.example/login?url={url}`. */
  readonly proxy?: string;
}

/** Everything about the library that ways to read are computed from. */
export interface Library {
  readonly name: string;
  readonly agency: string;
  /** ISO 639-1 code of the language in which subject headings are written; English when it is not said. */
  readonly language?: string;
  readonly campuses: readonly Campus[];
  readonly partners: readonly Partner[];
  readonly providers: readonly Provider[];
  readonly lenders: readonly Lender[];
  readonly policy: Policy;
  readonly links?: LinkTemplates;
  readonly words?: LibraryWords;
}
/** KBART lines of each journal. */
export type SerialCoverage = ReadonlyMap<JournalId, readonly import('./titleList').KbartLine[]>;

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
