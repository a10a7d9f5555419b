/** The two lines of the wait column: when it can be read, and by when it very likely is. */
import type { Library } from '../model/library';
import { type DayValue, dayValue, type Message, msg, NOTHING } from '../model/message';
import { clockText, type DayNumber, dayOf, type Minutes, startOf } from '../model/time';
import type { Ready } from '../model/waits';
import { waitClassOf } from './times';

export interface WaitLabel {
  readonly label: Message;
  readonly sub: Message;
}
/** An opening that is nearer than this is no news. */
const SOON = 60;
/** Days after which an approximate day is said with its year, where that is another. */
const FAR = 180;
const TEN_MINUTES = 10;

/**
 * `Thu 5 Nov` over `by Fri 6 Nov`; `≈ 5 Nov` where the day hangs on others; `Now`, `Today`, `Unlikely`.
 * @param ready null: it can't be promised at all
 */
export function waitLabel(
  ready: Ready | null,
  at: Minutes,
  library: Library,
  approximate = false,
): WaitLabel {
  if (!ready) return { label: msg('access.unlikely'), sub: NOTHING };
  const cls = waitClassOf(ready.median, at, library);
  if (cls === 'now') return { label: msg('access.now'), sub: NOTHING };
  const [from, to] = [dayOf(ready.median), dayOf(ready.likely)];
  const today = dayOf(at);
  const sub = to > from ? msg('access.by', { to: dayValue(to, today) }) : NOTHING;
  if (cls === 'today') return { label: msg('access.today'), sub: to > from ? sub : opening(ready, at) };
  if (approximate || cls === 'later') return { label: msg('access.about', { day: bare(from, today) }), sub };
  return { label: msg('access.onDay', { day: dayValue(from, today) }), sub };
}
function opening(ready: Ready, at: Minutes): Message {
  if (ready.median - at <= SOON) return NOTHING;
  const minute = ready.median - startOf(dayOf(at));
  return msg('access.from', { floor: clockText(Math.floor(minute / TEN_MINUTES) * TEN_MINUTES) });
}
/** Without its weekday: one that nobody can be sure of. */
const bare = (day: DayNumber, today: DayNumber): DayValue => ({
  ...dayValue(day, day - today > FAR ? today : undefined),
  bare: true,
});
