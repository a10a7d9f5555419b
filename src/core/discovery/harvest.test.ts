/** Records by the day on which they came, from either engine. */
import { expect, it } from 'vitest';
import { PlainEngine } from '../../../tests/fixtures/plainEngine';
import { worldOf } from '../../../tests/fixtures/world';
import { Discovery } from './discovery';

const world = worldOf(3000);
it('goes through all of them once, in pieces, and from a day on; what comes tomorrow is not there today', async () => {
  const { service } = world;
  const items = await Promise.all(
    Array.from({ length: service.engine.size }, (_, doc) => service.itemAt(doc)),
  );
  const built = service.file.history.since;
  for (const discovery of [service, new Discovery(new PlainEngine(items, service.library), service.file)]) {
    const all = async (from: string, until: string, today: string) => {
      const ids: string[] = [];
      for (let place: number | null = 0; place !== null; ) {
        const piece = await discovery.harvest({ from, until, today, place, limit: 700 });
        ids.push(...piece.entries.map((e) => e.id));
        place = piece.next;
      }
      return ids;
    };
    const last = '9999-12-31';
    expect(await all('1000-01-01', last, last)).toEqual(items.map((i) => i.record.id));
    const late = items.filter((i) => i.record.added !== undefined);
    expect(late.length).toBeGreaterThan(5);
    const day = late[3]?.record.added as string;
    const since = late.filter((i) => (i.record.added as string) >= day).map((i) => i.record.id);
    expect(await all(day, last, last)).toEqual(since);
    expect(await all(day, day, last)).toEqual(
      late.filter((i) => i.record.added === day).map((i) => i.record.id),
    );
    expect((await all('1000-01-01', last, built)).length).toBe(items.length - late.length);
    expect(await all('9000-01-01', last, last)).toEqual([]);
  }
});

it('says once what has changed since, after what stands, and what is gone; in pieces of any size', async () => {
  const { service } = world;
  const records = service.engine.size;
  const ids = (await Promise.all(Array.from({ length: 40 }, (_, doc) => service.itemAt(doc)))).map(
    (i) => i.record.id as string,
  );
  const [a, b, c] = [ids[3], ids[17], ids[30]] as [string, string, string];
  const history = {
    since: '2026-01-05',
    changed: [
      [b, '2026-01-07'],
      [a, '2026-01-09'],
      [c, '2026-01-09'],
    ],
    gone: [
      ['left-early', '2026-01-06'],
      ['left-late', '2026-01-09'],
    ],
  } as const;
  const discovery = new Discovery(new PlainEngine(await items(), service.library), {
    ...service.file,
    history,
  });
  async function items() {
    return Promise.all(Array.from({ length: records }, (_, doc) => service.itemAt(doc)));
  }
  const all = async (from: string, until: string, limit: number) => {
    const found: string[] = [];
    for (let place: number | null = 0; place !== null; ) {
      const piece = await discovery.harvest({ from, until, today: '2026-01-20', place, limit });
      found.push(...piece.entries.map((e) => `${e.id} ${e.day}${e.record ? '' : ' gone'}`));
      place = piece.next;
    }
    return found;
  };
  for (const limit of [1, 2, 7]) {
    expect(await all('2026-01-06', '9999-12-31', limit)).toEqual([
      `${b} 2026-01-07`,
      `${a} 2026-01-09`,
      `${c} 2026-01-09`,
      'left-early 2026-01-06 gone',
      'left-late 2026-01-09 gone',
    ]);
    expect(await all('2026-01-08', '2026-01-08', limit)).toEqual([]);
    expect(await all('2026-01-07', '2026-01-07', limit)).toEqual([`${b} 2026-01-07`]);
  }
  const whole = await all('1000-01-01', '9999-12-31', 500);
  expect(new Set(whole.map((w) => w.split(' ')[0])).size).toBe(whole.length);
  expect(await discovery.harvestOne('left-late')).toEqual({
    id: 'left-late',
    day: '2026-01-09',
    record: null,
  });
  expect(await discovery.harvestOne(a)).toMatchObject({ id: a, day: '2026-01-09' });
  expect(await discovery.harvestOne('never-there')).toBeNull();
});
