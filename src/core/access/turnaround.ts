/**
 * How long things take, as distributions over whole working days. What a library knows of a step is two
 * figures: the median and the day by which nine in ten have come. Two such steps one behind the other can't
 * be added figure by figure (both being late is rarer than either), so each pair is read as a distribution,
 * and steps are convolved.
 */
import type { Spread } from '../model/policy';

/** Probability of taking k working days, at place k. Sums to 1. */
export type Days = Float64Array;

export const AT_MEDIAN = 0.55;
export const AT_LIKELY = 0.92;
/**
 * A long wait starts this many days before its median at most: further back is out of reach for the shape
 * below.
 */
const RISE = 8;
/** Days beyond which nobody waits; what is left there is added to the last day. */
const LONGEST = 250;

const made = new Map<number, Days>();

/**
 * The distribution that a median and a 90th percentile stand for: it rises evenly from half the median to the
 * median (55 % by then), evenly on to the likely-by day (92 %), and runs out evenly over half as many days
 * again. `spreadOf(daysOf(s))` is `s` again wherever likely − median ≤ 17 and median ≤ 250.
 * @example [...daysOf({ median: 2, likely: 3 })].map((p) => Math.round(p * 1000) / 1000) // [0, 0.275, 0.275,
 *   0.37, 0.08]
 */
export function daysOf({ median, likely }: Spread): Days {
  const key = median * 1000 + likely;
  const known = made.get(key);
  if (known) return known;
  const rise = median === 0 ? 0 : Math.max(median - RISE, Math.ceil(median / 2));
  const tail = likely === 0 ? 0 : Math.max(1, Math.ceil((likely - median) / 2));
  const end = likely + tail;
  const upTo = (day: number): number => {
    if (day < rise) return 0;
    if (day >= end) return 1;
    if (day >= likely) return AT_LIKELY + ((1 - AT_LIKELY) * (day - likely)) / tail;
    if (day >= median) return AT_MEDIAN + ((AT_LIKELY - AT_MEDIAN) * (day - median)) / (likely - median);
    return (AT_MEDIAN * (day - rise + 1)) / (median - rise + 1);
  };
  const days = new Float64Array(end + 1);
  for (let k = 0; k <= end; k++) days[k] = upTo(k) - upTo(k - 1);
  made.set(key, days);
  return days;
}

/** The distribution of the sum of two independent waits. */
export function convolve(a: Days, b: Days): Days {
  const days = new Float64Array(Math.min(LONGEST + 1, a.length + b.length - 1));
  for (let i = 0; i < a.length; i++) {
    const p = a[i] as number;
    if (p === 0) continue;
    for (let k = 0; k < b.length; k++) {
      const at = Math.min(LONGEST, i + k);
      days[at] = (days[at] as number) + p * (b[k] as number);
    }
  }
  return days;
}

/** Adds `weight` times a distribution into another that is long enough. */
export function mix(into: Float64Array, days: Days, weight: number): void {
  for (let k = 0; k < days.length; k++) into[k] = (into[k] as number) + weight * (days[k] as number);
}

/**
 * The first day by which at least the share `q` of all has come; `days` may sum to less than one (then of
 * what it sums to).
 */
export function quantile(days: Days, q: number): number {
  let all = 0;
  for (const p of days) all += p;
  let sum = 0;
  for (let k = 0; k < days.length; k++) {
    sum += days[k] as number;
    // Sums of sixteenths and the like must not miss their mark by rounding.
    if (sum >= q * all - 1e-9) return k;
  }
  return Math.max(0, days.length - 1);
}
/** Median and 90th percentile of a distribution of working days. */
export const spreadOf = (days: Days): Spread => ({
  median: quantile(days, 0.5),
  likely: quantile(days, 0.9),
});
/** The mean of a distribution, in working days. */
export const meanOf = (days: Days): number => days.reduce((sum, p, k) => sum + p * k, 0);

const sums = new Map<string, Spread>();
/** Median and 90th percentile of steps one behind the other. */
export function inTurn(...steps: readonly Spread[]): Spread {
  const moving = steps.filter((s) => s.likely > 0);
  if (moving.length === 1) return moving[0] as Spread;
  const key = moving.map((s) => s.median * 1000 + s.likely).join();
  let sum = sums.get(key);
  if (!sum) {
    sum = spreadOf(moving.map(daysOf).reduce(convolve, Float64Array.of(1)));
    sums.set(key, sum);
  }
  return sum;
}

/** A draw: the day at which a number in [0, 1) falls. */
export function drawn(days: Days, u: number): number {
  let sum = 0;
  for (let k = 0; k < days.length; k++) {
    sum += days[k] as number;
    if (u < sum) return k;
  }
  return Math.max(0, days.length - 1);
}
