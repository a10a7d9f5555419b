/** How many matches of a search have each value of each group: from what counting left behind, the lists a reader sees. */
import { REACHES, type Reach } from '../access/summary';
import { WAIT_CLASSES, type WaitClass } from '../access/times';
import type { Choices, Group } from '../query/request';
import { openOf, reachOf, waitOf } from './accessView';
import { Best } from './best';
import { COMBO_GROUPS, COMBO_WIDTH, type ComboGroup, comboSlot } from './columns';
import type { Condition } from './conditions';
import { CODES, type DocSet, type Room, type Tally, YEAR_LOW, YEAR_SPAN } from './counting';
import type { IndexData } from './data';
import { type GroupValues, isOpenEnded, type OpenEnded } from './groupValues';
import type { Matches } from './postings';

export interface ValueCount {
  readonly value: string;
  readonly count: number;
}
/** What counting went over. */
export interface Counted {
  readonly matches: Matches;
  /** The conditions in the order of their lists: the k-th alone broken is list k + 1. */
  readonly conditions: readonly Condition[];
  /** Subjects and people are not tallied but to be probed; a record has one journal at most, which is soon tallied. */
  readonly probed: boolean;
  /** Where in the room's positions those stand that break this group's condition alone. */
  readonly nearly: (group: Group) => readonly [from: number, to: number];
}
/** Where counting left its figures; one of each an engine, used by one search after the other. */
export interface Desk {
  readonly data: IndexData;
  readonly values: GroupValues;
  readonly room: Room;
  readonly tallies: Readonly<Record<OpenEnded, Tally>>;
  /** The matches, where values are to be probed. */
  readonly set: DocSet;
}
const SHOWN = 20;

interface Numbered {
  readonly id: number;
  readonly count: number;
}
const numbered = (best: Best): Numbered[] => best.ranked().map(({ id, key }) => ({ id, count: key }));

export class Breakdown {
  readonly #data: IndexData;
  readonly #values: GroupValues;
  readonly #room: Room;
  readonly #tallies: Desk['tallies'];
  readonly #set: DocSet;
  readonly #counted: Counted;
  /** Counts of the values of the combination groups: 256 places a group. */
  readonly #small: Uint32Array;

  /** Good until the next search is counted. */
  constructor(desk: Desk, counted: Counted) {
    this.#data = desk.data;
    this.#values = desk.values;
    this.#room = desk.room;
    this.#tallies = desk.tallies;
    this.#set = desk.set;
    this.#counted = counted;
    this.#small = this.#combinations();
  }

  /** The values of a group with the most matches, and these others, counted value by value. */
  #probe(group: OpenEnded, also: readonly number[]): Numbered[] {
    const { matches, nearly } = this.#counted;
    const { start, docs, order } = this.#data.holders[group];
    const { positions } = this.#room;
    const set = this.#set;
    const [from, to] = nearly(group);
    set.add(positions, from, to, matches.docs);
    const none = this.#values.of(group).find('');
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
  #combinations(): Uint32Array {
    const { conditions } = this.#counted;
    const { combos: table } = this.#data;
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
  codes(condition: Condition): Uint32Array {
    const { conditions } = this.#counted;
    const { codes } = this.#room;
    const k = conditions.indexOf(condition) + 1;
    const out = codes.slice(0, CODES);
    for (let c = 0; k > 0 && c < CODES; c++) out[c] = (out[c] as number) + (codes[k * CODES + c] as number);
    return out;
  }

  /** All values of a group that occur among the results (or would, without the group's own condition). */
  all(group: Group): ValueCount[] {
    const { name, size } = this.#values.of(group);
    const counts = new Uint32Array(256);
    const named = (): ValueCount[] =>
      Array.from({ length: size }, (_, i) => ({ value: name(i), count: counts[i] as number })).filter((v) => v.count > 0);
    if (group === 'wait' || group === 'open') {
      this.codes(group).forEach((count, c) => {
        const v = group === 'wait' ? waitOf(c) : openOf(c);
        counts[v] = (counts[v] as number) + count;
      });
      return named();
    }
    if ((COMBO_GROUPS as readonly Group[]).includes(group)) {
      const slot = comboSlot(group as ComboGroup);
      for (let v = 0; v < size; v++) counts[v] = this.#small[slot * 256 + v] as number;
      return named();
    }
    const t = this.#tallies[group as OpenEnded];
    return Array.from(t.touched.subarray(0, t.n), (i) => ({ value: name(i), count: t.counts[i] as number })).filter((v) => v.value !== '');
  }

  #mostTallied(group: OpenEnded, also: readonly number[]): Numbered[] {
    const { touched, counts, n } = this.#tallies[group];
    const best = new Best(SHOWN);
    // Records without a journal have the empty name, which is no value to choose.
    const none = this.#values.of(group).find('');
    for (let i = 0; i < n; i++) {
      const v = touched[i] as number;
      const c = counts[v] as number;
      if (v !== none && c >= best.floor) best.offer(c, v);
    }
    return [...numbered(best), ...also.map((id) => ({ id, count: counts[id] as number }))];
  }

  /** How many different values a group has among the results. */
  distinct(group: OpenEnded): number {
    const t = this.#tallies[group];
    const none = this.#values.of(group).find('');
    return none >= 0 && (t.counts[none] as number) > 0 ? t.n - 1 : t.n;
  }

  /** The values to be shown: all of a small group, the most frequent of another, and those chosen in any case. */
  top(group: Group, q: { readonly keep: Choices; readonly drop: Choices }): ValueCount[] {
    const chosen = [...(q.keep[group] ?? []), ...(q.drop[group] ?? [])];
    if (!isOpenEnded(group)) {
      const all = this.all(group);
      const missing = chosen.filter((v) => !all.some((a) => a.value === v)).map((value) => ({ value, count: 0 }));
      return [...all, ...missing].sort((a, b) => b.count - a.count);
    }
    const { name, find } = this.#values.of(group);
    const also = chosen.map(find).filter((i) => i >= 0);
    const most = this.#counted.probed && group !== 'journal' ? this.#probe(group, also) : this.#mostTallied(group, also);
    return [...new Map(most.map((v) => [v.id, v.count]))].map(([id, count]) => ({ value: name(id), count })).filter((v) => v.value !== '');
  }

  /** Records by year, in the order of years; the limits on years are disregarded. */
  years(): (readonly [year: number, count: number])[] {
    const { years } = this.#room;
    const late = this.#counted.conditions.indexOf('years') + 1;
    const out: [number, number][] = [];
    for (let i = 0; i < YEAR_SPAN; i++) {
      const count = (years[i] as number) + (late > 0 ? (years[late * YEAR_SPAN + i] as number) : 0);
      if (count) out.push([i + YEAR_LOW, count]);
    }
    return out;
  }

  /** What each reach would find, the nearer ones counted in. */
  reach(): Record<Reach, number> {
    const counts = new Uint32Array(REACHES.length);
    this.codes('reach').forEach((count, c) => {
      counts[reachOf(c)] = (counts[reachOf(c)] as number) + count;
    });
    let sum = 0;
    return Object.fromEntries(
      REACHES.map((r, i) => {
        sum += counts[i] as number;
        return [r, sum];
      }),
    ) as Record<Reach, number>;
  }

  /** What each wider reach would add, by wait: of the matches that break no other condition. */
  wider(reach: Reach): Partial<Record<Reach, Record<WaitClass, number>>> {
    const { conditions } = this.#counted;
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
}
