/**
 * Waits, as the distributed engine counts them: it counts how many records share each access row, and each row
 * is timed once here for a reader and a moment.
 */
import { LRUCache } from 'lru-cache';
import { type RowLayout, rowLayout, rowReader } from '../../core/access/summary';
import { waitClassOf } from '../../core/access/times';
import type { AccessMoment, EngineConditions } from '../../core/engine/port/engine';
import type { Library } from '../../core/model/library';
import type { Minutes } from '../../core/model/time';
import { REACHES } from '../../core/model/waits';
import type { Choices, Condition } from '../../core/query/request';
import { type Clause, NONE } from './queries';

/** A row as a reader sees it now. */
export interface TimedRow {
  readonly ready: Minutes | null;
  readonly wait: string;
  /** Position in REACHES. */
  readonly reach: number;
  readonly open: 'yes' | 'no';
}
const VIEWS_KEPT = 16;

/** As it is stored: the row's numbers, two bytes each. */
export const packRow = (row: Uint16Array): string =>
  Buffer.from(row.buffer, row.byteOffset, row.byteLength).toString('base64');
const unpackRow = (text: string): Uint16Array => {
  const bytes = Buffer.from(text, 'base64');
  return new Uint16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
};

export class AccessRows {
  readonly #rows: Uint16Array[] = [];
  readonly #views = new LRUCache<string, TimedRow[]>({ max: VIEWS_KEPT });
  readonly #layout: RowLayout;
  #library: Library;

  constructor(library: Library) {
    this.#library = library;
    this.#layout = rowLayout(library);
  }
  get size(): number {
    return this.#rows.length;
  }
  /** Rows from a number on, as they are stored. */
  learn(from: number, packed: readonly string[]): void {
    packed.forEach((text, i) => {
      this.#rows[from + i] ??= unpackRow(text);
    });
  }
  setLibrary(library: Library): void {
    this.#library = library;
    this.#views.clear();
  }

  /** All rows as they are for a reader at a moment; those that came later are timed when they are asked for. */
  at({ situation, at }: Pick<AccessMoment, 'situation' | 'at'>): readonly TimedRow[] {
    const key = `${situation.campus}|${situation.remote}|${at}`;
    const timed = this.#views.get(key) ?? [];
    this.#views.set(key, timed);
    if (timed.length < this.#rows.length) {
      const read = rowReader(this.#library, this.#layout, situation, at);
      for (let i = timed.length; i < this.#rows.length; i++) {
        const { ready, onSite, reach, open } = read(this.#rows[i] as Uint16Array, 0);
        timed.push({
          ready,
          wait: onSite ? 'on-site' : waitClassOf(ready, at, this.#library),
          reach,
          open: open ? 'yes' : 'no',
        });
      }
    }
    return timed;
  }

  /** What a condition on waits, on open access or on reach asks of a record; null for any other condition. */
  filter(condition: Condition, q: EngineConditions): Clause | null {
    if (condition === 'reach') {
      const most = REACHES.indexOf(q.reach);
      return this.#those(q, (row) => row.reach <= most);
    }
    if (condition !== 'wait' && condition !== 'open') return null;
    const passes = passing(condition, q.keep, q.drop);
    return this.#those(q, (row) => passes(row[condition]));
  }
  #those(q: EngineConditions, fits: (row: TimedRow) => boolean): Clause {
    const rows = this.at(q);
    const [fitting, other]: [number[], number[]] = [[], []];
    rows.forEach((row, i) => {
      (fits(row) ? fitting : other).push(i);
    });
    if (!fitting.length) return NONE;
    return fitting.length <= other.length
      ? { terms: { row: fitting } }
      : { bool: { must_not: [{ terms: { row: other } }] } };
  }
}
const passing = (group: 'wait' | 'open', keep: Choices, drop: Choices): ((value: string) => boolean) => {
  const [kept, dropped] = [keep[group] ?? [], drop[group] ?? []];
  return (value) => (kept.length === 0 || kept.includes(value)) && !dropped.includes(value);
};
