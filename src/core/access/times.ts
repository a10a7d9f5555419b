/**
 * When each option would bring the item into the reader's hands: opening hours, closing days, working days,
 * due dates, transfer, scan desk, post. One place for both the exact ways and the summary; memoised, since a
 * result page asks the same few questions tens of thousands of times.
 */

import type { Service } from '../model/codes';
import type { Campus, Library, Partner } from '../model/library';
import type { Spread } from '../model/policy';
import type { ReaderSituation } from '../model/reader';
import { addDays, clock, clockOf, type DayNumber, dayOf, type Minutes, startOf } from '../model/time';
import type { Ready, WaitClass } from '../model/waits';
import { afterMinutes } from '../model/zone';
import { addWorkingDays, deskDay, nextOpen } from './calendar';
import { type Available, IN } from './options';
import { inTurn } from './turnaround';
import type { Vantage } from './vantage';

/** The wait class of a moment; null (never) is unlikely. */
export function waitClassOf(ready: Minutes | null, at: Minutes, library: Library): WaitClass {
  if (ready === null) return 'unlikely';
  if (ready <= at) return 'now';
  const days = dayOf(ready) - dayOf(at);
  if (days === 0) return 'today';
  const { thisWeekDays, twoWeeksDays } = library.policy.wait;
  return days <= thisWeekDays ? 'week' : days <= twoWeeksDays ? 'two-weeks' : 'later';
}

export interface Times {
  readonly library: Library;
  readonly situation: ReaderSituation;
  readonly at: Minutes;
  online(from: DayNumber, until: DayNumber): Ready | null;
  copy(campus: Campus, available: Available): Ready | null;
  /** From the shelf of the reader's own campus to its pickup point, by staff; never before one could go oneself. */
  aside(campus: Campus): Ready | null;
  /** When the doors of a campus open next, for what may only be read there. */
  visit(campus: Campus): Ready | null;
  scan(campus: Campus): Ready;
  partnerLoan(partner: Partner, available: Available): Ready | null;
  partnerCopy(partner: Partner): Ready;
  lending(days: Spread, service: Service): Ready | null;
  /** An answer from a desk, and a volume that has to be bought first. */
  staff(days: Spread): Ready | null;
  ordered(days: Spread): Ready | null;
}
/** From a campus to itself; all other roads are in the matrix (`placesProblem`). */
const NO_ROAD: Spread = { median: 0, likely: 0 };
const POST_COMES = '12:00';
const STAFF_ANSWER = '14:00';

/**
 * The last times worked out for a library: a page of results asks for the same reader and moment again and
 * again.
 */
const latest = new WeakMap<Library, Times>();

/**
 * The times at which each road would bring a thing, for one reader and one moment; the last ones are kept
 * for each library.
 */
export function timesFor(from: Vantage): Times {
  const { library, situation, at } = from;
  const known = latest.get(library);
  const same =
    known?.at === at &&
    known.situation.campus === situation.campus &&
    known.situation.remote === situation.remote;
  if (known && same && known.situation.category === situation.category) return known;
  const times = makeTimes(from);
  latest.set(library, times);
  return times;
}

function makeTimes({ library, situation, at }: Vantage): Times {
  const { policy } = library;
  const today = dayOf(at);
  const home = library.campuses.find((c) => c.id === situation.campus) ?? library.campuses[0];
  if (!home) throw new Error('a library needs a campus');
  const mailed = clock(policy.scanDesk.sentAt);
  /** The first day on which what comes in now can be begun: today until the cut-off, else tomorrow. */
  const from = (cutoff: string): DayNumber => addDays(today, clockOf(at) > clock(cutoff) ? 1 : 0);
  /** The working day on which staff begin with it. */
  const begun = addWorkingDays(policy, from(policy.courier.cutoff), 0);

  /** One memory per place, by day: a number is found faster than a composed text. */
  const memos = new Map<object | Service, Map<number, Ready | null>>();
  const visits = new Map<Campus, Ready | null>();
  const remember = (place: object | Service, key: number, make: () => Ready | null): Ready | null => {
    let memo = memos.get(place);
    if (!memo) {
      memo = new Map();
      memos.set(place, memo);
    }
    let ready = memo.get(key);
    if (ready === undefined) {
      ready = make();
      memo.set(key, ready);
    }
    return ready;
  };
  const transit = (place: string): Spread => policy.courier.transit[place]?.[home.id] ?? NO_ROAD;
  /** The courier calls at a campus on its days only; what arrives between waits for the next. */
  const called = deskDay(policy, home, home.courierWeekdays);
  /** A thing that reaches the home campus on that day is collected when the doors next open. */
  const collect = (day: DayNumber): Minutes | null =>
    nextOpen(home, policy, startOf(day), policy.shelf.lastEntryMinutes);
  const brought = (day: DayNumber): Minutes | null => collect(addWorkingDays(policy, day, 0, called));
  const spread = (days: Spread, place: (n: number) => Minutes | null): Ready | null => {
    const median = place(days.median);
    const likely = place(days.likely);
    return median === null || likely === null ? null : { median, likely };
  };
  const posted = (day: DayNumber, ...steps: readonly Spread[]) =>
    spread(inTurn(...steps, policy.post), (n) => startOf(addWorkingDays(policy, day, n), clock(POST_COMES)));
  const carried = (day: DayNumber, ...steps: readonly Spread[]) =>
    spread(inTurn(...steps), (n) => brought(addWorkingDays(policy, day, n)));
  const mailedOn = (day: DayNumber, days: Spread, counts?: (day: DayNumber) => boolean): Ready => {
    const on = (n: number): Minutes => {
      const t = startOf(addWorkingDays(policy, day, n, counts), mailed);
      return t > at ? t : startOf(addWorkingDays(policy, day, n + 1, counts), mailed);
    };
    return { median: on(days.median), likely: on(days.likely) };
  };
  /** An overdue loan says nothing about when it comes; the policy's days of grace stand in. */
  const back = (available: Available): DayNumber =>
    available < today ? addDays(today, policy.shelf.overdueGraceDays) : available;

  return {
    library,
    situation,
    at,
    online(from, until) {
      if (today >= until) return null;
      const t = today >= from ? at : startOf(from);
      return { median: t, likely: t };
    },
    copy: (campus, available) =>
      remember(campus, available, () => {
        if (available !== IN) {
          const { returned } = policy.shelf;
          if (situation.remote) return posted(back(available), returned);
          if (campus.id === home.id)
            return spread(returned, (n) => collect(addWorkingDays(policy, back(available), n)));
          return carried(back(available), returned, transit(campus.id));
        }
        // The courier takes it on the next of its days at that campus.
        const leaves = addWorkingDays(
          policy,
          from(policy.courier.cutoff),
          0,
          deskDay(policy, campus, campus.courierWeekdays),
        );
        if (situation.remote) return posted(leaves);
        if (campus.id !== home.id) return carried(leaves, transit(campus.id));
        const open = nextOpen(campus, policy, at, policy.shelf.lastEntryMinutes);
        if (open === null) return null;
        const t = afterMinutes(policy.zone, open, policy.shelf.fetchMinutes);
        return { median: t, likely: t };
      }),
    aside(campus) {
      const shelf = this.copy(campus, IN);
      if (!policy.shelf.aside || !shelf || situation.remote || campus.id !== home.id) return null;
      return spread(policy.shelf.aside, (n) => {
        const there = collect(addWorkingDays(policy, begun, n));
        return there === null ? null : (Math.max(there, shelf.median) as Minutes);
      });
    },
    visit(campus) {
      const known = visits.get(campus);
      if (known !== undefined) return known;
      const open = nextOpen(campus, policy, at, policy.shelf.lastEntryMinutes);
      const ready = open === null ? null : { median: open, likely: open };
      visits.set(campus, ready);
      return ready;
    },
    scan(campus) {
      const works = deskDay(policy, campus, campus.scanWeekdays);
      return mailedOn(addWorkingDays(policy, from(policy.scanDesk.cutoff), 0, works), policy.scanDesk, works);
    },
    partnerLoan: (partner, available) =>
      remember(partner, available, () => {
        const day = available === IN ? begun : back(available);
        return situation.remote
          ? posted(day, partner.loanDays)
          : carried(day, partner.loanDays, transit(partner.id));
      }),
    partnerCopy: (partner) => mailedOn(begun, partner.copyDays),
    lending: (days, service) =>
      remember(service, days.median * 1000 + days.likely, () => {
        if (service === 'copy') return mailedOn(begun, days);
        if (situation.remote) return posted(begun, days);
        // Lenders' parcels come to the interlibrary desk; from there the courier takes them on.
        return policy.lending.desk === home.id
          ? spread(days, (n) => collect(addWorkingDays(policy, begun, n)))
          : carried(begun, days, transit(policy.lending.desk));
      }),
    staff: (days) => spread(days, (n) => startOf(addWorkingDays(policy, begun, n), clock(STAFF_ANSWER))),
    ordered: (days) => spread(days, (n) => brought(addWorkingDays(policy, begun, n))),
  };
}
