/**
 * Words: what makes texts of messages, in the language that is spoken. The catalogue's texts are compiled to
 * functions when the app is built; days, numbers, money, shares and lists are written by `Intl`.
 */

import type { Message, MessageCode, MessageValue, MessageValues } from '../core/model/message';
import { own } from '../core/table';

type Said = (values: Readonly<Record<string, unknown>>) => string;
type Namespace = Readonly<Record<string, Said>>;

const spoken = new Map<string, Namespace>();
/** Takes in a namespace of the catalogue; done by the modules that are generated from it. */
export const register = (namespace: string, messages: Namespace): void =>
  void spoken.set(namespace, messages);

/** The language that is spoken, as `Intl` is asked for it. */
export const LOCALE = 'en';

const wholePercent = new Intl.NumberFormat(LOCALE, { style: 'percent', maximumFractionDigits: 0 });
const number = new Intl.NumberFormat(LOCALE);
const amount = new Intl.NumberFormat(LOCALE, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
/** Lists are written without a comma before their last word. */
const LISTS = 'en-GB';
const lists = {
  and: new Intl.ListFormat(LISTS, { type: 'conjunction' }),
  or: new Intl.ListFormat(LISTS, { type: 'disjunction' }),
};
const dayParts = new Intl.DateTimeFormat(LOCALE, {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
/** Days are written as timetables write them: the weekday, the day, the month. */
const DAY_ORDER = ['weekday', 'day', 'month'] as const;
/** A Sunday: weekdays are counted from it. */
const A_SUNDAY = Date.UTC(2026, 10, 1);
const A_DAY = 86_400_000;

type DayParts = Readonly<Record<string, string>>;
/** Days that were written lately: a page of results names the same few again and again. */
const lately = new Map<number, DayParts>();
const LATELY_AT_MOST = 500;
function partsOf(at: number): DayParts {
  let parts = lately.get(at);
  if (!parts) {
    parts = Object.fromEntries(dayParts.formatToParts(at).map((p) => [p.type, p.value]));
    if (lately.size >= LATELY_AT_MOST) lately.clear();
    lately.set(at, parts);
  }
  return parts;
}

/** `1,234`. */
export const sayNumber = (n: number): string => number.format(n);
/** `Thu 5 Nov`; with its year where it differs from the one looked from. ISO days. */
export function sayDay(iso: string, from?: string, bare = false): string {
  const at = Date.parse(`${iso}T00:00:00Z`);
  if (Number.isNaN(at)) return iso;
  const order =
    from !== undefined && from.slice(0, 4) !== iso.slice(0, 4) ? [...DAY_ORDER, 'year'] : DAY_ORDER;
  const parts = partsOf(at);
  return order
    .filter((name) => !bare || name !== 'weekday')
    .map((name) => parts[name])
    .join(' ');
}
/** An amount with its sign, kept on one line, with a real minus: `6.00 cr`. */
export const sayMoney = (cents: number, sign: string): string =>
  `${cents < 0 ? '−' : ''}${amount.format(Math.abs(cents) / 100)}\u00a0${sign}`;
/** A share in whole percent: `97 %`. */
export const sayShare = (share: number): string => wholePercent.format(share).replace('%', '\u00a0%');
const languageNames = new Intl.DisplayNames(LOCALE, { type: 'language', fallback: 'code' });
/** The name of an ISO 639 code; a code that nobody knows stays as it is. */
export function sayLanguage(code: string): string {
  try {
    return languageNames.of(code) ?? code;
  } catch {
    // RangeError: no language code at all.
    return code;
  }
}
/** `a, b and c`, or with *or*. */
export const sayList = (items: readonly string[], joiner: 'and' | 'or' = 'and'): string =>
  lists[joiner].format(items);

function rendered(value: MessageValue | null | undefined): string | number {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string' || typeof value === 'number') return value;
  if (Array.isArray(value)) return sayList(value.map((v) => String(rendered(v))));
  const one = value as Exclude<MessageValue, string | number | readonly MessageValue[]>;
  if ('code' in one) return say(one);
  if ('day' in one) return sayDay(one.day, one.from, one.bare);
  if ('cents' in one) return sayMoney(one.cents, one.sign);
  if ('share' in one) return sayShare(one.share);
  if ('language' in one) return sayLanguage(one.language);
  if ('joined' in one)
    return one.joined
      .map(rendered)
      .filter((t) => t !== '')
      .join(one.by);
  return sayList(one.weekdays.map((d) => partsOf(A_SUNDAY + d * A_DAY).weekday ?? ''));
}

/**
 * A message in words; a code that the catalogue lacks is said as it is, so that it is seen and nothing fails.
 * @example say('shape.missing', { label: 'title' }) // 'title is missing'
 */
export function say(what: MessageCode | Message, values?: MessageValues): string {
  const { code, values: given } = typeof what === 'string' ? { code: what, values } : what;
  const dot = code.indexOf('.');
  const said = own<string, Said>(spoken.get(code.slice(0, dot)) ?? {}, code.slice(dot + 1));
  if (!said) return code;
  return said(Object.fromEntries(Object.entries(given ?? {}).map(([name, v]) => [name, rendered(v)])));
}
