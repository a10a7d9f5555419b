/** What is filled, filled anew and brought up to date: what is asked afterwards is what the directory says. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { DiscoveryRecord } from '../../src/core/model/record';
import { NEW_SEARCH } from '../../src/core/query/request';
import { Cluster } from '../../src/server/opensearch/cluster';
import { bringChanges, fill, indexOf } from '../../src/server/opensearch/fill';
import { openCluster } from '../../src/server/opensearch/open';
import { ClusterDiscovery } from '../../src/server/opensearch/service';
import { recordsIn, writeTexts } from '../fixtures/recordTexts';
import { addressOf, bothOf, nextMoment, queryOf } from './cluster';

const ALIAS = 'changing';
const both = bothOf(ALIAS, 400, { shards: 2 });
const copies: string[] = [];
afterAll(() => {
  for (const dir of copies) rmSync(dir, { recursive: true, force: true });
});
/** A copy of the index directory with other records. */
function changed(change: (records: DiscoveryRecord[]) => DiscoveryRecord[]): string {
  const dir = mkdtempSync(join(tmpdir(), 'legendum-changes-'));
  copies.push(dir);
  cpSync(both.world.dir, dir, { recursive: true });
  writeTexts(
    dir,
    change(recordsIn(dir)).map((r) => JSON.stringify(r)),
  );
  return dir;
}
const options = () => ({ alias: ALIAS, shards: 2, replicas: 0, now: nextMoment() });
const query = (q: string) =>
  queryOf({ ...NEW_SEARCH, q, exact: true }, { at: '2027-06-01T09:00', limit: 50 });

describe('changes of a day', () => {
  it('what is new, other or gone is so; the rest was not touched', async () => {
    const before = both.filled.index;
    const dir = changed((records) => {
      const [first, second, third, ...rest] = records as [DiscoveryRecord, DiscoveryRecord, DiscoveryRecord];
      const other = { ...second, csl: { ...second.csl, title: 'Quizzaciously renamed' } };
      const moved = { ...third, work: 'w-somewhere-else' } as DiscoveryRecord;
      const fresh = {
        ...first,
        id: 'fresh-one',
        csl: { ...first.csl, title: 'Vexillological novelties' },
      } as unknown as DiscoveryRecord;
      return [other, moved, ...(rest as DiscoveryRecord[]), fresh];
    });
    const done = await bringChanges(both.cluster, dir, options());
    expect(done).toEqual({ index: before, records: 400, written: 3, removed: 1 });
    const { engine, cluster, index } = await openCluster(addressOf(ALIAS), both.world.service.library);
    try {
      expect(index.size).toBe(400);
      const [gone] = (await both.embedded.inOrder(0, 1)).map((r) => r.id);
      const firstId = recordsIn(both.world.dir)[0]?.id as string;
      expect(gone).toBeDefined();
      expect(await engine.records([firstId, 'fresh-one'])).toEqual([
        null,
        expect.objectContaining({ id: 'fresh-one' }),
      ]);
      expect((await engine.search(query('quizzaciously'))).total).toBe(1);
      expect((await engine.search(query('vexillological'))).slice[0]?.id).toBe('fresh-one');
    } finally {
      await cluster.close();
    }
    expect(await bringChanges(both.cluster, dir, options())).toEqual({
      index: before,
      records: 400,
      written: 0,
      removed: 0,
    });
  });
  it('is heard of by who asks already: nothing that was remembered is told any more', async () => {
    const discovery = await ClusterDiscovery.open(both.world.dir, addressOf(ALIAS));
    const mark = discovery.mark;
    expect(mark).toContain(await indexOf(both.cluster, ALIAS));
    try {
      const dir = changed((records) =>
        records.map((r, i) => (i === 5 ? { ...r, csl: { ...r.csl, title: 'Zymurgical afterthoughts' } } : r)),
      );
      const { id } = recordsIn(dir)[5] as DiscoveryRecord;
      const before = (await discovery.record(id))?.record.csl.title;
      expect(before).not.toBe('Zymurgical afterthoughts');
      await bringChanges(both.cluster, dir, options());
      await expect
        .poll(
          async () => {
            await discovery.fresh();
            return (await discovery.record(id))?.record.csl.title;
          },
          { timeout: 20_000, interval: 300 },
        )
        .toBe('Zymurgical afterthoughts');
      // Answers are of another edition from now on.
      expect(discovery.mark).not.toBe(mark);
    } finally {
      discovery.close();
    }
  }, 40_000);
  it('brings what building afresh would have', async () => {
    const dir = changed((records) =>
      records
        .filter((_, i) => i % 7 !== 3)
        .map((r, i) => (i % 5 === 0 ? { ...r, subjects: [...r.subjects, 'Tide tables'] } : r)),
    );
    await bringChanges(both.cluster, dir, options());
    const afresh = new Cluster(addressOf('afresh'));
    try {
      await fill(afresh, dir, { ...options(), alias: 'afresh' });
      const opened = await Promise.all(
        [ALIAS, 'afresh'].map((a) => openCluster(addressOf(a), both.world.service.library)),
      );
      for (const q of ['', 'food', 'tide tables', 'kelp OR history']) {
        const [a, b] = await Promise.all(opened.map((o) => o.engine.search(query(q))));
        expect({ ...a, slice: [] }, q).toEqual({ ...b, slice: [] });
      }
      for (const o of opened) await o.cluster.close();
    } finally {
      await afresh.client.indices.delete({ index: 'afresh-*' });
      await afresh.close();
    }
  });
});

/** A client of whose requests only the first reach the cluster: the program has died by then. */
function dying(after: number): { readonly cluster: Cluster; readonly asked: () => number } {
  const cluster = new Cluster(addressOf(ALIAS));
  const { transport } = cluster.client;
  const real = transport.request.bind(transport);
  let asked = 0;
  transport.request = ((...args: Parameters<typeof real>) => {
    if (asked++ >= after) throw new Error('It has died.');
    return real(...args);
  }) as typeof real;
  return { cluster, asked: () => asked };
}
describe('what dies at any request', () => {
  /** How many records the alias has, and of which the titles are as they were changed. */
  const standing = async (): Promise<readonly [size: number, changed: number]> => {
    const { engine, cluster, index } = await openCluster(addressOf(ALIAS), both.world.service.library);
    try {
      return [index.size, (await engine.search(query('quagmires'))).total];
    } finally {
      await cluster.close();
    }
  };
  const other = (records: DiscoveryRecord[]): DiscoveryRecord[] =>
    records
      .slice(0, 120)
      .map((r, i) => (i < 10 ? { ...r, csl: { ...r.csl, title: `${r.csl.title}: quagmires` } } : r));
  it('a filling leaves what was there or what was to be, whole', async () => {
    const dir = changed(other);
    await fill(both.cluster, both.world.dir, options());
    const before = await standing();
    const whole = dying(Number.POSITIVE_INFINITY);
    await fill(whole.cluster, dir, options());
    const after = await standing();
    expect(after).not.toEqual(before);
    const most = whole.asked();
    await whole.cluster.close();
    for (let at = 0; at < most; at++) {
      await fill(both.cluster, both.world.dir, options());
      const { cluster } = dying(at);
      await fill(cluster, dir, options()).catch(() => undefined);
      await cluster.close();
      expect([before, after], `request ${at}`).toContainEqual(await standing());
    }
    await fill(both.cluster, dir, options());
    expect(await standing()).toEqual(after);
  }, 240_000);
  it('changes that were brought in part are brought whole by the next', async () => {
    const dir = changed(other);
    await fill(both.cluster, dir, options());
    const wanted = await standing();
    for (let at = 0; ; at++) {
      await fill(both.cluster, both.world.dir, options());
      const one = dying(at);
      await bringChanges(one.cluster, dir, options()).catch(() => undefined);
      await one.cluster.close();
      await bringChanges(both.cluster, dir, options());
      expect(await standing(), `request ${at}`).toEqual(wanted);
      if (one.asked() <= at) break;
    }
  }, 240_000);
});

describe('filling anew', () => {
  it('is gone over to when it is whole, and not before', async () => {
    const discovery = await ClusterDiscovery.open(both.world.dir, addressOf(ALIAS));
    const before = await indexOf(both.cluster, ALIAS);
    const dir = changed((records) => records.slice(0, 100));
    const { index } = await fill(both.cluster, dir, options());
    expect(await indexOf(both.cluster, ALIAS)).toBe(index);
    expect(index).not.toBe(before);
    // The one that was asked so far answers until its reader has gone over.
    await discovery.fresh();
    expect(await discovery.size()).toBeGreaterThan(100);
    await new Promise((done) => setTimeout(done, 5500));
    await discovery.fresh();
    await expect
      .poll(
        async () => {
          await discovery.fresh();
          return discovery.size();
        },
        { timeout: 10_000 },
      )
      .toBe(100);
    discovery.close();
  }, 30_000);
  it('a filling that fails leaves what was there', async () => {
    const before = await indexOf(both.cluster, ALIAS);
    const dir = changed((records) => records);
    writeTexts(dir, [...recordsIn(dir).map((r) => JSON.stringify(r)), '{"id":']);
    await expect(fill(both.cluster, dir, options())).rejects.toThrow();
    expect(await indexOf(both.cluster, ALIAS)).toBe(before);
  });
  it('what another version or another library has filled is said, with what to do', async () => {
    const { library } = both.world.service;
    await expect(openCluster(addressOf('nothing'), library)).rejects.toThrow(/has nothing under nothing yet/);
    await expect(openCluster(addressOf(ALIAS), { ...library, language: 'fi' })).rejects.toThrow(
      /another library/,
    );
    const index = (await indexOf(both.cluster, ALIAS)) as string;
    await both.cluster.client.indices.putMapping({ index, body: { _meta: { shape: 0 } } as never });
    await expect(openCluster(addressOf(ALIAS), library)).rejects.toThrow(/another version/);
  });
});
