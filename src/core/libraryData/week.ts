/** Opening hours as people write them: `mon-fri: 08:00-22:00`, `sat: closed`. A day that is not named is shut. */
import type { Week } from '../model/library';
import { type Message, msg } from '../model/message';

const DAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'] as const;
const HOURS = /^([01]?\d|2[0-4]):([0-5]\d)\s*[-–]\s*([01]?\d|2[0-4]):([0-5]\d)$/;
const dayAt = (name: string | undefined): number =>
  DAYS.indexOf((name ?? '').slice(0, 3) as (typeof DAYS)[number]);

/** The weekdays of `mon`, `Mon-Fri`, `sat, sun`; null for what is none. A stretch may go over the week's end. */
function daysIn(text: string): number[] | null {
  const out: number[] = [];
  for (const part of text
    .toLowerCase()
    .split(/[,\s]+/)
    .filter(Boolean)) {
    const [first, last = first] = part.split(/[-–]/);
    const [from, to] = [dayAt(first), dayAt(last)];
    if (from < 0 || to < 0) return null;
    for (let d = from; ; d = (d + 1) % DAYS.length) {
      out.push(d);
      if (d === to) break;
    }
  }
  return out.length ? out : null;
}
/** `08:30-22:00` as its two times; null for `closed`, undefined for what is neither. */
function hoursIn(text: string): readonly [string, string] | null | undefined {
  if (/^(closed|-|–)?$/i.test(text.trim())) return null;
  const m = HOURS.exec(text.trim());
  if (!m) return undefined;
  const [open, close] = [`${m[1]?.padStart(2, '0')}:${m[2]}`, `${m[3]?.padStart(2, '0')}:${m[4]}`];
  return open < close && close <= '24:00' ? [open, close] : undefined;
}

/**
 * The week that hours by days say.
 * @param where what the hours are of, for the problems
 * @example readWeek({ 'mon-fri': '08:00-22:00' }, 'hours').week[1] // ['08:00', '22:00']
 */
export function readWeek(
  written: Readonly<Record<string, string>>,
  where: string,
): { readonly week: Week; readonly problems: readonly Message[] } {
  const week: (readonly [string, string] | null)[] = DAYS.map(() => null);
  const said = new Set<number>();
  const problems: Message[] = [];
  for (const [days, hours] of Object.entries(written)) {
    const list = daysIn(days);
    const span = hoursIn(hours);
    if (!list) problems.push(msg('libraryfolder.days', { where, text: days.slice(0, 60) }));
    else if (span === undefined)
      problems.push(msg('libraryfolder.hours', { where, text: hours.slice(0, 60) }));
    else
      for (const d of list) {
        if (said.has(d)) problems.push(msg('libraryfolder.twice', { where, day: DAYS[d] ?? '' }));
        else week[d] = span;
        said.add(d);
      }
  }
  return { week, problems };
}
/** The same, as it is written: days of the same hours together. */
export function writeWeek(week: Week): Record<string, string> {
  const out: [string, string][] = [];
  // From Monday on, as weeks are read.
  for (let k = 0; k < DAYS.length; ) {
    const at = (i: number): readonly [string, string] | null => week[(i + 1) % DAYS.length] ?? null;
    const name = (i: number): string => DAYS[(i + 1) % DAYS.length] as string;
    let end = k;
    while (end + 1 < DAYS.length && String(at(end + 1)) === String(at(k))) end++;
    const hours = at(k);
    if (hours) out.push([end > k ? `${name(k)}-${name(end)}` : name(k), hours.join('-')]);
    k = end + 1;
  }
  return Object.fromEntries(out);
}
