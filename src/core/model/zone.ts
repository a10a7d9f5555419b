/**
 * The library's time zone, by the platform's own tables (IANA, through `Intl`): local minutes to moments and
 * back. Libraries speak in local time; moments are needed where messages leave the house, and where an hour
 * goes missing or comes twice.
 */
import { isoLocal, type Minutes, minutes, parseLocal } from './time';

/** An IANA time zone: `Etc/GMT-1`, `CET`. */
export type Zone = string;

/** Whether a text names an IANA time zone that `Intl` knows. */
export function isZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }) !== null;
  } catch {
    // RangeError: the platform knows no such zone.
    return false;
  }
}

/** No zone changes its clock within a quarter of an hour. */
const BLOCK = 15;
const BLOCKS_KEPT = 4000;
/** By zone: how to ask, and what was answered. */
const asked = new Map<Zone, { readonly format: Intl.DateTimeFormat; readonly known: Map<number, number> }>();

/** Minutes east of UTC at a moment given in minutes of UTC since 1970. */
function offsetOf(zone: Zone, utc: number): number {
  let own = asked.get(zone);
  if (!own) {
    own = {
      format: new Intl.DateTimeFormat('en', { timeZone: zone, timeZoneName: 'longOffset' }),
      known: new Map(),
    };
    asked.set(zone, own);
  }
  const block = Math.floor(utc / BLOCK);
  let offset = own.known.get(block);
  if (offset === undefined) {
    const name = own.format
      .formatToParts(block * BLOCK * 60_000)
      .find((p) => p.type === 'timeZoneName')?.value;
    const m = /([+-])(\d{1,2}):?(\d{2})?/.exec((name ?? '').replace('\u2212', '-'));
    offset = m ? (m[1] === '-' ? -1 : 1) * (Number(m[2]) * 60 + Number(m[3] ?? 0)) : 0;
    if (own.known.size >= BLOCKS_KEPT) own.known.clear();
    own.known.set(block, offset);
  }
  return offset;
}
const A_DAY = 1440;

/**
 * Minutes east of UTC at a local time. An hour that comes twice is taken the first time (still summer); one
 * that does not exist is taken as already summer.
 * @example offsetAt('CET', parseLocal('2026-11-02T09:10')) // 60
 */
export function offsetAt(zone: Zone, t: Minutes): number {
  const before = offsetOf(zone, t - A_DAY);
  const after = offsetOf(zone, t + A_DAY);
  return before === after || offsetOf(zone, t - before) === before ? before : after;
}

/** The local time of a moment, given in minutes of UTC since 1970. */
export const localAt = (zone: Zone, utc: number): Minutes => minutes(utc + offsetOf(zone, utc));

/**
 * Local time `n` real minutes after a local time: an hour goes missing in spring and comes twice in autumn.
 */
export const afterMinutes = (zone: Zone, t: Minutes, n: number): Minutes =>
  localAt(zone, t - offsetAt(zone, t) + n);

/**
 * A local time as xs:dateTime with its offset, as ISO 18626 and iCalendar want it:
 * `2026-11-02T09:10:00+01:00`.
 */
export function zoned(zone: Zone, t: Minutes): string {
  const offset = offsetAt(zone, t);
  const [h, m] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${isoLocal(t)}:00${offset < 0 ? '-' : '+'}${two(h)}:${two(m)}`;
}

/**
 * Reads an xs:dateTime with offset (or `Z`) as local time of the zone; without an offset it is taken as
 * local. Null for anything else.
 */
export function fromZoned(zone: Zone, text: string): Minutes | null {
  const m = /^(\d{4}-\d{2}-\d{2}T\d{2}:\d{2})(?::\d{2}(?:\.\d+)?)?(Z|[+-]\d{2}:\d{2})?$/.exec(text);
  const t = m?.[1] ? parseLocal(m[1]) : null;
  if (t === null || !m?.[2]) return t;
  const sign = m[2].startsWith('-') ? -1 : 1;
  const offset = m[2] === 'Z' ? 0 : sign * (Number(m[2].slice(1, 3)) * 60 + Number(m[2].slice(4, 6)));
  return localAt(zone, t - offset);
}
