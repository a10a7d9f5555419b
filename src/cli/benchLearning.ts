/**
 * `bench learning [--requests N] [--json]`: two years of a lending network whose habits drift: each lender's fill rate
 * and days wander from month to month, and some change at once. Each request is promised twice, from what lenders
 * publish and from what was learnt of them by then; what happens is drawn from the truth, which neither knows. The
 * lenders are asked in the order of the plan that learns. Errors are given by half-years: of the chance (Brier), of the
 * share that came by the likely-by day (promised: nine in ten), of the median.
 */

import { type LendingOutcome, learnt } from '../core/access/calibration';
import { type LendingPlan, planLending } from '../core/access/chance';
import { daysOf, drawn } from '../core/access/turnaround';
import type { Service } from '../core/model/codes';
import type { Lender } from '../core/model/library';
import { type DayNumber, parseDay } from '../core/model/time';
import { random } from '../core/random';
import { makeWorld } from '../demo/world';
import { benchOptions } from './benchIndex';

const { values } = benchOptions();
const MONTHS = 24;
const perMonth = Math.max(10, Math.round(Number(values.requests) / MONTHS));
const { library } = makeWorld(200);
const { policy, lenders } = library;
const r = random(41);
const start = parseDay('2026-11-01') as DayNumber;

/** A lender as it is in a month. */
interface Truth {
  fill: number;
  shift: number;
}
const truth = new Map<string, Truth>(lenders.map((l) => [l.id, { fill: l.fillRate, shift: 0 }]));
function drift(): void {
  for (const own of truth.values()) {
    own.fill = Math.max(0.05, Math.min(0.97, own.fill + (r() - 0.5) * 0.12));
    own.shift = Math.max(-3, Math.min(8, own.shift + (r() - 0.45) * 1.6));
    // A department closes, a new one opens.
    if (r() < 0.02) own.fill = Math.max(0.05, own.fill - 0.4);
  }
}
/** What happens, asked in the plan's order. */
function play({ asked }: LendingPlan, service: Service, day: DayNumber, seen: LendingOutcome[]) {
  let now = drawn(daysOf(policy.lending.processingDays), r());
  for (const { lender } of asked) {
    const own = truth.get(lender.id) as Truth;
    const published = lenders.find((l) => l.id === lender.id) as Lender;
    const settled = (days: number): DayNumber => (day + Math.round((now + days) * 1.4)) as DayNumber;
    if (r() >= own.fill) {
      const days = Math.max(0, drawn(daysOf(published.answerDays), r()));
      seen.push({ lender: lender.id, service, day: settled(days), supplied: false, days });
      now += days;
      continue;
    }
    const handling = Math.max(
      0,
      drawn(daysOf(service === 'copy' ? published.copyDays : published.loanDays), r()) +
        Math.round(own.shift),
    );
    const { home, abroad } = policy.lending.road;
    const road =
      service === 'copy' ? 0 : drawn(daysOf(lender.country === policy.lending.country ? home : abroad), r());
    seen.push({ lender: lender.id, service, day: settled(handling), supplied: true, days: handling });
    return now + handling + road;
  }
  return null;
}

interface Measured {
  n: number;
  brier: number;
  came: number;
  byLikely: number;
  medianOff: number;
}
const none = (): Measured => ({ n: 0, brier: 0, came: 0, byLikely: 0, medianOff: 0 });
function measure(m: Measured, plan: LendingPlan, days: number | null): void {
  m.n++;
  m.brier += (plan.chance - (days === null ? 0 : 1)) ** 2;
  if (days === null) return;
  m.came++;
  if (days <= plan.days.likely) m.byLikely++;
  m.medianOff += Math.abs(days - plan.days.median);
}
const halves = Array.from({ length: MONTHS / 6 }, () => ({ published: none(), learnt: none() }));
const seen: LendingOutcome[] = [];
for (let month = 0; month < MONTHS; month++) {
  const today = (start + 30 * month) as DayNumber;
  const now = learnt(lenders, seen, today).map((l) => l.lender);
  for (let n = 0; n < perMonth; n++) {
    const service: Service = r() < 0.5 ? 'loan' : 'copy';
    // Few own it: with many, somebody always supplies, and chances say nothing.
    const owning = new Set(Array.from({ length: r.int(1, 5) }, () => r.int(0, lenders.length - 1)));
    const owners = Array.from({ length: Math.ceil(lenders.length / 4) }, (_, digit) =>
      [0, 1, 2, 3].reduce((sum, bit) => sum + (owning.has(4 * digit + bit) ? 1 << bit : 0), 0).toString(16),
    ).join('');
    const wish = {
      owners,
      what: { kind: service === 'loan' ? ('book' as const) : ('research-article' as const), year: 2015 },
      service,
    };
    const plan = planLending(wish, now, policy);
    const plain = planLending(wish, lenders, policy);
    if (!plan.asked.length || !plain.asked.length) continue;
    const days = play(plan, service, (today + r.int(0, 29)) as DayNumber, seen);
    const half = halves[Math.floor(month / 6)] as (typeof halves)[number];
    measure(half.published, plain, days);
    measure(half.learnt, plan, days);
  }
  drift();
}
const round = (x: number): number => Math.round(1000 * x) / 1000;
const shown = (m: Measured) => ({
  requests: m.n,
  brier: round(m.brier / m.n),
  byLikely: round(m.byLikely / m.came),
  medianOff: round(m.medianOff / m.came),
});
const result = halves.map((h) => ({ published: shown(h.published), learnt: shown(h.learnt) }));
if (values.json) console.log(JSON.stringify(result, null, 2));
else
  result.forEach(({ published: p, learnt: l }, i) => {
    console.log(
      `half-year ${i + 1}, ${p.requests} requests: Brier ${p.brier} published, ${l.brier} learnt; by the likely-by day ${(100 * p.byLikely).toFixed(1)} % published, ${(100 * l.byLikely).toFixed(1)} % learnt (promised: 90); days off the median ${p.medianOff} published, ${l.medianOff} learnt`,
    );
  });
