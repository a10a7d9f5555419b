/** Addresses that several views build. */

import { type DayNumber, isoDay } from '../../core/model/time';
import type { Verdict } from '../../core/model/waits';
import type { WayAction } from '../../core/model/ways';
import { say } from '../../words/generated/item';

/** @param to the campus at which it is to be collected, where that is not the reader's own */
export function slipHref(
  record: string,
  action: Extract<WayAction, { do: 'slip' }> | null,
  needBy: DayNumber | null,
  to = '',
): string {
  const params = new URLSearchParams({ record });
  if (action) {
    params.set('route', action.route);
    params.set('from', action.from);
  }
  if (needBy !== null) params.set('need', isoDay(needBy));
  if (to) params.set('to', to);
  return `/requests/new?${params}`;
}
export const VERDICT_TEXT: Record<Verdict, string> = {
  'in-time': say('item.inTime'),
  tight: say('item.tight'),
  'too-late': say('item.tooLate'),
};
