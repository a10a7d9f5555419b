import { describe, expect, it } from 'vitest';
import { clientOf } from './base';
import { HOUR, letThrough } from './limits';

describe('so many in a span', () => {
  it('are let through for each client, and anew when the span is over', () => {
    let now = 0;
    const may = letThrough(2, HOUR, () => now);
    expect([may('a'), may('a'), may('a'), may('b')]).toEqual([true, true, false, true]);
    now = HOUR - 1;
    expect(may('a')).toBe(false);
    now = HOUR;
    expect(may('a')).toBe(true);
    expect(letThrough(0, HOUR)('a')).toBe(false);
  });
  it('are counted together where nobody is told apart', () => {
    const may = letThrough(2, HOUR, () => 0);
    expect([may(), may(), may()]).toEqual([true, true, false]);
  });
});

describe('who asks', () => {
  const arrival = (said: string | undefined, from: string | undefined = '::ffff:10.0.0.1') => ({
    headers: said === undefined ? {} : { 'x-forwarded-for': said },
    from,
  });
  it('is whom a trusted proxy names last; others may say what they like', () => {
    expect(clientOf(arrival('198.51.100.9, 192.0.2.7'), ['10.0.0.1'])).toBe('192.0.2.7');
    expect(clientOf(arrival('192.0.2.7'), [])).toBe('10.0.0.1');
    expect(clientOf(arrival(undefined), ['10.0.0.1'])).toBe('10.0.0.1');
    expect(clientOf({ headers: {}, from: undefined }, [])).toBe('');
  });
});
