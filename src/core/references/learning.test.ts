import { describe, expect, it } from 'vitest';
import { bestPath } from './chain';
import { type Learning, trainChain } from './learning';

describe('a chain', () => {
  it('learns what it is shown', () => {
    const rows = [0, 1, 2, 3].map((k) => ({
      seen: { n: 2, width: 1, places: Uint32Array.of(k, 100 + k) },
      states: Uint8Array.of(k, 5),
    }));
    const chain = trainChain(rows, 8, 128, 5);
    const path = (place: number) =>
      bestPath(chain.facts.slice(place * 8, place * 8 + 8) as Float32Array, 1, chain)[0];
    expect([0, 1, 2, 3].map(path)).toEqual([0, 1, 2, 3]);
  });
  it('is corrected until what is right leads by what is asked, in steps that fade where they are to', () => {
    const rows = [{ seen: { n: 1, width: 1, places: Uint32Array.of(3) }, states: Uint8Array.of(1) }];
    const corrections = (learning: Learning): number => {
      let all = 0;
      trainChain(rows, 2, 4, 40, learning, (_, wrong) => {
        all += wrong;
      });
      return all;
    };
    // A correction moves four weights: a lead of four, then of eight, and twelve; fading of four, 6.8, 9.1, 11.1.
    expect(corrections({ lead: 0, fading: false })).toBe(1);
    expect(corrections({ lead: 10, fading: false })).toBe(3);
    expect(corrections({ lead: 10, fading: true })).toBe(4);
  });
});
