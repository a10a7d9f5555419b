/**
 * One way to read in words: its title and place, when it brings the item and how surely, what it costs, and the reasons for all of it.
 */

import { fromOutside, linkFor } from '../coverage/links';
import type { Campus, Library, Route } from '../model/library';
import {
  clockOf,
  clockText,
  type DayNumber,
  dayOf,
  dayText,
  isoLocal,
  type Minutes,
  parseDay,
  shortDay,
  startOf,
} from '../model/time';
import type { Ready } from '../model/waits';
import type { Way, WayAction } from '../model/ways';
import { priceOf } from '../policy/price';
import { hoursOn, nextOpen } from './calendar';
import { REFUSAL_TEXT, type Refusal } from './chance';
import { type AccessItem, entitled, IN, type Option, type TextVersion } from './options';
import { type Times, waitClassOf } from './times';
import { verdictOf } from './verdict';

const VERSION_TEXT: Record<TextVersion, string> = {
  'version-of-record': 'version of record',
  'accepted-manuscript': 'accepted manuscript',
  preprint: 'preprint',
};

/** The two lines of the wait column for a moment: `Thu 5 Nov` over `or Fri 6 Nov`. */
export function waitLabel(
  ready: Ready | null,
  at: Minutes,
  library: Library,
  approximate = false,
): { label: string; sub: string } {
  if (!ready) return { label: 'Unlikely', sub: '' };
  const cls = waitClassOf(ready.median, at, library);
  if (cls === 'now') return { label: 'Now', sub: '' };
  const [from, to] = [dayOf(ready.median), dayOf(ready.likely)];
  const today = dayOf(at);
  const sub = to > from ? `by ${dayText(to, today)}` : '';
  if (cls === 'today') {
    const opening =
      ready.median - at > 60
        ? `from ${clockText(Math.floor((ready.median - startOf(today)) / 10) * 10)}`
        : '';
    return { label: 'Today', sub: sub || opening };
  }
  if (approximate || cls === 'later')
    return {
      label: `≈ ${dayOf(ready.median) - today > 180 ? dayText(from, today).slice(4) : shortDay(from)}`,
      sub,
    };
  return { label: dayText(from, today), sub };
}

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
const percent = (p: number): string => `${p > 0.995 ? 99 : Math.round(p * 100)} %`;
const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;

/** How the library reached the number: `38 own it, 21 can be asked; 12 don’t send to our country`. */
export function ownersLine(plan: {
  owners: number | null;
  able: number;
  refused: Readonly<Partial<Record<Refusal, number>>>;
}): string {
  const refused = Object.entries(plan.refused).map(([why, n]) => `${n} ${REFUSAL_TEXT[why as Refusal]}`);
  if (plan.owners === null) return `No record says who owns it; ${plan.able} libraries can be asked`;
  return [
    `${many(plan.owners, 'library owns', 'libraries own')} it, ${plan.able} can be asked`,
    ...refused,
  ].join('; ');
}

/** A print run is there; now and then the very issue is not. */
export const PARTNER_COPY = 0.99;

/** The way that an option is; null for one that is none. */
export function wayFor(
  option: Option,
  item: AccessItem,
  times: Times,
  needBy: DayNumber | null,
  detailed: boolean,
): Way | null {
  const { library, situation, at } = times;
  const { policy } = library;
  const { record } = item;
  const home = library.campuses.find((c) => c.id === situation.campus);
  const make = (
    id: string,
    title: string,
    ready: Ready | null,
    rest: Partial<Way> & {
      reasons: readonly string[];
      action: WayAction;
      service?: 'loan' | 'copy';
      route?: Route;
      approximate?: boolean;
    },
  ): Way => {
    const chance = rest.chance ?? 1;
    const setsWait = (rest.setsWait ?? true) && ready !== null && chance >= policy.wait.unlikelyBelow;
    const unlikely = chance < policy.wait.unlikelyBelow;
    const lines = rest.route
      ? priceOf(
          {
            route: rest.route,
            speed: 'standard',
            category: situation.category,
            remote: situation.remote,
            royalty: 0,
          },
          policy,
        )
      : [];
    const { label, sub } = unlikely
      ? { label: 'Unlikely', sub: '' }
      : ready
        ? waitLabel(ready, at, library, rest.approximate)
        : { label: 'No', sub: '' };
    return {
      id,
      title,
      // What is unlikely has a day all the same, should it come: it can be tried, it just sets no wait.
      ready: ready ? { median: isoLocal(ready.median), likely: isoLocal(ready.likely) } : null,
      class: unlikely || !ready ? 'unlikely' : waitClassOf(ready.median, at, library),
      label: rest.label ?? label,
      sub: rest.sub ?? sub,
      place: rest.place ?? '',
      price: lines.reduce((sum, l) => sum + l.cents, 0),
      priceLines: lines,
      chance,
      setsWait,
      verdict: unlikely ? null : verdictOf(ready, needBy),
      reasons: rest.reasons,
      ...(rest.lenders ? { lenders: rest.lenders } : {}),
      action: rest.action,
    };
  };

  /** A day of the library's data as the reader sees it. */
  const day = (iso: string): string => {
    const d = parseDay(iso);
    return d === null ? iso : dayText(d, dayOf(at));
  };
  const hoursLine = (campus: Campus): string => {
    const today = hoursOn(campus, policy, dayOf(at));
    if (today && clockOf(at) < today.close - policy.shelf.lastEntryMinutes)
      return clockOf(at) < today.open
        ? `In. ${campus.name} opens at ${clockText(today.open)}.`
        : `In. Open until ${clockText(today.close)}.`;
    const next = nextOpen(campus, policy, at, policy.shelf.lastEntryMinutes);
    return next === null
      ? 'In.'
      : `In. ${campus.name} opens again ${dayText(dayOf(next), dayOf(at))} at ${clockText(clockOf(next))}.`;
  };

  const transferLine = (campus: Campus): string => {
    const road = policy.courier.transit[campus.id]?.[situation.campus];
    const calls = campus.courierWeekdays?.map((d) => WEEKDAYS[d]).join(', ');
    return `On the shelf at ${campus.name}; a transfer takes ${many(road?.median ?? 0, 'working day', 'working days')}${calls ? `, and its courier calls on ${calls}` : ''}.`;
  };

  switch (option.type) {
    case 'online': {
      const { provider } = option;
      if (!entitled(option, situation.campus)) {
        const where = library.campuses
          .filter((c) => (provider.entitlement as readonly string[]).includes(c.id))
          .map((c) => c.name);
        return make(`online:${provider.id}`, 'Online', null, {
          place: provider.name,
          reasons: [
            `${provider.name} is licensed for ${where.join(' and ')} readers only. Another campus’s licence gives you nothing.`,
          ],
          action: { do: 'nothing' },
        });
      }
      const ready = times.online(option.from, option.until);
      if (!ready)
        return make(`online:${provider.id}`, 'Online', null, {
          place: provider.name,
          reasons: [`${option.why} It has left that window.`],
          action: { do: 'nothing' },
        });
      const signIn = situation.remote && !option.open;
      const now = ready.median <= at;
      const links = library.links ?? {};
      const address = linkFor(option.link, record, links);
      const href = address !== null && signIn ? fromOutside(address, links) : address;
      return make(`online:${provider.id}`, option.open ? 'Online, open to all' : 'Online', ready, {
        place: provider.name,
        reasons: [
          option.why,
          option.open
            ? `Open to all, ${VERSION_TEXT[option.version]}.`
            : `Licensed for ${library.name}, ${VERSION_TEXT[option.version]}.`,
          ...(signIn ? ['You are off campus: it opens through the university sign-in.'] : []),
          ...(address === null
            ? ['Nothing says at which address it stands: look for it at the provider.']
            : []),
          ...(now
            ? []
            : [
                `It can be read from ${dayText(dayOf(ready.median), dayOf(at))}, when the moving wall has passed it.`,
              ]),
        ],
        action: now && href !== null ? { do: 'open', href, signIn } : { do: 'nothing' },
      });
    }
    case 'not-online':
      return make(`none:${option.provider.id}`, 'Online', null, {
        place: option.provider.name,
        reasons: [option.why],
        action: { do: 'nothing' },
      });
    case 'copy': {
      const { campus, copy } = option;
      const place = `${campus.name}, ${copy.location}, ${copy.callNumber}`;
      if (option.available === null) {
        return make(`missing:${campus.id}`, `At ${campus.name}`, null, {
          place,
          reasons: ['The copy is missing; staff are looking for it.'],
          action: { do: 'nothing' },
        });
      }
      if (copy.rule === 'premises') {
        const open = nextOpen(campus, policy, at, policy.shelf.lastEntryMinutes);
        const hours = open === null ? null : hoursOn(campus, policy, dayOf(open));
        const until = hours ? `until ${clockText(hours.close)}` : '';
        const minutesBy = campus.travel[situation.campus];
        return make(
          `visit:${campus.id}`,
          `Read at ${campus.name}`,
          open === null ? null : { median: open, likely: open },
          {
            place,
            setsWait: false,
            label:
              open === null
                ? undefined
                : dayOf(open) === dayOf(at)
                  ? 'Today'
                  : dayText(dayOf(open), dayOf(at)),
            sub: until,
            reasons: [
              'May be read on the premises only, so it does not set the wait.',
              ...(campus.access ? [campus.access] : []),
              ...(minutesBy ? [`${minutesBy} minutes by bus from ${home?.name}.`] : []),
            ],
            action: { do: 'go', campus: campus.id },
          },
        );
      }
      const ready = times.copy(campus, option.available);
      if (option.available !== IN) {
        const status = copy.status;
        const overdue = option.available < dayOf(at);
        const due = status.state === 'out' || status.state === 'transit' ? status.due : '';
        const queue = status.state === 'out' ? status.queue : 0;
        return make(
          `hold:${campus.id}`,
          campus.id === situation.campus
            ? 'Hold it when it comes back'
            : `Hold at ${campus.name}, sent to ${home?.name}`,
          ready,
          {
            place,
            approximate: true,
            route: 'hold',
            reasons: [
              status.state === 'transit'
                ? `In transit, expected ${day(due)}.`
                : `On loan until ${day(due)}${overdue ? ', overdue' : ''}.`,
              queue ? `${many(queue, 'reader is', 'readers are')} waiting before you.` : 'Nobody is waiting.',
              campus.fetchesHolds
                ? 'Staff put it aside for you.'
                : `${campus.name} keeps it at its shelf; you fetch it yourself.`,
            ],
            action: { do: 'slip', route: 'hold', from: campus.id },
          },
        );
      }
      const short =
        copy.rule === 'short-loan' ? ['Short loan: four hours, renewable while nobody waits.'] : [];
      if (situation.remote) {
        return make(`post:${campus.id}`, 'Loan by post', ready, {
          place,
          route: 'post',
          reasons: [`${campus.name} has it on the shelf and posts it to you.`, ...short],
          action: { do: 'slip', route: 'post', from: campus.id },
        });
      }
      if (campus.id === situation.campus) {
        return make(`shelf:${campus.id}`, 'On the shelf', ready, {
          place,
          reasons: [hoursLine(campus), ...short],
          action: { do: 'go', campus: campus.id },
        });
      }
      return make(`transfer:${campus.id}`, `${campus.name} sends it`, ready, {
        place,
        route: 'transfer',
        reasons: [
          transferLine(campus),
          ...(campus.travel[situation.campus]
            ? [`Or go there: ${campus.travel[situation.campus]} minutes by bus.`]
            : []),
          ...short,
        ],
        action: { do: 'slip', route: 'transfer', from: campus.id },
      });
    }
    case 'scan':
      return make(`scan:${option.campus.id}`, 'Scan by e-mail', times.scan(option.campus), {
        place: `${option.campus.name}, ${option.callNumber}`,
        route: 'scan',
        reasons: [
          `${option.campus.name} has it in print; the scan desk takes ${many(policy.scanDesk.median, 'working day', 'working days')}${
            option.campus.scanWeekdays
              ? `, on ${option.campus.scanWeekdays.map((d) => WEEKDAYS[d]).join(', ')}`
              : ''
          }.`,
        ],
        action: { do: 'slip', route: 'scan', from: option.campus.id },
      });
    case 'partner-copy':
      return make(`partner-copy:${option.partner.id}`, 'Copy by e-mail', times.partnerCopy(option.partner), {
        place: option.partner.name,
        route: 'partner-copy',
        chance: PARTNER_COPY,
        reasons: [`From the print run of ${option.partner.name}.`],
        action: { do: 'slip', route: 'partner-copy', from: option.partner.id },
      });
    case 'partner-loan': {
      const { partner, available, copy } = option;
      if (available === null)
        return make(`partner-missing:${partner.id}`, partner.name, null, {
          place: partner.name,
          reasons: ['Their copy is missing.'],
          action: { do: 'nothing' },
        });
      const out = [
        copy.status.state === 'out'
          ? `Checked out there until ${day(copy.status.due)}.`
          : 'In on their shelf as we speak.',
        `Or read it there: ${partner.access}`,
      ];
      return make(
        `partner-loan:${partner.id}`,
        `${partner.name} lends it`,
        times.partnerLoan(partner, available),
        {
          place: partner.name,
          route: 'partner-loan',
          approximate: available !== IN,
          reasons: out,
          action: { do: 'slip', route: 'partner-loan', from: partner.id },
        },
      );
    }
    case 'lending': {
      const { plan } = option;
      if (plan.owners === 0) return null;
      const route: Route = plan.service === 'copy' ? 'ill-copy' : 'ill-loan';
      const ready = plan.asked.length ? times.lending(plan.days, plan.service) : null;
      const lenders = detailed
        ? {
            asked: plan.asked.map((a) => ({ name: a.lender.name, p: a.p, days: a.days.median })),
            excluded: plan.excluded.map(({ lender, why }) => ({ name: lender.name, why: REFUSAL_TEXT[why] })),
          }
        : undefined;
      return make('lending', plan.service === 'copy' ? 'Interlibrary copy' : 'Interlibrary loan', ready, {
        place: plan.asked[0]?.lender.name ?? '',
        ...(lenders ? { lenders } : {}),
        chance: plan.chance,
        route,
        approximate: true,
        reasons: [
          `${ownersLine(plan)}.`,
          plan.asked.length
            ? `Chance ${percent(plan.chance)}, ${many(plan.asked.length, 'library is', 'libraries are')} asked one after the other; ${many(Math.round(plan.mean), 'working day', 'working days')} on average.`
            : 'None of them can supply it to us: try another edition, a visit, or a purchase suggestion.',
        ],
        action: plan.asked.length ? { do: 'slip', route, from: 'lending' } : { do: 'nothing' },
      });
    }
  }
}
