/**
 * How many matches of a search have each value of each group: from what counting left behind, the lists a
 * reader sees.
 */

import { REACHES, type Reach, WAIT_CLASSES, type WaitClass } from '../../model/waits';
import type { Choices, Condition, Group } from '../../query/request';
import { COMBO_GROUPS, type ComboGroup, comboSlot } from '../format/columns';
import type { IndexData } from '../format/data';
import type { ValueCount } from '../port/engine';
import { openOf, reachOf, waitOf } from './accessView';
import { Best } from './best';
import type { SmallCounts } from './combinations';
import type { Counted, Counter } from './counter';
import { type GroupValues, isOpenEnded, type OpenEnded } from './groupValues';
import { CODES, type Room, YEAR_LOW, YEAR_SPAN } from './sorting';
import type { DocSet } from './tallies';

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
  readonly #tallies: Counter['tallies'];
  readonly #set: DocSet;
  readonly #counted: Counted;
  readonly #small: SmallCounts;

  /** Good until the next search is counted. */
  constructor(
    data: IndexData,
    values: GroupValues,
    { room, small, tallies, set }: Counter,
    counted: Counted,
  ) {
    this.#data = data;
    this.#values = values;
    this.#room = room;
    this.#tallies = tallies;
    this.#set = set;
    this.#counted = counted;
    this.#small = small;
  }

  /** The people with the most matches, and these others, counted person by person. */
  #probe(also: readonly number[]): Numbered[] {
    const { matches, nearly } = this.#counted;
    const { start, docs, order } = this.#data.holders;
    const room = this.#room;
    const set = this.#set;
    const [from, to] = nearly('person');
    room.each(matches.docs, from, to, (n) => set.add(room.found, n));
    const none = this.#values.of('person').find('');
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
    room.each(matches.docs, from, to, (n) => set.remove(room.found, n));
    return [...numbered(best), ...more];
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
    const counts = new Uint32Array(Math.max(size, 8));
    const named = (): ValueCount[] =>
      Array.from({ length: size }, (_, i) => ({ value: name(i), count: counts[i] as number })).filter(
        (v) => v.count > 0,
      );
    if (group === 'wait' || group === 'open') {
      this.codes(group).forEach((count, c) => {
        const v = group === 'wait' ? waitOf(c) : openOf(c);
        counts[v] = (counts[v] as number) + count;
      });
      return named();
    }
    if ((COMBO_GROUPS as readonly Group[]).includes(group)) {
      const slot = comboSlot(group as ComboGroup);
      for (let v = 0; v < size; v++) counts[v] = this.#small.of(slot, v);
      return named();
    }
    const t = this.#tallies[group as OpenEnded];
    return Array.from(t.touched.subarray(0, t.n), (i) => ({
      value: name(i),
      count: t.counts[i] as number,
    })).filter((v) => v.value !== '');
  }

  #mostTallied(group: OpenEnded, also: readonly number[]): Numbered[] {
    const { counts } = this.#tallies[group];
    const best = new Best(SHOWN);
    // Records without a journal have the empty name, which is no value to choose.
    const none = this.#values.of(group).find('');
    const among = this.#tallies[group].best(SHOWN + 1);
    for (let i = 0; i < among.length; i++) {
      const v = among[i] as number;
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

  /**
   * The values to be shown: all of a small group, the most frequent of another, and those chosen in any case.
   */
  top(group: Group, q: { readonly keep: Choices; readonly drop: Choices }): ValueCount[] {
    const chosen = [...new Set([...(q.keep[group] ?? []), ...(q.drop[group] ?? [])])];
    if (!isOpenEnded(group)) {
      const all = this.all(group);
      const missing = chosen
        .filter((v) => !all.some((a) => a.value === v))
        .map((value) => ({ value, count: 0 }));
      return [...all, ...missing].sort((a, b) => b.count - a.count);
    }
    const { name, find } = this.#values.of(group);
    const also = chosen.map(find).filter((i) => i >= 0);
    const most =
      this.#counted.probed && group === 'person' ? this.#probe(also) : this.#mostTallied(group, also);
    return [...new Map(most.map((v) => [v.id, v.count]))]
      .map(([id, count]) => ({ value: name(id), count }))
      .filter((v) => v.value !== '');
  }

  /** Records by year, in the order of years; the limits on years are disregarded. */
  years(): (readonly [year: number, count: number])[] {
    const { years } = this.#room;
    const out: [number, number][] = [];
    for (let i = 0; i < YEAR_SPAN; i++) if (years[i]) out.push([i + YEAR_LOW, years[i] as number]);
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
      return Object.fromEntries(WAIT_CLASSES.map((w, i) => [w, counts[i] as number])) as Record<
        WaitClass,
        number
      >;
    };
    return Object.fromEntries(REACHES.flatMap((r, i) => (i > own ? [[r, waits(i)] as const] : [])));
  }
}
