/** Levels of call numbers: stretches of both schemes, ends included, and the demo's own copies. */
import { describe, expect, it } from 'vitest';
import { CAMPUSES } from '../../demo/library';
import { makeWorld } from '../../demo/world';
import { levelOf, stands } from './levels';

describe('levels', () => {
  it.each([
    ['G', 'K', 'G 70', true],
    ['G', 'K', 'GN 306 .A1', true],
    ['G', 'K', 'KZ 9999.9 .Z99 2020', true],
    ['G', 'K', 'L 1', false],
    ['G', 'K', 'F 999', false],
    ['QK', 'QK', 'QK 570.5', true],
    ['QK', 'QK', 'QL 1', false],
    ['000', '499', '499.99 ZZZ', true],
    ['000', '499', '500', false],
    ['500', '599.5', '599.51', true],
    ['G', 'K', '306.4', false],
    ['G', 'K', '', false],
  ])('from %s to %s: %s %s', (from, to, callNumber, there) =>
    expect(stands({ from, to }, callNumber)).toBe(there),
  );
  it('no stretch of a campus lies in another’s, and every class is somewhere', () => {
    const letters = [...'ABCDEFGHJKLMNPQRSTUVZ'];
    for (const campus of CAMPUSES) {
      const all = (campus.levels ?? []).flatMap((l) =>
        (l.shelves ?? []).map((s) => ({ ...s, level: l.name })),
      );
      expect(all.length).toBeGreaterThan(0);
      for (const c of campus.id === 'saltmarsh' ? ['000', '309.1', '999.9'] : letters.map((l) => `${l} 100`))
        expect([campus.id, c, all.filter((s) => stands(s, c)).length]).toEqual([campus.id, c, 1]);
    }
  });
  it('the demo’s copies stand where its levels say', () => {
    let looked = 0;
    for (const { copies } of makeWorld(6000).records)
      for (const copy of copies ?? []) {
        const campus = CAMPUSES.find((c) => c.id === copy.campus);
        const named = campus?.levels?.some((l) => l.name === copy.location && l.shelves);
        if (!campus || !named) continue;
        looked++;
        expect([copy.callNumber, levelOf(campus, copy.callNumber)]).toEqual([copy.callNumber, copy.location]);
      }
    expect(looked).toBeGreaterThan(200);
  });
});
