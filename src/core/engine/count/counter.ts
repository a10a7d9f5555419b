/**
 * Counting, from matches to figures: a stretch of matches is sorted out, what passes of it is counted in
 * every group and offered to the ranking; then come the people of broad searches, and last what breaks one
 * condition alone. The rule of what counts where is told in sorting.ts, how figures become the lists that a
 * reader sees in breakdown.ts.
 */

import type { Condition } from '../../query/request';
import { COMBO_WIDTH, isComboGroup } from '../format/columns';
import type { IndexData } from '../format/data';
import { usesOf } from '../format/holders';
import type { Matches } from '../format/postings';
import { countStrings } from '../format/strings';
import type { AccessView } from './accessView';
import { SmallCounts } from './combinations';
import { isOpenEnded, OPEN_ENDED, type OpenEnded } from './groupValues';
import {
  type ConditionTables,
  countCells,
  countCodes,
  countCombos,
  countPassing,
  countUsedCombos,
  countUses,
  countYears,
  findBreaks,
  lookAhead,
  type Meanings,
  passByCell,
  Room,
  STRETCH,
  sortOut,
  sortOutByCell,
} from './sorting';
import { countsFor, DocSet, lookAtValues, SubjectTally, Tally, tallyJournals, tallyPeople } from './tallies';

/** Takes what passes, a stretch at a time: positions in the list of matches, and the documents there. */
export interface Taker {
  take(positions: Uint32Array, found: Uint32Array): void;
}
/**
 * A search is broad when it matches more than this share of the index: people are counted at the end then.
 * And when more than this share passes, the twenty who have most are sooner found the other way round, person
 * by person (see breakdown.ts).
 */
export const BROAD = 1 / 16;

/**
 * What is asked of matches besides their words: the conditions in the order of their bits, and what breaks
 * them.
 */
export interface AskedConditions {
  readonly conditions: readonly Condition[];
  readonly asked: ConditionTables;
}
/** What counting went over. */
export interface Counted {
  readonly matches: Matches;
  /** The conditions in the order of their lists: the k-th alone broken is list k + 1. */
  readonly conditions: readonly Condition[];
  /** People are not tallied but to be probed. */
  readonly probed: boolean;
  /** Where in the room's positions those stand that break this condition alone. */
  readonly nearly: (condition: Condition) => readonly [from: number, to: number];
}

/** A count under way. */
interface Run extends AskedConditions {
  readonly docs: Uint32Array;
  readonly n: number;
  readonly view: AccessView;
  readonly meanings: Meanings & { readonly asked: ConditionTables };
  /** By cell, the list it makes a match belong to; null where that takes more than the cell. */
  readonly lists: Uint8Array | null;
  /** How many matches each cell has, where that is known beforehand. */
  readonly uses: Uint32Array | null;
  /** The open-ended groups to be counted. */
  readonly tallied: readonly OpenEnded[];
  readonly broad: boolean;
  readonly ranking: Taker | null;
}

/** One an engine: its figures are good until the next search is counted. */
export class Counter {
  readonly room: Room;
  readonly small: SmallCounts;
  readonly tallies: { readonly journal: Tally; readonly subject: SubjectTally; readonly person: Tally };
  /** The matches, where people are to be probed. */
  readonly set: DocSet;
  readonly #data: IndexData;
  /** Of no meaning: what was looked at ahead, kept so that it can't be left out. */
  #seen = 0;

  constructor(data: IndexData) {
    this.#data = data;
    this.room = new Room(data.combos.length / COMBO_WIDTH);
    this.small = new SmallCounts(data.combos, data.places, data.layout.presenceWords);
    const { start, order } = data.holders;
    const most =
      order.length > 0
        ? (start[(order[0] as number) + 1] as number) - (start[order[0] as number] as number)
        : 0;
    this.tallies = {
      journal: new Tally(countsFor(countStrings(data.tables.journal), data.n)),
      subject: new SubjectTally(countStrings(data.tables.subject)),
      person: new Tally(countsFor(order.length, most)),
    };
    this.set = new DocSet(data.n);
  }

  /** Counts matches, and offers those that pass to the ranking when there is one. */
  count(
    matches: Matches,
    view: AccessView,
    { conditions, asked, tallied }: AskedConditions & { readonly tallied: readonly OpenEnded[] },
    ranking: Taker | null,
  ): Counted {
    const { docs, n } = matches;
    const { room, small, tallies } = this;
    room.begin(n, conditions.length);
    small.clear();
    for (const g of OPEN_ENDED) tallies[g].clear();
    const meanings = { meaning: view.meaning, broken: view.broken(asked.fails, n), asked };
    const lists = asked.yearBit === 0 && asked.extra === null ? (meanings.broken?.lists ?? null) : null;
    // Ascending, so when the last is the number before n, all up to there match.
    room.whole = docs[n - 1] === n - 1;
    const uses = lists !== null && room.whole ? this.#usesOf(n) : null;
    const broad = ranking !== null && n > this.#data.n * BROAD;
    const run: Run = { docs, n, view, meanings, conditions, asked, lists, uses, tallied, broad, ranking };
    for (let at = 0; at < n; at += STRETCH) this.#take(run, at, Math.min(n, at + STRETCH));
    if (lists !== null && uses !== null) {
      const used = { uses, lists, meaning: view.meaning };
      countUses(used, room);
      countUsedCombos(used, room, 0);
    }
    small.addAll(room.combos);
    const probed = broad && room.size(0) > this.#data.n * BROAD;
    if (broad && tallied.includes('person')) this.#takePeople(run, probed);
    const nearly = (c: Condition): readonly [from: number, to: number] => {
      const k = conditions.indexOf(c) + 1;
      return k > 0 ? [room.first[k] as number, room.next[k] as number] : [0, 0];
    };
    // A group's own counts disregard its own condition.
    conditions.forEach((c, k) => {
      if (c !== 'person' || !probed) this.#takeNearly(run, c, k + 1);
    });
    tallies.subject.settle();
    return { matches, conditions, probed, nearly };
  }

  /** How many of some matches pass, without counting anything else. */
  passing({ docs, n }: Matches, view: AccessView, asked: ConditionTables): number {
    const { cell } = this.#data;
    const { breaks } = this.room;
    const meanings = { meaning: view.meaning, broken: view.broken(asked.fails, n), asked };
    let passing = 0;
    for (let at = 0; at < n; at += STRETCH) {
      const end = Math.min(n, at + STRETCH);
      view.meet(docs, at, end, cell);
      findBreaks({ docs, from: at, to: end }, this.#data, meanings, breaks);
      passing += countPassing(breaks, end - at);
    }
    return passing;
  }

  /** A stretch of the matches: sorted out, and what passes of it counted and ranked. */
  #take({ docs, view, meanings, lists, uses, tallied, broad, ranking }: Run, at: number, end: number): void {
    const { room } = this;
    const { next, found } = room;
    const data = this.#data;
    const from = next[0] as number;
    // What lies close together comes near by itself.
    if (!broad) this.#seen ^= lookAhead(docs, at, end, data);
    view.meet(docs, at, end, data.cell);
    const stretch = { docs, from: at, to: end };
    if (lists === null) {
      findBreaks(stretch, data, meanings, room.breaks);
      sortOut(at, end, room);
    } else if (uses === null) sortOutByCell(stretch, data, lists, room);
    else passByCell(stretch, data, lists, room);
    const size = room.gather(docs, from, next[0] as number);
    if (!broad) this.#seen ^= lookAtValues(found, size, data);
    if (uses === null) countCells(room, size, data, view.meaning);
    countYears(room, size, data);
    for (const g of tallied) if (!broad || g !== 'person') this.#tally(g, size);
    ranking?.take(room.positions.subarray(from, next[0]), found);
  }

  /** The open-ended groups, by the first so many documents found. */
  #tally(g: OpenEnded, size: number): void {
    const { tallies } = this;
    const { found } = this.room;
    if (g === 'journal') tallyJournals(found, size, this.#data.journalOf, tallies.journal);
    else if (g === 'subject') tallies.subject.add(found, size, this.#data);
    else tallyPeople(found, size, this.#data, tallies.person);
  }

  /** The people of what passes of a broad search. */
  #takePeople({ docs }: Run, probed: boolean): void {
    const { room, set } = this;
    if (probed) set.clear();
    room.each(docs, 0, room.size(0), (size) => {
      if (probed) return set.add(room.found, size);
      this.#seen ^= lookAtValues(room.found, size, this.#data);
      this.#tally('person', size);
    });
  }

  /** What breaks this condition alone, which is in list k, counted in its own group. */
  #takeNearly({ docs, view, lists, uses, tallied }: Run, c: Condition, k: number): void {
    const { room, small } = this;
    const each = (take: (size: number) => void): void =>
      room.each(docs, room.first[k] as number, room.next[k] as number, take);
    if (isComboGroup(c)) {
      room.combos.fill(0);
      if (lists !== null && uses !== null) countUsedCombos({ uses, lists, meaning: view.meaning }, room, k);
      else each((size) => countCombos(room, size, this.#data, view.meaning));
      small.addOwn(c, room.combos);
    } else if (isOpenEnded(c)) {
      if (tallied.includes(c)) each((size) => this.#tally(c, size));
    } else if (c === 'years') each((size) => countYears(room, size, this.#data));
    else if (uses === null) each((size) => countCodes(room, { list: k, n: size }, this.#data, view.meaning));
  }

  #uses: { readonly n: number; readonly uses: Uint32Array } | null = null;
  /**
   * How many of the first n documents each cell has; the last answer is remembered, since n changes from day
   * to day at most.
   */
  #usesOf(n: number): Uint32Array {
    const { cell, cellRow } = this.#data;
    if (this.#uses?.n !== n) this.#uses = { n, uses: usesOf(cell.subarray(0, n), cellRow.length) };
    return this.#uses.uses;
  }
}
