/**
 * The chance of supply by interlibrary loan.
 *
 * How many libraries own a thing says little. What counts is which of them can lend *this* to *us*: each
 * owner passes or fails with a reason, those that pass are asked one after the other, and chance = 1 − Π(1 −
 * pᵢ) over those asked. How long it takes is the mixture over who supplies: the desk's own days, the answers
 * of all that said no before, the supplier's days, the road. All of it comes from what a library knows:
 * published policies and past turnaround.
 */

import { LRUCache } from 'lru-cache';
import type { Cents, Service, Speed } from '../model/codes';
import { type Carrier, KINDS, type Kind } from '../model/kinds';
import type { Lender } from '../model/library';
import type { Policy, Spread } from '../model/policy';
import { ownersIn } from '../model/record';
import { convolve, type Days, daysOf, meanOf, mix, spreadOf } from './turnaround';

export type Refusal = 'abroad' | 'archive' | 'kind' | 'carrier' | 'age' | 'rare' | 'no-copies';

export interface AskedLender {
  readonly lender: Lender;
  /** Chance that this lender supplies, if it is asked. */
  readonly p: number;
  /** Chance that this lender or one before it supplies. */
  readonly cumulative: number;
  /** Working days from sending, if it is this one that supplies. */
  readonly days: Spread;
}
export interface LendingPlan {
  readonly service: Service;
  /** null: nobody knows who owns it, since it has no record. */
  readonly owners: number | null;
  readonly able: number;
  readonly refused: Readonly<Partial<Record<Refusal, number>>>;
  /** The owners left out, each with its reason; for the list behind the counts. */
  readonly excluded: readonly { readonly lender: Lender; readonly why: Refusal }[];
  readonly asked: readonly AskedLender[];
  readonly chance: number;
  /** Working days from sending to the parcel's or file's arrival; meaningful only when somebody is asked. */
  readonly days: Spread;
  /** Working days on average, if it is supplied. */
  readonly mean: number;
  /** Expected charge of the lender that supplies. */
  readonly cost: Cents;
}

/** What decides whether a lender passes. */
export interface LentThing {
  readonly kind: Kind;
  readonly year: number | null;
  readonly carrier?: Carrier;
}

/** What the network is asked for. */
export interface LoanWish {
  /** Who owns it, as a set of lenders' numbers; left out when nobody is known to. */
  readonly owners?: string | undefined;
  readonly what: LentThing;
  readonly service: Service;
  readonly speed?: Speed;
}
/** In place of an owner set: the thing has no record. */
export const UNKNOWN_OWNERS = '?';

/**
 * Why this lender cannot supply, or null when it can be asked. `owners`: how many libraries own the thing,
 * null when not known.
 */
export function refusalOf(
  lender: Lender,
  { what, service, owners = null }: Pick<LoanWish, 'what' | 'service'> & { readonly owners?: number | null },
  policy: Policy,
): Refusal | null {
  const { country, region } = policy.lending;
  const near = lender.country === country || (lender.lendsTo === 'region' && region.includes(lender.country));
  if (lender.lendsTo !== 'anywhere' && !near) return 'abroad';
  if (service === 'copy') return lender.copies ? null : 'no-copies';
  if (lender.sort === 'archive') return 'archive';
  if (!lender.lends.includes(what.kind)) return 'kind';
  if (what.carrier && what.carrier !== 'print' && !lender.carriers.includes(what.carrier)) return 'carrier';
  if (what.year !== null && what.year < lender.notBefore) return 'age';
  if (owners !== null && owners < lender.rareBelow) return 'rare';
  return null;
}

const roadOf = (lender: Lender, service: Service, policy: Policy): Spread =>
  service === 'copy'
    ? NOTHING
    : lender.country === policy.lending.country
      ? policy.lending.road.home
      : policy.lending.road.abroad;
const NOTHING: Spread = { median: 0, likely: 0 };

interface Known {
  readonly rank: number;
  /** From its yes to the arrival here. */
  readonly supply: Days;
  readonly answer: Days;
  readonly p: number;
  readonly cost: Cents;
}
const known = new WeakMap<
  Policy,
  WeakMap<readonly Lender[], Partial<Record<Service, ReadonlyMap<Lender, Known>>>>
>();

/**
 * What is known of each lender, worked out once, and the order of asking. Asking a lender costs the days of
 * its answer whatever it says; so those come first whose chance, times what the thing is worth less price and
 * waiting, is the greatest per day of answering. The busy are asked later. Own country first, since a parcel
 * from abroad passes customs.
 */
function lendersKnown(
  lenders: readonly Lender[],
  service: Service,
  policy: Policy,
): ReadonlyMap<Lender, Known> {
  let byLenders = known.get(policy);
  if (!byLenders) {
    byLenders = new WeakMap();
    known.set(policy, byLenders);
  }
  const entry = byLenders.get(lenders) ?? {};
  byLenders.set(lenders, entry);
  let map = entry[service];
  if (!map) {
    const { country, order, lostShare } = policy.lending;
    const about = lenders.map((lender) => {
      const supply = convolve(
        daysOf(service === 'copy' ? lender.copyDays : lender.loanDays),
        daysOf(roadOf(lender, service, policy)),
      );
      const answer = daysOf(lender.answerDays);
      const cost = service === 'copy' ? lender.copyCost : lender.loanCost;
      // A file is not lost on the road.
      const p = lender.fillRate * (service === 'copy' ? 1 : 1 - lostShare);
      const gain = Math.max(0, order.worth - cost - order.day * meanOf(supply));
      const worth = (p * gain * (1 - order.load * lender.load)) / (1 + meanOf(answer));
      return { lender, supply, answer, p, cost, worth, abroad: lender.country === country ? 0 : 1 };
    });
    about.sort((a, b) => a.abroad - b.abroad || b.worth - a.worth || (a.lender.id < b.lender.id ? -1 : 1));
    map = new Map(
      about.map(({ lender, supply, answer, p, cost }, rank) => [lender, { rank, supply, answer, p, cost }]),
    );
    entry[service] = map;
  }
  return map;
}

/**
 * Who is asked, in which order, and what to expect: in closed form, exact for the distributions of
 * `turnaround.ts`.
 * @example planLending({ owners: '', what: { kind: 'book', year: 2010 }, service: 'loan' }, library.lenders,
 *   policy).chance // 0
 */
export function planLending(
  { owners, what, service, speed = 'standard' }: LoanWish,
  lenders: readonly Lender[],
  policy: Policy,
): LendingPlan {
  // Without a record any lender may own it; how many of those asked turn out to, the library knows from its
  // past.
  const unknown = owners === UNKNOWN_OWNERS;
  const share = unknown ? policy.lending.unrecordedShare : 1;
  const able: Lender[] = [];
  const excluded: { lender: Lender; why: Refusal }[] = [];
  const refused: Partial<Record<Refusal, number>> = {};
  const owning = unknown ? [...lenders.keys()] : ownersIn(owners);
  for (const n of owning) {
    const lender = lenders[n];
    if (!lender) continue;
    const why = refusalOf(lender, { what, service, owners: unknown ? null : owning.length }, policy);
    if (why) {
      refused[why] = (refused[why] ?? 0) + 1;
      excluded.push({ lender, why });
    } else able.push(lender);
  }
  const about = lendersKnown(lenders, service, policy);
  const of = (l: Lender): Known => about.get(l) as Known;
  able.sort((a, b) => of(a).rank - of(b).rank);

  return {
    service,
    owners: unknown ? null : owning.length,
    able: able.length,
    refused,
    excluded,
    ...round(able.slice(0, policy.lending.askAtMost), { share, speed }, about, policy),
  };
}

/** What comes of asking some lenders one after the other. */
type Round = Pick<LendingPlan, 'asked' | 'chance' | 'days' | 'mean' | 'cost'>;
interface RoundOptions {
  readonly share: number;
  readonly speed: Speed;
}
const ROUNDS_KEPT = 20_000;
/** Millions of records are asked for at few rounds of lenders. */
const rounds = new WeakMap<ReadonlyMap<Lender, Known>, LRUCache<string, Round>>();

function round(
  lenders: readonly Lender[],
  options: RoundOptions,
  about: ReadonlyMap<Lender, Known>,
  policy: Policy,
): Round {
  let kept = rounds.get(about);
  if (!kept) {
    kept = new LRUCache({ max: ROUNDS_KEPT });
    rounds.set(about, kept);
  }
  let key = `${options.share} ${options.speed}`;
  for (const l of lenders) key += ` ${about.get(l)?.rank}`;
  let found = kept.get(key);
  if (!found) {
    found = roundOf(lenders, options, about, policy);
    kept.set(key, found);
  }
  return found;
}
function roundOf(
  lenders: readonly Lender[],
  { share, speed }: RoundOptions,
  about: ReadonlyMap<Lender, Known>,
  policy: Policy,
): Round {
  let missed = 1;
  let waited = daysOf(policy.lending.processingDays);
  let cost = 0;
  const asked: AskedLender[] = [];
  const arrivals = new Float64Array(512);
  const saved = speed === 'fast' ? policy.lending.fastSaves : 0;
  for (const lender of lenders) {
    const { supply, answer, p: own, cost: charge } = about.get(lender) as Known;
    const p = own * share;
    const days = convolve(waited, supply);
    mix(arrivals, days, missed * p);
    cost += missed * p * charge;
    missed *= 1 - p;
    waited = convolve(waited, answer);
    asked.push({ lender, p, cumulative: 1 - missed, days: sooner(spreadOf(days), saved) });
  }
  const chance = asked.length ? 1 - missed : 0;
  return {
    asked,
    chance,
    days: sooner(chance > 0 ? spreadOf(arrivals) : NOTHING, saved),
    mean: chance > 0 ? Math.max(1, meanOf(arrivals) / chance - saved) : 0,
    cost: chance > 0 ? Math.round(cost / chance) : 0,
  };
}

/** Days saved by paying for speed; nothing takes less than one. */
const sooner = ({ median, likely }: Spread, saved: number): Spread => ({
  median: Math.max(1, median - saved),
  likely: Math.max(1, likely - saved),
});

/**
 * Which service interlibrary loan gives for a kind: parts of issues and books come as copies, volumes as
 * loans.
 */
export function serviceFor(kind: Kind): Service | null {
  const family = KINDS[kind].family;
  if (family === 'journal') return null;
  return family === 'article' || family === 'chapter' ? 'copy' : 'loan';
}
