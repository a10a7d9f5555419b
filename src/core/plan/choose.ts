/**
 * What to do next for a whole pile: of the ways to each thing, the ones that bring the most of it in time, for
 * so much money and so many slips.
 *
 * A multiple-choice knapsack with two limits, solved exactly: things are taken one after the other, and of all
 * that could have been chosen so far only what no other choice beats is kept (dynamic programming over the
 * Pareto front of value, money and slips). What cannot reach the best known any more, even if the rest were as
 * good as the Lagrangian bound lets it be, is dropped on the way (Kellerer, Pferschy, Pisinger: *Knapsack
 * Problems*, 2004, chapters 9 and 11). The bound is never below the truth, so nothing is lost by it.
 */
import type { Cents } from '../model/codes';

/** One way to a thing, as far as choosing goes. */
export interface PlanWay {
  readonly key: string;
  /** How likely it is there by the day, 0 to 1. */
  readonly inTime: number;
  readonly cents: Cents;
  /** It takes a slip; fetching and reading don't. */
  readonly slip: boolean;
}
export interface PlanThing {
  readonly id: string;
  readonly ways: readonly PlanWay[];
}
export interface PlanLimits {
  /** The most that may be spent; null for no limit. */
  readonly cents: Cents | null;
  /** Slips that may still be opened. */
  readonly slips: number;
}
/** Why a thing is left out. */
export type LeftOut = 'no-way' | 'money' | 'slips';
export interface Plan {
  /** By thing, in the order given: the way chosen, or why there is none. */
  readonly chosen: readonly {
    readonly id: string;
    readonly way: PlanWay | null;
    readonly leftOut: LeftOut | null;
  }[];
  /** Things to be expected in time. */
  readonly inTime: number;
  readonly cents: Cents;
  readonly slips: number;
  /** Nothing is better; of very many things only that it keeps the limits and is good. */
  readonly exact: boolean;
}

/** Chances are compared in hundredths, as finely as they are said. */
const UNIT = 100;
interface Choice {
  readonly value: number;
  readonly cost: number;
  readonly slips: number;
  readonly way: PlanWay | null;
}
interface Partly {
  readonly value: number;
  readonly cost: number;
  readonly slips: number;
  readonly last: Choice | null;
  readonly before: Partly | null;
}
const NONE: Choice = { value: 0, cost: 0, slips: 0, way: null };
const START: Partly = { value: 0, cost: 0, slips: 0, last: null, before: null };

/** Better first: more value, then less money, then fewer slips. */
const byWorth = (a: Omit<Choice, 'way'>, b: Omit<Choice, 'way'>): number =>
  b.value - a.value || a.cost - b.cost || a.slips - b.slips;

/** What can be chosen for a thing: doing nothing, and every way that none of the others beats. */
function choicesOf({ ways }: PlanThing): readonly Choice[] {
  const all = ways
    .map((way): Choice => {
      const value = Math.round(way.inTime * UNIT);
      return { value, cost: way.cents, slips: way.slip ? 1 : 0, way };
    })
    .filter((c) => c.value > 0)
    .sort(byWorth);
  const kept: Choice[] = [];
  for (const c of all) if (!kept.some((k) => k.cost <= c.cost && k.slips <= c.slips)) kept.push(c);
  const free = kept.some((c) => c.cost === 0 && c.slips === 0);
  return free ? kept : [...kept, NONE];
}

/** What a unit of money and a slip are worth: prices at which the limits would about be kept by themselves. */
interface Prices {
  readonly cent: number;
  readonly slip: number;
}
const netOf = (c: Choice, { cent, slip }: Prices): number => c.value - cent * c.cost - slip * c.slips;
const bestAt = (choices: readonly Choice[], prices: Prices): Choice =>
  choices.reduce((best, c) => (netOf(c, prices) > netOf(best, prices) + 1e-9 ? c : best));
const STEPS = 60;
/** Searches the prices at which the bound is lowest: by turns, each by halving. */
function pricesFor(all: readonly (readonly Choice[])[], money: number, slips: number): Prices {
  let [cent, slip] = [0, 0];
  const used = (prices: Prices) =>
    all.reduce(
      (sum, choices) => {
        const c = bestAt(choices, prices);
        return { cost: sum.cost + c.cost, slips: sum.slips + c.slips };
      },
      { cost: 0, slips: 0 },
    );
  const halved = (most: number, fits: (price: number) => boolean): number => {
    if (fits(0)) return 0;
    let [low, high] = [0, most];
    for (let k = 0; k < STEPS; k++) {
      const middle = (low + high) / 2;
      if (fits(middle)) high = middle;
      else low = middle;
    }
    return high;
  };
  for (let turn = 0; turn < 4; turn++) {
    cent = halved(UNIT, (price) => used({ cent: price, slip }).cost <= money);
    slip = halved(2 * UNIT, (price) => used({ cent, slip: price }).slips <= slips);
  }
  return { cent, slip };
}

/** Of what is sorted by money, slips and value: only what nothing before it beats. */
function front(parts: Partly[], slips: number): Partly[] {
  parts.sort((a, b) => a.cost - b.cost || a.slips - b.slips || b.value - a.value);
  /** The most that was reached with so many slips or fewer, for less money. */
  const best = new Float64Array(slips + 1).fill(-1);
  return parts.filter((p) => {
    if ((best[p.slips] as number) >= p.value) return false;
    for (let k = p.slips; k <= slips && (best[k] as number) < p.value; k++) best[k] = p.value;
    return true;
  });
}

/** Of the things, in the order in which they are taken, and what those still to come can bring. */
interface Task {
  readonly order: readonly { readonly at: number; readonly choices: readonly Choice[] }[];
  /** Before the prices of what is left, from each place on. */
  readonly rest: Float64Array;
  readonly prices: Prices;
  readonly money: number;
  readonly slips: number;
}
function taskOf(things: readonly PlanThing[], limits: PlanLimits): Task {
  const all = things.map(choicesOf);
  const most = all.reduce((sum, choices) => sum + Math.max(...choices.map((c) => c.cost)), 0);
  const money = Math.min(limits.cents ?? most, most);
  const slips = Math.max(0, Math.min(limits.slips, things.length));
  const prices = pricesFor(all, money, slips);
  const netsOf = (choices: readonly Choice[]) => choices.map((c) => netOf(c, prices)).sort((a, b) => b - a);
  // What is decided at these prices comes first; what could as well go another way is left to the end.
  const order = all
    .map((choices, at) => {
      const [best = 0, second = Number.NEGATIVE_INFINITY] = netsOf(choices);
      return { at, choices, best, regret: best - second };
    })
    .sort((a, b) => b.regret - a.regret);
  const rest = new Float64Array(order.length + 1);
  for (let k = order.length - 1; k >= 0; k--) rest[k] = (rest[k + 1] as number) + (order[k]?.best ?? 0);
  return { order, rest, prices, money, slips };
}

/**
 * Goes through the things. Exact where `width` is never reached; else a plan that keeps the limits, and a good
 * one.
 * @param least value of a plan that is known: what cannot reach it is dropped
 */
function gone({ order, rest, prices, money, slips }: Task, least: number, width: number) {
  let parts: Partly[] = [START];
  let exact = true;
  order.forEach(({ choices }, k) => {
    const ahead = rest[k + 1] as number;
    const boundOf = (p: Pick<Partly, 'value' | 'cost' | 'slips'>): number =>
      p.value + ahead + prices.cent * (money - p.cost) + prices.slip * (slips - p.slips);
    const next: Partly[] = [];
    for (const before of parts)
      for (const c of choices) {
        const part = {
          value: before.value + c.value,
          cost: before.cost + c.cost,
          slips: before.slips + c.slips,
          last: c,
          before,
        };
        if (part.cost > money || part.slips > slips) continue;
        // Values are whole: a bound of 7.9 lets 7 be reached.
        if (Math.floor(boundOf(part) + 1e-6) >= least) next.push(part);
      }
    parts = front(next, slips);
    if (parts.length > width) {
      exact = false;
      // Where as much can still come of both, what is there already is the surer.
      const reach = (p: Partly): number => Math.floor(boundOf(p) + 1e-6);
      parts = parts.sort((a, b) => reach(b) - reach(a) || b.value - a.value).slice(0, width);
    }
  });
  return { best: parts.sort(byWorth)[0] ?? START, exact };
}
/** Plans kept beside each other at first: enough to come near the best, which then drops nearly all others. */
const FIRST_WIDTH = 400;
/** Of more things the first pass is the answer: to show that nothing is better could take minutes. */
const EXACT_UP_TO = 200;

/**
 * Chooses. Two plans of the same value: the cheaper, then the one of fewer slips.
 * @example choosePlan([{ id: 'a', ways: [{ key: 'x', inTime: 1, cents: 500, slip: true }] }],
 *   { cents: 400, slips: 3 }).chosen[0].leftOut // 'money'
 */
export function choosePlan(things: readonly PlanThing[], limits: PlanLimits): Plan {
  const task = taskOf(things, limits);
  const near = gone(task, 0, FIRST_WIDTH);
  const enough = near.exact || things.length > EXACT_UP_TO;
  const { best, exact } = enough ? near : gone(task, near.best.value, Number.POSITIVE_INFINITY);
  const ways = new Map<number, PlanWay | null>();
  let k = task.order.length;
  for (let p: Partly | null = best; p?.last; p = p.before) ways.set(task.order[--k]?.at ?? -1, p.last.way);
  return {
    chosen: things.map((thing, at) => {
      const way = ways.get(at) ?? null;
      return { id: thing.id, way, leftOut: way ? null : whyNot(choicesOf(thing), best, limits) };
    }),
    inTime: best.value / UNIT,
    cents: best.cost,
    slips: best.slips,
    exact,
  };
}
/** Why nothing was chosen: what none of its ways leaves room for, beside all that was. */
function whyNot(choices: readonly Choice[], spent: Partly, limits: PlanLimits): LeftOut {
  const open = choices.filter((c) => c.way !== null);
  if (!open.length) return 'no-way';
  return open.every((c) => spent.slips + c.slips > limits.slips) ? 'slips' : 'money';
}
