/** Ways to what our own campuses have: on the shelf, out, missing, on the premises only, scanned. */
import type { Campus } from '../model/library';
import { type DayValue, dayValue, type Message, msg, NOTHING } from '../model/message';
import type { Copy, CopyStatus } from '../model/record';
import { clockOf, clockText, type DayNumber, dayOf, parseDay } from '../model/time';
import { hoursOn, nextOpen } from './calendar';
import { type Draft, NOTHING_TO_DO, type Telling } from './draft';
import { IN, type Option } from './options';
import type { Times } from './times';

/** `Hill Library, Level 2, TX 402 .B73 2024`. */
const placeOf = ({ name }: Campus, { location, callNumber }: Copy): string =>
  [name, location, callNumber].filter(Boolean).join(', ');

type CopyOption = Extract<Option, { type: 'copy' }>;
/** A volume of ours: to be taken, sent, held, visited, or missing. */
export function copy(option: CopyOption, telling: Telling): Draft {
  const { campus, copy: volume, available } = option;
  const place = placeOf(campus, volume);
  if (available === null)
    return {
      id: `missing:${campus.id}`,
      title: msg('access.at', { name: campus.name }),
      place,
      ready: null,
      reasons: [msg('access.theCopyIsMissingStaffAre')],
      action: NOTHING_TO_DO,
    };
  if (volume.rule === 'premises')
    return available === IN
      ? visit(campus, place, telling)
      : {
          id: `away:${campus.id}`,
          title: msg('access.readAt', { name: campus.name }),
          place,
          ready: null,
          reasons: [statusLine(volume.status, available < dayOf(telling.times.at), dayOf(telling.times.at))],
          action: NOTHING_TO_DO,
        };
  if (available !== IN) return hold(option, place, telling);
  return onShelf(option, place, telling);
}

const homeOf = ({ library, situation }: Times): Campus | undefined =>
  library.campuses.find((c) => c.id === situation.campus);

/** To be read on the premises only. */
function visit(campus: Campus, place: string, { times }: Telling): Draft {
  const { library, situation, at } = times;
  const { policy } = library;
  const ready = times.visit(campus);
  const open = ready?.median ?? null;
  const hours = open === null ? null : hoursOn(campus, policy, dayOf(open));
  const minutesBy = campus.travel[situation.campus];
  return {
    id: `visit:${campus.id}`,
    title: msg('access.readAt', { name: campus.name }),
    place,
    ready,
    setsWait: false,
    onSite: true,
    ...(open === null
      ? {}
      : {
          label:
            dayOf(open) === dayOf(at)
              ? msg('access.today')
              : msg('access.onDay', { day: dayValue(dayOf(open), dayOf(at)) }),
        }),
    sub: ready ? msg('access.onSite') : NOTHING,
    reasons: [
      msg('access.mayBeReadOnThePremises'),
      ...(hours ? [msg('access.openUntil', { close: clockText(hours.close) })] : []),
      ...(campus.access ? [msg('access.access', { text: campus.access })] : []),
      ...(minutesBy ? [msg('access.minutesByBusFrom', { minutesBy, name: homeOf(times)?.name })] : []),
    ],
    action: { do: 'go', campus: campus.id },
  };
}

/** Out, in transit: it can be held for the reader. */
function hold({ campus, copy: { status }, available }: CopyOption, place: string, { times }: Telling): Draft {
  const { situation, at } = times;
  const queue = status.state === 'out' ? status.queue : 0;
  const overdue = available !== null && available < dayOf(at);
  return {
    id: `hold:${campus.id}`,
    title:
      campus.id === situation.campus
        ? msg('access.holdItWhenItComesBack')
        : msg('access.holdAtSentTo', { name: campus.name, name2: homeOf(times)?.name }),
    place,
    ready: available === null ? null : times.copy(campus, available),
    approximate: true,
    route: 'hold',
    reasons: [
      statusLine(status, overdue, dayOf(at)),
      queue ? msg('access.waiting', { queue }) : msg('access.nobodyIsWaiting'),
      campus.fetchesHolds
        ? msg('access.staffPutItAsideForYou')
        : msg('access.keepsItAtItsShelfYou', { name: campus.name }),
    ],
    action: { do: 'slip', route: 'hold', from: campus.id },
  };
}
function statusLine(status: CopyStatus, overdue: boolean, today: DayNumber): Message {
  const due = status.state === 'out' || status.state === 'transit' ? dueDay(status.due, today) : '';
  if (status.state === 'transit') return msg('access.inTransitExpected', { due });
  return msg(overdue ? 'access.overdueSince' : 'access.onLoanUntil', { due });
}
/** A day of the library's data; what is no day stays as it is. */
export function dueDay(iso: string, today: DayNumber): DayValue | string {
  const day = parseDay(iso);
  return day === null ? iso : dayValue(day, today);
}

/** In, and free to be taken or sent. */
function onShelf(option: CopyOption, place: string, { times }: Telling): Draft {
  const { library, situation } = times;
  const { campus, copy: volume } = option;
  const ready = times.copy(campus, IN);
  const short = volume.rule === 'short-loan' ? [msg('access.shortLoanFourHoursRenewableWhile')] : [];
  if (situation.remote)
    return {
      id: `post:${campus.id}`,
      title: msg('access.loanByPost'),
      place,
      ready,
      route: 'post',
      reasons: [msg('access.hasItOnTheShelfAnd', { name: campus.name }), ...short],
      action: { do: 'slip', route: 'post', from: campus.id },
    };
  if (campus.id === situation.campus)
    return {
      id: `shelf:${campus.id}`,
      title: msg('access.onTheShelf'),
      place,
      ready,
      reasons: [hoursLine(campus, times), ...short],
      action: { do: 'go', campus: campus.id },
    };
  const travel = campus.travel[situation.campus];
  const days = library.policy.courier.transit[campus.id]?.[situation.campus]?.median ?? 0;
  const weekdays = campus.courierWeekdays;
  return {
    id: `transfer:${campus.id}`,
    title: msg('access.sendsIt', { name: campus.name }),
    place,
    ready,
    route: 'transfer',
    reasons: [
      weekdays
        ? msg('access.transferOn', { name: campus.name, days, weekdays: { weekdays } })
        : msg('access.transfer', { name: campus.name, days }),
      ...(travel ? [msg('access.orGoThereMinutesByBus', { travel })] : []),
      ...short,
    ],
    action: { do: 'slip', route: 'transfer', from: campus.id },
  };
}
/** In, and put aside by staff: a hold on what is there. Null for a reader of another campus. */
export function aside(
  { campus, copy }: Extract<Option, { type: 'aside' }>,
  { times }: Telling,
): Draft | null {
  const ready = times.aside(campus);
  return (
    ready && {
      id: `hold:${campus.id}`,
      title: msg('access.putAsideForYou'),
      place: placeOf(campus, copy),
      ready,
      route: 'hold',
      reasons: [msg('access.inStaffTakeItFromThe', { pickupDays: times.library.policy.shelf.pickupDays })],
      action: { do: 'slip', route: 'hold', from: campus.id },
    }
  );
}
/** That it is in, and until when one can come for it. */
function hoursLine(campus: Campus, { library, at }: Times): Message {
  const { policy } = library;
  const { name } = campus;
  const today = hoursOn(campus, policy, dayOf(at));
  if (today && clockOf(at) < today.close - policy.shelf.lastEntryMinutes)
    return clockOf(at) < today.open
      ? msg('access.inOpensAt', { name, open: clockText(today.open) })
      : msg('access.inOpenUntil', { close: clockText(today.close) });
  const next = nextOpen(campus, policy, at, policy.shelf.lastEntryMinutes);
  if (next === null) return msg('access.in');
  const day = dayValue(dayOf(next), dayOf(at));
  return msg('access.inOpensAgainAt', { name, day, clock: clockText(clockOf(next)) });
}

/** A copy of a part, made by our own scan desk. */
export function scan({ campus, callNumber }: Extract<Option, { type: 'scan' }>, { times }: Telling): Draft {
  const days = times.library.policy.scanDesk.median;
  const weekdays = campus.scanWeekdays;
  const { name } = campus;
  return {
    id: `scan:${campus.id}`,
    title: msg('access.scanByEMail'),
    place: `${name}, ${callNumber}`,
    ready: times.scan(campus),
    route: 'scan',
    reasons: [
      weekdays
        ? msg('access.scanOn', { name, days, weekdays: { weekdays } })
        : msg('access.scan', { name, days }),
    ],
    action: { do: 'slip', route: 'scan', from: campus.id },
  };
}
