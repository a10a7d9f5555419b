/**
 * The lender plan's closed form against playing the sequence through, and who is left out for which reason.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LENDERS, LIBRARY } from '../../demo/library';
import type { Lender } from '../model/library';
import { ownerSet } from '../model/record';
import { planLending, type Refusal, refusalOf, UNKNOWN_OWNERS } from './chance';
import { daysOf, drawn } from './turnaround';

const { policy } = LIBRARY;
const what = { kind: 'book', year: 2010, carrier: 'print' } as const;
function uniform(seed: number): () => number {
  let x = seed >>> 0;
  return () => {
    x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
    return x / 4294967296;
  };
}
const some = fc.uniqueArray(fc.integer({ min: 0, max: LENDERS.length - 1 }), { minLength: 1, maxLength: 60 });

describe('the plan', () => {
  it('chance, mean and quantiles are those of the sequence played ten thousand times', () => {
    fc.assert(
      fc.property(some, fc.constantFrom('loan', 'copy' as const), fc.nat(), (owners, service, seed) => {
        const plan = planLending(
          { owners: ownerSet(owners, LENDERS.length), what, service: service as 'loan' },
          LENDERS,
          policy,
        );
        fc.pre(plan.asked.length > 0);
        const u = uniform(seed);
        const came: number[] = [];
        const runs = 10_000;
        for (let i = 0; i < runs; i++) {
          let day = drawn(daysOf(policy.lending.processingDays), u());
          for (const { lender, p } of plan.asked) {
            if (u() < p) {
              const road =
                service === 'copy'
                  ? { median: 0, likely: 0 }
                  : lender.country === policy.lending.country
                    ? policy.lending.road.home
                    : policy.lending.road.abroad;
              came.push(
                day +
                  drawn(daysOf(service === 'copy' ? lender.copyDays : lender.loanDays), u()) +
                  drawn(daysOf(road), u()),
              );
              break;
            }
            day += drawn(daysOf(lender.answerDays), u());
          }
        }
        expect(Math.abs(came.length / runs - plan.chance)).toBeLessThan(0.02);
        const mean = came.reduce((a, b) => a + b, 0) / came.length;
        expect(Math.abs(mean - plan.mean)).toBeLessThan(0.02 * plan.mean + 0.25);
        const below = (day: number) => came.filter((n) => n <= day).length / came.length;
        expect(below(plan.days.median)).toBeGreaterThan(0.47);
        expect(below(plan.days.median - 1)).toBeLessThan(0.53);
        expect(below(plan.days.likely)).toBeGreaterThan(0.88);
        expect(below(plan.days.likely - 1)).toBeLessThan(0.92);
      }),
      { numRuns: 25 },
    );
  });
  it('every owner is asked, could be asked, or is left out with its reason, and the counts say so', () => {
    fc.assert(
      fc.property(
        some,
        fc.constantFrom('book', 'video', 'thesis' as const),
        fc.integer({ min: 1850, max: 2026 }),
        (owners, kind, year) => {
          const plan = planLending(
            {
              owners: ownerSet(owners, LENDERS.length),
              what: { kind: kind as 'book', year },
              service: 'loan',
            },
            LENDERS,
            policy,
          );
          expect(plan.able + plan.excluded.length).toBe(owners.length);
          const counted: Partial<Record<Refusal, number>> = {};
          for (const { why } of plan.excluded) counted[why] = (counted[why] ?? 0) + 1;
          expect(plan.refused).toEqual(counted);
          for (const { lender, why } of plan.excluded)
            expect(
              refusalOf(
                lender,
                { what: { kind: kind as 'book', year }, service: 'loan', owners: owners.length },
                policy,
              ),
            ).toBe(why);
          expect(plan.asked.length).toBe(Math.min(plan.able, policy.lending.askAtMost));
        },
      ),
    );
  });
  it('has a reason for each rule', () => {
    const lender = (more: Partial<Lender>): Lender => ({
      ...(LENDERS.find((l) => l.country === 'XV') as Lender),
      sort: 'university',
      lends: ['book'],
      carriers: ['print'],
      copies: true,
      notBefore: 1900,
      rareBelow: 0,
      lendsTo: 'anywhere',
      ...more,
    });
    const why = (
      more: Partial<Lender>,
      thing: Partial<{ kind: 'video'; year: number; carrier: 'audiobook' }> = {},
      owners = 9,
    ) => refusalOf(lender(more), { what: { ...what, ...thing }, service: 'loan', owners }, policy);
    expect(why({})).toBeNull();
    expect(why({ country: 'XQ', lendsTo: 'home' })).toBe('abroad');
    expect(why({ country: 'XA', lendsTo: 'region' })).toBeNull();
    expect(why({ country: 'XQ', lendsTo: 'region' })).toBe('abroad');
    expect(why({ sort: 'archive' })).toBe('archive');
    expect(why({}, { kind: 'video' })).toBe('kind');
    expect(why({}, { carrier: 'audiobook' })).toBe('carrier');
    expect(why({}, { year: 1899 })).toBe('age');
    expect(why({ rareBelow: 3 }, {}, 2)).toBe('rare');
    expect(why({ rareBelow: 3 }, {}, 3)).toBeNull();
    expect(refusalOf(lender({ copies: false }), { what, service: 'copy' }, policy)).toBe('no-copies');
    expect(refusalOf(lender({ sort: 'archive' }), { what, service: 'copy' }, policy)).toBeNull();
  });
  it('the order: own country first, then cheaper, sooner, surer; the busy later', () => {
    const base = LENDERS.find((l) => l.country === 'XV') as Lender;
    const like = (id: string, more: Partial<Lender>): Lender => ({
      ...base,
      id,
      name: id,
      sort: 'university',
      lends: ['book'],
      carriers: ['print'],
      notBefore: 1900,
      rareBelow: 0,
      lendsTo: 'anywhere',
      fillRate: 0.6,
      load: 0,
      loanDays: { median: 5, likely: 8 },
      answerDays: { median: 1, likely: 2 },
      loanCost: 1000,
      ...more,
    });
    const list = [
      like('abroad, splendid', { country: 'XA', fillRate: 0.95, loanCost: 0 }),
      like('busy', { load: 1 }),
      like('dear', { loanCost: 4000 }),
      like('plain', {}),
      like('slow', { loanDays: { median: 12, likely: 20 } }),
      like('sure', { fillRate: 0.9 }),
    ];
    const order = planLending({ owners: 'ff', what, service: 'loan' }, list, {
      ...policy,
      lending: { ...policy.lending, askAtMost: 9 },
    }).asked.map((a) => a.lender.id);
    expect(order[0]).toBe('sure');
    expect(order[1]).toBe('plain');
    expect(order.at(-1)).toBe('abroad, splendid');
    expect(new Set(order.slice(2, 5))).toEqual(new Set(['busy', 'dear', 'slow']));
  });
  it('paying for speed saves days and never makes it less than one; an unknown owner set is a smaller chance', () => {
    const all = ownerSet(LENDERS.keys(), LENDERS.length);
    const [plain, fast, unknown] = [
      planLending({ owners: all, what, service: 'loan' }, LENDERS, policy),
      planLending({ owners: all, what, service: 'loan', speed: 'fast' }, LENDERS, policy),
      planLending({ owners: UNKNOWN_OWNERS, what, service: 'loan' }, LENDERS, policy),
    ];
    expect(plain.days.median - fast.days.median).toBe(policy.lending.fastSaves);
    expect(unknown.owners).toBeNull();
    expect(unknown.chance).toBeLessThan(plain.chance);
  });
});
