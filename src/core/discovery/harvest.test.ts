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
  const { built } = service.file;
  for (const discovery of [service, new Discovery(new PlainEngine(items, service.library), service.file)]) {
    const all = async (from: string, until: string, today: string) => {
      const ids: string[] = [];
      for (let place: number | null = 0; place !== null; ) {
        const piece = await discovery.harvest({ from, until, today, place, limit: 700 });
        ids.push(...piece.records.map((r) => r.id));
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
