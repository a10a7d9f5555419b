/** Promises learn from what is said of slips; once, over a restart, and not where the rules say so. */
import { appendFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { ok, serverOf } from '../../tests/fixtures/server';
import { moment, slip as slipOf } from '../../tests/fixtures/slips';
import type { Lender } from '../core/model/library';
import { NOTHING_MORE } from '../core/requests/iso18626';
import type { HeardMessage } from '../core/requests/lifecycle';
import { POST as NEWS } from '../pages/api/slips/news';
import { Learning } from './learning';

const world = serverOf(300);
let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'learning-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));
const path = () => join(dir, 'outcomes.jsonl');
let told: (readonly Lender[])[] = [];
const learning = (frozen = false) => {
  told = [];
  const { lenders, policy } = world.service.library;
  const rules = { ...policy, lending: { ...policy.lending, ...(frozen ? { frozen } : {}) } };
  const made = new Learning(
    path(),
    () => rules,
    (l) => void told.push(l),
    () => '2027-01-10T09:00',
  );
  made.publish(lenders);
  return made;
};
/** A request of so many that a lender refused, and another supplied late. */
function heard(n: number): readonly [ReturnType<typeof slipOf>, HeardMessage[]] {
  const { lenders } = world.service.library;
  const [a, b] = lenders as [Lender, Lender];
  const say = (timestamp: string, l: Lender, status: HeardMessage['status']): HeardMessage => ({
    ...{ ...NOTHING_MORE, requestId: `S-learn-${n}`, note: '', supplierName: l.name, reason: 'StatusChange' },
    ...{ timestamp, supplyingAgency: l.agency, status },
  });
  return [
    slipOf(`S-learn-${n}`, {
      route: 'ill-copy',
      promised: { median: '2026-12-03T09:00', likely: '2026-12-04T09:00', chance: 0.9, lines: [], total: 0 },
    } as never),
    [
      say('2026-12-01T09:00', a, 'ExpectToSupply'),
      say('2026-12-03T09:00', b, 'ExpectToSupply'),
      say('2026-12-28T09:00', b, 'CopyCompleted'),
    ],
  ];
}

it('is told when it has learnt something, counts a request once, and knows it after a restart', () => {
  const own = learning();
  expect(told).toEqual([]);
  const [a, b] = own.published as [Lender, Lender];
  for (let n = 0; n < 30; n++) for (let twice = 0; twice < 2; twice++) own.heard(...heard(n), []);
  const now = told.at(-1) as readonly Lender[];
  expect(now[0]?.fillRate).toBeLessThan(a.fillRate);
  expect(now[1]?.copyDays.median).toBeGreaterThan(b.copyDays.median);
  expect(now.slice(2)).toEqual(own.published.slice(2));
  expect([...own.outcomes.kept('2026-11-01')]).toEqual([['ill-copy', { intime: 0, late: 30, unfilled: 0 }]]);
  expect([...own.outcomes.kept('2027-01-01')]).toEqual([]);
  const text = readFileSync(path(), 'utf8');
  expect(text.trimEnd().split('\n').length).toBe(90);
  expect(text).not.toContain('S-learn');
  appendFileSync(path(), '{"of":\nnull\n{"of":"x","day":1,"kept":"never","way":"w"}\n');
  learning();
  expect(told).toEqual([now]);
  learning(true);
  expect(told).toEqual([]);
});
it('hears of slips when their readers ask for news', async () => {
  const own = learning();
  const [slip, messages] = heard(1);
  const locals = {
    ...world.locals,
    learning: own,
    network: { ...world.locals.network, messages: async () => messages },
  };
  const body = JSON.stringify({ slips: [{ ...slip, sent: '2026-12-01T08:00', state: 'sent' }], moment });
  await ok(
    await world.call(
      NEWS,
      '/',
      { method: 'POST', headers: { 'content-type': 'application/json' }, body },
      {},
      { locals },
    ),
  );
  expect([...own.outcomes.lending()].length).toBe(2);
});
