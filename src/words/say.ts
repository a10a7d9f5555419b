/**
 * Words: what makes texts of messages, in the language that is spoken. The catalogue's texts are compiled to
 * functions when the app is built; days, numbers, money, shares and lists are written by `Intl`.
 */

import type { Message, MessageCode, MessageValue, MessageValues } from '../core/model/message';
import { own } from '../core/table';
import { FIRST, isRightToLeft, type Language, writtenAs } from './languages';

type Said = (values: Readonly<Record<string, unknown>>) => string;
type Namespace = Readonly<Record<string, Said>>;

/** In what a browser gets the language stands here (see scripts/languages.mjs), and all words are of it. */
const BUILT: string = '__LANGUAGE__';
const built = (BUILT.startsWith('_') ? FIRST : BUILT) as Language;
const spoken = new Map<Language, Map<string, Namespace>>();
/** Takes in a namespace of the catalogue; done by the modules that are generated from it. */
export function register(namespace: string, messages: Namespace, language: Language = built): void {
  let own = spoken.get(language);
  if (!own) {
    own = new Map();
    spoken.set(language, own);
  }
  own.set(namespace, messages);
}

let chosen = (): Language => built;
/** From now on the language is the one that this says: a server speaks many at once. */
export function speakBy(language: () => Language): void {
  chosen = language;
}
/** The language that is spoken just now. */
export const spokenLanguage = (): Language => chosen();
/** The same as `Intl` is asked for it. */
export const spokenLocale = (): string => writtenAs(chosen());

type DayParts = Readonly<Record<string, string>>;
/** What `Intl` writes in one language. */
interface Writing {
  readonly percent: Intl.NumberFormat;
  readonly number: Intl.NumberFormat;
  readonly amount: Intl.NumberFormat;
  readonly lists: Readonly<Record<'and' | 'or', Intl.ListFormat>>;
  readonly languageNames: Intl.DisplayNames;
  /** By whether the weekday and the year are to stand in it. */
  readonly days: Map<string, Intl.DateTimeFormat>;
  readonly dayParts: Intl.DateTimeFormat;
  /** Days that were written lately: a page of results names the same few again and again. */
  readonly lately: Map<number, DayParts>;
}
/** English lists are written without a comma before their last word. */
const listsOf = (locale: string): string => (locale === FIRST ? 'en-GB' : locale);
const writings = new Map<string, Writing>();
function writing(locale = spokenLocale()): Writing {
  let made = writings.get(locale);
  if (!made) {
    const list = (type: 'conjunction' | 'disjunction') => new Intl.ListFormat(listsOf(locale), { type });
    made = {
      percent: new Intl.NumberFormat(locale, { style: 'percent', maximumFractionDigits: 0 }),
      number: new Intl.NumberFormat(locale),
      amount: new Intl.NumberFormat(locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 }),
      lists: { and: list('conjunction'), or: list('disjunction') },
      languageNames: new Intl.DisplayNames(locale, { type: 'language', fallback: 'code' }),
      days: new Map(),
      dayParts: new Intl.DateTimeFormat(locale, {
        weekday: 'short',
        day: 'numeric',
        month: 'short',
        year: 'numeric',
        timeZone: 'UTC',
      }),
      lately: new Map(),
    };
    writings.set(locale, made);
  }
  return made;
}
/** English days are written as timetables write them: the weekday, the day, the month. */
const DAY_ORDER = ['weekday', 'day', 'month'] as const;
/** A Sunday: weekdays are counted from it. */
const A_SUNDAY = Date.UTC(2026, 10, 1);
const A_DAY = 86_400_000;

const LATELY_AT_MOST = 500;
function partsOf(at: number): DayParts {
  const { dayParts, lately } = writing();
  let parts = lately.get(at);
  if (!parts) {
    parts = Object.fromEntries(dayParts.formatToParts(at).map((p) => [p.type, p.value]));
    if (lately.size >= LATELY_AT_MOST) lately.clear();
    lately.set(at, parts);
  }
  return parts;
}

/** `1,234`. */
export const sayNumber = (n: number): string => writing().number.format(n);
/** `Thu 5 Nov`; with its year where it differs from the one looked from. ISO days. */
export function sayDay(iso: string, from?: string, bare = false): string {
  const at = Date.parse(`${iso}T00:00:00Z`);
  if (Number.isNaN(at)) return iso;
  const year = from !== undefined && from.slice(0, 4) !== iso.slice(0, 4);
  const locale = spokenLocale();
  if (locale !== FIRST) return dayIn(locale, bare, year).formatToParts(at).map(withoutStops).join('');
  const order = year ? [...DAY_ORDER, 'year'] : DAY_ORDER;
  const parts = partsOf(at);
  return order
    .filter((name) => !bare || name !== 'weekday')
    .map((name) => parts[name])
    .join(' ');
}
/** As timetables have it: `Do 5. Nov`, and not `Do., 5. Nov.` */
const withoutStops = ({ type, value }: Intl.DateTimeFormatPart): string =>
  type === 'literal' ? value.replace(',', '') : value.replace(/\.$/, '');
/** In which order other languages write a day is `Intl`'s own. */
function dayIn(locale: string, bare: boolean, year: boolean): Intl.DateTimeFormat {
  const { days } = writing(locale);
  const key = `${bare}${year}`;
  let made = days.get(key);
  if (!made) {
    made = new Intl.DateTimeFormat(locale, {
      weekday: bare ? undefined : 'short',
      day: 'numeric',
      month: 'short',
      year: year ? 'numeric' : undefined,
      timeZone: 'UTC',
    });
    days.set(key, made);
  }
  return made;
}
/** An amount with its sign, kept on one line, with a real minus: `6.00 cr`. */
export const sayMoney = (cents: number, sign: string): string =>
  `${cents < 0 ? '−' : ''}${writing().amount.format(Math.abs(cents) / 100)}\u00a0${sign}`;
/** A share in whole percent: `97 %`. */
export const sayShare = (share: number): string =>
  writing()
    .percent.format(share)
    .replace(/(?<=\d)\s?%/, '\u00a0%');
/** The name of an ISO 639 code; a code that nobody knows stays as it is. */
export function sayLanguage(code: string): string {
  try {
    return writing().languageNames.of(code) ?? code;
  } catch {
    // RangeError: no language code at all.
    return code;
  }
}
/** Letters of scripts that are written from the left. */
const FROM_THE_LEFT = /[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}]/u;
/**
 * What is put into a text from the right, by itself: else the number behind a Latin name is drawn before it (UAX 9,
 * isolates). Other texts are left as they are.
 */
const isolated = <T extends string | number>(value: T): T | string =>
  typeof value === 'string' && isRightToLeft(spokenLanguage()) && FROM_THE_LEFT.test(value)
    ? `\u2068${value}\u2069`
    : value;
/** `a, b and c`, or with *or*. */
export const sayList = (items: readonly string[], joiner: 'and' | 'or' = 'and'): string =>
  writing().lists[joiner].format(items.map(isolated));

/** Texts one behind the other, parted as the language parts them: Arabic has a comma of its own. */
export const sayJoined = (texts: readonly (string | number)[], by = ', '): string =>
  isRightToLeft(spokenLanguage())
    ? texts.map(isolated).join(by.replace(',', '،').replace(';', '؛'))
    : texts.join(by);

/** A name as it stands behind other words: German nouns keep their capital, others lose that of a beginning. */
export const within = (name: string): string =>
  spokenLanguage() === 'de' ? name : name.charAt(0).toLocaleLowerCase(spokenLocale()) + name.slice(1);

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
  if ('within' in one) return within(say(one.within));
  if ('joined' in one)
    return sayJoined(
      one.joined.map(rendered).filter((t) => t !== ''),
      one.by,
    );
  return sayList(one.weekdays.map((d) => partsOf(A_SUNDAY + d * A_DAY).weekday ?? ''));
}

/**
 * A message in words; a code that the catalogue lacks is said as it is, so that it is seen and nothing fails.
 * @example say('shape.missing', { label: 'title' }) // 'title is missing'
 */
export function say(what: MessageCode | Message, values?: MessageValues): string {
  const { code, values: given } = typeof what === 'string' ? { code: what, values } : what;
  const dot = code.indexOf('.');
  const [namespace, key] = [code.slice(0, dot), code.slice(dot + 1)];
  const inIt = (l: Language) => own<string, Said>(spoken.get(l)?.get(namespace) ?? {}, key);
  const said = inIt(chosen()) ?? inIt(FIRST);
  if (!said) return code;
  return said(
    Object.fromEntries(Object.entries(given ?? {}).map(([name, v]) => [name, isolated(rendered(v))])),
  );
}
