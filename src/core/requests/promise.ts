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
import { verdictOf } from '../access/verdict';
import { ownersLine, waitLabel, waysToRead } from '../access/ways';
import type { Cents, ReaderCategory, Route, Speed } from '../model/codes';
import type { Library } from '../model/library';
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
    href: string | null;
    route: Route | null;
    from: string | null;
  } | null;
  /** What else would do, when this is too late or unlikely. */
  readonly alternatives: readonly Alternative[];
}
/** The case that a slip is, for the rules. */
export function caseOf(
  slip: Slip,
  item: AccessItem,
  route: Route,
  category: ReaderCategory,
  history: CopyHistory,
): RuleCase {
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
    category,
    needBy: parseDay(slip.needBy),
    history,
  };
}

const slipWays = (ways: readonly Way[]) =>
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
function deskPromise(
  slip: Slip,
  whole: AccessItem,
  library: Library,
  situation: ReaderSituation,
  at: Minutes,
  history: CopyHistory,
): SlipPromise {
  const { policy } = library;
  const needBy = parseDay(slip.needBy);
  const times = timesFor(library, situation, at);
  const bought = slip.wanted === 'purchase';
  const ready = bought ? times.ordered(policy.purchase) : times.staff(policy.question);
  const route: Route = bought ? 'purchase' : 'question';
  const rules = rulesFor(caseOf(slip, whole, route, situation.category, history), policy, dayOf(at), 0);
  return {
    route,
    from: bought ? 'acquisitions' : 'ask',
    median: ready && isoLocal(ready.median),
    likely: ready && isoLocal(ready.likely),
    ...waitLabel(ready, at, library, bought),
    verdict: verdictOf(ready, needBy),
    chance: bought ? policy.purchase.share : 1,
    lines: [],
    total: 0,
    mediated: false,
    asked: [],
    owners: null,
    rules,
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

/**
 * Computes the promise for a slip as it stands. If its route is not open for what is now wanted (a loan
 * turned into a chapter), the soonest route that is takes its place, and the answer says so by naming it.
 */
export function promiseFor(
  slip: Slip,
  whole: AccessItem,
  library: Library,
  reader: ReaderSituation,
  at: Minutes,
  history: CopyHistory = NO_HISTORY,
  versions: readonly AccessItem[] = [],
): SlipPromise {
  const situation = situationOf(slip, reader);
  if (slip.wanted === 'purchase' || slip.wanted === 'question')
    return deskPromise(slip, whole, library, situation, at, history);
  const { policy } = library;
  const item = wantedItem(whole, slip.wanted);
  const needBy = parseDay(slip.needBy);
  const { ways } = waysToRead(item, library, situation, at, needBy);
  const open = slipWays(ways);
  const chosen = open.find((o) => o.route === slip.route && o.from === slip.from) ?? open[0];
  const route = chosen?.route ?? slip.route;
  const from = chosen?.from ?? slip.from;
  const hurried = canHurry(route) ? slip.speed : 'standard';
  const pricedWith = (speed: Speed, royalty: Cents): PriceLine[] =>
    priceOf({ route, speed, category: situation.category, remote: situation.remote, royalty }, policy);
  const judged = (speed: Speed): { lines: PriceLine[]; rules: RuleSaid[] } => {
    const one = { ...caseOf(slip, whole, route, situation.category, history), speed };
    const royalty = rulesFor(one, policy, dayOf(at), 0).some((r) => r.weight === 'royalty')
      ? policy.copyright.royaltyPerCopy
      : 0;
    const lines = pricedWith(speed, royalty);
    return { lines, rules: rulesFor(one, policy, dayOf(at), grossOf(lines)) };
  };
  const { lines, rules } = judged(hurried);
  const total = totalOf(lines);
  const lending = route === 'ill-loan' || route === 'ill-copy';
  const times = timesFor(library, situation, at);
  const mediated = rules.some((r) => r.weight === 'mediate');
  const planned = (speed: Speed): LendingPlan | null => (lending ? lendingFor(item, library, speed) : null);
  const readyBy = (plan: LendingPlan | null, withStaff: boolean): Ready | null => {
    if (!plan?.asked.length)
      return chosen?.way.ready
        ? {
            median: parseLocal(chosen.way.ready.median) as Minutes,
            likely: parseLocal(chosen.way.ready.likely) as Minutes,
          }
        : null;
    return times.lending(withStaff ? inTurn(plan.days, policy.mediated.answer) : plan.days, plan.service);
  };
  const plan = planned(hurried);
  const ready = readyBy(plan, mediated);
  const { label, sub } = waitLabel(ready, at, library, lending);
  const add = (rule: string, text: Message, allowed?: Message) =>
    rules.push({ weight: 'refuse', rule, text, ...(allowed ? { allowed } : {}) });
  if (!chosen)
    add(
      'lending',
      slip.wanted === 'loan'
        ? msg('promise.nobodyWeCanAskLendsThis')
        : msg('promise.nobodyWeCanAskSuppliesA'),
    );
  const limit = limitOf(slip);
  if (limit !== null && Number.isFinite(limit) && total > limit)
    add(
      'limit',
      msg('promise.thePriceIsOverTheLimit'),
      msg('promise.aLimitOfOrMoreOr', { total: moneyValue(total, policy.currency) }),
    );
  if (verdictOf(ready, needBy) === 'too-late' && needBy !== null)
    rules.push({
      weight: 'note',
      rule: 'needBy',
      text: msg('promise.itWouldComeAfterWhenYou', { needBy: dayValue(needBy, dayOf(at)) }),
    });

  const readNow = waysToRead(whole, library, reader, at, needBy);
  const quicker = readNow.best;
  const isBetter =
    quicker?.ready &&
    (!ready || (parseLocal(quicker.ready.median) as Minutes) < ready.median) &&
    quicker.action.do !== 'slip';
  const slower =
    quicker?.action.do === 'slip' &&
    ready &&
    quicker.ready &&
    (parseLocal(quicker.ready.median) as Minutes) < ready.median &&
    quicker.action.route !== route;

  /** What each option not taken would change. */
  const options: PromiseOption[] = [];
  if (lending) {
    const other: Speed = hurried === 'fast' ? 'standard' : 'fast';
    const then = judged(other);
    const staff = then.rules.some((r) => r.weight === 'mediate');
    const by = readyBy(planned(other), staff);
    options.push({
      what: other === 'fast' ? msg('promise.fastInsteadOfStandard') : msg('promise.standardInsteadOfFast'),
      cents: totalOf(then.lines) - total,
      ...waitLabel(by, at, library, true),
      note: staff && !mediated ? msg('promise.staffLookAtItFirst') : NOTHING,
    });
  }
  for (const o of open.filter((o) => o.route !== route || o.from !== from))
    options.push({
      what: o.way.title,
      cents: o.way.price - total,
      label: o.way.label,
      sub: o.way.sub,
      note: NOTHING,
    });

  return {
    route,
    from,
    median: ready && isoLocal(ready.median),
    likely: ready && isoLocal(ready.likely),
    label,
    sub,
    verdict: verdictOf(ready, needBy),
    chance: plan ? plan.chance : (chosen?.way.chance ?? 0),
    lines,
    total,
    mediated,
    asked:
      plan?.asked.map((a) => ({ name: a.lender.name, cumulative: a.cumulative, days: a.days.median })) ?? [],
    owners: plan ? ownersLine(plan) : null,
    rules,
    steps: ready ? stepsOf(route, ready, mediated, plan, library, situation, at) : [],
    options,
    canHurry: canHurry(route),
    routes: open.map((o) => ({
      route: o.route,
      from: o.from,
      title: o.way.title,
      label: o.way.label,
      sub: o.way.sub,
      price: o.way.price,
    })),
    better:
      quicker && (isBetter || slower)
        ? {
            title: quicker.title,
            label: quicker.label,
            place: quicker.place,
            href: quicker.action.do === 'open' ? quicker.action.href : null,
            route: quicker.action.do === 'slip' ? quicker.action.route : null,
            from: quicker.action.do === 'slip' ? quicker.action.from : null,
          }
        : null,
    alternatives:
      !ready ||
      verdictOf(ready, needBy) === 'too-late' ||
      (plan !== null && plan.chance < policy.wait.unlikelyBelow)
        ? alternativesFor(whole, versions, library, situation, at, needBy).filter(
            (a) => a.sort !== 'chapter' || slip.wanted === 'loan',
          )
        : [],
  };
}

/** The stations of the road with the day by which each is very likely passed. */
function stepsOf(
  route: Route,
  ready: Ready,
  mediated: boolean,
  plan: LendingPlan | null,
  library: Library,
  situation: ReaderSituation,
  at: Minutes,
): PromiseStep[] {
  const times = timesFor(library, situation, at);
  const { policy } = library;
  const steps: PromiseStep[] = [{ what: msg('promise.sent'), by: isoLocal(at) }];
  const staff = (what: Message, days: Spread): void => {
    const by = times.staff(days);
    if (by) steps.push({ what, by: isoLocal(by.median) });
  };
  if (mediated) staff(msg('promise.lookedAtByStaff'), policy.mediated.answer);
  if (plan) {
    staff(
      msg('promise.firstLibraryAsked', { name: plan.asked[0]?.lender.name ?? '' }),
      mediated
        ? inTurn(policy.mediated.answer, policy.lending.processingDays)
        : policy.lending.processingDays,
    );
  }
  const copy = serviceOf(route) === 'copy';
  steps.push({
    what: copy
      ? msg('promise.theFileIsHere')
      : situation.remote
        ? msg('promise.inYourLetterBox')
        : msg('promise.readyToCollect'),
    by: isoLocal(ready.median),
  });
  if (ready.likely > ready.median)
    steps.push({ what: msg('promise.veryLikelyBy'), by: isoLocal(ready.likely) });
  return steps;
}

/** What is kept with a slip of its promise; null where there is no date. */
export function promisedFrom(
  p: Pick<SlipPromise, 'median' | 'likely' | 'chance' | 'lines' | 'total' | 'mediated'>,
): Promised | null {
  const { median, likely, chance, lines, total, mediated } = p;
  return median && likely ? { median, likely, chance, lines, total, mediated } : null;
}
