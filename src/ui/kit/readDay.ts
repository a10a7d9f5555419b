/** Reading typed days in the language that is spoken; comes when a field of a day is gone to. */
import { readDayInput } from '../../core/model/dayInput';
import { type DayNumber, isoDay } from '../../core/model/time';
import { dayWords } from '../../words/dayWords';

/** The ISO day that a text means; empty for an empty one, null for one that means none. */
export function readDay(text: string, today: DayNumber): string | null {
  if (text.trim() === '') return '';
  const day = readDayInput(text, today, dayWords());
  return day === null ? null : isoDay(day);
}
