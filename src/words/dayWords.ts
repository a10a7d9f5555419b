/** The names of days and months in the language that is spoken, for days that are typed. */
import type { DayWords } from '../core/model/dayInput';
import { say } from './generated/dates';
import { spokenLocale } from './say';

const A_SUNDAY = Date.UTC(2026, 10, 1);
const A_DAY = 86_400_000;
const names = (options: Intl.DateTimeFormatOptions, dates: readonly number[]): string[] => {
  const format = new Intl.DateTimeFormat(spokenLocale(), { ...options, timeZone: 'UTC' });
  return dates.map((d) => format.format(d));
};
const MONTHS = Array.from({ length: 12 }, (_, m) => Date.UTC(2026, m, 1));
const WEEKDAYS = Array.from({ length: 7 }, (_, d) => A_SUNDAY + d * A_DAY);
const both = (long: readonly string[], short: readonly string[]): (readonly string[])[] =>
  long.map((name, i) => [name, short[i] as string]);
/** Words that stand for a day come as a list in the catalogue. */
export const wordList = (text: string): string[] => text.split(/\s*[,،]\s*/).filter(Boolean);

/** Names of months and weekdays by `Intl`, the other words by the catalogue. */
export const dayWords = (): DayWords => ({
  months: both(names({ month: 'long' }, MONTHS), names({ month: 'short' }, MONTHS)),
  weekdays: both(names({ weekday: 'long' }, WEEKDAYS), names({ weekday: 'short' }, WEEKDAYS)),
  today: wordList(say('dates.todayWords')),
  tomorrow: wordList(say('dates.tomorrowWords')),
  week: wordList(say('dates.weekWords')),
  between: wordList(say('dates.betweenWords')),
});
