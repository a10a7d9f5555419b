/**
 * The promise beside a slip: price line by line, dates, chance, who is asked, and the rules that apply to
 * this request.
 */

import { alternativesFor } from '../access/alternatives';
import type { LendingPlan } from '../access/chance';
import { type AccessItem, lendingFor } from '../access/options';
import { wantedItem } from '../access/part';
import { timesFor } from '../access/times';
import { inTurn } from '../access/turnaround';
import type { Vantage } from '../access/vantage';
import { verdictOf } from '../access/verdict';
import { ownersLine, waitLabel, waysToRead } from '../access/ways';
import type { Cents, Route, Speed } from '../model/codes';
import { dayValue, type Message, moneyValue, msg, NOTHING } from '../model/message';
import type { Spread } from '../model/policy';
import type { ReaderSituation } from '../model/reader';
import type { PriceLine, Promised, Slip } from '../model/slip';
import { dayOf, isoLocal, type Minutes, parseDay, parseLocal } from '../model/time';
import type { Ready, Verdict } from '../model/waits';
import type { Alternative, Way } from '../model/ways';
import { canHurry, grossOf, priceOf, serviceOf, totalOf } from '../policy/price';
import { type CopyHistory, NO_HISTORY } from './history';
import { type RuleCase, type RuleSaid, rulesFor } from './rules';
import { limitOf } from './slip';

/** A station on the way, and the moment by which it is passed. */
export interface PromiseStep {
  readonly what: Message;
  readonly by: string;
}
/** What would change if another option were taken. */
export interface PromiseOption {
  readonly what: Message;
  readonly cents: Cents;
  readonly label: Message;
  readonly sub: Message;
  readonly note: Message;
}
export interface SlipPromise {
  readonly route: Route;
  readonly from: string;
  readonly median: string | null;
  readonly likely: string | null;
  readonly label: Message;
  readonly sub: Message;
  readonly verdict: Verdict | null;
  readonly chance: number;
  readonly lines: readonly PriceLine[];
  readonly total: Cents;
  readonly asked: readonly { name: string; cumulative: number; days: number }[];
  readonly owners: Message | null;
  readonly rules: readonly RuleSaid[];
  /** Staff look at it before anything is asked of anybody. */
  readonly mediated: boolean;
  readonly steps: readonly PromiseStep[];
  readonly options: readonly PromiseOption[];
  readonly canHurry: boolean;
  /** Every way a slip of this sort could take, soonest first. */
  readonly routes: readonly {
    route: Route;
    from: string;
    title: Message;
    label: Message;
    sub: Message;
    price: Cents;
  }[];
  /** What would be quicker or simpler than this slip. */
  readonly better: {
    title: Message;
    label: Message;
    place: string;
    /** The title names the place already. */
    titled: boolean;
    href: string | null;
    route: Route | null;
    from: string | null;
  } | null;
  /** What else would do, when this is too late or unlikely. */
  readonly alternatives: readonly Alternative[];
}
/** What a promise is computed for: a slip as it stands, the thing it asks for, and who looks from where. */
interface Task {
  readonly slip: Slip;
  /** The whole thing, and what of it is wanted. */
  readonly whole: AccessItem;
  readonly item: AccessItem;
  /** Where the slip's thing is to come, and where the reader is. */
  readonly there: Vantage;
  readonly here: Vantage;
  readonly history: CopyHistory;
  readonly versions: readonly AccessItem[];
}
type SlipWay = { readonly way: Way; readonly route: Route; readonly from: string };
/** The road that the slip takes, and all that it could take. */
interface Road {
  readonly route: Route;
  readonly from: string;
  /** Null where no way of this sort is open. */
  readonly way: Way | null;
  readonly open: readonly SlipWay[];
  /** Over the interlibrary network. */
  readonly lending: boolean;
}
/** Price and rules at one speed. */
interface Judged {
  readonly lines: readonly PriceLine[];
  readonly rules: readonly RuleSaid[];
  /** Staff look at it first. */
  readonly mediated: boolean;
}

/** The case that a slip is, for the rules. */
export function caseOf({ slip, item, there, history }: CaseOfSlip, route: Route): RuleCase {
  return {
    wanted: slip.wanted,
    route,
    kind: item.record.kind,
    carrier: item.record.carrier,
    year: Number(slip.item.year) || null,
    pages: slip.item.pages,
    totalPages: Number(slip.item.totalPages) || null,
    chapter: slip.item.kind === 'chapter' || slip.item.chapter.trim() !== '',
    speed: slip.speed,
    commercial: slip.commercial,
    category: there.situation.category,
    needBy: parseDay(slip.needBy),
    history,
  };
}
type CaseOfSlip = Pick<Task, 'slip' | 'item' | 'there' | 'history'>;

const slipWays = (ways: readonly Way[]): readonly SlipWay[] =>
  ways.flatMap((way) =>
    way.action.do === 'slip' && way.ready ? [{ way, route: way.action.route, from: way.action.from }] : [],
  );

/** Where the thing is to come: another campus than the reader's own, or by post. */
export function situationOf(
  slip: Pick<Slip, 'delivery' | 'wanted'>,
  reader: ReaderSituation,
): ReaderSituation {
  const { delivery } = slip;
  if (delivery.to === 'pickup')
    return { ...reader, campus: delivery.campus as ReaderSituation['campus'], remote: false };
  return delivery.to === 'post' ? { ...reader, remote: true } : reader;
}

/** A suggestion or a question: no ways are compared, a desk answers. */
function deskPromise(task: Task): SlipPromise {
  const { slip, there } = task;
  const { library, at } = there;
  const { policy } = library;
  const times = timesFor(there);
  const bought = slip.wanted === 'purchase';
  const ready = bought ? times.ordered(policy.purchase) : times.staff(policy.question);
  const route: Route = bought ? 'purchase' : 'question';
  return {
    route,
    from: bought ? 'acquisitions' : 'ask',
    median: ready && isoLocal(ready.median),
    likely: ready && isoLocal(ready.likely),
    ...waitLabel(ready, at, library, bought),
    verdict: verdictOf(ready, parseDay(slip.needBy)),
    chance: bought ? policy.purchase.share : 1,
    lines: [],
    total: 0,
    mediated: false,
    asked: [],
    owners: null,
    rules: rulesFor(caseOf({ ...task, item: task.whole }, route), policy, dayOf(at), 0),
    steps: ready
      ? [
          {
            what: bought ? msg('promise.boughtAndReadyToCollect') : msg('promise.answered'),
            by: isoLocal(ready.median),
          },
        ]
      : [],
    options: [],
    canHurry: false,
    routes: [],
    better: null,
    alternatives: [],
  };
}

/** The slip's own road where it is open; else the soonest that is. */
function roadOf({ slip, item, there }: Task): Road {
  const open = slipWays(waysToRead(item, there).ways);
  const chosen = open.find((o) => o.route === slip.route && o.from === slip.from) ?? open[0];
  const route = chosen?.route ?? slip.route;
  return {
    route,
    from: chosen?.from ?? slip.from,
    way: chosen?.way ?? null,
    open,
    lending: route === 'ill-loan' || route === 'ill-copy',
  };
}

/** Price and rules of the road at a speed; a royalty that a rule asks for is part of the price. */
function judged(task: Task, route: Route, speed: Speed): Judged {
  const { situation, library, at } = task.there;
  const { policy } = library;
  const one = { ...caseOf(task, route), speed };
  const royalty = rulesFor(one, policy, dayOf(at), 0).some((r) => r.weight === 'royalty')
    ? policy.copyright.royaltyPerCopy
    : 0;
  const { category, remote } = situation;
  const lines = priceOf({ route, speed, category, remote, royalty }, policy);
  const rules = rulesFor(one, policy, dayOf(at), grossOf(lines));
  return { lines, rules, mediated: rules.some((r) => r.weight === 'mediate') };
}

/** Who would be asked; null where nobody outside is. */
const planOf = ({ item, there }: Task, road: Road, speed: Speed): LendingPlan | null =>
  road.lending ? lendingFor(item, there.library, speed) : null;
/** When it is ready, by the plan where somebody is asked, by the way else. */
function readyBy(task: Task, road: Road, plan: LendingPlan | null, mediated: boolean): Ready | null {
  if (!plan?.asked.length) {
    const ready = road.way?.ready;
    return ready
      ? { median: parseLocal(ready.median) as Minutes, likely: parseLocal(ready.likely) as Minutes }
      : null;
  }
  const { answer } = task.there.library.policy.mediated;
  return timesFor(task.there).lending(mediated ? inTurn(plan.days, answer) : plan.days, plan.service);
}

/** What keeps this slip from going, and what should be known of it, beside the library's rules. */
function ownRules({ slip, there }: Task, road: Road, total: Cents, ready: Ready | null): RuleSaid[] {
  const { library, needBy = null, at } = there;
  const said: RuleSaid[] = [];
  if (!road.way)
    said.push({
      weight: 'refuse',
      rule: 'lending',
      text:
        slip.wanted === 'loan'
          ? msg('promise.nobodyWeCanAskLendsThis')
          : msg('promise.nobodyWeCanAskSuppliesA'),
    });
  const limit = limitOf(slip);
  if (limit !== null && Number.isFinite(limit) && total > limit)
    said.push({
      weight: 'refuse',
      rule: 'limit',
      text: msg('promise.thePriceIsOverTheLimit'),
      allowed: msg('promise.aLimitOfOrMoreOr', { total: moneyValue(total, library.policy.currency) }),
    });
  if (verdictOf(ready, needBy) === 'too-late' && needBy !== null)
    said.push({
      weight: 'note',
      rule: 'needBy',
      text: msg('promise.itWouldComeAfterWhenYou', { needBy: dayValue(needBy, dayOf(at)) }),
    });
  return said;
}

/** The other speed: what it would change. */
function otherSpeed(task: Task, road: Road, now: Judged, speed: Speed): PromiseOption {
  const other: Speed = speed === 'fast' ? 'standard' : 'fast';
  const then = judged(task, road.route, other);
  const by = readyBy(task, road, planOf(task, road, other), then.mediated);
  return {
    what: other === 'fast' ? msg('promise.fastInsteadOfStandard') : msg('promise.standardInsteadOfFast'),
    cents: totalOf(then.lines) - totalOf(now.lines),
    ...waitLabel(by, task.there.at, task.there.library, true),
    note: then.mediated && !now.mediated ? msg('promise.staffLookAtItFirst') : NOTHING,
  };
}
/** The other roads: what each would change. */
const otherRoads = (road: Road, total: Cents): PromiseOption[] =>
  road.open
    .filter((o) => o.route !== road.route || o.from !== road.from)
    .map(({ way }) => ({
      what: way.title,
      cents: way.price - total,
      label: way.label,
      sub: way.sub,
      note: NOTHING,
    }));

/** A way that is sooner than this slip and asks for less: reading now, fetching, another slip. */
function betterThan(task: Task, road: Road, ready: Ready | null): SlipPromise['better'] {
  const quicker = waysToRead(task.whole, task.here).best;
  if (!quicker?.ready) return null;
  const sooner = !ready || (parseLocal(quicker.ready.median) as Minutes) < ready.median;
  const { action } = quicker;
  const counts = action.do === 'slip' ? ready !== null && action.route !== road.route : true;
  if (!sooner || !counts) return null;
  return {
    title: quicker.title,
    label: quicker.label,
    place: quicker.place,
    titled: quicker.titled,
    href: action.do === 'open' ? action.href : null,
    route: action.do === 'slip' ? action.route : null,
    from: action.do === 'slip' ? action.from : null,
  };
}

/** What else would do, where this comes too late or most likely not at all. */
function insteadOf(task: Task, plan: LendingPlan | null, ready: Ready | null): readonly Alternative[] {
  const { slip, whole, versions, there } = task;
  const doubtful = plan !== null && plan.chance < there.library.policy.wait.unlikelyBelow;
  if (ready && verdictOf(ready, there.needBy ?? null) !== 'too-late' && !doubtful) return [];
  return alternativesFor(whole, versions, there).filter(
    (a) => a.sort !== 'chapter' || slip.wanted === 'loan',
  );
}

/** The stations of the road with the day by which each is very likely passed. */
function stepsOf(task: Task, road: Road, plan: LendingPlan | null, by: Coming): PromiseStep[] {
  const { situation, library, at } = task.there;
  const times = timesFor(task.there);
  const { mediated, lending } = library.policy;
  const steps: PromiseStep[] = [{ what: msg('promise.sent'), by: isoLocal(at) }];
  const staff = (what: Message, days: Spread): void => {
    const done = times.staff(days);
    if (done) steps.push({ what, by: isoLocal(done.median) });
  };
  if (by.mediated) staff(msg('promise.lookedAtByStaff'), mediated.answer);
  if (plan)
    staff(
      msg('promise.firstLibraryAsked', { name: plan.asked[0]?.lender.name ?? '' }),
      by.mediated ? inTurn(mediated.answer, lending.processingDays) : lending.processingDays,
    );
  steps.push({
    what:
      serviceOf(road.route) === 'copy'
        ? msg('promise.theFileIsHere')
        : situation.remote
          ? msg('promise.inYourLetterBox')
          : msg('promise.readyToCollect'),
    by: isoLocal(by.ready.median),
  });
  if (by.ready.likely > by.ready.median)
    steps.push({ what: msg('promise.veryLikelyBy'), by: isoLocal(by.ready.likely) });
  return steps;
}
interface Coming {
  readonly ready: Ready;
  readonly mediated: boolean;
}

/**
 * Computes the promise for a slip as it stands. If its route is not open for what is now wanted (a loan
 * turned into a chapter), the soonest route that is takes its place, and the answer says so by naming it.
 * @param from where the reader is, and when; the need-by is the slip's own
 * @param more the reader's other slips as the rules count them, and other records of the same work
 * @example promiseFor(aSlip, aBook, here).lines[0].what // 'ill-loan'
 */
export function promiseFor(
  slip: Slip,
  whole: AccessItem,
  from: Vantage,
  more: { readonly history?: CopyHistory; readonly versions?: readonly AccessItem[] } = {},
): SlipPromise {
  const needBy = parseDay(slip.needBy);
  const task: Task = {
    slip,
    whole,
    item: wantedItem(whole, slip.wanted),
    here: { ...from, needBy },
    there: { ...from, needBy, situation: situationOf(slip, from.situation) },
    history: more.history ?? NO_HISTORY,
    versions: more.versions ?? [],
  };
  if (slip.wanted === 'purchase' || slip.wanted === 'question') return deskPromise(task);
  const road = roadOf(task);
  const speed = canHurry(road.route) ? slip.speed : 'standard';
  const now = judged(task, road.route, speed);
  const { lines, mediated } = now;
  const total = totalOf(lines);
  const plan = planOf(task, road, speed);
  const ready = readyBy(task, road, plan, mediated);
  return {
    route: road.route,
    from: road.from,
    median: ready && isoLocal(ready.median),
    likely: ready && isoLocal(ready.likely),
    ...waitLabel(ready, from.at, from.library, road.lending),
    verdict: verdictOf(ready, needBy),
    chance: plan ? plan.chance : (road.way?.chance ?? 0),
    lines,
    total,
    mediated,
    asked:
      plan?.asked.map((a) => ({ name: a.lender.name, cumulative: a.cumulative, days: a.days.median })) ?? [],
    owners: plan ? ownersLine(plan) : null,
    rules: [...now.rules, ...ownRules(task, road, total, ready)],
    steps: ready ? stepsOf(task, road, plan, { ready, mediated }) : [],
    options: [...(road.lending ? [otherSpeed(task, road, now, speed)] : []), ...otherRoads(road, total)],
    canHurry: canHurry(road.route),
    routes: road.open.map(({ way, route, from: source }) => ({
      route,
      from: source,
      title: way.title,
      label: way.label,
      sub: way.sub,
      price: way.price,
    })),
    better: betterThan(task, road, ready),
    alternatives: insteadOf(task, plan, ready),
  };
}

/** What is kept with a slip of its promise; null where there is no date. */
export function promisedFrom(
  p: Pick<SlipPromise, 'median' | 'likely' | 'chance' | 'lines' | 'total' | 'mediated'>,
): Promised | null {
  const { median, likely, chance, lines, total, mediated } = p;
  return median && likely ? { median, likely, chance, lines, total, mediated } : null;
}
