/**
 * What the app needs of a discovery index, whoever provides it: the embedded engine here, a distributed one
 * elsewhere. Every method is asynchronous and every argument and answer is plain data, so that a port can
 * stand across a network.
 */

import type { LiveCopies } from '../circulation/live';
import type { Course } from '../courses/course';
import type { BrowsePiece, BrowseRow, EngineAnswer, EngineTree, ShelfPiece } from '../engine/port/engine';
import type { Cents, Wanted } from '../model/codes';
import type { Carrier, Kind } from '../model/kinds';
import type { Appearance, Campus, Elsewhere, LibraryWords } from '../model/library';
import type { Message } from '../model/message';
import type { PeerReview } from '../model/peerReview';
import type { Policy } from '../model/policy';
import type { Reader, ReaderSituation } from '../model/reader';
import type {
  Copy,
  CopyRule,
  CopyStatus,
  CslItem,
  DiscoveryRecord,
  Journal,
  PartnerCopy,
  ReferenceItem,
} from '../model/record';
import type { Slip } from '../model/slip';
import type { Minutes } from '../model/time';
import type { Reach, Verdict, WaitClass } from '../model/waits';
import type { Alternative, Way, WayAction, WaysAnswer } from '../model/ways';
import type { Shelf } from '../piles/fetchSheet';
import type { AskBy } from '../plan/askBy';
import type { LeftOut, Plan, PlanLimits } from '../plan/choose';
import type { QueryNote } from '../query/plain';
import type { AskedSearch } from '../query/read';
import type { Group } from '../query/request';
import type { Field } from '../query/tree';
import type { Match } from '../references/match';
import type { ReadReference } from '../references/read';
import type { CopyHistory } from '../requests/history';
import type { SlipPromise } from '../requests/promise';
import type { Mark } from '../words/marks';
import type { AnswerPlace, Guidance, ReadyAnswer } from './guidance';

export interface Moment {
  readonly situation: ReaderSituation;
  /** ISO local time. */
  readonly at: string;
}
export interface Hit {
  readonly id: string;
  readonly csl: Omit<CslItem, 'abstract'>;
  readonly kind: Kind;
  readonly carrier: Carrier;
  readonly peerReview: PeerReview;
  readonly wait: {
    readonly class: WaitClass;
    readonly date: string | null;
    readonly label: Message;
    readonly sub: Message;
    readonly verdict: Verdict | null;
  };
  /** The best way in short: what it is, where, and the one thing to do. */
  readonly best: {
    readonly title: Message;
    readonly place: string;
    /** The title names the place already. */
    readonly titled: boolean;
    readonly price: number;
    readonly chance: number;
    readonly action: Way['action'];
  } | null;
  readonly copies: { readonly in: number; readonly of: number };
  /** Other records of the same work among the results: editions, carriers, translations, preprint. */
  readonly versions: readonly {
    readonly id: string;
    readonly note: Message;
    readonly line: Message;
    readonly wait: Message;
    readonly class: WaitClass;
  }[];
  /** Of the versions shown this is the one that can be had soonest. */
  readonly soonest: boolean;
  /** Records of the work in the whole index, this one included. */
  readonly editions: number;
  /** For each word asked for, the fields it stands in. */
  readonly why: readonly { readonly word: string; readonly fields: readonly Field[] }[];
  readonly retracted: boolean;
  readonly marks: { readonly title: readonly Mark[]; readonly container: readonly Mark[] };
}
/** What of a line follows from where its copies stand. */
export type NowLine = Pick<Hit, 'wait' | 'best' | 'copies'>;
export interface BreakdownValue {
  readonly value: string;
  readonly label: Message;
  readonly count: number;
}
export interface SearchAnswer {
  readonly total: number;
  /** Lines that the records make, versions of a work sharing one. */
  readonly lines: number;
  readonly tookMs: number;
  readonly indexed: number;
  readonly hits: readonly Hit[];
  readonly breakdown: Readonly<Record<Group, readonly BreakdownValue[]>>;
  readonly waits: readonly { readonly class: WaitClass; readonly label: Message; readonly count: number }[];
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly reach: Readonly<Record<Reach, number>>;
  readonly wider: EngineAnswer['wider'];
  readonly byNeed: number | null;
  /** How many more there would be without one of the conditions. */
  readonly cost: EngineAnswer['cost'];
  /** How many values the open-ended groups have in all. */
  readonly distinct: EngineAnswer['distinct'];
  readonly notes: readonly QueryNote[];
}
export interface ValuesAnswer {
  readonly values: readonly BreakdownValue[];
  readonly distinct: number;
}
export interface SuggestAnswer {
  readonly suggestions: readonly {
    readonly kind: 'title' | 'person' | 'subject' | 'journal';
    readonly text: string;
    readonly count: number;
    readonly id?: string;
  }[];
}
/** A journal as the journal finder shows it: what it is, where and for which years it can be read. */
export interface JournalEntry {
  readonly id: string;
  readonly title: string;
  readonly issn: string;
  readonly eissn: string | null;
  readonly subject: string;
  readonly publisher: string;
  readonly span: Message;
  readonly from: number;
  readonly to: number | null;
  readonly refereed: Message;
  readonly formerly: string | null;
  readonly laterTitle: string | null;
  readonly online: readonly { readonly provider: string; readonly text: Message }[];
  readonly print: readonly { readonly place: string; readonly text: Message }[];
  /** Articles indexed from it. */
  readonly articles: number;
}
export interface JournalsAnswer {
  readonly total: number;
  readonly journals: readonly JournalEntry[];
}
/** A pasted reference: read, and what it means. */
export type PastedReference = ReadReference & ResolvedReference;
/** A record that a reference means or might mean, and when it could be read. */
export interface ResolvedMatch extends Match {
  readonly csl: Hit['csl'];
  readonly kind: Kind;
  readonly line: Message;
  readonly wait: Hit['wait'];
  readonly best: Hit['best'];
}
export interface ResolvedReference {
  readonly match: ResolvedMatch | null;
  readonly others: readonly ResolvedMatch[];
}
/** A thing by its record, or, where it has none, by its description. */
export type ThingAsked = { readonly record: string } | { readonly csl: ReferenceItem };
export interface KeptAnswer {
  /** As the record describes it; null for what has none. */
  readonly csl: Omit<CslItem, 'abstract'> | null;
  readonly kind: Kind;
  /** Records of one work share it; null for what stands alone. */
  readonly work: string | null;
  readonly retracted: boolean;
  readonly wait: Hit['wait'];
  /** ISO local times; null when no date can be given. */
  readonly ready: Way['ready'];
  readonly best: Hit['best'];
  /** Where a copy stands that can be fetched now. */
  readonly shelves: readonly Shelf[];
}

/** The way chosen for a thing of a plan, as it is shown. */
export interface PlannedWay {
  readonly id: string;
  readonly title: Message;
  readonly place: string;
  readonly titled: boolean;
  readonly label: Message;
  readonly price: Cents;
  /** How likely it is there by the day. */
  readonly inTime: number;
  readonly action: WayAction;
}
export interface PlanAnswer extends Omit<Plan, 'chosen'> {
  /** By thing, in the order asked. */
  readonly chosen: readonly {
    readonly way: PlannedWay | null;
    readonly leftOut: LeftOut | null;
    /** For what no way of its own brings in time: what else would still come. */
    readonly instead: Alternative | null;
  }[];
}

export interface RelatedRecord {
  readonly id: string;
  readonly title: string;
  readonly line: Message;
  readonly note: Message;
}
export interface RecordAnswer {
  readonly record: DiscoveryRecord;
  readonly journal: Pick<Journal, 'id' | 'title' | 'issn' | 'refereed' | 'from' | 'to'> | null;
  readonly host: RelatedRecord | null;
  readonly peerReview: PeerReview;
  readonly places: readonly { readonly name: string; readonly copies: readonly (Copy | PartnerCopy)[] }[];
  readonly coverage: readonly {
    readonly provider: string;
    readonly id: string;
    readonly shown: boolean;
    readonly text: Message;
  }[];
  readonly editions: readonly RelatedRecord[];
  readonly cites: readonly RelatedRecord[];
  readonly citedBy: readonly RelatedRecord[];
  readonly retraction: RelatedRecord | null;
  readonly retracts: RelatedRecord | null;
}
/**
 * What the interface needs to know of the library: names, hours, statements, who is signed in, what time it is.
 */
export interface LibraryInfo {
  readonly name: string;
  /** ISO 639-1 code of the language in which it writes. */
  readonly language: string;
  readonly agency: string;
  readonly campuses: readonly Campus[];
  /** Who is signed in; null for nobody. */
  readonly reader: Reader | null;
  /** Whether one can sign in here. */
  readonly signsIn: boolean;
  /** Whether the loan desk is reached: accounts, and where copies stand now. */
  readonly desk: boolean;
  /** The rules in force; they may change while the server runs. */
  readonly policy: Policy;
  /** By its first line: whom a reader can ask. */
  readonly partners: readonly { readonly id: string; readonly name: string; readonly agency: string }[];
  /** ISO local time now, by the library's clock. */
  readonly now: string;
  /** Whether a reader may look from another moment: the demo's clock is moved by hand. */
  readonly movable: boolean;
  /** Whether the library sends mails for its readers. */
  readonly mails: boolean;
  /** Whether hours with a librarian can be taken. */
  readonly hours: boolean;
  readonly words: LibraryWords;
  /** The library's own colours and logo, where it has some. */
  readonly appearance?: Appearance;
  /** Where else one may go and read. */
  readonly elsewhere: readonly Elsewhere[];
}

/** Which part of a list. */
export interface Slice {
  readonly offset: number;
  readonly limit: number;
}
/** A thing that is needed by a day, as somebody asks for its ask-by. */
export type AskByQuestion = ThingAsked & { readonly needBy: string; readonly wanted?: Wanted };
/** A place on the shelf as somebody asks for it. */
export interface ShelfQuestion {
  /** A record, whose copy is meant; null for a call number alone. */
  readonly record: string | null;
  /** Null for the record's first copy. */
  readonly callNumber: string | null;
  /** One campus; null for the shelves of all of them as one. */
  readonly campus: string | null;
  readonly before: number;
  readonly after: number;
  readonly at: Minutes;
  /** What is looked for along the shelf; null for nothing. */
  readonly tree: EngineTree | null;
}
export const WALKS = ['people', 'titles', 'subjects', 'callnumbers', 'journals', 'new'] as const;
export type Walk = (typeof WALKS)[number];
/** A piece of a list as somebody asks for it. */
export interface WalkQuestion {
  readonly list: Walk;
  readonly from: string;
  /** Of call numbers: the record that is gone on from. */
  readonly record: string | null;
  readonly before: number;
  readonly after: number;
  readonly at: Minutes;
}
/** A volume on the shelf. */
export interface ShelfRow {
  readonly id: string;
  readonly csl: Omit<CslItem, 'abstract'>;
  readonly kind: Kind;
  readonly line: Message;
  /** The campus by its id. */
  readonly campus: string;
  readonly location: string;
  readonly callNumber: string;
  /** What is wrong with the call number for its scheme; null when nothing is. */
  readonly fault: Message | null;
  readonly rule: CopyRule;
  /** Of the copy that can be had first, and how many stand here. */
  readonly status: CopyStatus;
  readonly copies: number;
  /** How thick it is; null where nobody says. */
  readonly pages: number | null;
  /** Whether it is among what is looked for. */
  readonly fits: boolean;
}
export type ShelfAnswer = Omit<ShelfPiece, 'places'> & { readonly places: readonly ShelfRow[] };
export type BrowseLine = BrowseRow & {
  /** Of a row that stands for a record: its title, and who, where and when. */
  readonly title: string | null;
  readonly line: Message | null;
  /** Of a call number: the name of the campus, its id, and what is wrong with it for its scheme. */
  readonly place: string | null;
  readonly campus: string | null;
  readonly fault: Message | null;
};
export type BrowseAnswer = Omit<BrowsePiece, 'rows'> & { readonly rows: readonly BrowseLine[] };

export interface AnswersAnswer {
  readonly total: number;
  readonly answers: readonly Omit<ReadyAnswer, 'words'>[];
}
/** A record near another one, with why. */
export type NearRecord = RelatedRecord & {
  readonly why: readonly Message[];
  readonly wait: Hit['wait'];
};
export interface RelatedAnswer {
  readonly related: readonly NearRecord[];
}
/** A course among those found. */
export interface CourseLine {
  readonly id: string;
  readonly code: string;
  readonly name: string;
  readonly lecturers: readonly string[];
  readonly term: string;
  readonly meetings: number;
  readonly readings: number;
  /** ISO day of the first and the last meeting; empty where none is said. */
  readonly from: string;
  readonly to: string;
  /** The title of a reading by which it was found. */
  readonly reading: string | null;
}
export interface CoursesAnswer {
  readonly total: number;
  readonly courses: readonly CourseLine[];
}

/** A stretch of records in the order in which they came: ISO days taken in, from a place in the order on. */
export interface HarvestAsked {
  readonly from: string;
  readonly until: string;
  /** What says that it comes later is not there yet. */
  readonly today: string;
  readonly place: number;
  readonly limit: number;
}
export interface HarvestEntry {
  readonly id: string;
  /** ISO day of the last change. */
  readonly day: string;
  /** Null: it is gone. */
  readonly record: DiscoveryRecord | null;
}
export interface HarvestAnswer {
  readonly entries: readonly HarvestEntry[];
  /** Null at the end of the list. */
  readonly next: number | null;
  /** The day from which on changes are known. */
  readonly since: string;
}
export interface DiscoveryIndex {
  health(): Promise<{
    readonly records: number;
    readonly engine: string;
    readonly loadMs: number;
  }>;
  search(asked: AskedSearch, moment: Moment, slice: Slice): Promise<SearchAnswer>;
  /** Whole records of a search, every one for itself, and how many there are. */
  retrieve(
    asked: AskedSearch,
    moment: Moment,
    slice: Slice,
  ): Promise<{ readonly total: number; readonly records: readonly DiscoveryRecord[] }>;
  /** Records by the day on which they came, a stretch of them; `next` is where the list goes on. */
  harvest(asked: HarvestAsked): Promise<HarvestAnswer>;
  /** One record as it is gathered; null where there was none of this id. */
  harvestOne(id: string): Promise<HarvestEntry | null>;
  /** All values of one group among the results, `contains` narrowing them. */
  values(asked: AskedSearch, moment: Moment, group: Group, contains: string): Promise<ValuesAnswer>;
  suggest(typed: string): Promise<SuggestAnswer>;
  journals(q: string, campus: string, limit: number): Promise<JournalsAnswer>;
  /** What is always asked is not in it, nor headings' other names: those are asked for by words. */
  guidance(): Promise<Omit<Guidance, 'answers' | 'headings'>>;
  /** Ready answers that fit some words, the best first; all of them for no words. */
  answers(q: string, place: AnswerPlace | null, most: number): Promise<AnswersAnswer>;
  /** Records near another; null where there is no such record. */
  related(id: string, most: number, moment: Moment): Promise<RelatedAnswer | null>;
  courses(q: string, limit: number): Promise<CoursesAnswer>;
  /** A course, each reading with its description; null where there is none of this id. */
  course(id: string): Promise<Course | null>;
  /** What stands around a place on the shelf; null where what was asked for stands on none. */
  shelf(asked: ShelfQuestion): Promise<ShelfAnswer | null>;
  /** A piece of a list that is walked through. */
  browse(asked: WalkQuestion): Promise<BrowseAnswer>;
  /** The letters of a list, to begin at. */
  initials(list: Walk): Promise<readonly string[]>;
  /** @param live where its copies stand now, where the loan desk was asked */
  record(id: string, live?: LiveCopies): Promise<RecordAnswer | null>;
  /** Pasted text, split, read and resolved. */
  references(
    text: string,
    moment: Moment,
    needBy: string,
    signal?: AbortSignal,
  ): Promise<readonly PastedReference[]>;
  resolve(
    items: readonly ReferenceItem[],
    moment: Moment,
    needBy: string,
  ): Promise<readonly ResolvedReference[]>;
  ways(
    asked: string | ReferenceItem,
    moment: Moment,
    needBy: string,
    wanted?: Wanted,
    live?: LiveCopies,
  ): Promise<WaysAnswer | null>;
  /** Of records, and the books they stand in, those with copies of ours. */
  shelved(records: readonly string[]): Promise<readonly string[]>;
  /** Lines whose copies stand otherwise than the index has it, by their records. */
  nowLines(
    records: readonly string[],
    live: LiveCopies,
    moment: Moment,
    needBy: string,
  ): Promise<Readonly<Record<string, NowLine>>>;
  /**
   * The last minute of each way by which things come by their days, in the order asked; null for a record that is
   * not there. Rejects with a RangeError for a text that is no ISO day.
   */
  askBy(things: readonly AskByQuestion[], moment: Moment): Promise<readonly (AskBy | null)[]>;
  promise(slip: Slip, moment: Moment, history: CopyHistory, live?: LiveCopies): Promise<SlipPromise | null>;
  /** When kept things can be read, in the order asked; null for a record that is not there. */
  kept(things: readonly ThingAsked[], moment: Moment): Promise<readonly (KeptAnswer | null)[]>;
  /** What brings the most of a pile by an ISO day; rejects with a RangeError for another text. */
  plan(
    things: readonly ThingAsked[],
    moment: Moment,
    needBy: string,
    limits: PlanLimits,
  ): Promise<PlanAnswer>;
}
/**
 * For an index that has its answers as JSON text already: the same as `search`, and the asker may go away.
 */
export interface SearchText {
  searchText(asked: AskedSearch, moment: Moment, slice: Slice, signal?: AbortSignal): Promise<string>;
}
