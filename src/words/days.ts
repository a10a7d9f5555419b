/** Days of the core's calendar in words. */
import { type DayNumber, isoDay } from '../core/model/time';
import { sayDay } from './say';

/**
 * A day as the interface writes it: `Thu 5 Nov`; with its year once that differs from `from`'s.
 * @example dayText(parseDay('2026-11-05')!, parseDay('2026-11-02')!) // 'Thu 5 Nov'
 */
export const dayText = (day: DayNumber, from?: DayNumber): string =>
  sayDay(isoDay(day), from === undefined ? undefined : isoDay(from));
/** `5 Nov`, for approximate dates. */
export const shortDay = (day: DayNumber): string => sayDay(isoDay(day), undefined, true);
