/** The machine's clock in the library's zone: over midnight, New Year, and the two changes of the hour. */
import { describe, expect, it } from 'vitest';
import { movableClock } from '../standins/clock';
import { machineClock } from './clock';
import { momentAt } from './params';

const at = (utc: string, zone = 'CET'): string =>
  machineClock(
    () => zone,
    () => Date.parse(utc),
  ).now();

describe('the machine’s clock', () => {
  it.each([
    ['an ordinary morning', '2026-11-02T08:10:31Z', '2026-11-02T09:10'],
    ['the last minute of a day', '2026-11-02T22:59:59Z', '2026-11-02T23:59'],
    ['midnight', '2026-11-02T23:00:00Z', '2026-11-03T00:00'],
    ['New Year', '2026-12-31T23:00:00Z', '2027-01-01T00:00'],
    ['the minute before summer time', '2027-03-28T00:59:00Z', '2027-03-28T01:59'],
    ['its first minute', '2027-03-28T01:00:00Z', '2027-03-28T03:00'],
    ['the last minute of summer time', '2027-10-31T00:59:00Z', '2027-10-31T02:59'],
    ['the hour that comes twice', '2027-10-31T01:00:00Z', '2027-10-31T02:00'],
  ])('%s', (_, utc, local) => expect(at(utc)).toBe(local));
  it('goes by another zone as soon as the rules name one', () => {
    let zone = 'CET';
    const clock = machineClock(
      () => zone,
      () => Date.parse('2026-11-02T23:30:00Z'),
    );
    expect(clock.now()).toBe('2026-11-03T00:30');
    zone = 'Etc/GMT+3';
    expect(clock.now()).toBe('2026-11-02T20:30');
  });
  it('runs: every minute of two days has a local time, and none goes back but in the hour that comes twice', () => {
    const from = Date.parse('2027-10-30T00:00:00Z');
    let before = '';
    const back: string[] = [];
    for (let n = 0; n < 2 * 1440; n++) {
      const now = at(new Date(from + n * 60_000).toISOString());
      if (now < before) back.push(now);
      before = now;
    }
    expect(back).toEqual(['2027-10-31T02:00']);
  });
});

describe('the moment looked from', () => {
  const now = '2026-11-02T09:10';
  it('is the one asked for where the clock can be moved, and now where it is the machine’s', () => {
    expect(momentAt('2026-12-24T10:00', { now, movable: movableClock(now).movable })).toBe(
      '2026-12-24T10:00',
    );
    expect(momentAt(null, { now, movable: true })).toBe(now);
    expect(momentAt('2026-12-24T10:00', { now, movable: machineClock(() => 'CET').movable })).toBe(now);
  });
});
