/** One search: matches from the tree, which conditions each breaks, the counts of every group, and the best. */

import { Kept } from '../kept';
import type { Library, ReaderSituation } from '../model/library';
import { addDays, type DayNumber, dayOf, type Minutes, minutes, startOf } from '../model/time';
import type { Reach } from '../model/waits';
import { WAIT_CLASSES, type WaitClass } from '../model/waits';
import { type Choices, GROUPS, type Group, type Sort } from '../query/request';
import { type QueryNode, wanted } from '../query/tree';
import { fold, SMALL_WORDS, words } from '../words/fold';
import { AccessView, CODE_SHIFT, NEVER, waitOf } from './count/accessView';
import { Breakdown, type ValueCount } from './count/breakdown';
import { type Condition, ConditionReader } from './count/conditions';
import { type Counted, Counter } from './count/counter';
import { GroupValues, OPEN_ENDED } from './count/groupValues';
import type { IndexData } from './format/data';
import { firstFrom, type Matches } from './format/postings';
import { findString } from './format/strings';
import type { Closest } from './match/closest';
import { Evaluator } from './match/evaluate';
import { LOOKED_AT, titleJudge } from './rank/rank';
import { Ranking, Works } from './rank/ranking';

export interface EngineQuery {
  readonly tree: QueryNode | Closest;
  readonly reach: Reach;
  readonly keep: Choices;
  readonly drop: Choices;
  readonly from: number | null;
  readonly to: number | null;
  readonly sort: Sort;
  readonly offset: number;
  readonly limit: number;
  readonly situation: ReaderSituation;
  readonly at: Minutes;
  readonly needBy: DayNumber | null;
  readonly since: DayNumber | null;
  /** The groups to be counted; all of them when left out. */
  readonly groups?: readonly Group[];
  /** Every record for itself instead of one line a work. */
  readonly apart?: boolean;
}
export interface EngineAnswer {
  /** Records that match the words, before any condition. */
  readonly matched: number;
  /** Records that pass everything. */
  readonly total: number;
  /** Lines they make: records of one work share a line. */
  readonly lines: number;
  /** Document numbers of the wanted slice, best first; one a line. */
  readonly docs: readonly number[];
  /** For each of `docs`, the other records of its work that pass. */
  readonly versions: readonly (readonly number[])[];
  readonly breakdown: Readonly<Record<Group, readonly ValueCount[]>>;
  /** How many different values each open-ended group has among the results; people are not counted so for broad searches. */
  readonly distinct: Readonly<Partial<Record<Group, number>>>;
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly reach: Readonly<Record<Reach, number>>;
  /** For each reach wider than the one asked for: how long what it adds would take. */
  readonly wider: Readonly<Partial<Record<Reach, Readonly<Record<WaitClass, number>>>>>;
  readonly byNeed: number | null;
  /** How many more there would be without this one condition; only conditions that cost something. */
  readonly cost: Readonly<Partial<Record<Condition, number>>>;
  /** Words asked for that stand in no record. */
  readonly unknown: readonly string[];
}

const VIEWS_KEPT = 8;
export class EmbeddedEngine {
  readonly data: IndexData;
  readonly evaluator: Evaluator;
  #library: Library;
  readonly #views = new Kept<string, AccessView>(VIEWS_KEPT);
  #values: GroupValues;
  #conditions: ConditionReader;
  readonly #counter: Counter;
  readonly #works: Works;

  constructor(data: IndexData, library: Library) {
    this.data = data;
    this.#library = library;
    this.evaluator = new Evaluator(data);
    this.#works = new Works(data.workStart.length);
    this.#counter = new Counter(data);
    this.#values = new GroupValues(data, library);
    this.#conditions = new ConditionReader(data, library, this.#values);
  }

  get size(): number {
    return this.data.n;
  }

  /** Another library's data, or its rules changed: what was worked out for readers is worked out again. */
  setLibrary(library: Library): void {
    this.#library = library;
    this.#views.clear();
    this.#values = new GroupValues(this.data, library);
    this.#conditions = new ConditionReader(this.data, library, this.#values);
  }

  /** Position of a record by its id, or -1. */
  find(id: string): number {
    const k = findString(this.data.tables.id, id);
    return k < 0 ? -1 : (this.data.idDoc[k] as number);
  }

  #view(situation: ReaderSituation, at: Minutes): AccessView {
    const key = `${situation.campus}|${situation.remote}|${at}`;
    const made = () =>
      new AccessView(this.#library, this.data.layout, this.data.rows, this.data, situation, at);
    return this.#views.get(key) ?? this.#views.put(key, made());
  }

  /** The summary's word on one record: its wait class and moment, for the test that holds it against the exact ways. */
  accessOf(doc: number, situation: ReaderSituation, at: Minutes): { wait: string; ready: Minutes | null } {
    const view = this.#view(situation, at);
    const { cell } = this.data;
    view.meet(Uint32Array.of(doc), 0, 1, cell);
    const own = cell[doc] as number;
    const ready = view.ready[own] as number;
    return {
      wait: WAIT_CLASSES[waitOf((view.meaning[own] as number) >>> CODE_SHIFT)] as string,
      ready: ready === NEVER ? null : minutes(ready),
    };
  }

  /** How many records the index has at a moment. */
  sizeAt(at: Minutes): number {
    return firstAfter(this.data.added, dayOf(at));
  }

  /** The matches that are in the index at this moment, and came after `since`. Days never fall, so these are a stretch. */
  #present(matches: Matches, q: EngineQuery): Matches {
    const { added, n } = this.data;
    const [low, high] = [q.since === null ? 0 : firstAfter(added, q.since), firstAfter(added, dayOf(q.at))];
    if (low === 0 && high === n) return matches;
    const list = matches.docs.subarray(0, matches.n);
    const [a, b] = [place(list, low), place(list, high)];
    return {
      ...matches,
      n: b - a,
      docs: list.subarray(a, b),
      score: matches.score.subarray(a, b),
      bits: matches.bits.subarray(a, b),
    };
  }

  /** Matches, conditions, counts, and the best when there is a ranking. */
  #count(
    q: EngineQuery,
    rankingOf: ((matches: Matches, view: AccessView) => Ranking) | null,
  ): { counted: Counted; breakdown: Breakdown; ranking: Ranking | null } {
    const matches = this.#present(this.evaluator.evaluate(q.tree), q);
    const view = this.#view(q.situation, q.at);
    if (matches.n > view.size) view.meetAll();
    const asked = this.#conditions.of(q, matches.docs, matches.n);
    const ranking = rankingOf?.(matches, view) ?? null;
    const tallied = OPEN_ENDED.filter((g) => q.groups === undefined || q.groups.includes(g));
    const counted = this.#counter.count(matches, view, asked, tallied, ranking);
    return { counted, breakdown: new Breakdown(this.data, this.#values, this.#counter, counted), ranking };
  }

  search(q: EngineQuery): EngineAnswer {
    const { data } = this;
    const asked =
      q.tree.op === 'closest'
        ? q.tree.words.map((text) => ({ text, prefix: false }))
        : wanted(q.tree).flatMap((w) => words(w.text).map((text) => ({ text, prefix: w.prefix })));
    const unknown = asked.filter((w) => !this.evaluator.knows(w.text, w.prefix)).map((w) => w.text);
    const needed = q.needBy === null ? null : startOf(addDays(q.needBy, 1));
    const strong = asked.filter((w) => !SMALL_WORDS.has(w.text)).length;
    const lines = Math.max(q.offset + q.limit, q.sort === 'match' ? LOOKED_AT : 0);
    const made = this.#count(
      q,
      (matches, view) =>
        new Ranking(
          data,
          matches,
          view,
          { sort: q.sort, lines, words: strong, at: q.at, needed, apart: q.apart === true },
          this.#works,
        ),
    );
    const { counted, breakdown } = made;
    const { matches, conditions, probed } = counted;
    const ranking = made.ranking as Ranking;
    const { room } = this.#counter;
    const passing = room.list(0);
    let order = ranking.finish();
    if (q.sort === 'match') {
      order = this.#lookedAtAgain(
        order,
        asked.map((w) => w.text),
      );
    }
    const docs = order.slice(q.offset, q.offset + q.limit).map((x) => x.id);

    return {
      matched: matches.n,
      total: passing.length,
      lines: passing.length - ranking.hidden,
      docs,
      versions: docs.map((doc) =>
        this.#passingVersions(data.work[doc] as number, doc, matches.docs, passing),
      ),
      breakdown: Object.fromEntries(
        GROUPS.map((g) => [g, q.groups === undefined || q.groups.includes(g) ? breakdown.top(g, q) : []]),
      ) as Record<Group, ValueCount[]>,
      distinct: Object.fromEntries(
        OPEN_ENDED.filter((g) => !probed || g !== 'person').map((g) => [g, breakdown.distinct(g)]),
      ),
      years: breakdown.years(),
      reach: breakdown.reach(),
      wider: breakdown.wider(q.reach),
      byNeed: q.needBy === null ? null : ranking.inTime,
      cost: Object.fromEntries(
        conditions.map((c, k) => [c, room.size(k + 1)] as const).filter(([, size]) => size > 0),
      ),
      unknown,
    };
  }

  /** How many records match the words at this moment, whatever the conditions. */
  matching(q: EngineQuery): number {
    return this.#present(this.evaluator.evaluate(q.tree), q).n;
  }

  /** How many of some matches pass at this moment, without counting anything else. */
  passing(found: Matches, q: EngineQuery): number {
    const matches = this.#present(found, q);
    const { conditions, asked } = this.#conditions.of(q, matches.docs, matches.n);
    return conditions.length === 0
      ? matches.n
      : this.#counter.passing(matches, this.#view(q.situation, q.at), asked);
  }

  /** All values of a group among the results with their counts, most frequent first; `contains` narrows them by their words' beginnings. */
  values(
    q: EngineQuery,
    group: Group,
    contains: string,
    limit: number,
  ): { values: readonly ValueCount[]; distinct: number } {
    const { breakdown } = this.#count(q, null);
    const wantedWords = words(contains);
    const all = breakdown
      .all(group)
      .filter((v) => {
        if (!wantedWords.length) return true;
        const own = fold(v.value).split(/[^\p{L}\p{N}]+/u);
        return wantedWords.every((w) => own.some((o) => o.startsWith(w)));
      })
      .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
    return { values: all.slice(0, limit), distinct: all.length };
  }

  #lookedAtAgain(
    order: readonly { key: number; id: number }[],
    asked: readonly string[],
  ): { key: number; id: number }[] {
    const judge = titleJudge(this.data, asked, this.evaluator.termsOf);
    if (!judge) return [...order];
    const top = order.slice(0, LOOKED_AT).map(({ key, id }) => ({ id, key: key * judge(id) }));
    return [...top.sort((a, b) => b.key - a.key || a.id - b.id), ...order.slice(LOOKED_AT)];
  }

  /** The other records of a work that pass. `passing` are positions in `docs`. */
  #passingVersions(work: number, doc: number, docs: Uint32Array, passing: Uint32Array): number[] {
    if (work === 0) return [];
    const { workStart, workDocs } = this.data;
    return [...workDocs.subarray(workStart[work], workStart[work + 1])].filter((d) => {
      const position = place(docs, d);
      return d !== doc && docs[position] === d && passing[place(passing, position)] === position;
    });
  }
}

/** First position in an ascending list whose value is not before d. */
const place = (list: Uint32Array | Uint16Array, d: number): number => firstFrom(list, 0, list.length, d);
const firstAfter = (added: Uint16Array, day: number): number => place(added, day + 1);
