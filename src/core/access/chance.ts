/**
 * The chance of supply by interlibrary loan.
 *
 * How many libraries own a thing says little. What counts is which of them can lend *this* to *us*: each owner passes or
 * fails with a reason, those that pass are asked one after the other, and chance = 1 − Π(1 − pᵢ) over those asked.
 */
import { KINDS, type Kind } from '../bibliography/kinds';
import { ownersIn } from '../bibliography/record';
import type { Cents, Lender, Policy, Service, Speed, Spread } from '../policy/types';

export type Refusal = 'abroad' | 'archive' | 'kind' | 'age' | 'no-copies';
export const REFUSAL_TEXT: Record<Refusal, string> = {
  abroad: 'don’t send to Vessary',
  archive: 'keep it in an archive',
  kind: 'don’t lend this kind',
  age: 'don’t lend what is this old',
  'no-copies': 'don’t supply copies',
};

export interface Asked {
  readonly lender: Lender;
  /** Chance that this lender supplies, if it is asked. */
  readonly p: number;
  /** Chance that this lender or one before it supplies. */
  readonly cumulative: number;
}
export interface LendingPlan {
  readonly service: Service;
  /** null: nobody knows who owns it, since it has no record. */
  readonly owners: number | null;
  readonly able: number;
  readonly refused: Readonly<Partial<Record<Refusal, number>>>;
  readonly asked: readonly Asked[];
  readonly chance: number;
  /** Working days from sending to the parcel's or file's arrival; meaningful only when somebody is asked. */
  readonly days: Spread;
  /** Expected charge of the lender that supplies. */
  readonly cost: Cents;
}

/** In place of an owner set: the thing has no record. */
export const UNKNOWN_OWNERS = '?';

/** Why this lender cannot supply, or null when it can be asked. */
export function refusalOf(lender: Lender, what: { kind: Kind; year: number | null }, service: Service, policy: Policy): Refusal | null {
  const { country, region } = policy.lending;
  const near = lender.country === country || (lender.lendsTo === 'region' && region.includes(lender.country));
  if (lender.lendsTo !== 'anywhere' && !near) return 'abroad';
  if (service === 'copy') return lender.copies ? null : 'no-copies';
  if (lender.sort === 'archive') return 'archive';
  if (!lender.lends.includes(what.kind)) return 'kind';
  if (what.year !== null && what.year < lender.notBefore) return 'age';
  return null;
}

const transport = (lender: Lender, service: Service, policy: Policy): number =>
  service === 'copy' ? 0 : lender.country === policy.lending.country ? 1 : 3;

const ranks = new WeakMap<readonly Lender[], Partial<Record<Service, ReadonlyMap<Lender, number>>>>();
/** The order of asking, worked out once: own country first, then the better fill rate per day waited, then the id. */
function rankOfLenders(lenders: readonly Lender[], service: Service, policy: Policy): ReadonlyMap<Lender, number> {
  const known = ranks.get(lenders) ?? {};
  ranks.set(lenders, known);
  let rank = known[service];
  if (!rank) {
    const median = (l: Lender) => (service === 'copy' ? l.copyDays : l.loanDays).median;
    const worth = (l: Lender) => l.fillRate / (median(l) + transport(l, service, policy) + 1);
    const home = (l: Lender) => (l.country === policy.lending.country ? 0 : 1);
    const order = [...lenders].sort((a, b) => home(a) - home(b) || worth(b) - worth(a) || (a.id < b.id ? -1 : 1));
    rank = new Map(order.map((l, i) => [l, i]));
    known[service] = rank;
  }
  return rank;
}

/**
 * Who is asked, in which order, and what to expect. The order is the same every time (see `rankOfLenders`).
 */
export function planLending(
  owners: string | undefined,
  what: { kind: Kind; year: number | null },
  service: Service,
  lenders: readonly Lender[],
  policy: Policy,
  speed: Speed = 'standard',
): LendingPlan {
  // Without a record any lender may own it; how many of those asked turn out to, the library knows from its past.
  const unknown = owners === UNKNOWN_OWNERS;
  const share = unknown ? policy.lending.unrecordedShare : 1;
  const able: Lender[] = [];
  const refused: Partial<Record<Refusal, number>> = {};
  const owning = unknown ? [...lenders.keys()] : ownersIn(owners);
  for (const n of owning) {
    const lender = lenders[n];
    if (!lender) continue;
    const refusal = refusalOf(lender, what, service, policy);
    if (refusal) refused[refusal] = (refused[refusal] ?? 0) + 1;
    else able.push(lender);
  }
  const days = (l: Lender): Spread => (service === 'copy' ? l.copyDays : l.loanDays);
  const rank = rankOfLenders(lenders, service, policy);
  able.sort((a, b) => (rank.get(a) as number) - (rank.get(b) as number));

  let missed = 1;
  let waited = policy.lending.processingDays;
  let cost = 0;
  const asked: Asked[] = [];
  const outcomes: { weight: number; median: number; likely: number }[] = [];
  for (const lender of able.slice(0, policy.lending.askAtMost)) {
    const p = lender.fillRate * share;
    const weight = missed * p;
    const road = transport(lender, service, policy);
    outcomes.push({ weight, median: waited + days(lender).median + road, likely: waited + days(lender).likely + road });
    cost += weight * (service === 'copy' ? lender.copyCost : lender.loanCost);
    missed *= 1 - p;
    waited += lender.answerDays;
    asked.push({ lender, p, cumulative: 1 - missed });
  }
  const chance = asked.length ? 1 - missed : 0;
  const saved = speed === 'fast' ? policy.lending.fastSaves : 0;
  const spread = quantiles(outcomes, chance);
  return {
    service,
    owners: unknown ? null : owning.length,
    able: able.length,
    refused,
    asked,
    chance,
    days: { median: Math.max(1, spread.median - saved), likely: Math.max(1, spread.likely - saved) },
    cost: chance > 0 ? Math.round(cost / chance) : 0,
  };
}

/** Median of the mixture from the outcomes' medians, 90th percentile from their likely-by days. */
function quantiles(outcomes: readonly { weight: number; median: number; likely: number }[], chance: number): Spread {
  const at = (share: number, by: 'median' | 'likely') => {
    let sum = 0;
    for (const o of [...outcomes].sort((a, b) => a[by] - b[by])) {
      sum += o.weight;
      if (sum >= share * chance) return o[by];
    }
    return 0;
  };
  const median = at(0.5, 'median');
  return { median, likely: Math.max(median, at(0.9, 'likely')) };
}

/** Which service interlibrary loan gives for a kind: parts of issues and books come as copies, volumes as loans. */
export function serviceFor(kind: Kind): Service | null {
  const family = KINDS[kind].family;
  if (family === 'journal') return null;
  return family === 'article' || family === 'chapter' ? 'copy' : 'loan';
}
