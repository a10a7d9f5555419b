/** The nodes that the tests of the distributed engine share, and indexes of their own in them. */
import { afterAll, beforeAll } from 'vitest';
import { EmbeddedSearch } from '../../src/core/engine/embedded';
import type { EngineQuery } from '../../src/core/engine/port/engine';
import { type Minutes, parseLocal } from '../../src/core/model/time';
import type { SearchRequest } from '../../src/core/query/request';
import { Cluster, type ClusterAddress } from '../../src/server/opensearch/cluster';
import type { OpenSearchEngine } from '../../src/server/opensearch/engine';
import { type Filled, fill } from '../../src/server/opensearch/fill';
import { openCluster } from '../../src/server/opensearch/open';
import { asked, moment, worldOf } from '../fixtures/world';

export const NODES = (process.env.LEGENDUM_TEST_CLUSTER ?? '').split(',');
export const addressOf = (alias: string, limit = 30_000): ClusterAddress => ({
  nodes: NODES,
  login: null,
  authority: null,
  alias,
  limit,
});
let count = 0;
/** ISO moments that follow each other, which indexes are named by. */
export const nextMoment = (): string => new Date(Date.UTC(2026, 0, 1, 0, 0, count++)).toISOString();

/** A made-up world in both engines, for the tests of a file. */
export function bothOf(alias: string, records: number, { shards = 2, replicas = 0 } = {}) {
  const world = worldOf(records);
  const cluster = new Cluster(addressOf(alias));
  let engine: OpenSearchEngine;
  let close: () => Promise<void>;
  let filled: Filled;
  beforeAll(async () => {
    filled = await fill(cluster, world.dir, { alias, shards, replicas, now: nextMoment() });
    const opened = await openCluster(addressOf(alias), world.service.library);
    engine = opened.engine;
    close = () => opened.cluster.close();
  }, 120_000);
  afterAll(async () => {
    await close?.();
    await cluster.client.indices.delete({ index: `${alias}-*` });
    await cluster.close();
  }, 60_000);
  return {
    world,
    cluster,
    get filled() {
      return filled;
    },
    get engine() {
      return engine;
    },
    get embedded() {
      return new EmbeddedSearch(world.service.engine, (doc) => world.service.recordAt(doc));
    },
  };
}

/** A search as an engine is asked it, by a reader at a desk of the made-up university. */
export const queryOf = (
  r: SearchRequest,
  { at = moment().at, ...slice }: { at?: string; offset?: number; limit?: number } = {},
): EngineQuery => ({
  tree: asked(r).query.tree,
  situation: moment().situation,
  at: parseLocal(at) as Minutes,
  since: r.since,
  reach: r.reach,
  keep: r.keep,
  drop: r.drop,
  from: r.from,
  to: r.to,
  sort: r.sort,
  needBy: r.needBy,
  offset: 0,
  limit: 25,
  ...slice,
});
