import { describe, expect, it } from 'vitest';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { situation } from '../../../tests/fixtures/world';
import { LIBRARY } from '../../demo/library';
import { STORYLINE } from '../../demo/storyline/records';
import { waysToRead } from '../access/ways';
import { type DayNumber, type Minutes, parseDay, parseLocal } from '../model/time';
import { choosePlan } from './choose';
import { overBy, planThing } from './ways';

const day = (iso: string) => parseDay(iso) as DayNumber;
const here = {
  library: LIBRARY,
  situation: situation('quayside'),
  at: parseLocal('2026-11-02T09:10') as Minutes,
};

describe('a wait', () => {
  const ready = { median: '2026-11-05T10:00', likely: '2026-11-09T10:00' };
  it.each([
    ['2026-11-04', 0],
    ['2026-11-05', 0.55],
    ['2026-11-08', 0.55],
    ['2026-11-09', 0.92],
  ])('is over by %s in the share that its dates say', (iso, share) =>
    expect(overBy(ready, day(iso))).toBe(share),
  );
  it('that ends at one moment is over then', () => {
    const sure = { median: '2026-11-05T10:00', likely: '2026-11-05T10:00' };
    expect([overBy(sure, day('2026-11-04')), overBy(sure, day('2026-11-05'))]).toEqual([0, 1]);
  });
});

describe('a pile of the storyline', () => {
  const titles = [...new Set(STORYLINE.map((r) => r.csl.title))].slice(0, 40);
  const pile = (by: string) =>
    titles.map((title) => planThing(title, waysToRead(storyItemTitled(title), here).ways, day(by)));
  const plan = (by: string, cents: number | null, slips: number) => choosePlan(pile(by), { cents, slips });
  it('what can be read now is taken as it is: it costs nothing and takes no slip', () => {
    const free = plan('2026-11-06', 0, 0);
    expect(free.cents + free.slips).toBe(0);
    expect(free.inTime).toBeGreaterThan(5);
    for (const { way } of free.chosen) if (way) expect([way.cents, way.slip]).toEqual([0, false]);
  });
  it('more comes by a later day, with more money, with more slips', () => {
    const of = (by: string, cents: number, slips: number) => plan(by, cents, slips).inTime;
    expect(of('2026-11-20', 2000, 20)).toBeGreaterThan(of('2026-11-06', 2000, 20));
    expect(of('2026-11-20', 2000, 20)).toBeGreaterThan(of('2026-11-20', 2000, 2));
    expect(of('2026-11-20', 5000, 20)).toBeGreaterThanOrEqual(of('2026-11-20', 0, 20));
  });
  it('a way chosen is one of the thing’s own, and is there by the day more often than never', () => {
    for (const [k, { way, leftOut }] of plan('2026-11-13', 2000, 12).chosen.entries()) {
      const ways = waysToRead(storyItemTitled(titles[k] as string), here).ways;
      if (way) expect(ways.map((w) => w.id)).toContain(way.key);
      else expect(leftOut).not.toBeNull();
    }
  });
});
