import { describe, expect, it } from 'vitest';
import { Kept } from './kept';

describe('what is kept', () => {
  it('is the latest few; what is put again stays where it was', () => {
    const kept = new Kept<string, number>(3);
    for (const [i, key] of ['a', 'b', 'c'].entries()) expect(kept.put(key, i)).toBe(i);
    kept.put('a', 9);
    expect([kept.get('a'), kept.get('b'), kept.get('c')]).toEqual([9, 1, 2]);
    kept.put('d', 3);
    expect([kept.get('a'), kept.get('b'), kept.get('d')]).toEqual([undefined, 1, 3]);
    kept.clear();
    expect(kept.get('d')).toBeUndefined();
  });
});
