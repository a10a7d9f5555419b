/**
 * `bench engines [--records N] [--shards N] [--rounds N] [--json]`: the embedded engine and the distributed one (whose
 * nodes LEGENDUM_OPENSEARCH names; `npm run cluster -- start`) beside each other in one run, on the same records:
 * filling, room on the disk, memory, full answers by kinds of searches, and whether what was asked for by its title
 * stands first.
 */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Discovery } from '../core/discovery/discovery';
import type { CampusId } from '../core/model/record';
import { NEW_SEARCH } from '../core/query/request';
import { random } from '../core/random';
import { words } from '../core/words/fold';
import { DEMO_START } from '../demo/clock';
import { clusterOf } from '../server/config';
import { Cluster } from '../server/opensearch/cluster';
import { fill } from '../server/opensearch/fill';
import { openCluster } from '../server/opensearch/open';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';
import { asked, drawnSearches, quantile } from './benchQueries';

const LIMIT = 120_000;
const [EACH, KNOWN] = [15, 200];
const [MB, KB] = [1e6, 1024];

const { values } = benchOptions();
const count = Number(values.records);
const { dir, buildSeconds } = benchIndex(count);
const rounds = Number(values.rounds);
const start = performance.now();
/** What takes an hour says how far it is. */
const reached = (what: string): void =>
  console.error(`  ${((performance.now() - start) / 1000).toFixed(0)} s: ${what}`);
const buildMB = buildSeconds === null ? null : Math.round((process.resourceUsage().maxRSS * KB) / MB);
const service = DiscoveryService.open(dir);
const address = clusterOf(
  { ...process.env, LEGENDUM_ENGINE: 'opensearch', LEGENDUM_OPENSEARCH_ALIAS: 'bench' },
  LIMIT,
);
if (!address) throw new Error('Name its nodes: LEGENDUM_OPENSEARCH.');
const cluster = new Cluster(address);
const shards = Number(values.shards);
const began = performance.now();
const filled = await fill(cluster, dir, {
  alias: 'bench',
  shards,
  replicas: 0,
  now: new Date().toISOString(),
  progress: (done) => done % 100_000 === 0 && reached(`${done} records filled in`),
});
const fillSeconds = (performance.now() - began) / 1000;
const { engine } = await openCluster(address, service.library);
const engines = { embedded: service as Discovery, opensearch: new Discovery(engine, service.file) };
const moment = {
  situation: { campus: 'quayside' as CampusId, category: 'undergraduate' as const, remote: false },
  at: DEMO_START,
};

const classes = drawnSearches(service);
const queries = Object.entries(classes).flatMap(([name, make]) =>
  Array.from({ length: EACH }, () => ({ name, request: make() })),
);
const slice = { offset: 0, limit: 25 };
/** Each query's best round: on a shared machine the others' work is not ours. */
const times = new Map<string, number[]>();
let differing = 0;
for (const [name, discovery] of Object.entries(engines)) {
  for (const q of queries.slice(0, 40)) await discovery.search(asked(q.request), moment, slice);
  const best = queries.map(() => Number.POSITIVE_INFINITY);
  for (let round = 0; round < rounds; round++)
    for (const [i, q] of queries.entries()) {
      const from = performance.now();
      await discovery.search(asked(q.request), moment, slice);
      best[i] = Math.min(best[i] as number, performance.now() - from);
    }
  times.set(name, best);
  reached(`${name} was asked ${rounds} times`);
}
for (const q of queries) {
  const [a, b] = await Promise.all(
    Object.values(engines).map((d) => d.search(asked({ ...q.request, exact: true }), moment, slice)),
  );
  if (
    JSON.stringify([a?.total, a?.breakdown, a?.reach, a?.years]) !==
    JSON.stringify([b?.total, b?.breakdown, b?.reach, b?.years])
  )
    differing++;
}
reached('totals and counts were compared');
const r = random(11);
const known = Array.from({ length: KNOWN }, () => service.recordAt(r.int(0, service.engine.size - 1)));
const first = { embedded: 0, opensearch: 0 };
for (const record of known)
  for (const [name, discovery] of Object.entries(engines)) {
    const q = { ...NEW_SEARCH, q: words(record.csl.title).join(' ') };
    const [hit] = (await discovery.search(asked(q), moment, { offset: 0, limit: 1 })).hits;
    if (hit && (hit.id === record.id || hit.csl.title === record.csl.title))
      first[name as keyof typeof first]++;
  }

const sizeOf = (folder: string): number =>
  readdirSync(folder, { withFileTypes: true }).reduce(
    (sum, f) => sum + (f.isDirectory() ? sizeOf(join(folder, f.name)) : statSync(join(folder, f.name)).size),
    0,
  );
const stats = (await cluster.client.indices.stats({ index: 'bench-*' })).body as unknown as {
  readonly _all: { readonly primaries: { readonly store: { readonly size_in_bytes: number } } };
};
/** Resident memory of the nodes that `npm run cluster` started. */
const nodes = readdirSync('data/cluster')
  .filter((f) => f.endsWith('.pid'))
  .map((f) => {
    const status = `/proc/${readFileSync(join('data/cluster', f), 'utf8')}/status`;
    try {
      return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(status, 'utf8'))?.[1] ?? 0) / 1000;
    } catch {
      return 0;
    }
  });
const byClass = (name: string) => {
  const list = times.get(name) as number[];
  return Object.fromEntries(
    ['all', ...Object.keys(classes)].map((c) => {
      const own = list.filter((_, i) => c === 'all' || queries[i]?.name === c);
      return [c, { p50: quantile(own, 0.5), p95: quantile(own, 0.95) }];
    }),
  );
};
const report = {
  records: filled.records,
  shards,
  nodes: nodes.length,
  embedded: {
    buildSeconds,
    buildMB,
    diskMB: Math.round(sizeOf(dir) / MB),
    memoryMB: Math.round(process.memoryUsage().rss / MB),
    knownFirst: first.embedded / KNOWN,
    ms: byClass('embedded'),
  },
  opensearch: {
    fillSeconds: Math.round(fillSeconds),
    diskMB: Math.round(stats._all.primaries.store.size_in_bytes / MB),
    nodesMB: nodes.map(Math.round),
    knownFirst: first.opensearch / KNOWN,
    ms: byClass('opensearch'),
  },
  differing: `${differing} of ${queries.length}`,
};
console.log(JSON.stringify(report, null, values.json ? 0 : 2));
await cluster.client.indices.delete({ index: 'bench-*' });
await cluster.close();
process.exit(0);
