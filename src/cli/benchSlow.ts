/**
 * `bench slow [--records N] [--json]`: over a slow network (400 ms there and back, 50 kB a second, shared by all
 * connections), in Chromium through a proxy that makes it so: the first view of somebody new until it can be typed
 * into and until all of it stands, and later views from what is kept. Milliseconds, medians of five. The service worker's own questions go the
 * same way.
 */
import { connect, createServer, type Socket } from 'node:net';
import { type Browser, type BrowserContext, chromium } from '@playwright/test';
import { benchIndex, benchOptions } from './benchIndex';
import { startBuilt } from './builtServer';

const [ONE_WAY, RATE, ROUNDS] = [200, 50_000, 5];
/** Milliseconds between two views. */
const REST = 3000;
const { values } = benchOptions();
const server = await startBuilt(benchIndex(Number(values.records)).dir);

/** Downwards all share one line: what is sent waits for what was sent before. */
let freeAt = 0;
function slowed(from: Socket, to: Socket, shared: boolean): void {
  let own = 0;
  // One after the other, whatever timers make of it.
  let line: Promise<unknown> = Promise.resolve();
  const at = (time: number, work: () => void): void => {
    line = line
      .then(() => new Promise((done) => setTimeout(done, Math.max(0, time - performance.now()))))
      .then(work);
  };
  from.on('data', (chunk: Buffer) => {
    const begins = Math.max(performance.now(), shared ? freeAt : own);
    const ends = begins + (chunk.length / RATE) * 1000;
    if (shared) freeAt = ends;
    else own = ends;
    // A chunk is there when its last byte is.
    at(ends + ONE_WAY, () => to.writable && void to.write(chunk));
  });
  from.on('close', () => at(performance.now() + ONE_WAY, () => void to.end()));
  from.on('error', () => to.destroy());
}
const proxy = createServer((near) => {
  const far = connect(server.port, '127.0.0.1');
  // The handshake is a way there and back, before anything is sent.
  near.pause();
  setTimeout(() => near.resume(), 2 * ONE_WAY);
  slowed(near, far, false);
  slowed(far, near, true);
});
await new Promise<void>((done) => proxy.listen(0, '127.0.0.1', done));
const { port } = proxy.address() as { port: number };
const base = `http://localhost:${port}`;

const browser: Browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
});
const median = (list: readonly number[]): number =>
  Math.round([...list].sort((a, b) => a - b)[list.length >> 1] ?? 0);
const VIEWS = [
  ['/', '#query'],
  ['/piles', 'h1'],
  ['/requests', 'h1'],
  ['/account', 'h1'],
] as const;
async function until(context: BrowserContext, path: string, ready: string): Promise<number> {
  const page = await context.newPage();
  const began = performance.now();
  await page.goto(base + path, { waitUntil: 'commit' });
  await page.locator(ready).first().waitFor({ timeout: 60_000 });
  const took = performance.now() - began;
  await page.close();
  return took;
}

const first: number[] = [];
for (let i = 0; i < ROUNDS; i++) {
  freeAt = 0;
  const context = await browser.newContext({ serviceWorkers: 'block' });
  first.push(await until(context, '/', '#query'));
  await context.close();
}
const whole: number[] = [];
for (let i = 0; i < ROUNDS; i++) {
  freeAt = 0;
  const context = await browser.newContext({ serviceWorkers: 'block' });
  whole.push(await until(context, '/', 'h1'));
  await context.close();
}
const context = await browser.newContext();
const filling = await context.newPage();
const began = performance.now();
await filling.goto(`${base}/offline`);
const isKept = () =>
  filling.evaluate(async () => Boolean(await (await caches.open('legendum-state')).match('/kept.json')));
while (!(await isKept())) await new Promise((done) => setTimeout(done, 1000));
const filled = performance.now() - began;
await filling.close();
const later: Record<string, number> = {};
for (const [path, ready] of VIEWS) {
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    // Nobody opens a view while the one before is still being fetched.
    await new Promise((done) => setTimeout(done, REST));
    freeAt = 0;
    times.push(await until(context, path, ready));
  }
  later[path] = median(times);
}
const result = {
  firstView: median(first),
  firstWhole: median(whole),
  allKeptAfter: Math.round(filled),
  laterViews: later,
};
if (values.json) console.log(JSON.stringify(result, null, 2));
else {
  console.log(`first view, until it can be typed into: ${result.firstView} ms`);
  console.log(`first view, all of it: ${result.firstWhole} ms`);
  console.log(`all is kept after ${(result.allKeptAfter / 1000).toFixed(0)} s`);
  for (const [path, ms] of Object.entries(later)) console.log(`later, ${path}: ${ms} ms`);
}
await browser.close();
proxy.close();
await server.stop();
process.exit(0);
