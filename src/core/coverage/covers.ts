/**
 * Does a KBART line cover this article? Decided once and for all days: the answer is a window of days in
 * which the text is there, so that a moving wall is a date ("readable online from 1 Jan") and not a yes or no
 * that changes overnight.
 */
import { dayValue, type Message, type MessageValue, msg } from '../model/message';
import { addDays, type DayNumber, dayNumber } from '../model/time';
import type { KbartLine } from '../model/titleList';
import { type CoverageDepth, readDepth } from './depth';
import { type EmbargoPart, readEmbargo, wallText } from './embargo';

/** Where and when an article or book appeared. */
export interface ItemPosition {
  readonly date: readonly [number, number?, number?];
  readonly volume?: string;
  readonly issue?: string;
}
export type CoverageWindow =
  | {
      readonly covered: true;
      readonly from: DayNumber;
      readonly until: DayNumber;
      readonly depth: CoverageDepth;
      readonly why: Message;
    }
  | { readonly covered: false; readonly why: Message };

/** Day numbers that stand for "always" at either end. */
export const ALWAYS = dayNumber(0);
export const FOREVER = dayNumber(60_000);

type Parts = readonly [number, number?, number?];
const readParts = (text: string): Parts | null => {
  const m = /^(\d{4})(?:-(\d{2}))?(?:-(\d{2}))?$/.exec(text);
  return m ? [Number(m[1]), m[2] ? Number(m[2]) : undefined, m[3] ? Number(m[3]) : undefined] : null;
};
/** Negative, 0 or positive, at the finest precision that both dates have. */
function compareParts(a: Parts, b: Parts): number {
  for (let i = 0; i < 3; i++) {
    const x = a[i];
    const y = b[i];
    if (x === undefined || y === undefined) return 0;
    if (x !== y) return x - y;
  }
  return 0;
}
const numeric = (text: string | undefined): number | null =>
  text && /^\d+$/.test(text) ? Number(text) : null;

/** Position against one end of the span: date first; within the same date, volume, then issue. */
function compareEnd(
  item: ItemPosition,
  date: string | undefined,
  volume: string | undefined,
  issue: string | undefined,
): number {
  const end = date ? readParts(date) : null;
  const byDate = end ? compareParts(item.date, end) : 0;
  if (byDate !== 0) return byDate;
  const [iv, ev] = [numeric(item.volume), numeric(volume)];
  if (iv === null || ev === null) return 0;
  if (iv !== ev) return iv - ev;
  const [ii, ei] = [numeric(item.issue), numeric(issue)];
  return ii === null || ei === null ? 0 : ii - ei;
}

const day = (y: number, m: number, d: number): DayNumber =>
  dayNumber(Math.floor(Date.UTC(y, m - 1, d) / 86_400_000));
/** When an item of this date passes `length` units: the first day on which the unit count is over. */
function passes(date: Parts, part: EmbargoPart): DayNumber {
  const [y, m = 12, d = 28] = date;
  if (part.unit === 'Y') return day(y + part.length, 1, 1);
  if (part.unit === 'M') return day(y, m + part.length, 1);
  return addDays(day(y, m, d), part.length);
}

/**
 * @param name of the provider, for the reason
 * @returns the window of days in which the provider shows the item, or why it never does.
 * @example isoDay(coverageWindow({ ...aLine, embargo_info: 'P1Y' }, { date: [2026, 3] }).from) //
 *   '2027-01-01'
 */
export function coverageWindow(line: KbartLine, item: ItemPosition, name = line.provider): CoverageWindow {
  const never = (why: Message): CoverageWindow => ({ covered: false, why });
  // Lines that were not read by `readKbart`: a span that can't be read is no span without ends.
  const odd = [line.date_first_issue_online, line.date_last_issue_online].find((d) => d && !readParts(d));
  if (odd) return never(msg('coverage.unreadable', { name, odd }));
  const depth = readDepth(line.coverage_depth ?? '');
  if (depth === null) return never(msg('coverage.unreadable', { name, odd: line.coverage_depth }));
  const first = { date: line.date_first_issue_online, volume: line.num_first_vol_online };
  const last = { date: line.date_last_issue_online, volume: line.num_last_vol_online };
  if (compareEnd(item, first.date, first.volume, line.num_first_issue_online) < 0)
    return never(msg('coverage.startsWith', { name, end: endOf(first) }));
  if ((last.date || last.volume) && compareEnd(item, last.date, last.volume, line.num_last_issue_online) > 0)
    return never(msg('coverage.endsWith', { name, end: endOf(last) }));
  let from = ALWAYS;
  let until = FOREVER;
  for (const part of line.embargo_info ? (readEmbargo(line.embargo_info) ?? []) : []) {
    const passed = passes(item.date, part);
    if (part.type === 'P' && passed > from) from = passed;
    if (part.type === 'R' && passed < until) until = passed;
  }
  const wall = line.embargo_info ? wallText(line.embargo_info) : null;
  if (from >= until) return never(msg('coverage.neverWithinWall', { name, wall }));
  const span = {
    from: first.date ?? msg('coverage.itsFirstIssue'),
    to: last.date ?? msg('coverage.now'),
  };
  const why = wall
    ? msg('coverage.coversBehindWall', { name, ...span, wall })
    : msg('coverage.covers', { name, ...span });
  return { covered: true, from, until, depth, why };
}
/** One end of a span: its volume, its date. */
const endOf = ({ date, volume }: { readonly date?: string; readonly volume?: string }): MessageValue => ({
  joined: [...(volume ? [msg('coverage.volume', { volume })] : []), ...(date ? [date] : [])],
  by: ', ',
});

/** Covered on `today`? With the reason. */
export function coversOn(
  line: KbartLine,
  item: ItemPosition,
  today: DayNumber,
): { covered: boolean; why: Message } {
  const w = coverageWindow(line, item);
  const name = line.provider;
  if (!w.covered) return w;
  if (today < w.from)
    return { covered: false, why: msg('coverage.behindWallUntil', { name, until: dayValue(w.from, today) }) };
  if (today >= w.until)
    return { covered: false, why: msg('coverage.leftWindowOn', { name, on: dayValue(w.until, today) }) };
  return w;
}

/** Date, volume and issue of an article, as coverage is decided by them. */
export const positionOf = (csl: {
  readonly issued?: { readonly 'date-parts': readonly [Parts] };
  readonly volume?: string;
  readonly issue?: string;
}): ItemPosition => ({ date: csl.issued?.['date-parts'][0] ?? [0], volume: csl.volume, issue: csl.issue });
