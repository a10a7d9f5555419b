import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tokenBucket } from './tokens';

describe('a bucket of tokens', () => {
  it('gives a burst, then as many as come back, to each client for itself', () => {
    let now = 0;
    const take = tokenBucket(2, 3, () => now);
    expect([1, 2, 3].map(() => take('a'))).toEqual([0, 0, 0]);
    expect(take('a')).toBe(1);
    expect(take('b')).toBe(0);
    now = 500;
    expect([take('a'), take('a')]).toEqual([0, 1]);
    now = 100_000;
    expect([1, 2, 3, 4].map(() => take('a'))).toEqual([0, 0, 0, 1]);
  });
  it('lets everybody through where there is no limit', () => {
    const take = tokenBucket(0, 1);
    expect([1, 2, 3].map(() => take('a'))).toEqual([0, 0, 0]);
  });
  it('never lets through more than the burst and what has come back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 50 }),
        fc.array(fc.nat(400), { maxLength: 300 }),
        (perSecond, burst, pauses) => {
          let now = 0;
          const take = tokenBucket(perSecond, burst, () => now);
          let through = 0;
          for (const pause of pauses) {
            now += pause;
            if (take('a') === 0) through++;
            expect(through).toBeLessThanOrEqual(burst + (now / 1000) * perSecond + 1e-6);
          }
        },
      ),
    );
  });
});
