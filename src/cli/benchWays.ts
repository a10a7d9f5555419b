/**
 * `bench ways [--records N] [--json]`: the exact ways to read of a page of 100 hits, for readers and moments
 * drawn at random; lender plans included.
 */

import { waysToRead } from '../core/access/ways';
import { type Minutes, minutes, parseLocal } from '../core/model/time';
import { random } from '../core/random';
import { DEMO_START } from '../demo/clock';
import { READERS } from '../demo/library';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';

const PAGE = 100;
const PAGES = 200;
const { values } = benchOptions();
const service = DiscoveryService.open(benchIndex(Number(values.records)).dir);
const r = random(30);
const start = parseLocal(DEMO_START) as Minutes;
const times: number[] = [];
let ways = 0;
for (let page = 0; page < PAGES; page++) {
  const items = await Promise.all(
    Array.from({ length: PAGE }, () => service.itemAt(r.int(0, service.engine.size - 1))),
  );
  // Another reader and another minute each time: nothing worked out for the page before serves this one.
  const reader = r.pick(READERS);
  const at = minutes(start + r.int(0, 200_000));
  const began = performance.now();
  for (const item of items)
    ways += waysToRead(item, { library: service.library, situation: reader, at }).ways.length;
  times.push(performance.now() - began);
}
const sorted = times.slice(PAGES / 10).sort((a, b) => a - b);
const at = (q: number): number => Math.round((sorted[Math.floor(q * sorted.length)] ?? 0) * 10) / 10;
const result = {
  pages: sorted.length,
  hits: PAGE,
  waysAPage: Math.round(ways / PAGES),
  p50: at(0.5),
  p95: at(0.95),
};
console.log(
  values.json
    ? JSON.stringify(result, null, 2)
    : `${PAGE} hits, ${result.waysAPage} ways: p50 ${result.p50} ms, p95 ${result.p95} ms`,
);
service.close();
