import { expect, it } from 'vitest';
import { Standstill } from './standstill';

it('tells how long this process did not come to its turn, and when', async () => {
  const standstill = new Standstill();
  await new Promise((go) => setTimeout(go, 60));
  const from = performance.now();
  while (performance.now() < from + 200);
  const to = performance.now();
  expect(standstill.within(from, to)).toBeGreaterThan(120);
  expect(standstill.within(from, from + 100)).toBeLessThanOrEqual(100);
  expect(standstill.within(to + 1, to + 2)).toBeLessThanOrEqual(1);
  expect(standstill.stolen()).toBeGreaterThanOrEqual(0);
  standstill.stop();
});
