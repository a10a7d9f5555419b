/**
 * One search: matches from the tree, which conditions each breaks, the counts of every group, and the best.
 */

import { LRUCache } from 'lru-cache';
import type { Library } from '../model/library';
import type { Policy } from '../model/policy';
import type { ReaderSituation } from '../model/reader';
import { addDays, dayOf, type Minutes, minutes, startOf } from '../model/time';
import { WAIT_CLASSES } from '../model/waits';
import { GROUPS, type Group } from '../query/request';
import { askedWords } from '../query/tree';
import { fold, SMALL_WORDS, words } from '../words/fold';
import { AccessView, CODE_SHIFT, NEVER, waitOf } from './count/accessView';
import { Breakdown } from './count/breakdown';
import { ConditionReader } from './count/conditions';
import { type Counted, Counter } from './count/counter';
import { GroupValues, OPEN_ENDED } from './count/groupValues';
import type { IndexData } from './format/data';
import { firstAfter, firstFrom, type Matches } from './format/postings';
import { findString } from './format/strings';
import { Evaluator } from './match/evaluate';
import type {
  AccessMoment,
  EngineAnswer,
  EngineConditions,
  EngineQuery,
  EngineTree,
  ValueCount,
} from './port/engine';
import { Ranking, Works } from './rank/ranking';
import { LOOKED_AT, titleJudge } from './rank/titleJudge';

/** What the engine answers with inside this process: documents by their numbers. */
export interface LocalAnswer extends Omit<EngineAnswer, 'slice' | 'indexed'> {
  /** Document numbers of the wanted slice, best first; one a line. */
  readonly docs: readonly number[];
  /** For each of `docs`, the other records of its work that pass. */
  readonly versions: readonly (readonly number[])[];
}

const VIEWS_KEPT = 8;
export class EmbeddedEngine {
  readonly data: IndexData;
  readonly evaluator: Evaluator;
  #library: Library;
  readonly #views = new LRUCache<string, AccessView>({ max: VIEWS_KEPT });
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
  /** The library whose records these are, by the rules in force. */
  get library(): Library {
    return this.#library;
  }

  /** Other rules: what was worked out for readers is worked out again. */
  setPolicy(policy: Policy): void {
    this.#library = { ...this.#library, policy };
    this.#views.clear();
    this.#values = new GroupValues(this.data, this.#library);
    this.#conditions = new ConditionReader(this.data, this.#library, this.#values);
  }

  /** Position of a record by its id, or -1. */
  find(id: string): number {
    const k = findString(this.data.tables.id, id);
    return k < 0 ? -1 : (this.data.idDoc[k] as number);
  }

  #view(situation: ReaderSituation, at: Minutes): AccessView {
    const key = `${situation.campus}|${situation.remote}|${at}`;
    const known = this.#views.get(key);
    if (known) return known;
    const view = new AccessView(this.data, { library: this.#library, situation, at });
    this.#views.set(key, view);
    return view;
  }

  /**
   * The summary's word on one record: its wait class and moment, for the test that holds it against the exact
   * ways.
   */
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

  /**
   * The matches that are in the index at this moment, and came after `since`. Days never fall, so these are a
   * stretch.
   */
  #present(matches: Matches, q: Pick<AccessMoment, 'at' | 'since'>): Matches {
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
    const counted = this.#counter.count(matches, view, { ...asked, tallied }, ranking);
    return { counted, breakdown: new Breakdown(this.data, this.#values, this.#counter, counted), ranking };
  }

  search(q: EngineQuery): LocalAnswer {
    const { data } = this;
    const asked =
      q.tree.op === 'closest'
        ? q.tree.words.map((text) => ({ text, prefix: false }))
        : askedWords(q.tree).flatMap((w) => words(w.text).map((text) => ({ text, prefix: w.prefix })));
    const needed = q.needBy === null ? null : startOf(addDays(q.needBy, 1));
    const strong = asked.filter((w) => !SMALL_WORDS.has(w.text)).length;
    const lines = Math.max(q.offset + q.limit, q.sort === 'match' ? LOOKED_AT : 0);
    const made = this.#count(
      q,
      (matches, view) =>
        new Ranking(
          data,
          { matches, view },
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
    };
  }

  /** How many records match a tree at this moment, whatever the conditions. */
  matching(tree: EngineTree, moment: Pick<AccessMoment, 'at' | 'since'>): number {
    return this.#present(this.evaluator.evaluate(tree), moment).n;
  }

  /** How many of those pass the conditions, without counting anything else. */
  passing(tree: EngineTree, q: EngineConditions): number {
    const matches = this.#present(this.evaluator.evaluate(tree), q);
    const { conditions, asked } = this.#conditions.of(q, matches.docs, matches.n);
    return conditions.length === 0
      ? matches.n
      : this.#counter.passing(matches, this.#view(q.situation, q.at), asked);
  }

  /**
   * All values of a group among the results with their counts, most frequent first; `contains` narrows them
   * by their words' beginnings.
   */
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
