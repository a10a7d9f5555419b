/** One search: matches from the tree, which conditions each breaks, the counts of every group, and the best. */
import { REACHES, type Reach } from '../access/summary';
import { WAIT_CLASSES, type WaitClass } from '../access/times';
import type { Library, ReaderSituation } from '../policy/types';
import { type Choices, GROUPS, type Group, type Sort } from '../query/request';
import { type QueryNode, wanted } from '../query/tree';
import { addDays, type DayNumber, dayOf, type Minutes, minutes, startOf } from '../time';
import { AccessView, CODE_SHIFT, NEVER, openOf, reachOf, waitOf } from './accessView';
import { Best } from './best';
import { CLOSED_LISTS, COMBO_GROUPS, COMBO_WIDTH, type ComboGroup, comboSlot, NONE } from './columns';
import {
  type Cells,
  CODES,
  type Conditions,
  countCells,
  countPassing,
  DocSet,
  failJournals,
  failLists,
  listCells,
  lookAhead,
  lookAtLists,
  Room,
  STRETCH,
  sortOut,
  sortOutByCell,
  Tally,
  tallyJournals,
  tallyLists,
  YEAR_LOW,
  YEAR_SPAN,
} from './counting';
import type { IndexData } from './data';
import { type Closest, Evaluator } from './evaluate';
import { fold, SMALL_WORDS, words } from './fold';
import type { Matches } from './postings';
import { LOOKED_AT, titleJudge } from './rank';
import { Ranking, Works } from './ranking';
import { countStrings, findString, type StringTable, stringAt } from './strings';

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
export interface ValueCount {
  readonly value: string;
  readonly count: number;
}
/** A group, or one of the conditions that are not groups. */
export type Condition = Group | 'years' | 'reach';
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
  /** How many different values each open-ended group has among the results; not counted for broad searches. */
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

const SHOWN = 20;
const OPEN_ENDED = ['journal', 'subject', 'person'] as const;
type OpenEnded = (typeof OPEN_ENDED)[number];
const OPEN_VALUES = ['yes', 'no'] as const;
const VIEWS_KEPT = 8;
/** A search is broad when it matches more than this share of the index. */
const BROAD = 1 / 16;

interface Counted {
  readonly matches: Matches;
  readonly view: AccessView;
  /** The conditions in the order of their lists: the k-th alone broken is list k + 1. */
  readonly conditions: readonly Condition[];
  /** Counts of the values of the combination groups: 256 places a group. */
  readonly small: Uint32Array;
  /** Subjects and people are not tallied but to be probed; a record has one journal at most, which is soon tallied. */
  readonly probed: boolean;
  /** Where in the room's positions those stand that break this group's condition alone. */
  readonly nearly: (group: Group) => readonly [from: number, to: number];
}

interface Tables {
  readonly conditions: readonly Condition[];
  readonly tables: Omit<Conditions, 'extra'>;
}
/** The bit of a condition in the masks of what a match breaks; 0 when it was not made. */
const bitOf = (conditions: readonly Condition[], c: Condition): number => (1 << (conditions.indexOf(c) + 1)) >> 1;

interface Numbered {
  readonly id: number;
  readonly count: number;
}
const numbered = (best: Best): Numbered[] => best.ranked().map(({ id, key }) => ({ id, count: key }));

export class EmbeddedEngine {
  readonly data: IndexData;
  readonly evaluator: Evaluator;
  #library: Library;
  readonly #views = new Map<string, AccessView>();
  readonly #tallies: Readonly<Record<OpenEnded, Tally>>;
  readonly #names = new Map<Group, string[]>();
  readonly #room: Room;
  readonly #works: Works;
  readonly #set: DocSet;
  readonly #cells: Cells;
  /** Of no meaning: what `lookAhead` saw, kept so that it can't be left out. */
  #seen = 0;
  #extra = new Uint16Array(0);
  #asked: (Pick<EngineQuery, 'keep' | 'drop' | 'from' | 'to' | 'reach'> & { readonly made: Tables }) | null = null;

  constructor(data: IndexData, library: Library) {
    this.data = data;
    this.#library = library;
    this.evaluator = new Evaluator(data);
    this.#room = new Room(data.combos.length / COMBO_WIDTH);
    this.#works = new Works(data.workStart.length);
    this.#set = new DocSet(data.n);
    this.#cells = { listOf: new Uint8Array(data.cellRow.length), uses: new Uint32Array(data.cellRow.length) };
    const tally = (g: OpenEnded): Tally => {
      const { start, order } = data.holders[g];
      const most = order[0] ?? 0;
      return new Tally(order.length, (start[most + 1] ?? 0) - (start[most] ?? 0));
    };
    this.#tallies = { journal: tally('journal'), subject: tally('subject'), person: tally('person') };
  }

  get size(): number {
    return this.data.n;
  }

  /** Another library's data, or its rules changed: what was worked out for readers is worked out again. */
  setLibrary(library: Library): void {
    this.#library = library;
    this.#views.clear();
    this.#asked = null;
  }

  /** Position of a record by its id, or -1. */
  find(id: string): number {
    const k = findString(this.data.tables.id, id);
    return k < 0 ? -1 : (this.data.idDoc[k] as number);
  }

  /** Number of values of a group that can occur, and the name of each. */
  #values(group: Group): { size: number; name: (i: number) => string; find: (value: string) => number } {
    const closed =
      group === 'place'
        ? this.#library.campuses.map((c) => c.id as string)
        : group === 'wait'
          ? WAIT_CLASSES
          : group === 'open'
            ? OPEN_VALUES
            : CLOSED_LISTS[group];
    if (closed) return { size: closed.length, name: (i) => closed[i] ?? '', find: (v) => closed.indexOf(v as never) };
    const table: StringTable = this.data.tables[group as OpenEnded | 'source' | 'language'];
    let names = this.#names.get(group);
    if (!names) {
      names = [];
      this.#names.set(group, names);
    }
    // A name is decoded once; the same few are shown again and again.
    const known = names;
    const name = (i: number): string => {
      const text = known[i] ?? stringAt(table, i);
      known[i] = text;
      return text;
    };
    return { size: countStrings(table), name, find: (v) => findString(table, v) };
  }

  #view(situation: ReaderSituation, at: Minutes): AccessView {
    const key = `${situation.campus}|${situation.remote}|${at}`;
    let view = this.#views.get(key);
    if (!view) {
      view = new AccessView(this.#library, this.data.layout, this.data.rows, this.data, situation, at);
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
    const { cell } = this.data;
    view.meet(Uint32Array.of(doc), 0, 1, cell);
    const own = cell[doc] as number;
    const ready = view.ready[own] as number;
    return {
      wait: WAIT_CLASSES[waitOf((view.meaning[own] as number) >>> CODE_SHIFT)] as string,
      ready: ready === NEVER ? null : minutes(ready),
    };
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
  /** Whether a value (−1: none given) passes what is kept and left out in its group. */
  #passes(group: Group, q: EngineQuery): (value: number) => boolean {
    const [kept, dropped] = [this.#flags(group, q.keep[group]), this.#flags(group, q.drop[group])];
    return (v) => (kept === null || kept[v] === 1) && !(dropped !== null && dropped[v] === 1);
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
    return { n: b - a, docs: list.subarray(a, b), score: matches.score.subarray(a, b), bits: matches.bits.subarray(a, b) };
  }

  /** Matches, conditions, counts, and the best when there is a ranking; all of it stretch by stretch. */
  #count(q: EngineQuery, rankingOf: ((matches: Matches, view: AccessView) => Ranking) | null): Counted & { ranking: Ranking | null } {
    const room = this.#room;
    const matches = this.#present(this.evaluator.evaluate(q.tree), q);
    const { docs, n } = matches;
    const view = this.#view(q.situation, q.at);
    if (n > view.size) view.meetAll();
    const { conditions, asked } = this.#conditions(q, docs, n);
    room.begin(n, conditions.length);
    const ranking = rankingOf?.(matches, view) ?? null;
    const { positions, next } = room;
    const tallied: OpenEnded[] = [];
    const tally = (g: OpenEnded, from: number, to: number): void => {
      const t = this.#tallies[g];
      if (g === 'journal') tallyJournals(positions, from, to, docs, this.data.journalOf, t);
      else tallyLists(positions, from, to, docs, this.data, g === 'subject' ? 0 : 1, t);
    };
    for (const g of OPEN_ENDED) {
      this.#tallies[g].clear();
      if (q.groups === undefined || q.groups.includes(g)) tallied.push(g);
    }
    // The best twenty values of a broad search are sooner found the other way round, value by value (see #probe).
    const broad = ranking !== null && n > this.data.n * BROAD;
    const cells = n > view.size && asked.yearBit === 0 && asked.extra === null ? this.#cells : null;
    if (cells) listCells(cells, view.meaning, asked);
    for (let at = 0; at < n; at += STRETCH) {
      const end = Math.min(n, at + STRETCH);
      const from = next[0] as number;
      this.#seen ^= lookAhead(docs, at, end, this.data);
      view.meet(docs, at, end, this.data.cell);
      if (cells) sortOutByCell(docs, at, end, this.data, cells, room);
      else sortOut(docs, at, end, this.data, view.meaning, asked, room);
      const to = next[0] as number;
      if (!broad) this.#seen ^= lookAtLists(positions, from, to, docs, this.data);
      for (const g of tallied) if (!broad || g === 'journal') tally(g, from, to);
      ranking?.take(positions, from, to);
    }
    if (cells) countCells(cells, view.meaning, room);
    // A group's own counts disregard its own condition.
    const nearly = (group: Group): readonly [from: number, to: number] => {
      const k = conditions.indexOf(group) + 1;
      return k > 0 ? [room.first[k] as number, next[k] as number] : [0, 0];
    };
    const probed = broad && room.size(0) > this.data.n * (BROAD / 2);
    if (probed) {
      this.#set.clear();
      this.#set.add(positions, 0, next[0] as number, docs);
    }
    for (const g of tallied) {
      if (probed && g !== 'journal') continue;
      if (broad && g !== 'journal') tally(g, 0, next[0] as number);
      tally(g, ...nearly(g));
    }
    return { matches, view, conditions, small: this.#small(conditions), ranking, probed, nearly };
  }

  /** The values of a group with the most matches, and these others, counted value by value. */
  #probe(group: OpenEnded, also: readonly number[], { matches, nearly }: Counted): Numbered[] {
    const { start, docs, order } = this.data.holders[group];
    const { positions } = this.#room;
    const set = this.#set;
    const [from, to] = nearly(group);
    set.add(positions, from, to, matches.docs);
    const none = this.#values(group).find('');
    const best = new Best(SHOWN);
    const count = (v: number): number => set.count(docs, start[v] as number, start[v + 1] as number);
    for (let i = 0; i < order.length; i++) {
      const v = order[i] as number;
      // Nobody from here on is frequent enough in the whole index.
      if ((start[v + 1] as number) - (start[v] as number) < best.floor) break;
      if (v === none) continue;
      const c = count(v);
      if (c > 0 && c >= best.floor) best.offer(c, v);
    }
    const more = also.map((id) => ({ id, count: count(id) }));
    set.remove(positions, from, to, matches.docs);
    return [...numbered(best), ...more];
  }

  /** Shares the counts of combinations out to the values of their groups; a group's own condition is disregarded. */
  #small(conditions: readonly Condition[]): Uint32Array {
    const { combos: table } = this.data;
    const { combos, width } = this.#room;
    const place = comboSlot('place');
    const counts = new Uint32Array(COMBO_WIDTH * 256);
    const add = (combo: number, slot: number, by: number): void => {
      const v = table[combo * COMBO_WIDTH + slot] as number;
      if (slot !== place) counts[slot * 256 + v] = (counts[slot * 256 + v] as number) + by;
      else
        for (let bits = v, k = 0; bits !== 0; bits >>= 1, k++)
          if (bits & 1) counts[slot * 256 + k] = (counts[slot * 256 + k] as number) + by;
    };
    for (let c = 0; c < width; c++) {
      const by = combos[c] as number;
      if (by > 0) for (let slot = 0; slot < COMBO_WIDTH; slot++) add(c, slot, by);
    }
    COMBO_GROUPS.forEach((group, slot) => {
      const own = (conditions.indexOf(group) + 1) * width;
      for (let c = 0; own > 0 && c < width; c++) if ((combos[own + c] as number) > 0) add(c, slot, combos[own + c] as number);
    });
    return counts;
  }

  /** Access codes of what passes, and of what fails this condition alone. */
  #codes({ conditions }: Counted, condition: Condition): Uint32Array {
    const { codes } = this.#room;
    const k = conditions.indexOf(condition) + 1;
    return Uint32Array.from({ length: CODES }, (_, c) => (codes[c] as number) + (k > 0 ? (codes[k * CODES + c] as number) : 0));
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
    const counted = this.#count(
      q,
      (matches, view) =>
        new Ranking(data, matches, view, { sort: q.sort, lines, words: strong, at: q.at, needed, apart: q.apart === true }, this.#works),
    );
    const { matches, conditions } = counted;
    const ranking = counted.ranking as Ranking;
    const room = this.#room;
    const passing = room.list(0);
    let order = ranking.finish();
    if (q.sort === 'match') {
      order = this.#lookedAtAgain(
        order,
        asked.map((w) => w.text),
      );
    }
    const docs = order.slice(q.offset, q.offset + q.limit).map((x) => x.id);

    const reachCounts = new Uint32Array(REACHES.length);
    this.#codes(counted, 'reach').forEach((count, c) => {
      reachCounts[reachOf(c)] = (reachCounts[reachOf(c)] as number) + count;
    });
    let sum = 0;
    const reach = Object.fromEntries(
      REACHES.map((r, i) => {
        sum += reachCounts[i] as number;
        return [r, sum];
      }),
    ) as Record<Reach, number>;
    const years: [number, number][] = [];
    const late = conditions.indexOf('years') + 1;
    for (let i = 0; i < YEAR_SPAN; i++) {
      const count = (room.years[i] as number) + (late > 0 ? (room.years[late * YEAR_SPAN + i] as number) : 0);
      if (count) years.push([i + YEAR_LOW, count]);
    }
    return {
      matched: matches.n,
      total: passing.length,
      lines: passing.length - ranking.hidden,
      docs,
      versions: docs.map((doc) => this.#passingVersions(data.work[doc] as number, doc, matches.docs, passing)),
      breakdown: Object.fromEntries(
        GROUPS.map((g) => [g, q.groups === undefined || q.groups.includes(g) ? this.#top(g, q, counted) : []]),
      ) as Record<Group, ValueCount[]>,
      distinct: Object.fromEntries(OPEN_ENDED.filter((g) => !counted.probed || g === 'journal').map((g) => [g, this.#distinct(g)])),
      years,
      reach,
      wider: this.#wider(q.reach, conditions),
      byNeed: q.needBy === null ? null : ranking.inTime,
      cost: Object.fromEntries(conditions.map((c, k) => [c, room.size(k + 1)] as const).filter(([, size]) => size > 0)),
      unknown,
    };
  }

  /** What each wider reach would add, by wait: of the matches that break no other condition. */
  #wider(reach: Reach, conditions: readonly Condition[]): EngineAnswer['wider'] {
    const own = REACHES.indexOf(reach);
    const k = conditions.indexOf('reach') + 1;
    if (k === 0) return {};
    const codes = this.#room.codes.subarray(k * CODES, (k + 1) * CODES);
    const waits = (to: number): Record<WaitClass, number> => {
      const counts = new Uint32Array(WAIT_CLASSES.length);
      codes.forEach((count, c) => {
        if (reachOf(c) > own && reachOf(c) <= to) counts[waitOf(c)] = (counts[waitOf(c)] as number) + count;
      });
      return Object.fromEntries(WAIT_CLASSES.map((w, i) => [w, counts[i] as number])) as Record<WaitClass, number>;
    };
    return Object.fromEntries(REACHES.flatMap((r, i) => (i > own ? [[r, waits(i)] as const] : [])));
  }

  /** How many records match the words at this moment, whatever the conditions. */
  matching(q: EngineQuery): number {
    return this.#present(this.evaluator.evaluate(q.tree), q).n;
  }

  /** How many of some matches pass at this moment, without counting anything else. */
  passing(found: Matches, q: EngineQuery): number {
    const { docs, n } = this.#present(found, q);
    const { conditions, asked } = this.#conditions(q, docs, n);
    if (conditions.length === 0) return n;
    const view = this.#view(q.situation, q.at);
    view.meet(docs, 0, n, this.data.cell);
    return countPassing(docs, n, this.data, view.meaning, asked);
  }

  /** All values of a group among the results with their counts, most frequent first; `contains` narrows them by their words' beginnings. */
  values(q: EngineQuery, group: Group, contains: string, limit: number): { values: readonly ValueCount[]; distinct: number } {
    const counted = this.#count(q, null);
    const wantedWords = words(contains);
    const all = this.#all(group, counted)
      .filter((v) => {
        if (!wantedWords.length) return true;
        const own = fold(v.value).split(/[^\p{L}\p{N}]+/u);
        return wantedWords.every((w) => own.some((o) => o.startsWith(w)));
      })
      .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
    return { values: all.slice(0, limit), distinct: all.length };
  }

  #lookedAtAgain(order: readonly { key: number; id: number }[], asked: readonly string[]): { key: number; id: number }[] {
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

  /** What is asked of a match besides its words: which conditions there are, in the order of their bits, and tables of what breaks them. */
  #conditions(q: EngineQuery, docs: Uint32Array, n: number): { conditions: readonly Condition[]; asked: Conditions } {
    const { data } = this;
    const { conditions, tables } = this.#tables(q);
    const open = OPEN_ENDED.filter((g) => conditions.includes(g));
    const extra = open.length ? this.#noFails(n) : null;
    for (const g of open) {
      const bit = bitOf(conditions, g);
      if (g === 'journal') {
        const passes = this.#passes(g, q);
        const allowed = Uint8Array.from({ length: this.#values(g).size }, (_, i) => (passes(i) ? 1 : 0));
        failJournals(docs, n, data.journalOf, allowed, extra as Uint16Array, bit);
      } else {
        const [kept, dropped] = [this.#flags(g, q.keep[g]), this.#flags(g, q.drop[g])];
        failLists(docs, n, data, g === 'subject' ? 0 : 1, kept, dropped, extra as Uint16Array, bit);
      }
    }
    return { conditions, asked: { ...tables, extra } };
  }
  /** The part of it that does not depend on the matches; one request asks for it several times, so the last is remembered. */
  #tables(q: EngineQuery): Tables {
    const { keep, drop, from, to, reach } = q;
    const last = this.#asked;
    if (last && last.keep === keep && last.drop === drop && last.from === from && last.to === to && last.reach === reach) return last.made;
    const maxReach = REACHES.indexOf(reach);
    const chosen = GROUPS.filter((g) => keep[g]?.length || drop[g]?.length);
    const conditions: readonly Condition[] = [
      ...chosen,
      ...(from !== null || to !== null ? (['years'] as const) : []),
      ...(maxReach < REACHES.length - 1 ? (['reach'] as const) : []),
    ];
    const comboFails = new Uint16Array(this.data.combos.length / COMBO_WIDTH);
    const codeFails = new Uint16Array(256);
    for (let c = 0; c < CODES; c++) if (reachOf(c) > maxReach) codeFails[c] = bitOf(conditions, 'reach');
    for (const g of chosen) {
      const bit = bitOf(conditions, g);
      if (g === 'wait' || g === 'open') {
        const passes = this.#passes(g, q);
        for (let c = 0; c < CODES; c++) if (!passes(g === 'wait' ? waitOf(c) : openOf(c))) codeFails[c] = (codeFails[c] as number) | bit;
      } else if (!(OPEN_ENDED as readonly Group[]).includes(g)) this.#comboFails(g as ComboGroup, q, comboFails, bit);
    }
    const made = {
      conditions,
      tables: { comboFails, codeFails, from: from ?? -1, to: to ?? 1 << 20, yearBit: bitOf(conditions, 'years') },
    };
    this.#asked = { keep, drop, from, to, reach, made };
    return made;
  }
  #noFails(n: number): Uint16Array {
    if (this.#extra.length < n) this.#extra = new Uint16Array(n);
    else this.#extra.fill(0, 0, n);
    return this.#extra;
  }

  #comboFails(group: ComboGroup, q: EngineQuery, fails: Uint16Array, bit: number): void {
    const { combos } = this.data;
    const slot = comboSlot(group);
    const passes = this.#passes(group, q);
    const mask = (values: readonly string[] | undefined): number =>
      (values ?? []).reduce((m, v) => m | (1 << this.#library.campuses.findIndex((c) => c.id === v)), 0);
    const [kept, dropped] = group === 'place' ? [mask(q.keep.place), mask(q.drop.place)] : [0, 0];
    const keeping = Boolean(q.keep[group]?.length);
    for (let c = 0; c < fails.length; c++) {
      const v = combos[c * COMBO_WIDTH + slot] as number;
      const fine = group === 'place' ? (!keeping || (v & kept) !== 0) && (v & dropped) === 0 : passes(v === NONE ? -1 : v);
      if (!fine) fails[c] = (fails[c] as number) | bit;
    }
  }

  /** All values of a group that occur among the results (or would, without the group's own condition). */
  #all(group: Group, counted: Counted): ValueCount[] {
    const { name, size } = this.#values(group);
    const counts = new Uint32Array(256);
    const named = (): ValueCount[] =>
      Array.from({ length: size }, (_, i) => ({ value: name(i), count: counts[i] as number })).filter((v) => v.count > 0);
    if (group === 'wait' || group === 'open') {
      this.#codes(counted, group).forEach((count, c) => {
        const v = group === 'wait' ? waitOf(c) : openOf(c);
        counts[v] = (counts[v] as number) + count;
      });
      return named();
    }
    if ((COMBO_GROUPS as readonly Group[]).includes(group)) {
      const slot = comboSlot(group as ComboGroup);
      for (let v = 0; v < size; v++) counts[v] = counted.small[slot * 256 + v] as number;
      return named();
    }
    const t = this.#tallies[group as OpenEnded];
    return Array.from(t.touched.subarray(0, t.n), (i) => ({ value: name(i), count: t.counts[i] as number })).filter((v) => v.value !== '');
  }

  #mostTallied(group: OpenEnded, also: readonly number[]): Numbered[] {
    const { touched, counts, n } = this.#tallies[group];
    const best = new Best(SHOWN);
    // Records without a journal have the empty name, which is no value to choose.
    const none = this.#values(group).find('');
    for (let i = 0; i < n; i++) {
      const v = touched[i] as number;
      const c = counts[v] as number;
      if (v !== none && c >= best.floor) best.offer(c, v);
    }
    return [...numbered(best), ...also.map((id) => ({ id, count: counts[id] as number }))];
  }

  #distinct(group: OpenEnded): number {
    const t = this.#tallies[group];
    const none = this.#values(group).find('');
    return none >= 0 && (t.counts[none] as number) > 0 ? t.n - 1 : t.n;
  }

  #top(group: Group, q: EngineQuery, counted: Counted): ValueCount[] {
    const chosen = [...(q.keep[group] ?? []), ...(q.drop[group] ?? [])];
    if (!(OPEN_ENDED as readonly Group[]).includes(group)) {
      const all = this.#all(group, counted);
      const missing = chosen.filter((v) => !all.some((a) => a.value === v)).map((value) => ({ value, count: 0 }));
      return [...all, ...missing].sort((a, b) => b.count - a.count);
    }
    const { name, find } = this.#values(group);
    const own = group as OpenEnded;
    const also = chosen.map(find).filter((i) => i >= 0);
    const most = counted.probed && own !== 'journal' ? this.#probe(own, also, counted) : this.#mostTallied(own, also);
    return [...new Map(most.map((v) => [v.id, v.count]))].map(([id, count]) => ({ value: name(id), count })).filter((v) => v.value !== '');
  }
}

/** First position in an ascending list whose value is not before d. */
function place(list: Uint32Array | Uint16Array, d: number): number {
  let lo = 0;
  let hi = list.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if ((list[mid] as number) < d) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}
const firstAfter = (added: Uint16Array, day: number): number => place(added, day + 1);
