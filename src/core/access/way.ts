/**
 * One way to read: its title and place, when it brings the item and how surely, what it costs, and the
 * reasons for all of it. One function for each sort of option.
 */
import { fromOutside, linkFor } from '../coverage/links';
import type { Route } from '../model/codes';
import { dayValue, type Message, msg, NOTHING, shareValue } from '../model/message';
import { dayOf, isoLocal } from '../model/time';
import type { Way } from '../model/ways';
import { priceOf } from '../policy/price';
import type { LendingPlan, Refusal } from './chance';
import { type Draft, NOTHING_TO_DO, type Telling } from './draft';
import { entitled, IN, type OnlineOption, type Option } from './options';
import { aside, copy, dueDay, scan } from './ownCopies';
import { waitClassOf } from './times';
import { verdictOf } from './verdict';
import { waitLabel } from './waitLabel';

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
