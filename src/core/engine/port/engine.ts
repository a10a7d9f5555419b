/**
 * What the app asks of a search engine, whichever it is: the embedded one, a distributed one, the plain one
 * of the tests. Plain data in and out, so that a port can stand across a network: trees, conditions, who
 * reads and when; ids, counts, records.
 *
 * What an engine knows nothing of: lines of results, ways to read, promises, references, notes to the reader.
 * They are made above it, once for all engines, in `core/discovery`.
 *
 * The counting rule, which every engine keeps: a value of a group is counted over the records that pass all
 * conditions but that group's own. The order: by the sort, then by score, then as
 * `engine/build/neighbours.ts` has the records.
 */
import type { Policy } from '../../model/policy';
import type { ReaderSituation } from '../../model/reader';
import type { DiscoveryRecord } from '../../model/record';
import type { DayNumber, Minutes } from '../../model/time';
import type { Reach, WaitClass } from '../../model/waits';
import type { Choices, Condition, Group, Sort } from '../../query/request';
import type { AskedWord, Field, QueryNode } from '../../query/tree';

/**
 * The closest titles: records of which the words cover a good share of the title, or the title a good share
 * of the words. Not part of the query language: what is searched when what was asked exactly is nowhere.
 */
export interface Closest {
  readonly op: 'closest';
  readonly words: readonly string[];
}
export type EngineTree = QueryNode | Closest;

/** Who reads and when: what decides which records there are, and how long each takes. */
export interface AccessMoment {
  readonly situation: ReaderSituation;
  readonly at: Minutes;
  /** Only what came into the index after this day; null: whenever. */
  readonly since: DayNumber | null;
}
/** What is asked of a record besides the words. */
export interface EngineConditions extends AccessMoment {
  readonly reach: Reach;
  readonly keep: Choices;
  readonly drop: Choices;
  readonly from: number | null;
  readonly to: number | null;
}

export interface EngineQuery extends EngineConditions {
  readonly tree: EngineTree;
  readonly sort: Sort;
  readonly offset: number;
  readonly limit: number;
  readonly needBy: DayNumber | null;
  /** The groups to be counted; all of them when left out. */
  readonly groups?: readonly Group[];
  /** Every record for itself instead of one line a work. */
  readonly apart?: boolean;
  /** Words, folded, whose fields are wanted for each line. */
  readonly explain?: readonly AskedWord[];
}
export interface ValueCount {
  readonly value: string;
  readonly count: number;
}
/** One line of results: the best record of a work. */
export interface EngineLine {
  readonly id: string;
  /** The other records of its work that pass, in the order of the index. */
  readonly versions: readonly string[];
  /** Records of its work in the whole index, this one included. */
  readonly editions: number;
  /** For each of the words to explain, the fields of this record in which it stands. */
  readonly why: readonly (readonly Field[])[];
}
export interface EngineAnswer {
  /** Records that match the words, before any condition. */
  readonly matched: number;
  /** Records that pass everything. */
  readonly total: number;
  /** Lines they make: records of one work share a line. */
  readonly lines: number;
  /** The wanted slice of the lines, best first. */
  readonly slice: readonly EngineLine[];
  readonly breakdown: Readonly<Record<Group, readonly ValueCount[]>>;
  /**
   * How many different values each open-ended group has among the results; people are not counted so for
   * broad searches.
   */
  readonly distinct: Readonly<Partial<Record<Group, number>>>;
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly reach: Readonly<Record<Reach, number>>;
  /** For each reach wider than the one asked for: how long what it adds would take. */
  readonly wider: Readonly<Partial<Record<Reach, Readonly<Record<WaitClass, number>>>>>;
  /** Records that come in time; null when no day was given. */
  readonly byNeed: number | null;
  /** How many more there would be without this one condition; only conditions that cost something. */
  readonly cost: Readonly<Partial<Record<Condition, number>>>;
  /** Records in the whole index at the moment. */
  readonly indexed: number;
}
export interface SpellingCount {
  readonly word: string;
  /** Letters changed, put in, left out or swapped. */
  readonly distance: number;
  /** How often the word stands in the index. */
  readonly count: number;
}
export const SUGGEST_KINDS = ['person', 'subject', 'journal'] as const;
export type SuggestKind = (typeof SUGGEST_KINDS)[number];
export interface Suggestion {
  readonly kind: SuggestKind | 'title';
  readonly text: string;
  readonly count: number;
  /** Of a title: its record. */
  readonly id?: string;
}
/** How a record hangs together with others, as their ids. */
export interface Relations {
  /** The other records of its work. */
  readonly work: readonly string[];
  readonly cites: readonly string[];
  readonly citedBy: readonly string[];
}

/** Lists that can be walked through by any beginning, in the alphabet of the library's language. */
export const BROWSE_LISTS = ['people', 'titles', 'subjects', 'journals', 'new'] as const;
export type BrowseList = (typeof BROWSE_LISTS)[number];
/** A piece of a list. */
export interface BrowseAsked {
  readonly list: BrowseList;
  /**
   * The beginning of what is looked for, or a row's own text to go on from; of the list `new` an ISO day, or a
   * record's id.
   */
  readonly from: string;
  /** Rows before it, and from it on, at most. */
  readonly before: number;
  readonly after: number;
  /** What came later is not in the list. */
  readonly at: Minutes;
}
export interface BrowseRow {
  /** A name, heading or title as it is written; of the list `new` the ISO day. */
  readonly text: string;
  /** Records by whom, on what, of this title or in this journal. */
  readonly count: number;
  /** Of people: records about them. */
  readonly about: number;
  /** Of titles and of what is new: the first record. */
  readonly id: string | null;
}
export interface BrowsePiece {
  readonly rows: readonly BrowseRow[];
  /** Which of them is the first that is not before what was asked for. */
  readonly at: number;
  readonly more: { readonly before: boolean; readonly after: boolean };
}
/** A piece of the shelf. */
export interface ShelfAsked {
  readonly callNumber: string;
  /** The record whose copy is meant; null for whatever stands there. */
  readonly id: string | null;
  /** One campus; null for the shelves of all of them as one. */
  readonly campus: string | null;
  readonly before: number;
  /** How many behind the place asked for. */
  readonly after: number;
  readonly at: Minutes;
  /** What is looked for along the shelf. */
  readonly tree: EngineTree | null;
}
export interface ShelfPlace {
  readonly id: string;
  readonly campus: string;
  readonly callNumber: string;
}
export interface ShelfPiece {
  readonly places: readonly (ShelfPlace & { readonly fits: boolean })[];
  /** The place asked for, or the first behind it. */
  readonly at: number;
  readonly more: { readonly before: boolean; readonly after: boolean };
  /** The next to either side that is looked for. */
  readonly next: { readonly before: ShelfPlace | null; readonly after: ShelfPlace | null };
}

/** Records that hang together with one by citations, the closest first. */
export interface AkinAsked {
  readonly id: string;
  readonly most: number;
  /** A reference that is taken as if it were not there: for measuring. */
  readonly without: string | null;
  readonly at: Minutes;
}
export interface AkinRecord {
  readonly id: string;
  /** References that both have; how often they are cited together (0: beside what it cites). */
  readonly n: number;
}

export interface SearchEngine {
  /** `embedded`, `opensearch` … */
  readonly name: string;
  /** Records in the index, whenever they came. */
  size(): Promise<number>;
  search(query: EngineQuery): Promise<EngineAnswer>;
  /** How many records match each tree at the moment (null: whenever they came), whatever the conditions. */
  matching(trees: readonly EngineTree[], moment: AccessMoment | null): Promise<readonly number[]>;
  /** How many of those pass the conditions, too. */
  passing(trees: readonly EngineTree[], conditions: EngineConditions): Promise<readonly number[]>;
  /** Ids of records that match, best score first and then in the order of the index, whenever they came. */
  find(tree: EngineTree, limit: number): Promise<readonly string[]>;
  /**
   * All values of a group among the results, most frequent first; `contains` narrows them by the beginnings
   * of their words.
   */
  values(
    query: EngineQuery,
    group: Group,
    contains: string,
    limit: number,
  ): Promise<{ readonly values: readonly ValueCount[]; readonly distinct: number }>;
  /** Records in the order in which they came into the index, from a place in it (from 0) on; at most so many. */
  inOrder(place: number, limit: number): Promise<readonly DiscoveryRecord[]>;
  /** Records by id, in the order asked; null for one that there isn't. */
  records(ids: readonly string[]): Promise<readonly (DiscoveryRecord | null)[]>;
  /** Null for a record that there isn't. At most so many of each. */
  relations(id: string, most: number): Promise<Relations | null>;
  /** In how many records each word stands, endings disregarded (an upper bound); 0: in none. */
  frequencies(words: readonly AskedWord[]): Promise<readonly number[]>;
  /**
   * Words of the index close to a folded word, nearest first, then the more frequent; without the word
   * itself.
   */
  spellings(word: string, limit: number): Promise<readonly SpellingCount[]>;
  /**
   * Titles of journals and of books with parts, by their folded words joined with spaces; null for what is no
   * such title.
   */
  containers(keys: readonly string[]): Promise<readonly (string | null)[]>;
  /** Whether some person's name has all of these folded words. */
  isName(words: readonly string[]): Promise<boolean>;
  /**
   * Titles that begin with what was typed, and people, headings and journals one of whose words does; so many
   * of each sort.
   */
  suggest(typed: string, perKind: number): Promise<readonly Suggestion[]>;
  /** Null for a record that there isn't; other records of its work are not in the lists. */
  akin(
    asked: AkinAsked,
  ): Promise<{ readonly sharing: readonly AkinRecord[]; readonly together: readonly AkinRecord[] } | null>;
  /** A piece of a list, rows without records left out. */
  browse(asked: BrowseAsked): Promise<BrowsePiece>;
  /** The letters under which the rows of a list are filed, in the order of the alphabet; none for `new`. */
  initials(list: BrowseList): Promise<readonly string[]>;
  /** What stands around a place: one for each record, campus and call number. */
  shelf(asked: ShelfAsked): Promise<ShelfPiece>;
  /** Other rules from now on: waits are timed by them, and counted. */
  setPolicy(policy: Policy): Promise<void>;
}
