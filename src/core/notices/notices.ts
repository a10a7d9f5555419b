/**
 * Everything that was said to a reader, from wherever it comes, as one list: about slips, due days, answers of
 * the ask desk, standing searches with something new.
 */
import type { Question, StandingSearch } from '../account/rows';
import { type Appointment, endOf } from '../appointments/appointment';
import type { Account, Hold, Loan } from '../circulation/account';
import type { Slip, SlipMessage } from '../model/slip';
import { isOnLoan } from '../model/slipStates';
import { addDays, type DayNumber, isoDay, parseDay } from '../model/time';
import { inboxOf } from '../requests/inbox';

interface Said {
  /** ISO local time from which it holds; what is later than the last look is new. */
  readonly time: string;
  /** The reader has to do something, and has not yet. */
  readonly asks: boolean;
}
export type Notice = Said &
  (
    | { readonly sort: 'slip'; readonly slip: Slip; readonly message: SlipMessage }
    | { readonly sort: 'due'; readonly slip: Slip; readonly due: DayNumber }
    /** Lent by the desk: due soon, late, or called back. */
    | { readonly sort: 'loan'; readonly loan: Loan }
    /** Waits at the pickup point. */
    | { readonly sort: 'waits'; readonly hold: Hold }
    /** An hour with a librarian: soon, or called off. */
    | { readonly sort: 'hour'; readonly hour: Appointment }
    | { readonly sort: 'answer'; readonly question: Question; readonly text: string }
    | { readonly sort: 'search'; readonly search: StandingSearch; readonly n: number }
  );
/** What the list is made of, as far as it is known. */
export interface Heard {
  readonly slips: readonly Slip[];
  /** The account at the desk; what slips brought is said by the slips. */
  readonly account: Account | null;
  readonly questions: readonly Question[];
  readonly hours: readonly Appointment[];
  readonly answers: readonly { readonly id: string; readonly time: string; readonly text: string }[];
  /** Standing searches with how many are new since each was last looked at. */
  readonly news: readonly { readonly search: StandingSearch; readonly n: number }[];
}

/**
 * What asks for something first, then the latest first.
 * @param today the day by the reader's clock
 * @param noticeDays so many days before it is due a volume is spoken of
 * @param recallDays so many days somebody has to bring back what is called back
 * @example noticesOf({ slips: [], account: null, questions: [], hours: [], answers: [], news: [] }, parseDay('2026-11-02'), 3) // []
 */
export function noticesOf(
  heard: Heard,
  today: DayNumber,
  noticeDays: number,
  recallDays: number = noticeDays,
): Notice[] {
  const now = `${isoDay(today)}T23:59`;
  const said = inboxOf(heard.slips).map(
    ({ slip, message, asks }): Notice => ({ sort: 'slip', time: message.time, asks, slip, message }),
  );
  const due = heard.slips.flatMap((slip): Notice[] => {
    const day = isOnLoan(slip.state) ? parseDay(slip.due ?? '') : null;
    if (day === null) return [];
    const time = `${isoDay(addDays(day, -noticeDays))}T00:00`;
    return time <= now ? [{ sort: 'due', time, asks: true, slip, due: day }] : [];
  });
  const lent = (heard.account?.loans ?? []).flatMap((loan): Notice[] => {
    if (loan.from !== 'desk') return [];
    const time = `${isoDay(addDays(loan.due, -(loan.recalled ? recallDays : noticeDays)))}T00:00`;
    return time <= now ? [{ sort: 'loan', time, asks: true, loan }] : [];
  });
  const waits = (heard.account?.holds ?? []).flatMap((hold): Notice[] =>
    hold.from === 'desk' && hold.state === 'provided' && hold.since !== null
      ? [{ sort: 'waits', time: `${isoDay(hold.since)}T09:00`, asks: true, hold }]
      : [],
  );
  const hours = heard.hours.flatMap((hour): Notice[] => {
    if (hour.state === 'given-back' || endOf(hour) < isoDay(today)) return [];
    if (hour.state === 'called-off') return [{ sort: 'hour', time: hour.changed, asks: true, hour }];
    // The day before, so that there is time to give it back.
    const day = parseDay(hour.start.slice(0, 10));
    const time = day === null ? '' : `${isoDay(addDays(day, -1))}T00:00`;
    return time && time <= now ? [{ sort: 'hour', time, asks: false, hour }] : [];
  });
  const byId = new Map(heard.questions.map((q) => [q.id, q]));
  const answers = heard.answers.flatMap(({ id, time, text }): Notice[] => {
    const question = byId.get(id);
    return question ? [{ sort: 'answer', time, asks: false, question, text }] : [];
  });
  const news = heard.news
    .filter(({ n }) => n > 0)
    .map(
      ({ search, n }): Notice => ({
        sort: 'search',
        time: `${isoDay(today)}T00:00`,
        asks: false,
        search,
        n,
      }),
    );
  // What is said of a due volume already stands there once.
  const spoken = new Set(due.map((d) => (d.sort === 'due' ? d.slip.id : '')));
  const rest = said.map((s) => (s.sort === 'slip' && spoken.has(s.slip.id) ? { ...s, asks: false } : s));
  return [...due, ...lent, ...waits, ...hours, ...rest, ...answers, ...news].sort(
    (a, b) => Number(b.asks) - Number(a.asks) || (a.time < b.time ? 1 : a.time > b.time ? -1 : 0),
  );
}
/** @param seen ISO local time of the last look; empty for none */
export const unseen = (notices: readonly Notice[], seen: string): number =>
  notices.filter((n) => n.time > seen).length;
