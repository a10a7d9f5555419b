import { describe, expect, it } from 'vitest';
import { perHour } from './limits';

describe('so many in an hour', () => {
  it('are let through for each client, and anew when the hour is over', () => {
    let now = 0;
    const may = perHour(2, () => now);
    expect([may('a'), may('a'), may('a'), may('b')]).toEqual([true, true, false, true]);
    now = 3_599_999;
    expect(may('a')).toBe(false);
    now = 3_600_000;
    expect(may('a')).toBe(true);
    expect(perHour(0)('a')).toBe(false);
  });
});
