/** Nodes that die, hang, or are all gone; a disk that is full. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pidOf, startNode, together } from '../../scripts/cluster.mjs';
import { NEW_SEARCH } from '../../src/core/query/request';
import { words } from '../../src/core/words/fold';
import { fill, indexOf } from '../../src/server/opensearch/fill';
import { openCluster } from '../../src/server/opensearch/open';
import { ClusterDiscovery } from '../../src/server/opensearch/service';
import { addressOf, bothOf, NODES, nextMoment, queryOf } from './cluster';

const FOLDER = process.env.LEGENDUM_TEST_CLUSTER_FOLDER as string;
const BASE = Number(process.env.LEGENDUM_TEST_CLUSTER_BASE);
const PATH = process.env.LEGENDUM_TEST_CLUSTER_PATH as string;
const ALIAS = 'failing';
const both = bothOf(ALIAS, 1000, { shards: 2, replicas: 1 });
const query = (q: string) => queryOf({ ...NEW_SEARCH, q, exact: true }, { limit: 10 });
const settled = () =>
  both.cluster.client.cluster.health({
    index: `${ALIAS}-*`,
    wait_for_status: 'green',
    timeout: '60s',
  } as never);
const again = async (n: number): Promise<void> => {
  startNode(FOLDER, n, NODES.length, { path: PATH, base: BASE, short: true });
  await together(NODES.length, BASE);
  await settled();
};
const pid = (n: number): number => pidOf(FOLDER, n) as number;
// A node that leaves is not waited for: what it had is copied anew at once.
beforeAll(async () => {
  await both.cluster.client.indices.putSettings({
    index: `${ALIAS}-*`,
    body: { 'index.unassigned.node_left.delayed_timeout': '0' } as never,
  });
});
afterAll(() => {
  for (let n = 1; n <= NODES.length; n++) process.kill(pid(n), 'SIGCONT');
});

describe('a node', () => {
  it('killed in the middle of 500 searches loses none of them', async () => {
    await settled();
    const { engine, cluster } = await openCluster(addressOf(ALIAS), both.world.service.library);
    const titles = Array.from({ length: 500 }, (_, i) =>
      words(both.world.service.recordAt(i).csl.title).slice(0, 2).join(' '),
    );
    const expected = await Promise.all(titles.map(async (q) => (await both.embedded.search(query(q))).total));
    const totals: number[] = [];
    let next = 0;
    const ask = async (): Promise<void> => {
      while (next < titles.length) {
        const i = next++;
        if (i === 200) process.kill(pid(2), 'SIGKILL');
        totals[i] = (await engine.search(query(titles[i] as string))).total;
      }
    };
    try {
      await Promise.all([ask(), ask(), ask(), ask()]);
      expect(totals).toEqual(expected);
    } finally {
      await cluster.close();
      await again(2);
    }
  }, 180_000);
  it('that hangs is left out, and said where it can’t be', async () => {
    const { engine, cluster } = await openCluster(addressOf(ALIAS, 4000), both.world.service.library);
    process.kill(pid(3), 'SIGSTOP');
    try {
      // At first what it has is waited for in vain; then the others take its part.
      await expect
        .poll(
          () =>
            engine.search(query('food')).then(
              (a) => a.total,
              (e: Error) => e.name,
            ),
          { timeout: 60_000, interval: 500 },
        )
        .toBe((await both.embedded.search(query('food'))).total);
    } finally {
      process.kill(pid(3), 'SIGCONT');
      await together(NODES.length, BASE);
      await settled();
      await cluster.close();
    }
  }, 180_000);
});

describe('a disk that is full', () => {
  it('fails the filling in words, and what stands is still asked', async () => {
    const { client } = both.cluster;
    const before = await indexOf(both.cluster, ALIAS);
    // What the engine does of itself when a disk runs full.
    await client.cluster.putSettings({
      body: { persistent: { 'cluster.blocks.create_index': true } } as never,
    });
    try {
      await expect(
        fill(both.cluster, both.world.dir, { alias: ALIAS, shards: 1, replicas: 0, now: nextMoment() }),
      ).rejects.toThrow(/create.index|blocked/i);
    } finally {
      await client.cluster.putSettings({
        body: { persistent: { 'cluster.blocks.create_index': null } } as never,
      });
    }
    expect(await indexOf(both.cluster, ALIAS)).toBe(before);
    expect((await both.engine.search(query('food'))).total).toBeGreaterThan(0);
  });
});

describe('the whole cluster', () => {
  it('gone: a question is refused in so many words, and answered when it is back', async () => {
    const discovery = await ClusterDiscovery.open(both.world.dir, addressOf(ALIAS, 3000));
    const total = async () => discovery.size();
    expect(await total()).toBe(1000);
    for (let n = 1; n <= NODES.length; n++) process.kill(pid(n), 'SIGSTOP');
    try {
      await expect(discovery.record('no-such-record')).rejects.toMatchObject({
        name: expect.stringMatching(/^(EngineAway|TooSlow)$/),
      });
      // Started while nothing answers, a worker waits for it.
      const late = await ClusterDiscovery.open(both.world.dir, addressOf(ALIAS, 2000));
      expect(late.health().records).toBe(0);
      await late.fresh();
      await expect(late.record('no-such-record')).rejects.toMatchObject({
        name: expect.stringMatching(/^(EngineAway|TooSlow)$/),
      });
      for (let n = 1; n <= NODES.length; n++) process.kill(pid(n), 'SIGCONT');
      await together(NODES.length, BASE);
      await expect
        .poll(
          () =>
            late.fresh().then(
              () => late.health().records,
              (e: Error) => e.name,
            ),
          { timeout: 60_000, interval: 500 },
        )
        .toBe(1000);
      late.close();
    } finally {
      for (let n = 1; n <= NODES.length; n++) process.kill(pid(n), 'SIGCONT');
    }
    discovery.close();
  }, 150_000);
});
