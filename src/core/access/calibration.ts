/**
 * Promises that learn: what lenders publish of themselves, and what they have done. Each lender's fill rate and days are
 * re-estimated from what became of our requests, drawn towards what is published as long as little is known, and the
 * past counts half after some months, so that habits that change are followed.
 */
import type { Service } from '../model/codes';
import type { Lender } from '../model/library';
import type { Spread } from '../model/policy';
import type { DayNumber } from '../model/time';
import { daysOf, meanOf } from './turnaround';

/** What became of asking a lender once. */
export interface LendingOutcome {
  /** Id of the lender. */
  readonly lender: string;
  readonly service: Service;
  /** On which day it was settled. */
  readonly day: DayNumber;
  readonly supplied: boolean;
  /** Working days from asking it to its sending, or to its no. */
  readonly days: number;
}
/** Days after which what happened counts half. */
const HALF_LIFE = 120;
/** As many requests as what is published is worth: of fill rates, of days. */
const [WORTH_RATE, WORTH_DAYS] = [20, 8];
/** A rate is never certain. */
const [LEAST_RATE, MOST_RATE] = [0.02, 0.98];

interface Sums {
  asked: number;
  supplied: number;
  /** Of what was supplied by a service, of what was refused: weights, and days times weights. */
  readonly days: Record<Service | 'answer', { weight: number; sum: number }>;
}
const nothing = (): Sums => ({
  asked: 0,
  supplied: 0,
  days: {
    loan: { weight: 0, sum: 0 },
    copy: { weight: 0, sum: 0 },
    answer: { weight: 0, sum: 0 },
  },
});

export interface Learnt {
  readonly lender: Lender;
  /** Requests that say something of it, by their weight. */
  readonly weight: number;
}

/** What is published, moved as a whole by the mean of what was seen beyond it. */
function moved(
  published: Spread,
  { weight, sum }: { readonly weight: number; readonly sum: number },
): Spread {
  if (weight === 0) return published;
  const beyond = sum / weight - meanOf(daysOf(published));
  const by = Math.round((weight * beyond) / (weight + WORTH_DAYS));
  const median = Math.max(0, published.median + by);
  return { median, likely: Math.max(median, published.likely + by) };
}

/**
 * Lenders as they are to be reckoned with on a day.
 * @param lenders as they are published
 * @param outcomes in any order; what comes after the day is not known yet
 */
export function learnt(
  lenders: readonly Lender[],
  outcomes: Iterable<LendingOutcome>,
  today: DayNumber,
): readonly Learnt[] {
  const all = new Map<string, Sums>();
  for (const { lender, service, day, supplied, days } of outcomes) {
    if (day > today) continue;
    const sums = all.get(lender) ?? nothing();
    all.set(lender, sums);
    const weight = 0.5 ** ((today - day) / HALF_LIFE);
    sums.asked += weight;
    if (supplied) sums.supplied += weight;
    const own = sums.days[supplied ? service : 'answer'];
    own.weight += weight;
    own.sum += weight * days;
  }
  return lenders.map((lender): Learnt => {
    const sums = all.get(lender.id);
    if (!sums) return { lender, weight: 0 };
    const rate = (sums.supplied + WORTH_RATE * lender.fillRate) / (sums.asked + WORTH_RATE);
    return {
      weight: sums.asked,
      lender: {
        ...lender,
        // Hundredths: what is smaller is no knowledge, and would be another lender every day.
        fillRate: Math.round(100 * Math.max(LEAST_RATE, Math.min(MOST_RATE, rate))) / 100,
        loanDays: moved(lender.loanDays, sums.days.loan),
        copyDays: moved(lender.copyDays, sums.days.copy),
        answerDays: moved(lender.answerDays, sums.days.answer),
      },
    };
  });
}
