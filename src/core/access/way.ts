/**
 * One way to read: its title and place, when it brings the item and how surely, what it costs, and the
 * reasons for all of it. One function for each sort of option.
 */
import { fromOutside, linkFor } from '../coverage/links';
import type { Route } from '../model/codes';
import type { Campus } from '../model/library';
import { type DayValue, dayValue, type Message, msg, NOTHING, shareValue } from '../model/message';
import type { Copy, CopyStatus } from '../model/record';
import { clockOf, clockText, type DayNumber, dayOf, isoLocal, parseDay } from '../model/time';
import type { Ready } from '../model/waits';
import type { Way, WayAction } from '../model/ways';
import { priceOf } from '../policy/price';
import { hoursOn, nextOpen } from './calendar';
import type { LendingPlan, Refusal } from './chance';
import { type AccessItem, entitled, IN, type OnlineOption, type Option } from './options';
import { type Times, waitClassOf } from './times';
import { verdictOf } from './verdict';
import { waitLabel } from './waitLabel';

/** For whom, when, and of what the ways are told. */
export interface Telling {
  readonly item: AccessItem;
  readonly times: Times;
  readonly needBy: DayNumber | null;
  /** With the lenders one by one. */
  readonly detailed: boolean;
}
/** What an option says of itself; the rest follows from it. */
interface Draft {
  readonly id: string;
  readonly title: Message;
  readonly place: string;
  readonly ready: Ready | null;
  readonly reasons: readonly Message[];
  readonly action: WayAction;
  /** The road by which it comes, where it costs something. */
  readonly route?: Route;
  readonly approximate?: boolean;
  /** 1 when left out. */
  readonly chance?: number;
  /** Whether it counts for the wait; it does when left out, if there is a day. */
  readonly setsWait?: boolean;
  /** It is read where it is kept. */
  readonly onSite?: true;
  readonly label?: Message;
  readonly sub?: Message;
  readonly lenders?: Way['lenders'];
  /** The title names the place. */
  readonly titled?: true;
}
const NOTHING_TO_DO: WayAction = { do: 'nothing' };
/** A print run is there; now and then the very issue is not. */
export const PARTNER_COPY = 0.99;

/**
 * How the library reached the number: `38 libraries own it, 21 can be asked; 12 don’t send to our country`.
 */
export function ownersLine(plan: {
  readonly owners: number | null;
  readonly able: number;
  readonly refused: Readonly<Partial<Record<Refusal, number>>>;
}): Message {
  if (plan.owners === null) return msg('access.noRecordSaysWhoOwnsIt', { able: plan.able });
  const refused = Object.entries(plan.refused).map(([why, n]) =>
    msg('access.refused', { n, why: refusalText(why as Refusal) }),
  );
  return msg('access.owners', {
    owners: plan.owners,
    able: plan.able,
    refused: { joined: refused, by: '' },
  });
}
/** Why an owner does not supply it. */
export const refusalText = (why: Refusal): Message => msg(`access.refusal.${why}`);

/** The way that an option is; null for one that is none. */
export function wayFor(option: Option, telling: Telling): Way | null {
  const draft = draftOf(option, telling);
  return draft && finished(draft, telling);
}
function draftOf(option: Option, telling: Telling): Draft | null {
  switch (option.type) {
    case 'online':
      return online(option, telling);
    case 'not-online':
      return notOnline(`none:${option.provider.id}`, option.provider.name, option.why);
    case 'copy':
      return copy(option, telling);
    case 'aside':
      return aside(option, telling);
    case 'scan':
      return scan(option, telling);
    case 'partner-copy':
      return partnerCopy(option, telling);
    case 'partner-loan':
      return partnerLoan(option, telling);
    case 'lending':
      return lending(option.plan, telling);
  }
}

/** Prices, wait and verdict follow from the draft alike for every way. */
function finished(draft: Draft, { times, needBy }: Telling): Way {
  const { library, situation, at } = times;
  const { unlikelyBelow } = library.policy.wait;
  const { ready, chance = 1 } = draft;
  const unlikely = chance < unlikelyBelow;
  const { category, remote } = situation;
  const priceLines = draft.route
    ? priceOf({ route: draft.route, speed: 'standard', category, remote, royalty: 0 }, library.policy)
    : [];
  const { label, sub } = unlikely
    ? { label: msg('access.unlikely'), sub: NOTHING }
    : ready
      ? waitLabel(ready, at, library, draft.approximate)
      : { label: msg('access.no'), sub: NOTHING };
  return {
    id: draft.id,
    title: draft.title,
    // What is unlikely has a day all the same, should it come: it can be tried, it just sets no wait.
    ready: ready && { median: isoLocal(ready.median), likely: isoLocal(ready.likely) },
    class:
      unlikely || !ready ? 'unlikely' : draft.onSite ? 'on-site' : waitClassOf(ready.median, at, library),
    label: draft.label ?? label,
    sub: draft.sub ?? sub,
    place: draft.place,
    titled: draft.titled ?? false,
    price: priceLines.reduce((sum, l) => sum + l.cents, 0),
    priceLines,
    chance,
    setsWait: (draft.setsWait ?? true) && ready !== null && !unlikely,
    verdict: unlikely ? null : verdictOf(ready, needBy),
    reasons: draft.reasons,
    ...(draft.lenders ? { lenders: draft.lenders } : {}),
    action: draft.action,
  };
}

// Online.

const notOnline = (id: string, place: string, why: Message): Draft => ({
  id,
  title: msg('access.online'),
  place,
  ready: null,
  reasons: [why],
  action: NOTHING_TO_DO,
});

function online(option: OnlineOption, { item, times }: Telling): Draft {
  const { library, situation, at } = times;
  const { provider } = option;
  const id = `online:${provider.id}`;
  if (!entitled(option, situation.campus)) {
    const where = library.campuses.filter((c) => (provider.entitlement as readonly string[]).includes(c.id));
    const why = msg('access.isLicensedForReadersOnlyAnother', {
      name: provider.name,
      where: where.map((c) => c.name),
    });
    return notOnline(id, provider.name, why);
  }
  const ready = times.online(option.from, option.until);
  if (!ready) return notOnline(id, provider.name, msg('access.itHasLeftThatWindow', { why: option.why }));
  const signIn = situation.remote && !option.open;
  const now = ready.median <= at;
  const links = library.links ?? {};
  const address = linkFor(option.link, item.record, links);
  const href = address !== null && signIn ? fromOutside(address, links) : address;
  const version = msg(`access.version.${option.version}`);
  const day = dayValue(dayOf(ready.median), dayOf(at));
  return {
    id,
    title: msg(option.open ? 'access.onlineOpenToAll' : 'access.online'),
    place: provider.name,
    ready,
    reasons: [
      option.why,
      option.open
        ? msg('access.openToAll', { version })
        : msg('access.licensedFor', { name: library.name, version }),
      ...(signIn ? [msg('access.youAreOffCampusItOpens')] : []),
      ...(address === null ? [msg('access.nothingSaysAtWhichAddressIt')] : []),
      ...(now ? [] : [msg('access.itCanBeReadFromWhen', { day })]),
    ],
    action: now && href !== null ? { do: 'open', href, signIn } : NOTHING_TO_DO,
  };
}

// Our own copies.

/** `Hill Library, Level 2, TX 402 .B73 2024`. */
const placeOf = ({ name }: Campus, { location, callNumber }: Copy): string =>
  [name, location, callNumber].filter(Boolean).join(', ');

type CopyOption = Extract<Option, { type: 'copy' }>;
function copy(option: CopyOption, telling: Telling): Draft {
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
    sub: hours ? msg('access.onSiteUntil', { close: clockText(hours.close) }) : NOTHING,
    reasons: [
      msg('access.mayBeReadOnThePremises'),
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
function dueDay(iso: string, today: DayNumber): DayValue | string {
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
function aside({ campus, copy }: Extract<Option, { type: 'aside' }>, { times }: Telling): Draft | null {
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
function scan({ campus, callNumber }: Extract<Option, { type: 'scan' }>, { times }: Telling): Draft {
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

// From elsewhere.

const partnerCopy = ({ partner }: Extract<Option, { type: 'partner-copy' }>, { times }: Telling): Draft => ({
  id: `partner-copy:${partner.id}`,
  title: msg('access.copyByEMail'),
  place: partner.name,
  ready: times.partnerCopy(partner),
  route: 'partner-copy',
  chance: PARTNER_COPY,
  reasons: [msg('access.fromThePrintRunOf', { name: partner.name })],
  action: { do: 'slip', route: 'partner-copy', from: partner.id },
});

function partnerLoan(
  { partner, available, copy: { status } }: Extract<Option, { type: 'partner-loan' }>,
  { times }: Telling,
): Draft {
  const { name } = partner;
  if (available === null)
    return {
      id: `partner-missing:${partner.id}`,
      title: msg('access.lenderName', { name }),
      titled: true,
      place: name,
      ready: null,
      reasons: [msg('access.theirCopyIsMissing')],
      action: NOTHING_TO_DO,
    };
  return {
    id: `partner-loan:${partner.id}`,
    title: msg('access.lendsIt', { name }),
    titled: true,
    place: name,
    ready: times.partnerLoan(partner, available),
    route: 'partner-loan',
    approximate: available !== IN,
    reasons: [
      status.state === 'out'
        ? msg('access.checkedOutThereUntil', { due: dueDay(status.due, dayOf(times.at)) })
        : msg('access.inOnTheirShelfAsWe'),
      msg('access.orReadItThere', { access: partner.access }),
    ],
    action: { do: 'slip', route: 'partner-loan', from: partner.id },
  };
}

/** Interlibrary loan: null where nobody owns it. */
function lending(plan: LendingPlan, { times, detailed }: Telling): Draft | null {
  if (plan.owners === 0) return null;
  const route: Route = plan.service === 'copy' ? 'ill-copy' : 'ill-loan';
  const asked = plan.asked.length > 0;
  return {
    id: 'lending',
    title: msg(plan.service === 'copy' ? 'access.interlibraryCopy' : 'access.interlibraryLoan'),
    place: plan.asked[0]?.lender.name ?? '',
    ready: asked ? times.lending(plan.days, plan.service) : null,
    chance: plan.chance,
    route,
    approximate: true,
    reasons: [
      msg('access.sentence', { text: ownersLine(plan) }),
      asked
        ? msg('access.chanceOtherAskedOneAfterThe', {
            chance: shareValue(Math.min(plan.chance, MOST_SURE)),
            asked: plan.asked.length,
            round: Math.round(plan.mean),
          })
        : msg('access.noneOfThemCanSupplyIt'),
    ],
    ...(detailed ? { lenders: lendersOf(plan) } : {}),
    action: asked ? { do: 'slip', route, from: 'lending' } : NOTHING_TO_DO,
  };
}
/** Nothing that hangs on others is said to be certain. */
const MOST_SURE = 0.99;
const lendersOf = (plan: LendingPlan): NonNullable<Way['lenders']> => ({
  asked: plan.asked.map((a) => ({ name: a.lender.name, p: a.p, days: a.days.median })),
  excluded: plan.excluded.map(({ lender, why }) => ({ name: lender.name, why: refusalText(why) })),
});
