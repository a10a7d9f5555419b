/** The library and its surroundings, as data. */

import type { Cents } from './codes';
import type { Carrier, Kind } from './kinds';
import type { Closing, Policy, Spread } from './policy';
import type { CampusId, JournalId, PartnerId, ProviderId } from './record';

/**
 * Opening and closing clock time (24:00 is the end of the day), or null on a day it stays shut. Index 0 =
 * Sunday.
 */
export type Week = readonly (readonly [string, string] | null)[];
/** A stretch of shelves by its first call number, and the last or what it begins with: `G` to `K`, `000` to `499`. */
export interface Shelves {
  readonly from: string;
  readonly to: string;
}
export interface Level {
  readonly name: string;
  readonly about: string;
  /** Which call numbers stand there. */
  readonly shelves?: readonly Shelves[];
}
export interface Campus {
  readonly id: CampusId;
  readonly name: string;
  /** What desks and suppliers call it, where `name` is in another language than the library's (`inOther.ts`). */
  readonly ownName?: string;
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
  /** Where it is, as on a letter, and how one gets there. */
  readonly address?: string;
  readonly directions?: string;
  /** What is on each level, from the door up. */
  readonly levels?: readonly Level[];
  /** Where what was asked for is collected. */
  readonly pickup?: string;
  /** Seats to read at. */
  readonly seats?: number;
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

/** What the library says of itself and its neighbours, where the interface names them. */
export interface LibraryWords {
  /** The country it is in, as in “don’t send to …”. */
  readonly country: string;
  /** What its partners call themselves together. */
  readonly partnership: string;
  /** E-mail address of the interlibrary desk. */
  readonly desk: string;
  /** Address of the page where fees are paid and things are handed over; none where that is done in person only. */
  readonly counter?: string;
  /** At the foot of every page. */
  readonly footer: string;
  /** What is indexed and for whom, a paragraph each, on the page About. */
  readonly about: readonly string[];
  /** Queries that find something here, for the first page and for References. */
  readonly examples: Readonly<Partial<Record<ExampleSort, string>>>;
  /** Some of it in other languages than the library’s own, by ISO 639-1 code. */
  readonly inOther?: Readonly<Record<string, OtherWords>>;
}
/** Levels in the order of the library's own. */
export type OtherLevels = readonly Partial<Pick<Level, 'name' | 'about'>>[];
export interface OtherCampus
  extends Partial<Pick<Campus, 'name' | 'about' | 'address' | 'directions' | 'pickup' | 'access'>> {
  readonly levels?: OtherLevels;
}
export interface OtherElsewhere
  extends Partial<Pick<Elsewhere, 'name' | 'address' | 'directions' | 'bring' | 'conditions'>> {
  /** What is asked before one comes, where that has to be arranged. */
  readonly asks?: readonly string[];
}
/** What the library says of itself in another language; what is left out is said as in its own. */
export interface OtherWords
  extends Partial<Pick<LibraryWords, 'country' | 'partnership' | 'footer' | 'about'>> {
  /** What it is called. */
  readonly name?: string;
  /** By id. */
  readonly campuses?: Readonly<Record<string, OtherCampus>>;
  readonly partners?: Readonly<Record<string, Partial<Pick<Partner, 'name' | 'access'>>>>;
  readonly elsewhere?: Readonly<Record<string, OtherElsewhere>>;
  /** Of the rules: terms, closing days, what opens files and the declaration for copies, each by its own text. */
  readonly rules?: Readonly<Record<string, string>>;
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

/** A library or archive elsewhere that a reader may go to. */
export interface Elsewhere {
  readonly id: string;
  readonly name: string;
  readonly sort: 'library' | 'archive';
  /** Whose copies stand there, where it is one of the partners. */
  readonly partner?: PartnerId;
  readonly address: string;
  readonly directions?: string;
  readonly hours: Week;
  /** Minutes on the way from each campus. */
  readonly travel: Readonly<Record<string, number>>;
  /** What to bring, and what one may do there, each a sentence. */
  readonly bring: readonly string[];
  readonly conditions: readonly string[];
  /** Days for which our pass opens its door; left out where it opens none. */
  readonly passDays?: number;
  /** What has to be arranged before: with whom, how many working days ahead, and what they ask to be told. */
  readonly appointment?: {
    readonly email: string;
    readonly days: number;
    readonly asks: readonly string[];
  };
}

/** A colour of the library's own, as `#rrggbb`: of links and buttons, pressed, and what is written on it. */
export interface Tint {
  readonly tint: string;
  readonly strong: string;
  readonly on: string;
}
export interface Appearance {
  readonly light?: Tint;
  readonly dark?: Tint;
  /** File of the logo beside the index. */
  readonly logo?: string;
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
  /** Where else one may go and read. */
  readonly elsewhere?: readonly Elsewhere[];
  readonly appearance?: Appearance;
}
/** KBART lines of each journal. */
export type SerialCoverage = ReadonlyMap<JournalId, readonly import('./titleList').KbartLine[]>;
