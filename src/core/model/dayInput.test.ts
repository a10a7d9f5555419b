import fc from 'fast-check';
import { expect, it } from 'vitest';
import { type DayWords, readDayInput } from './dayInput';
import { type DayNumber, isoDay, parseDay } from './time';

const WORDS: DayWords = {
  months: 'January February March April May June July August September October November December'
    .split(' ')
    .map((m) => [m]),
  weekdays: 'Sunday Monday Tuesday Wednesday Thursday Friday Saturday'.split(' ').map((d) => [d]),
  today: ['today'],
  tomorrow: ['tomorrow'],
  week: ['week', 'weeks', 'w'],
  between: ['of'],
};
/** A Monday. */
const TODAY = parseDay('2026-11-02') as DayNumber;
const read = (text: string): string | null => {
  const day = readDayInput(text, TODAY, WORDS);
  return day === null ? null : isoDay(day);
};

it.each([
  ['13 nov', '2026-11-13'],
  ['Nov 13', '2026-11-13'],
  ['13th November 2027', '2027-11-13'],
  ['13.11.', '2026-11-13'],
  ['13.11', '2026-11-13'],
  ['13/11/26', '2026-11-13'],
  ['13. 11. 2027', '2027-11-13'],
  ['1.11.', '2027-11-01'],
  ['2 nov', '2026-11-02'],
  ['2026-11-13', '2026-11-13'],
  ['2026-1-3', '2026-01-03'],
  ['fri', '2026-11-06'],
  ['Friday', '2026-11-06'],
  ['mon', '2026-11-09'],
  ['fri week', '2026-11-13'],
  ['Fri 13 Nov', '2026-11-13'],
  ['fri, 13 nov 2026', '2026-11-13'],
  ['today', '2026-11-02'],
  ['tomorrow', '2026-11-03'],
  ['tomorrow week', '2026-11-10'],
  ['week', '2026-11-09'],
  ['+10', '2026-11-12'],
  ['+ 2 weeks', '2026-11-16'],
  ['29 feb', '2028-02-29'],
  ['1 mar', '2027-03-01'],
  ['ma', null],
  ['31 june', null],
  ['13', null],
  ['nov', null],
  ['13 nov dec', null],
  ['30.2.', null],
  ['+5 apples', null],
  ['', null],
])('%s is %s', (text, iso) => expect(read(text)).toBe(iso));

it('reads back every day that it writes, in any of its forms', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 364 }), (n) => {
      const day = (TODAY + n) as DayNumber;
      const iso = isoDay(day);
      const [y, m, d] = iso.split('-').map(Number) as [number, number, number];
      const month = WORDS.months[m - 1]?.[0] ?? '';
      for (const form of [
        iso,
        `${d}.${m}.`,
        `${d}/${m}/${y}`,
        `${d} ${month.slice(0, 3)}`,
        `${month} ${d}, ${y}`,
        `+${n}`,
      ])
        expect(read(form), form).toBe(iso);
    }),
  );
});
it('answers any text, and never with a day long past', () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      const day = readDayInput(text, TODAY, WORDS);
      if (day !== null) expect(isoDay(day)).toMatch(/^[+-]?\d{4,6}-\d\d/);
    }),
  );
});
