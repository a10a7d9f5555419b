/**
 * What a search asks of a match besides its words, as tables that say what each combination and access code
 * breaks.
 */

import { LRUCache } from 'lru-cache';
import type { Library } from '../../model/library';
import { REACHES } from '../../model/waits';
import type { Condition } from '../../query/request';
import { GROUPS } from '../../query/request';
import { COMBO_WIDTH, type ComboGroup, comboSlot, NONE } from '../format/columns';
import type { IndexData } from '../format/data';
import type { EngineConditions } from '../port/engine';
import { type Fails, openOf, reachOf, waitOf } from './accessView';
import { type GroupValues, isOpenEnded, OPEN_ENDED } from './groupValues';
import { CODES, type ConditionTables } from './sorting';
import { failJournals, failPeople, failSubjects } from './tallies';

type Asked = Pick<EngineConditions, 'keep' | 'drop' | 'from' | 'to' | 'reach'>;
interface Tables {
  readonly conditions: readonly Condition[];
  readonly tables: Omit<ConditionTables, 'extra'>;
}
/** Tables that are remembered: a reader's searches have mostly the same conditions. */
const TABLES_KEPT = 16;
/** The bit of a condition in the masks of what a match breaks; 0 when it was not made. */
const bitOf = (conditions: readonly Condition[], c: Condition): number =>
  (1 << (conditions.indexOf(c) + 1)) >> 1;

export class ConditionReader {
  readonly #data: IndexData;
  readonly #library: Library;
  readonly #values: GroupValues;
  #extra = new Uint16Array(0);
  readonly #known = new LRUCache<string, Tables>({ max: TABLES_KEPT });

  constructor(data: IndexData, library: Library, values: GroupValues) {
    this.#data = data;
    this.#library = library;
    this.#values = values;
  }

  /**
   * What is asked of a match besides its words: which conditions there are, in the order of their bits, and
   * tables of what breaks them.
   */
  of(q: Asked, docs: Uint32Array, n: number): { conditions: readonly Condition[]; asked: ConditionTables } {
    const data = this.#data;
    const { conditions, tables } = this.#tables(q);
    const open = OPEN_ENDED.filter((g) => conditions.includes(g));
    const extra = open.length ? this.#noFails(n) : null;
    for (const g of open) {
      const marks = { docs, n, fails: extra as Uint16Array, bit: bitOf(conditions, g) };
      if (g === 'journal') {
        const passes = this.#values.passes(g, q);
        const allowed = Uint8Array.from({ length: this.#values.of(g).size }, (_, i) => (passes(i) ? 1 : 0));
        failJournals(marks, data.journalOf, allowed);
      } else {
        const chosen = { kept: this.#values.flags(g, q.keep[g]), dropped: this.#values.flags(g, q.drop[g]) };
        (g === 'subject' ? failSubjects : failPeople)(marks, data, chosen);
      }
    }
    return { conditions, asked: { ...tables, extra } };
  }
  /** The part of it that does not depend on the matches, remembered. */
  #tables(q: Asked): Tables {
    const { keep, drop, from, to, reach } = q;
    const key = JSON.stringify([keep, drop, from, to, reach]);
    const known = this.#known.get(key);
    if (known) return known;
    const made = this.#made(q);
    this.#known.set(key, made);
    return made;
  }
  #made(q: Asked): Tables {
    const { keep, drop, from, to, reach } = q;
    const maxReach = REACHES.indexOf(reach);
    const chosen = GROUPS.filter((g) => keep[g]?.length || drop[g]?.length);
    const conditions: readonly Condition[] = [
      ...chosen,
      ...(from !== null || to !== null ? (['years'] as const) : []),
      ...(maxReach < REACHES.length - 1 ? (['reach'] as const) : []),
    ];
    const fails: Fails = {
      combo: new Uint16Array(this.#data.combos.length / COMBO_WIDTH),
      code: new Uint16Array(256),
    };
    const { combo, code } = fails;
    for (let c = 0; c < CODES; c++) if (reachOf(c) > maxReach) code[c] = bitOf(conditions, 'reach');
    for (const g of chosen) {
      const bit = bitOf(conditions, g);
      if (g === 'wait' || g === 'open') {
        const passes = this.#values.passes(g, q);
        for (let c = 0; c < CODES; c++)
          if (!passes(g === 'wait' ? waitOf(c) : openOf(c))) code[c] = (code[c] as number) | bit;
      } else if (!isOpenEnded(g)) this.#comboFails(g, q, combo, bit);
    }
    return {
      conditions,
      tables: { fails, from: from ?? -1, to: to ?? 1 << 20, yearBit: bitOf(conditions, 'years') },
    };
  }
  #noFails(n: number): Uint16Array {
    if (this.#extra.length < n) this.#extra = new Uint16Array(n);
    else this.#extra.fill(0, 0, n);
    return this.#extra;
  }

  #comboFails(group: ComboGroup, q: Asked, fails: Uint16Array, bit: number): void {
    const { combos, places } = this.#data;
    const slot = comboSlot(group);
    const passes = this.#values.passes(group, q);
    const campuses = (values: readonly string[] | undefined): ReadonlySet<number> =>
      new Set((values ?? []).map((v) => this.#library.campuses.findIndex((c) => c.id === v)));
    const [kept, dropped] = [campuses(q.keep.place), campuses(q.drop.place)];
    const keeping = Boolean(q.keep[group]?.length);
    for (let c = 0; c < fails.length; c++) {
      const v = combos[c * COMBO_WIDTH + slot] as number;
      const fine =
        group === 'place'
          ? (!keeping || places.of(v).some((p) => kept.has(p))) && !places.of(v).some((p) => dropped.has(p))
          : passes(v === NONE ? -1 : v);
      if (!fine) fails[c] = (fails[c] as number) | bit;
    }
  }
}
