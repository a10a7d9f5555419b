/** One search: matches from the tree, which conditions each breaks, the counts of every group, and the best. */
import { REACHES, type Reach, rowReader } from '../access/summary';
import { WAIT_CLASSES, waitClassOf } from '../access/times';
import { AUDIENCE_LIST, CARRIER_LIST, KIND_LIST, LANGUAGE_LIST } from '../bibliography/kinds';
import { PEER_LIST } from '../bibliography/peerReview';
import type { Library, ReaderSituation } from '../policy/types';
import { type Choices, GROUPS, type Group, type Sort } from '../query/request';
import { type QueryNode, wanted } from '../query/tree';
import { addDays, type DayNumber, type Minutes, minutes, startOf } from '../time';
import { SMALL_WORDS, words } from './analysis';
import { Best } from './best';
import { countBits, countBytes, countLists, countThrough, countWords, countYears, failLists, failValues, partition } from './counting';
import type { IndexData } from './data';
import { Evaluator } from './evaluate';
import { countStrings, findString, type StringTable, stringAt } from './strings';

export interface EngineQuery {
  readonly tree: QueryNode;
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
}
export interface ValueCount {
  readonly value: string;
  readonly count: number;
}
export interface EngineAnswer {
  readonly total: number;
  /** Document numbers of the wanted slice, best first. */
  readonly docs: readonly number[];
  readonly breakdown: Readonly<Record<Group, readonly ValueCount[]>>;
  /** Number of different values a group has among the results, shown or not. */
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly reach: Readonly<Record<Reach, number>>;
  readonly byNeed: number | null;
  /** Words asked for that stand in no record. */
  readonly unknown: readonly string[];
}

const SHOWN = 20;
const FIXED: Partial<Record<Group, readonly string[]>> = {
  kind: KIND_LIST,
  language: LANGUAGE_LIST,
  peer: PEER_LIST,
  carrier: CARRIER_LIST,
  audience: AUDIENCE_LIST,
  wait: WAIT_CLASSES,
};
const BYTE_COLUMNS = ['kind', 'language', 'peer', 'carrier', 'audience', 'source'] as const;
const YEAR_BIT = 1 << GROUPS.length;
const REACH_BIT = YEAR_BIT << 1;
const bitOf = (group: Group): number => 1 << GROUPS.indexOf(group);
const YEAR_LOW = 1400;
const YEAR_SPAN = 800;

/** Access of every distinct row for one reader and moment, worked out when first asked for. */
interface AccessView {
  readonly ready: Int32Array;
  readonly wait: Uint8Array;
  readonly reach: Uint8Array;
  readonly done: Uint8Array;
  readonly fill: (row: number) => void;
  /** Rows not yet worked out. */
  readonly left: () => number;
}
const NEVER = 0x7fffffff;
const VIEWS_KEPT = 8;

export class EmbeddedEngine {
  readonly data: IndexData;
  readonly #library: Library;
  readonly #evaluator: Evaluator;
  readonly #views = new Map<string, AccessView>();
  readonly #counters = new Map<Group, Uint32Array>();

  constructor(data: IndexData, library: Library) {
    this.data = data;
    this.#library = library;
    this.#evaluator = new Evaluator(data);
  }

  get size(): number {
    return this.data.n;
  }

  /** Position of a record by its id, or -1. */
  find(id: string): number {
    const k = findString(this.data.tables.id, id);
    return k < 0 ? -1 : (this.data.idDoc[k] as number);
  }

  /** Number of values of a group that can occur, and the name of each. */
  #values(group: Group): { size: number; name: (i: number) => string; find: (value: string) => number } {
    const fixed = group === 'place' ? this.#library.campuses.map((c) => c.id as string) : FIXED[group];
    if (fixed) return { size: fixed.length, name: (i) => fixed[i] ?? '', find: (v) => fixed.indexOf(v) };
    const table: StringTable = this.data.tables[group as 'subject' | 'person' | 'journal' | 'source'];
    return { size: countStrings(table), name: (i) => stringAt(table, i), find: (v) => findString(table, v) };
  }

  #view(situation: ReaderSituation, at: Minutes): AccessView {
    const key = `${situation.campus}|${situation.remote}|${at}`;
    let view = this.#views.get(key);
    if (!view) {
      const { layout, rows } = this.data;
      const size = rows.length / layout.width;
      const read = rowReader(this.#library, layout, situation, at);
      const made = { ready: new Int32Array(size), wait: new Uint8Array(size), reach: new Uint8Array(size), done: new Uint8Array(size) };
      let left = size;
      view = {
        ...made,
        left: () => left,
        fill: (row) => {
          left--;
          const { ready, reach } = read(rows, row * layout.width);
          made.ready[row] = ready ?? NEVER;
          made.wait[row] = WAIT_CLASSES.indexOf(waitClassOf(ready, at, this.#library));
          made.reach[row] = reach;
          made.done[row] = 1;
        },
      };
      this.#views.set(key, view);
      if (this.#views.size > VIEWS_KEPT)
        for (const oldest of this.#views.keys()) {
          this.#views.delete(oldest);
          break;
        }
    }
    return view;
  }

  /** The summary's word on one record: its wait class and moment, for the test that holds it against the exact ways. */
  accessOf(doc: number, situation: ReaderSituation, at: Minutes): { wait: string; ready: Minutes | null } {
    const view = this.#view(situation, at);
    const row = this.data.row[doc] as number;
    if (!view.done[row]) view.fill(row);
    const ready = view.ready[row] as number;
    return { wait: WAIT_CLASSES[view.wait[row] as number] as string, ready: ready === NEVER ? null : minutes(ready) };
  }

  /** Which values of a group pass, given what is kept and left out. */
  #allowed(group: Group, keep: Choices, drop: Choices): Uint8Array {
    const kept = this.#flags(group, keep[group]);
    const allowed = kept ?? new Uint8Array(this.#values(group).size).fill(1);
    const dropped = this.#flags(group, drop[group]);
    if (dropped) for (let i = 0; i < allowed.length; i++) if (dropped[i] === 1) allowed[i] = 0;
    return allowed;
  }
  #flags(group: Group, values: readonly string[] | undefined): Uint8Array | null {
    if (!values?.length) return null;
    const { size, find } = this.#values(group);
    const flags = new Uint8Array(size);
    for (const v of values) {
      const i = find(v);
      if (i >= 0) flags[i] = 1;
    }
    return flags;
  }

  search(q: EngineQuery): EngineAnswer {
    const { data } = this;
    const asked = wanted(q.tree).flatMap((w) => words(w.text).map((text) => ({ text, prefix: w.prefix })));
    const unknown = asked.filter((w) => !this.#evaluator.knows(w.text, w.prefix)).map((w) => w.text);
    const matches = this.#evaluator.evaluate(q.tree);
    for (const counter of this.#counters.values()) counter.fill(0);
    const { docs, n } = matches;
    const view = this.#view(q.situation, q.at);
    if (view.left() > 0) fillRows(docs, n, data.row, view);
    const parts = partition(docs, n, this.#conditions(q, docs, n, view));
    const years = new Uint32Array(YEAR_SPAN);
    const reachCounts = new Uint32Array(REACHES.length);
    const counted = (bit: number, count: (list: Uint32Array) => void) => {
      count(parts.docs);
      const nearly = parts.nearly.get(bit);
      if (nearly) count(nearly);
    };
    for (const g of BYTE_COLUMNS) counted(bitOf(g), (list) => countBytes(list, data[g], this.#counter(g)));
    counted(bitOf('journal'), (list) => countWords(list, data.journal, this.#counter('journal')));
    counted(bitOf('subject'), (list) => countLists(list, data.subjectStart, data.subject, this.#counter('subject')));
    counted(bitOf('person'), (list) => countLists(list, data.personStart, data.person, this.#counter('person')));
    counted(bitOf('place'), (list) => countBits(list, data.place, this.#counter('place')));
    counted(bitOf('wait'), (list) => countThrough(list, data.row, view.wait, this.#counter('wait')));
    counted(YEAR_BIT, (list) => countYears(list, data.year, YEAR_LOW, years));
    counted(REACH_BIT, (list) => countThrough(list, data.row, view.reach, reachCounts));

    const strongWords = asked.filter((w) => !SMALL_WORDS.has(w.text)).length;
    const best = new Best(q.offset + q.limit);
    const total = parts.docs.length;
    let byNeed = 0;
    let floor = best.floor;
    const needed = q.needBy === null ? -1 : startOf(addDays(q.needBy, 1));
    const { row, year, titleLength, titleRank } = data;
    const { ready } = view;
    const { docs: passing, passing: position } = parts;
    const { sort, at } = q;
    for (let i = 0; i < total; i++) {
      const d = passing[i] as number;
      const t = ready[row[d] as number] as number;
      if (t < needed) byNeed++;
      const m = position[i] as number;
      const y = year[d] as number;
      let key = scoreOf(matches.score[m] as number, matches.bits[m] as number, titleLength[d] as number, y, strongWords);
      if (sort !== 'match') key = keyOf(sort, key, y, t === NEVER ? 9e6 : t - at, titleRank[d] as number);
      // Documents come in ascending order, so an equal key never displaces what is already there.
      if (key > floor) {
        best.offer(key, d);
        floor = best.floor;
      }
    }

    const breakdown = Object.fromEntries(GROUPS.map((group) => [group, this.#top(group, this.#counter(group), q)])) as Record<
      Group,
      ValueCount[]
    >;
    let sum = 0;
    const reach = Object.fromEntries(
      REACHES.map((r, i) => {
        sum += reachCounts[i] as number;
        return [r, sum];
      }),
    ) as Record<Reach, number>;
    const yearList: [number, number][] = [];
    years.forEach((count, i) => {
      if (count) yearList.push([i + YEAR_LOW, count]);
    });
    return {
      total,
      docs: best.sorted().slice(q.offset),
      breakdown,
      years: yearList,
      reach,
      byNeed: q.needBy === null ? null : byNeed,
      unknown,
    };
  }

  /** Which conditions each match breaks; null when there are none. */
  #conditions(q: EngineQuery, docs: Uint32Array, n: number, view: AccessView): Uint16Array | null {
    const { data } = this;
    const maxReach = REACHES.indexOf(q.reach);
    const chosen = GROUPS.filter((g) => q.keep[g]?.length || q.drop[g]?.length);
    if (!chosen.length && q.from === null && q.to === null && maxReach === REACHES.length - 1) return null;
    const fails = new Uint16Array(n);
    for (const g of chosen) {
      const bit = bitOf(g);
      const absentFails = Boolean(q.keep[g]?.length);
      if (g === 'subject' || g === 'person') {
        const [kept, dropped] = [this.#flags(g, q.keep[g]), this.#flags(g, q.drop[g])];
        failLists(docs, n, g === 'subject' ? data.subjectStart : data.personStart, data[g], kept, dropped, fails, bit);
        continue;
      }
      if (g === 'place') {
        const mask = (values: readonly string[] | undefined) =>
          (values ?? []).reduce((m, v) => m | (1 << this.#library.campuses.findIndex((c) => c.id === v)), 0);
        const [kept, dropped] = [mask(q.keep.place), mask(q.drop.place)];
        for (let i = 0; i < n; i++) {
          const place = data.place[docs[i] as number] as number;
          if ((absentFails && (place & kept) === 0) || (place & dropped) !== 0) fails[i] = (fails[i] as number) | bit;
        }
        continue;
      }
      const allowed = this.#allowed(g, q.keep, q.drop);
      if (g === 'wait') {
        for (let i = 0; i < n; i++)
          if (allowed[view.wait[data.row[docs[i] as number] as number] as number] === 0) fails[i] = (fails[i] as number) | bit;
      } else failValues(docs, n, data[g], allowed, absentFails, fails, bit);
    }
    if (q.from !== null || q.to !== null) {
      const [from, to] = [q.from ?? -32768, q.to ?? 32767];
      for (let i = 0; i < n; i++) {
        const year = data.year[docs[i] as number] as number;
        if (year < from || year > to) fails[i] = (fails[i] as number) | YEAR_BIT;
      }
    }
    if (maxReach < REACHES.length - 1) {
      for (let i = 0; i < n; i++)
        if ((view.reach[data.row[docs[i] as number] as number] as number) > maxReach) fails[i] = (fails[i] as number) | REACH_BIT;
    }
    return fails;
  }

  /** A counter per group, kept between searches and zeroed at the start of each. Byte columns keep their "none given" in the last place, 255. */
  #counter(group: Group): Uint32Array {
    let c = this.#counters.get(group);
    if (!c) {
      c = new Uint32Array((BYTE_COLUMNS as readonly Group[]).includes(group) ? 256 : this.#values(group).size);
      this.#counters.set(group, c);
    }
    return c;
  }

  #top(group: Group, counts: Uint32Array, q: EngineQuery): ValueCount[] {
    const { size, name, find } = this.#values(group);
    const best = new Best(size <= 32 ? size : SHOWN);
    let floor = 0;
    for (let i = 0; i < size; i++) {
      const c = counts[i] as number;
      if (c > floor) {
        best.offer(c, i);
        floor = Math.max(0, best.floor);
      }
    }
    const chosen = [...(q.keep[group] ?? []), ...(q.drop[group] ?? [])].map(find).filter((i) => i >= 0);
    const shown = [...new Set([...best.sorted(), ...chosen])];
    return shown.map((i) => ({ value: name(i), count: counts[i] as number })).filter((v) => v.value !== '');
  }
}

function fillRows(docs: Uint32Array, n: number, rows: Uint32Array, view: AccessView): void {
  for (let i = 0; i < n; i++) {
    const row = rows[docs[i] as number] as number;
    if (view.done[row] === 0) view.fill(row);
  }
}

/** The words' own weight, and on top of it whole-title closeness, names, and a mild preference for the recent. */
function scoreOf(words: number, bits: number, titleLength: number, year: number, asked: number): number {
  let s = words + Math.max(0, year - 1950) / 250;
  if (asked > 0 && bits & 1) s += 1.5 + (6 * asked) / Math.max(asked, titleLength);
  return bits & 2 ? s + 2 : s;
}

/** Bigger is better. Ties are broken by score inside a year or a moment. */
function keyOf(sort: Sort, score: number, year: number, wait: number, titleRank: number): number {
  switch (sort) {
    case 'match':
      return score;
    case 'newest':
      return year * 1e4 + score;
    case 'oldest':
      return (year < 0 ? -1e5 : -year) * 1e4 + score;
    case 'title':
      return -titleRank;
    case 'soonest':
      return -wait * 1e3 + score;
  }
}
