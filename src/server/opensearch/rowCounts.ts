/** How many records have which access row, as a reader sees the rows. */
import type { AccessMoment, EngineAnswer, EngineConditions, ValueCount } from '../../core/engine/port/engine';
import { REACHES, WAIT_CLASSES, type WaitClass } from '../../core/model/waits';
import type { AccessRows, TimedRow } from './accessRows';
import type { Asking } from './asking';
import type { SearchReply } from './cluster';
import { bucketsOf } from './counting';
import { readRows } from './fill';

export interface RowCount {
  readonly n: number;
  readonly row: TimedRow;
  readonly count: number;
}

/** Rows among what passes all conditions but each that they decide. */
export type RowsBut = Readonly<Record<'wait' | 'open' | 'reach', readonly RowCount[]>>;

export class RowCounts {
  readonly #asking: Asking;
  readonly #rows: AccessRows;
  constructor(asking: Asking, rows: AccessRows) {
    this.#asking = asking;
    this.#rows = rows;
  }

  /** Counted rows as the reader sees them. Rows that came since the start are learnt first. */
  async timed(replies: readonly SearchReply[], q: AccessMoment): Promise<readonly RowCount[]> {
    const buckets = bucketsOf(replies);
    if (buckets.some((b) => Number(b.key) >= this.#rows.size)) {
      const { cluster, index } = this.#asking;
      this.#rows.learn(this.#rows.size, await readRows(cluster, index.name, this.#rows.size));
    }
    const rows = this.#rows.at(q);
    return buckets.flatMap((b) => {
      const row = rows[Number(b.key)];
      return row ? [{ n: Number(b.key), row, count: b.doc_count }] : [];
    });
  }
}

export const sum = (rows: readonly RowCount[], fits: (row: TimedRow) => boolean): number =>
  rows.reduce((total, r) => total + (fits(r.row) ? r.count : 0), 0);
export function countsBy(rows: readonly RowCount[], group: 'wait' | 'open'): ValueCount[] {
  const counts = new Map<string, number>();
  for (const { row, count } of rows) counts.set(row[group], (counts.get(row[group]) ?? 0) + count);
  return [...counts].map(([value, count]) => ({ value, count }));
}
/** For each reach wider than the one asked for, how long what it adds would take. */
export function widerOf(q: EngineConditions, rows: readonly RowCount[]): EngineAnswer['wider'] {
  const own = REACHES.indexOf(q.reach);
  if (own === REACHES.length - 1) return {};
  return Object.fromEntries(
    REACHES.flatMap((r, i) =>
      i > own
        ? [
            [
              r,
              Object.fromEntries(
                WAIT_CLASSES.map((w) => [
                  w,
                  sum(rows, (row) => row.wait === w && row.reach > own && row.reach <= i),
                ]),
              ) as Record<WaitClass, number>,
            ],
          ]
        : [],
    ),
  );
}
