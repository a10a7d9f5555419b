/** The days that the band and the tracks under it share. */
import type { Account } from '../../core/circulation/account';
import { addDays, type DayNumber } from '../../core/model/time';

const [BEFORE, AFTER, MOST, ROOM] = [14, 42, 70, 4];
export interface Axis {
  readonly first: DayNumber;
  readonly days: number;
  /** Where a day begins, in percent. */
  readonly x: (day: DayNumber) => number;
}
/** From two weeks ago to six weeks on, or as far as renewing would reach. */
export function axisFor({ loans, holds }: Account, today: DayNumber): Axis {
  const ends = [
    ...loans.map((l) => (l.renewal.can ? l.renewal.due : l.due)),
    ...holds.flatMap((h) => (h.ready ? [h.ready.likely] : [])),
  ];
  const first = addDays(today, -BEFORE);
  const last = Math.min(first + MOST, Math.max(today + AFTER, ...ends.map((d) => d + ROOM)));
  const days = last - first;
  return { first, days, x: (day) => Math.max(0, Math.min(100, (100 * (day - first)) / days)) };
}
