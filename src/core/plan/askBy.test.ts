import { beforeAll, describe, expect, it } from 'vitest';
import { itemNow, situation, worldOf } from '../../../tests/fixtures/world';
import type { AccessItem } from '../access/options';
import { waysToRead } from '../access/ways';
import {
  clock,
  type DayNumber,
  dayNumber,
  dayOf,
  isoDay,
  type Minutes,
  minutes,
  parseDay,
  parseLocal,
  startOf,
} from '../model/time';
import { random } from '../random';
import { askBy } from './askBy';

const world = worldOf(900);
let items: readonly AccessItem[];
beforeAll(() => {
  const { service } = world;
  const { data } = service.engine;
  // Things of all sorts, most of which have to be asked for: on shelves, out, with partners, with nobody near.
  items = Array.from({ length: data.n }, (_, d) => itemNow(service, service.recordAt(d).id)).filter(
    ({ record, journal }, i) => i % 5 === 0 || (!record.ebook && !record.openCopies && !journal),
  );
});
const day = (iso: string): DayNumber => parseDay(iso) as DayNumber;
const at = (iso: string): Minutes => parseLocal(iso) as Minutes;
const SITUATIONS = [situation('quayside'), situation('saltmarsh'), situation('fellgate', true)];
const inTimeAt = (item: AccessItem, from: Parameters<typeof askBy>[1], t: Minutes): Set<string> =>
  new Set(
    waysToRead(item, { ...from, at: t })
      .ways.filter((w) => w.verdict === 'in-time' && w.action.do !== 'nothing')
      .map((w) => w.id),
  );

describe('the ask-by', () => {
  it('is the last minute: asked for at it comes in time, a minute later it does not; whoever asks, whenever', () => {
    const r = random(7);
    let [slips, walks] = [0, 0];
    for (let n = 0; n < 1200; n++) {
      const item = items[r.int(0, items.length - 1)] as AccessItem;
      const start = minutes(at('2026-10-19T00:00') + r.int(0, 120 * 1440));
      const from = {
        library: world.service.library,
        situation: r.pick(SITUATIONS),
        at: start,
        needBy: dayNumber(dayOf(start) + r.int(0, 45)),
      };
      const { ways } = askBy(item, from);
      expect(new Set(ways.map((w) => w.id))).toEqual(inTimeAt(item, from, start));
      for (const w of ways) {
        if (w.askBy === null) continue;
        const t = at(w.askBy);
        expect(t).toBeGreaterThanOrEqual(start);
        expect(inTimeAt(item, from, t).has(w.id), `${w.id} at ${w.askBy}`).toBe(true);
        expect(inTimeAt(item, from, minutes(t + 1)).has(w.id), `${w.id} after ${w.askBy}`).toBe(false);
        expect(w.likelyBy.slice(0, 10) <= isoDay(from.needBy)).toBe(true);
        if (w.does === 'slip') slips++;
        else walks++;
      }
    }
    expect(slips).toBeGreaterThan(150);
    expect(walks).toBeGreaterThan(15);
  });
  it('never comes again later: whoever goes through the time finds no other last minute', () => {
    const r = random(8);
    for (let n = 0; n < 40; n++) {
      const item = items[r.int(0, items.length - 1)] as AccessItem;
      // Over the hour that the clocks go back, over Christmas, over New Year.
      const start = at(r.pick(['2026-10-23T08:00', '2026-12-18T08:00', '2027-03-26T08:00']));
      const needBy = dayNumber(dayOf(start) + r.int(3, 16));
      const from = { library: world.service.library, situation: r.pick(SITUATIONS), at: start, needBy };
      const last = new Map(
        askBy(item, from).ways.flatMap((w) => (w.askBy === null ? [] : [[w.id, at(w.askBy)] as const])),
      );
      for (let t = start; t < startOf(needBy, clock('24:00')); t = minutes(t + 47)) {
        const now = inTimeAt(item, from, t);
        for (const [id, until] of last) expect(now.has(id), `${id} at ${t}`).toBe(t <= until);
      }
    }
  });
  it('puts first what need not be asked for, then what costs least, then what may wait longest', () => {
    for (const item of items.slice(0, 200)) {
      const { ways, best, late } = askBy(item, {
        library: world.service.library,
        situation: situation('quayside'),
        at: at('2026-11-02T09:10'),
        needBy: day('2026-11-27'),
      });
      expect(best).toBe(ways[0] ?? null);
      expect(late === null || ways.length === 0).toBe(true);
      const ease = { open: 0, go: 1, slip: 2 };
      for (const [i, w] of ways.slice(1).entries()) {
        const before = ways[i] as (typeof ways)[number];
        expect(ease[before.does]).toBeLessThanOrEqual(ease[w.does]);
        if (before.does === w.does) expect(before.price).toBeLessThanOrEqual(w.price);
      }
    }
  });
  it('says when it would come where nothing brings it in time', () => {
    const found = items.flatMap((item) => {
      const from = {
        library: world.service.library,
        situation: situation('quayside'),
        at: at('2026-11-02T09:10'),
        needBy: day('2026-11-03'),
      };
      const { late } = askBy(item, from);
      return late === null ? [] : [late];
    });
    expect(found.length).toBeGreaterThan(20);
    for (const late of found) expect(late > '2026-11-03').toBe(true);
  });
  it('of forty readings takes well under half a second, on any machine', () => {
    const from = {
      library: world.service.library,
      situation: situation('quayside'),
      at: at('2026-11-02T09:10'),
      needBy: day('2026-12-04'),
    };
    for (const item of items.slice(0, 60)) askBy(item, from);
    const began = performance.now();
    for (const item of items.slice(60, 100)) askBy(item, from);
    const took = performance.now() - began;

    expect(took).toBeLessThan(800);
  });
});
