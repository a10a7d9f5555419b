/**
 * Days as people type them: `13 nov`, `nov 13`, `13.11.`, `13/11/2026`, `fri`, `fri week`, `+10`, `2026-11-13`.
 * Day before month, as it is written here; a month by its name stands on either side. What has no year is the
 * next such day. Names of months and days are given, since they belong to a language.
 */
import { addDays, type DayNumber, dayNumber, isoDay, parseDay, weekdayOf } from './time';

export interface DayWords {
  /** From January on, each as it may be written; any beginning of three letters or more will do. */
  readonly months: readonly (readonly string[])[];
  /** From Sunday on. */
  readonly weekdays: readonly (readonly string[])[];
  readonly today: readonly string[];
  readonly tomorrow: readonly string[];
  /** A word that puts a week on: `fri week`, `week`. */
  readonly week: readonly string[];
  /** What stands between the parts of a day and says nothing: `13 de nov`. */
  readonly between: readonly string[];
}

const WEEK = 7;
const LEAST_LETTERS = 3;
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    // Accents, and marks that only say in which direction to write.
    .replace(/[\p{M}\u200e\u200f]+/gu, '')
    .toLowerCase();
const among = (names: readonly (readonly string[])[], word: string): number =>
  names.findIndex((all) =>
    all.some((name) => {
      const known = plain(name).replace(/\.$/, '');
      return word === known || (word.length >= LEAST_LETTERS && known.startsWith(word));
    }),
  );
const isOne = (names: readonly string[], word: string): boolean => names.some((n) => plain(n) === word);

/** The day of a date in full, in this century where the year has two digits; null for one that is none. */
function dated(day: number, month: number, year: number | null, today: DayNumber): DayNumber | null {
  const two = (n: number): string => String(n).padStart(2, '0');
  const at = (y: number): DayNumber | null =>
    parseDay(`${String(y).padStart(4, '0')}-${two(month)}-${two(day)}`);
  if (year !== null) return at(year < 100 ? 2000 + year : year);
  const now = Number(isoDay(today).slice(0, 4));
  // 29 February is looked for in the leap year that comes.
  for (let y = now; y <= now + 8; y++) {
    const found = at(y);
    if (found !== null && found >= today) return found;
  }
  return null;
}

/**
 * The day that a text means; null where it means none.
 * @param today what has no year, and what is counted, is meant from this day on
 */
export function readDayInput(text: string, today: DayNumber, words: DayWords): DayNumber | null {
  const said = plain(text).trim();
  const iso = /^\d{4}-\d{1,2}-\d{1,2}$/.exec(said);
  if (iso) {
    const [y = '', m = '', d = ''] = said.split('-');
    return dated(Number(d), Number(m), Number(y), today);
  }
  const plus = /^\+\s*(\d{1,4})\s*(\p{L}*)$/u.exec(said);
  if (plus) {
    const weeks = plus[2] && isOne(words.week, plus[2]);
    if (plus[2] && !weeks) return null;
    return addDays(today, Number(plus[1]) * (weeks ? WEEK : 1));
  }
  const numbers = /^(\d{1,2})\s*[./-]\s*(\d{1,2})(?:\s*[./-]\s*(\d{4}|\d{2})?)?\.?$/.exec(said);
  if (numbers)
    return dated(Number(numbers[1]), Number(numbers[2]), numbers[3] ? Number(numbers[3]) : null, today);
  const parts = said.split(/[\s,.،]+/).filter((part) => part && !isOne(words.between, part));
  return inWords(parts, today, words);
}

/** `fri`, `fri week`, `today`, `week`, `13 nov 2026`, `fri 13 nov`. */
function inWords(parts: readonly string[], today: DayNumber, words: DayWords): DayNumber | null {
  if (!parts.length || parts.length > 4) return null;
  let [day, month, year]: [number | null, number | null, number | null] = [null, null, null];
  let [weekday, weeks, base]: [number | null, number | null, number | null] = [null, null, null];
  for (const part of parts) {
    const number = /^(\d{1,4})(?:st|nd|rd|th)?$/.exec(part);
    if (number) {
      const n = Number(number[1]);
      if (day === null && n >= 1 && n <= 31) day = n;
      else if (year === null && (part.length === 4 || part.length === 2)) year = n;
      else return null;
      continue;
    }
    const [m, w] = [among(words.months, part), among(words.weekdays, part)];
    if (isOne(words.today, part) && base === null) base = 0;
    else if (isOne(words.tomorrow, part) && base === null) base = 1;
    else if (isOne(words.week, part) && weeks === null) weeks = 1;
    // A day's name before a date says nothing that the date doesn't; `mar` alone is March only beside a day.
    else if (w >= 0 && weekday === null && !(m >= 0 && day !== null)) weekday = w;
    else if (m >= 0 && month === null) month = m + 1;
    else return null;
  }
  if (day !== null) return month === null || base !== null ? null : dated(day, month, year, today);
  if (month !== null || year !== null) return null;
  const on = weeks === null ? 0 : WEEK;
  if (weekday !== null) {
    const ahead = (weekday - weekdayOf(today) + WEEK) % WEEK || WEEK;
    return addDays(today, ahead + on);
  }
  if (base !== null) return addDays(today, base + on);
  return weeks === null ? null : dayNumber(today + WEEK);
}
