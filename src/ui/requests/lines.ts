/** Words that the lines of several sections share. */
import type { LibraryInfo } from '../../core/discovery/answers';
import type { Slip } from '../../core/model/slip';
import { dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/requests';

export const dayOfIso = (iso: string): string =>
  dayText(dayOf((parseLocal(iso.slice(0, 16)) ?? 0) as Minutes));
export const whereTo = (s: Slip, info: LibraryInfo): string => {
  const { delivery } = s;
  if (delivery.to === 'pickup')
    return info.campuses.find((c) => c.id === delivery.campus)?.name ?? delivery.campus;
  return say(delivery.to === 'post' ? 'requests.byPost' : 'requests.byEMail');
};
/** Whole days from sending to having it; null where it never came. */
export function tookDays(s: Slip): number | null {
  const came = s.messages.find(
    (m) => m.event === 'arrive' || m.event === 'file' || (m.event === 'complete' && s.wanted === 'question'),
  );
  const [from, to] = [s.sent && parseLocal(s.sent), came && parseLocal(came.time)];
  return from && to ? dayOf(to) - dayOf(from) : null;
}
/** Days that were promised: to the median and to the likely-by day. */
export function promisedDays(s: Slip): { median: number; likely: number } | null {
  const from = s.sent && parseLocal(s.sent);
  if (!from || !s.promised) return null;
  const to = (iso: string): number => dayOf(parseLocal(iso) as Minutes) - dayOf(from);
  return { median: to(s.promised.median), likely: to(s.promised.likely) };
}
export const days = (n: number): string => say('requests.days', { n });
