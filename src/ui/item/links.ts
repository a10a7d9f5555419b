/** Addresses that several views build. */

import { type DayNumber, isoDay } from '../../core/model/time';
import type { Verdict } from '../../core/model/waits';
import type { WayAction } from '../../core/model/ways';
import { say } from '../../words/generated/item';

export function slipHref(
  record: string,
  action: Extract<WayAction, { do: 'slip' }> | null,
  needBy: DayNumber | null,
): string {
  const params = new URLSearchParams({ record });
  if (action) {
    params.set('route', action.route);
    params.set('from', action.from);
  }
  if (needBy !== null) params.set('need', isoDay(needBy));
  return `/requests/new?${params}`;
}
export const VERDICT_TEXT: Record<Verdict, string> = {
  'in-time': say('item.inTime'),
  tight: say('item.tight'),
  'too-late': say('item.tooLate'),
};
