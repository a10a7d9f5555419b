/** One search: matches from the tree, which conditions each breaks, the counts of every group, and the best. */
import { REACHES, type Reach, rowReader } from '../access/summary';
import { WAIT_CLASSES, waitClassOf } from '../access/times';
import type { Library, ReaderSituation } from '../policy/types';
import { type Choices, GROUPS, type Group, type Sort } from '../query/request';
import { type QueryNode, wanted } from '../query/tree';
import { addDays, type DayNumber, dayOf, type Minutes, minutes, startOf } from '../time';
import { Best } from './best';
import { CLOSED_LISTS, COMBO_GROUPS, COMBO_WIDTH, type ComboGroup, comboSlot, NONE } from './columns';
import {
  countThrough,
  countYears,
  failBasics,
  failLists,
  failValues,
  type Partition,
  partition,
  Room,
  Tally,
  tally,
  tallyBasics,
  tallyLists,
} from './counting';
import type { IndexData } from './data';
import { type Closest, Evaluator } from './evaluate';
import { fold, SMALL_WORDS, words } from './fold';
import type { Matches } from './postings';
import { gainOf, keyOf, LOOKED_AT, MOST_GAIN, ownWorth, titleJudge } from './rank';
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
  /** How many different values each open-ended group has among the results. */
  readonly distinct: Readonly<Partial<Record<Group, number>>>;
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly reach: Readonly<Record<Reach, number>>;
  readonly byNeed: number | null;
  /** How many more there would be without this one condition; only conditions that cost something. */
  readonly cost: Readonly<Partial<Record<Condition, number>>>;
  /** Words asked for that stand in no record. */
  readonly unknown: readonly string[];
}

const SHOWN = 20;
const YEAR_BIT = 1 << GROUPS.length;
const REACH_BIT = YEAR_BIT << 1;
const bitOf = (group: Group): number => 1 << GROUPS.indexOf(group);
const YEAR_LOW = 1400;
const YEAR_SPAN = 800;
const OPEN_ENDED = ['journal', 'subject', 'person'] as const;
type OpenEnded = (typeof OPEN_ENDED)[number];
const OPEN_VALUES = ['yes', 'no'] as const;

/** Access of every distinct row for one reader and moment, worked out when first asked for: moment, and a packed code. */
interface AccessView {
  readonly ready: Int32Array;
  readonly code: Uint8Array;
  readonly fill: (row: number) => void;
  /** Rows not yet worked out. */
  readonly left: () => number;
}
const NEVER = 0x7fffffff;
const VIEWS_KEPT = 8;
/** Access code: wait class, reach and openness in one byte; 255 = not worked out. */
const CODES = 64;
const NOT_YET = 255;
const packCode = (wait: number, reach: number, open: boolean): number => wait | (reach << 3) | (open ? 0 : 32);
const waitOf = (code: number): number => code & 7;
const reachOf = (code: number): number => (code >> 3) & 3;
const openOf = (code: number): number => code >> 5;

interface Counted {
  readonly matches: Matches;
  readonly view: AccessView;
  readonly parts: Partition;
  /** Counts of the values of the combination groups: 256 places a group. */
  readonly small: Uint32Array;
  readonly codes: Uint32Array;
  readonly years: Uint32Array;
}

export class EmbeddedEngine {
  readonly data: IndexData;
  readonly evaluator: Evaluator;
  readonly #library: Library;
  readonly #views = new Map<string, AccessView>();
  readonly #tallies = new Map<Group | 'combo', Tally>();
  readonly #worth: Float32Array;
  readonly #names = new Map<Group, string[]>();
  readonly #room: Room;
  readonly #workBest: { key: Float64Array; doc: Int32Array };

  constructor(data: IndexData, library: Library) {
    this.data = data;
    this.#library = library;
    this.evaluator = new Evaluator(data);
    this.#worth = ownWorth(data);
    this.#room = new Room(data.n);
    const works = data.workStart.length;
    this.#workBest = { key: new Float64Array(works), doc: new Int32Array(works).fill(-1) };
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
      const { layout, rows } = this.data;
      const size = rows.length / layout.width;
      const read = rowReader(this.#library, layout, situation, at);
      const made = { ready: new Int32Array(size), code: new Uint8Array(size).fill(NOT_YET) };
      let left = size;
      view = {
        ...made,
        left: () => left,
        fill: (row) => {
          left--;
          const { ready, reach, open } = read(rows, row * layout.width);
          made.ready[row] = ready ?? NEVER;
          made.code[row] = packCode(WAIT_CLASSES.indexOf(waitClassOf(ready, at, this.#library)), reach, open);
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
    if (view.code[row] === NOT_YET) view.fill(row);
    const ready = view.ready[row] as number;
    return { wait: WAIT_CLASSES[waitOf(view.code[row] as number)] as string, ready: ready === NEVER ? null : minutes(ready) };
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

  #tally(group: Group | 'combo'): Tally {
    let t = this.#tallies.get(group);
    if (!t) {
      t = new Tally(group === 'combo' ? this.data.combos.length / COMBO_WIDTH : this.#values(group).size);
      this.#tallies.set(group, t);
    }
    return t;
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

  /** Everything but the best: matches, conditions, counts. */
  #count(q: EngineQuery): Counted {
    const { data } = this;
    const matches = this.#present(this.evaluator.evaluate(q.tree), q);
    for (const t of this.#tallies.values()) t.clear();
    const { docs, n } = matches;
    const view = this.#view(q.situation, q.at);
    if (view.left() > 0) fillRows(docs, n, data.row, view);
    const parts = partition(docs, n, this.#conditions(q, docs, n, view), this.#room);
    const nearly = (group: Group): Uint32Array | undefined => parts.nearly.get(bitOf(group));

    const wants = (group: Group): boolean => q.groups === undefined || q.groups.includes(group);
    const combos = this.#tally('combo');
    const years = new Uint32Array(YEAR_SPAN);
    const journals = wants('journal') ? this.#tally('journal') : null;
    tallyBasics(parts.docs, data.combo, combos, data.year, YEAR_LOW, years, data.journal, journals);
    const small = this.#small(combos, parts);
    const codes = new Uint32Array(CODES);
    if (wants('wait') || wants('open')) countThrough(parts.docs, data.row, view.code, codes);
    const late = parts.nearly.get(YEAR_BIT);
    if (late) countYears(late, data.year, YEAR_LOW, years);
    const otherJournals = nearly('journal');
    if (journals && otherJournals) tally(otherJournals, data.journal, journals);
    for (const g of ['subject', 'person'] as const)
      if (wants(g))
        for (const list of [parts.docs, nearly(g)])
          if (list) tallyLists(list, g === 'subject' ? data.subjectStart : data.personStart, data[g], this.#tally(g));
    return { matches, view, parts, small, codes, years };
  }

  /** Shares the counts of combinations out to the values of their groups. */
  #small(combos: Tally, parts: Partition): Uint32Array {
    const table = this.data.combos;
    const place = comboSlot('place');
    const counts = new Uint32Array(COMBO_WIDTH * 256);
    const add = (combo: number, slot: number, by: number): void => {
      const v = table[combo * COMBO_WIDTH + slot] as number;
      if (slot !== place) counts[slot * 256 + v] = (counts[slot * 256 + v] as number) + by;
      else
        for (let bits = v, k = 0; bits !== 0; bits >>= 1, k++)
          if (bits & 1) counts[slot * 256 + k] = (counts[slot * 256 + k] as number) + by;
    };
    for (let i = 0; i < combos.n; i++) {
      const c = combos.touched[i] as number;
      const by = combos.counts[c] as number;
      for (let slot = 0; slot < COMBO_WIDTH; slot++) add(c, slot, by);
    }
    COMBO_GROUPS.forEach((group, slot) => {
      const own = parts.nearly.get(bitOf(group));
      if (own) for (let i = 0; i < own.length; i++) add(this.data.combo[own[i] as number] as number, slot, 1);
    });
    return counts;
  }

  search(q: EngineQuery): EngineAnswer {
    const { data } = this;
    const asked =
      q.tree.op === 'closest'
        ? q.tree.words.map((text) => ({ text, prefix: false }))
        : wanted(q.tree).flatMap((w) => words(w.text).map((text) => ({ text, prefix: w.prefix })));
    const unknown = asked.filter((w) => !this.evaluator.knows(w.text, w.prefix)).map((w) => w.text);
    const counted = this.#count(q);
    const { parts, view, codes } = counted;
    const { docs, lines, byNeed } = this.#best(
      q,
      counted,
      asked.map((w) => w.text),
    );
    const { workOf } = data;
    const versions = docs.map((doc) => this.#passingVersions(workOf[doc] as number, doc, parts.docs));

    const reachCounts = new Uint32Array(REACHES.length);
    const beyond = parts.nearly.get(REACH_BIT);
    const reachCodes = beyond ? codes.slice() : codes;
    if (beyond) countThrough(beyond, data.row, view.code, reachCodes);
    for (let c = 0; c < CODES; c++) reachCounts[reachOf(c)] = (reachCounts[reachOf(c)] as number) + (reachCodes[c] as number);
    let sum = 0;
    const reach = Object.fromEntries(
      REACHES.map((r, i) => {
        sum += reachCounts[i] as number;
        return [r, sum];
      }),
    ) as Record<Reach, number>;
    const years: [number, number][] = [];
    counted.years.forEach((count, i) => {
      if (count) years.push([i + YEAR_LOW, count]);
    });
    return {
      matched: counted.matches.n,
      total: parts.docs.length,
      lines,
      docs,
      versions,
      breakdown: Object.fromEntries(
        GROUPS.map((g) => [g, q.groups === undefined || q.groups.includes(g) ? this.#top(g, q, counted) : []]),
      ) as Record<Group, ValueCount[]>,
      distinct: Object.fromEntries(OPEN_ENDED.map((g) => [g, this.#distinct(g)])),
      years,
      reach,
      byNeed: q.needBy === null ? null : byNeed,
      cost: Object.fromEntries(
        [...parts.nearly].map(([bit, list]) => [
          bit === YEAR_BIT ? 'years' : bit === REACH_BIT ? 'reach' : GROUPS[31 - Math.clz32(bit)],
          list.length,
        ]),
      ),
      unknown,
    };
  }

  /** How many records match the words at this moment, whatever the conditions. */
  matching(q: EngineQuery): number {
    return this.#present(this.evaluator.evaluate(q.tree), q).n;
  }

  /** How many records pass, without counting anything else. */
  total(q: EngineQuery): number {
    const { data } = this;
    const { docs, n } = this.#present(this.evaluator.evaluate(q.tree), q);
    const view = this.#view(q.situation, q.at);
    if (view.left() > 0) fillRows(docs, n, data.row, view);
    const fails = this.#conditions(q, docs, n, view);
    if (fails === null) return n;
    let total = 0;
    for (let i = 0; i < n; i++) if (fails[i] === 0) total++;
    return total;
  }

  /** All values of a group among the results with their counts, most frequent first; `contains` narrows them by their words' beginnings. */
  values(q: EngineQuery, group: Group, contains: string, limit: number): { values: readonly ValueCount[]; distinct: number } {
    const counted = this.#count(q);
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

  #best(q: EngineQuery, { matches, parts, view }: Counted, asked: readonly string[]): { docs: number[]; lines: number; byNeed: number } {
    const { row, year, titleLength, mainLength, titleRank, workOf } = this.data;
    const worth = this.#worth;
    const strong = asked.filter((w) => !SMALL_WORDS.has(w)).length;
    const wantedLines = Math.max(q.offset + q.limit, q.sort === 'match' ? LOOKED_AT : 0);
    const best = new Best(wantedLines);
    let floor = best.floor;
    const needed = q.needBy === null ? -1 : startOf(addDays(q.needBy, 1));
    const { ready } = view;
    const { docs: passing, passing: position } = parts;
    const { score, bits } = matches;
    const { sort, at } = q;
    const byMatch = sort === 'match';
    const timed = sort === 'soonest' || needed >= 0;
    const alone = q.apart === true;
    const works = this.#workBest;
    const touched: number[] = [];
    let byNeed = 0;
    let hidden = 0;
    for (let i = 0; i < passing.length; i++) {
      const d = passing[i] as number;
      const m = position === null ? i : (position[i] as number);
      const t = timed ? (ready[row[d] as number] as number) : 0;
      if (t < needed) byNeed++;
      const work = alone ? 0 : (workOf[d] as number);
      const plain = ((score[m] as number) + 0.01) * (worth[d] as number);
      // Most matches of a broad search can't reach the best whatever their title says.
      if (byMatch && work === 0 && plain * MOST_GAIN <= floor) continue;
      const b = bits[m] as number;
      let key = b === 0 ? plain : plain * gainOf(b, titleLength[d] as number, mainLength[d] as number, strong);
      if (!byMatch) key = keyOf(sort, key, year[d] as number, t === NEVER ? 9e6 : t - at, titleRank[d] as number, d);
      if (work !== 0) {
        // The best of a work's records stands for all; it is offered once all have been seen.
        if (works.doc[work] === -1) {
          touched.push(work);
          works.doc[work] = d;
          works.key[work] = key;
        } else {
          hidden++;
          if (key > (works.key[work] as number)) {
            works.doc[work] = d;
            works.key[work] = key;
          }
        }
        continue;
      }
      // Documents come in ascending order, so an equal key never displaces what is already there.
      if (key > floor) {
        best.offer(key, d);
        floor = best.floor;
      }
    }
    for (const work of touched) {
      best.offer(works.key[work] as number, works.doc[work] as number);
      works.doc[work] = -1;
    }
    let order = best.ranked();
    if (sort === 'match') order = this.#lookedAtAgain(order, asked);
    return { docs: order.slice(q.offset, q.offset + q.limit).map((x) => x.id), lines: passing.length - hidden, byNeed };
  }

  #lookedAtAgain(order: readonly { key: number; id: number }[], asked: readonly string[]): { key: number; id: number }[] {
    const judge = titleJudge(this.data, asked, this.evaluator.termsOf);
    if (!judge) return [...order];
    const top = order.slice(0, LOOKED_AT).map(({ key, id }) => ({ id, key: key * judge(id) }));
    return [...top.sort((a, b) => b.key - a.key || a.id - b.id), ...order.slice(LOOKED_AT)];
  }

  #passingVersions(work: number, doc: number, passing: Uint32Array): number[] {
    if (work === 0) return [];
    const { workStart, work: members } = this.data;
    return [...members.subarray(workStart[work], workStart[work + 1])].filter((d) => d !== doc && holds(passing, d));
  }

  /** Which conditions each match breaks; null when there are none. */
  #conditions(q: EngineQuery, docs: Uint32Array, n: number, view: AccessView): Uint16Array | null {
    const { data } = this;
    const maxReach = REACHES.indexOf(q.reach);
    const chosen = GROUPS.filter((g) => q.keep[g]?.length || q.drop[g]?.length);
    if (!chosen.length && q.from === null && q.to === null && maxReach === REACHES.length - 1) return null;
    const comboFails = new Uint16Array(data.combos.length / COMBO_WIDTH);
    const codeFails = new Uint16Array(256);
    for (let c = 0; c < CODES; c++) if (reachOf(c) > maxReach) codeFails[c] = REACH_BIT;
    for (const g of chosen) {
      const bit = bitOf(g);
      if (g === 'wait' || g === 'open') {
        const passes = this.#passes(g, q);
        for (let c = 0; c < CODES; c++) if (!passes(g === 'wait' ? waitOf(c) : openOf(c))) codeFails[c] = (codeFails[c] as number) | bit;
      } else if ((COMBO_GROUPS as readonly Group[]).includes(g)) this.#comboFails(g as ComboGroup, q, comboFails);
    }
    const { fails } = this.#room;
    const { combo, row, year } = data;
    const from = q.from ?? Number.NEGATIVE_INFINITY;
    const to = q.to ?? Number.POSITIVE_INFINITY;
    failBasics(docs, n, { combo, comboFails, row, code: view.code, codeFails, year, from, to, yearBit: YEAR_BIT }, fails);
    for (const g of chosen) {
      if (g === 'subject' || g === 'person') {
        const start = g === 'subject' ? data.subjectStart : data.personStart;
        failLists(docs, n, start, data[g], this.#flags(g, q.keep[g]), this.#flags(g, q.drop[g]), fails, bitOf(g));
      } else if (g === 'journal') {
        const passes = this.#passes(g, q);
        const allowed = Uint8Array.from({ length: this.#values(g).size }, (_, i) => (passes(i) ? 1 : 0));
        failValues(docs, n, data.journal, allowed, fails, bitOf(g));
      }
    }
    return fails;
  }

  #comboFails(group: ComboGroup, q: EngineQuery, fails: Uint16Array): void {
    const { combos } = this.data;
    const slot = comboSlot(group);
    const bit = bitOf(group);
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
    const { parts, view, codes } = counted;
    const own = parts.nearly.get(bitOf(group));
    const counts = new Uint32Array(256);
    const named = (): ValueCount[] =>
      Array.from({ length: size }, (_, i) => ({ value: name(i), count: counts[i] as number })).filter((v) => v.count > 0);
    if (group === 'wait' || group === 'open') {
      const all = own ? codes.slice() : codes;
      if (own) countThrough(own, this.data.row, view.code, all);
      for (let c = 0; c < CODES; c++) {
        const v = group === 'wait' ? waitOf(c) : openOf(c);
        counts[v] = (counts[v] as number) + (all[c] as number);
      }
      return named();
    }
    if ((COMBO_GROUPS as readonly Group[]).includes(group)) {
      const slot = comboSlot(group as ComboGroup);
      for (let v = 0; v < size; v++) counts[v] = counted.small[slot * 256 + v] as number;
      return named();
    }
    const t = this.#tally(group);
    return Array.from(t.touched.subarray(0, t.n), (i) => ({ value: name(i), count: t.counts[i] as number })).filter((v) => v.value !== '');
  }

  #distinct(group: OpenEnded): number {
    const t = this.#tally(group);
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
    const t = this.#tally(group);
    const best = new Best(SHOWN);
    const { touched, counts } = t;
    // Records without a journal have the empty name, which is no value to choose.
    const none = find('');
    let floor = 0;
    for (let i = 0; i < t.n; i++) {
      const v = touched[i] as number;
      if (v === none) continue;
      const c = counts[v] as number;
      if (c >= floor) {
        best.offer(c, v);
        floor = Math.max(0, best.floor);
      }
    }
    const also = chosen.map(find).filter((i) => i >= 0);
    return [...new Set([...best.sorted(), ...also])]
      .map((i) => ({ value: name(i), count: t.counts[i] as number }))
      .filter((v) => v.value !== '');
  }
}

/** Works out the rows of these documents; all rows at once where a search is broad, so that the next one need not look. */
function fillRows(docs: Uint32Array, n: number, rows: Uint32Array, view: AccessView): void {
  const all = view.code.length;
  if (n > all) {
    for (let row = 0; row < all; row++) if (view.code[row] === NOT_YET) view.fill(row);
    return;
  }
  for (let i = 0; i < n; i++) {
    const row = rows[docs[i] as number] as number;
    if (view.code[row] === NOT_YET) view.fill(row);
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
const holds = (list: Uint32Array, d: number): boolean => list[place(list, d)] === d;
