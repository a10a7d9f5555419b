/**
 * Dates as other programs write them in CSL-JSON: parts, EDTF (ISO 8601-2), words. What comes out is a year, a month
 * and a day as far as they are known; of a range its beginning, of a decade or a season its year.
 */
import { parse } from 'edtf';
import type { CslDate } from '../model/record';

type Parts = [number, number?, number?];
interface Parsed {
  readonly type: string;
  readonly values: readonly (number | Parsed | null)[];
}
const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null;
/** A text of more letters is no date. */
const LONGEST = 100;

function partsOf(date: Parsed): Parts | null {
  const [first] = date.values;
  if (isObject(first)) return partsOf(first as unknown as Parsed);
  if (first === null)
    return date.values.filter(isObject).map((d) => partsOf(d as unknown as Parsed))[0] ?? null;
  const [year, month, day] = date.values as readonly number[];
  if (year === undefined) return null;
  // Months are counted from nought there; a season is no month.
  return date.type === 'Season' || month === undefined
    ? [year]
    : day === undefined
      ? [year, month + 1]
      : [year, month + 1, day];
}
const NUMBERS = /(?<!\d)(\d{4})(?:[-/.](\d{1,2})(?:[-/.](\d{1,2}))?)?(?!\d)/;
/** EDTF, or what year, month and day stand in the text. */
export function partsOfText(text: string): Parts | null {
  const own = text.trim().slice(0, LONGEST);
  if (/^[\d\-~?%X/[\]{},.:TZ+]+$/.test(own))
    try {
      return partsOf(parse(own) as Parsed);
    } catch {
      // Written some other way.
    }
  const m = NUMBERS.exec(own);
  if (!m) return null;
  const [year, month, day] = [m[1], m[2], m[3]].map((x) =>
    x === undefined ? undefined : Number(x),
  ) as Parts;
  return !month || month > 12 ? [year] : !day || day > 31 ? [year, month] : [year, month, day];
}
/** A date variable of CSL-JSON, however it is written; undefined where it says none. */
export function cslDate(value: unknown): CslDate | undefined {
  if (typeof value === 'number') return Number.isInteger(value) ? { 'date-parts': [[value]] } : undefined;
  const text = (v: unknown): CslDate | undefined => {
    const parts = typeof v === 'string' ? partsOfText(v) : null;
    return parts ? { 'date-parts': [parts] } : undefined;
  };
  if (typeof value === 'string') return text(value);
  if (!isObject(value)) return undefined;
  const all = value['date-parts'];
  const first: unknown = Array.isArray(all) ? all[0] : undefined;
  const parts = (Array.isArray(first) ? first : first === undefined ? [] : [first])
    .slice(0, 3)
    .map((x) => (x === '' || x === null ? Number.NaN : Number(x)));
  const unknown = parts.findIndex((n) => !Number.isInteger(n));
  const known = unknown < 0 ? parts : parts.slice(0, unknown);
  if (known.length) return { 'date-parts': [known as Parts] };
  return text(value.raw) ?? text(value.literal) ?? text(value.edtf) ?? text(value.year);
}
