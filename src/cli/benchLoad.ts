/**
 * `bench load [--records N] [--main FILE] [--seconds N] [--connections 1,10,50,2500] [--json]`: searches a
 * second and their 99th percentile at 1, 10 and 50 connections, what becomes of 2,500, and how long health
 * takes to answer meanwhile. `--main` names another build's server, so that two can be measured in one
 * sitting. `--flood N` asks N times more and tells what the server holds after each tenth.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import autocannon from 'autocannon';
import type { DiscoveryRecord } from '../core/model/record';
import { random } from '../core/random';
import { words } from '../core/words/fold';
import { RECORDS, RecordFile } from '../server/recordFile';
import { benchIndex, benchOptions } from './benchIndex';
import { startBuilt } from './builtServer';

const { values } = benchOptions();
const dir = values.index ?? benchIndex(Number(values.records)).dir;
const seconds = Number(values.seconds);
const r = random(11);
const texts = new RecordFile(join(dir, RECORDS));
/** What readers ask: broad words, topics, titles; some narrowed. */
const requests = Array.from({ length: 400 }, (_, i) => {
  const { csl, subjects } = JSON.parse(
    texts.at(r.int(0, texts.size - 1)).toString('utf8'),
  ) as DiscoveryRecord;
  const q =
    i % 4 === 0
      ? r.pick(['history', 'policy', 'local', 'review'])
      : i % 4 === 1
        ? (subjects[0] ?? 'kelp')
        : words(csl.title)
            .slice(0, i % 4 === 2 ? 3 : 12)
            .join(' ');
  const params = new URLSearchParams({
    q,
    ...(i % 5 === 0 ? { 'keep.peer': 'reviewed', from: '2010' } : {}),
  });
  return { method: 'GET', path: `/api/search?${params}` };
});
const server = await startBuilt(dir, { LEGENDUM_LOG: 'silent' }, values.main ?? 'dist/app/main.mjs');
const url = `http://127.0.0.1:${server.port}`;
const statusOf = (s: autocannonResult): Record<string, number> =>
  Object.fromEntries(Object.entries(s.statusCodeStats ?? {}).map(([code, { count }]) => [code, count]));
type autocannonResult = Awaited<ReturnType<typeof autocannon>>;
await autocannon({ url, connections: 4, duration: 3, requests });

/** Milliseconds that /healthz takes, asked now and again while the others are at it. */
async function healthWhile<T>(
  work: Promise<T>,
): Promise<{ result: T; health: { p50: number; worst: number; failed: number } }> {
  const times: number[] = [];
  let failed = 0;
  let over = false;
  const asking = (async () => {
    while (!over) {
      const began = performance.now();
      const answer = await fetch(`${url}/healthz`, { signal: AbortSignal.timeout(15_000) }).catch(() => null);
      if (answer?.status === 200) times.push(performance.now() - began);
      else failed++;
      await new Promise((done) => setTimeout(done, 100));
    }
  })();
  const result = await work;
  over = true;
  await asking;
  times.sort((a, b) => a - b);
  return {
    result,
    health: { p50: Math.round(times[times.length >> 1] ?? 0), worst: Math.round(times.at(-1) ?? 0), failed },
  };
}
const out: object[] = [];
for (const connections of values.connections.split(',').map(Number)) {
  const { result, health } = await healthWhile(
    autocannon({ url, connections, duration: seconds, timeout: 20, requests }),
  );
  out.push({
    connections,
    searchesPerSecond: Math.round(result['2xx'] / result.duration),
    ms: { p50: result.latency.p50, p99: result.latency.p99, max: result.latency.max },
    statuses: statusOf(result),
    errors: result.errors,
    timeouts: result.timeouts,
    health,
  });
}
/** Megabytes that the server holds. */
const held = (): number =>
  Math.round(
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024,
  );
/** What it holds after each tenth of many requests. */
if (values.flood) {
  const megabytes = [held()];
  for (let tenth = 0; tenth < 10; tenth++) {
    await autocannon({ url, connections: 10, amount: Number(values.flood) / 10, timeout: 20, requests });
    megabytes.push(held());
  }
  out.push({ requests: Number(values.flood), megabytes });
}
await server.stop();
console.log(JSON.stringify(out, null, values.json ? 1 : 0));
process.exit(0);
