/**
 * `bench search [--records N] [--rounds N] [--json]`: times full answers (25 hits and all counts) in the engine,
 * and through the running server's HTTP interface. Queries are drawn from the index itself, seeded, eight
 * kinds of them.
 */

import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import type { CampusId } from '../core/model/record';
import { printRequest } from '../core/query/request';
import { DEMO_START } from '../demo/clock';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';
import { asked, drawnSearches, quantile } from './benchQueries';

const { values } = benchOptions();
const count = Number(values.records);
const { dir, buildSeconds } = benchIndex(count);
const service = DiscoveryService.open(dir);
const moment = {
  situation: { campus: 'quayside' as CampusId, category: 'undergraduate' as const, remote: false },
  at: DEMO_START,
};
const slice = { offset: 0, limit: 25 };

const classes = drawnSearches(service);
const queries = Object.entries(classes).flatMap(([name, make]) =>
  Array.from({ length: 25 }, () => ({ name, request: make() })),
);
const report = (times: readonly { name: string; ms: number }[]) => ({
  p50: quantile(
    times.map((t) => t.ms),
    0.5,
  ),
  p95: quantile(
    times.map((t) => t.ms),
    0.95,
  ),
  classes: Object.fromEntries(
    Object.keys(classes).map((name) => {
      const own = times.filter((t) => t.name === name).map((t) => t.ms);
      return [name, { p50: quantile(own, 0.5), p95: quantile(own, 0.95) }];
    }),
  ),
});

/**
 * Each query's best round, as the peer benchmark counts: on a shared machine the others' work is not ours.
 */
const bestRounds = (times: readonly { name: string; ms: number }[]) =>
  report(
    queries.map(({ name }, i) => ({
      name,
      ms: Math.min(...times.filter((_, k) => k % queries.length === i).map((t) => t.ms)),
    })),
  );

for (const q of queries) await service.search(asked(q.request), moment, slice);
const engine: { name: string; ms: number }[] = [];
for (let round = Number(values.rounds); round > 0; round--) {
  for (const { name, request } of queries) {
    const began = performance.now();
    await service.search(asked(request), moment, slice);
    engine.push({ name, ms: performance.now() - began });
  }
}

/**
 * Other queries of the same kinds, each asked once: what was remembered of those before is of little use to
 * them.
 */
const fresh: { name: string; ms: number }[] = [];
for (const [name, make] of Object.entries(classes))
  for (let n = 0; n < 25; n++) {
    const request = asked(make());
    const began = performance.now();
    await service.search(request, moment, slice);
    fresh.push({ name, ms: performance.now() - began });
  }

const agent = new Agent({ keepAlive: true });
/** Until the last byte is here, asked as browsers ask; what its asker then does with it is not the server's time. */
const bytesOf = (url: string): Promise<void> =>
  new Promise((done, failed) => {
    get(url, { agent, headers: { 'accept-encoding': 'gzip' } }, (answer) => {
      if (answer.statusCode !== 200) failed(new Error(`${answer.statusCode} from ${url}`));
      answer.resume().on('end', done);
    }).on('error', failed);
  });
async function overHttp() {
  if (!existsSync('dist/app/main.mjs')) return null;
  const port = 18_000 + (process.pid % 10_000);
  const child = spawn(process.execPath, ['dist/app/main.mjs'], {
    env: {
      ...process.env,
      LEGENDUM_DEMO: '1',
      PORT: String(port),
      LEGENDUM_INDEX: dir,
      LEGENDUM_LOG: 'silent',
    },
    stdio: 'ignore',
  });
  try {
    const answers = () =>
      fetch(`http://127.0.0.1:${port}/healthz`).then(
        (x) => x.ok,
        () => false,
      );
    let up = false;
    for (let i = 0; i < 200 && !up && child.exitCode === null; i++) {
      await new Promise((done) => setTimeout(done, 100));
      up = await answers();
    }
    if (!up)
      throw new Error(
        `The server did not start over ${dir}: run npm run build, and look whether the index is of this version.`,
      );
    const times: { name: string; ms: number }[] = [];
    for (let round = 0; round <= 2; round++) {
      for (const { name, request } of queries) {
        const began = performance.now();
        await bytesOf(`http://127.0.0.1:${port}/api/search?${printRequest(request)}`);
        if (round > 0) times.push({ name, ms: performance.now() - began });
      }
    }
    const status = readFileSync(`/proc/${child.pid}/status`, 'utf8');
    return {
      ...report(times),
      best: bestRounds(times),
      rssMb: Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024),
      peakMb: Math.round(Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024),
    };
  } finally {
    child.kill();
  }
}
const result = {
  records: service.engine.size,
  buildSeconds,
  loadMs: service.health().loadMs,
  engine: { ...report(engine), best: bestRounds(engine), fresh: report(fresh) },
  http: await overHttp(),
};
if (values.json) console.log(JSON.stringify(result, null, 2));
else {
  const show = (
    name: string,
    x: { p50: number; p95: number; classes: Record<string, { p50: number; p95: number }> } | null,
  ) => {
    if (!x) return console.log(`${name}: not measured (run npm run build first)`);
    console.log(`${name}: p50 ${x.p50} ms, p95 ${x.p95} ms`);
    for (const [k, v] of Object.entries(x.classes)) console.log(`  ${k.padEnd(16)} ${v.p50} / ${v.p95}`);
  };
  console.log(`${result.records} records, index opened in ${result.loadMs} ms`);
  show('engine', result.engine);
  show('engine, each asked once', result.engine.fresh);
  show('http', result.http);
  if (result.http) console.log(`server memory ${result.http.rssMb} MB, peak ${result.http.peakMb} MB`);
}
process.exit(0);
