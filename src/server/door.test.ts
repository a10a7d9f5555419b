/** Who is let in, who is told to come again, and what the server says of itself. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { Door, type House } from './door';
import { Metrics, routeOf } from './metrics';

const servers: Server[] = [];
afterEach(() => {
  for (const s of servers.splice(0)) s.close();
});
interface Given {
  readonly state?: House['index']['state'];
  readonly rate?: House['rate'];
  readonly stopping?: boolean;
  readonly client?: string;
  readonly counters?: readonly string[];
}
/** A door before a house in which every question is answered with 204, once it is told to. */
async function stand({ state, rate, stopping = false, client, counters = [] }: Given = {}) {
  const now = state ?? { workers: 2, ready: 2, waiting: 0 };
  const metrics = new Metrics(() => now);
  const door = new Door({
    index: {
      state: now,
      full: now.waiting >= 8,
      health: async () => ({ records: 7, engine: 'embedded', loadMs: 1 }),
    },
    metrics,
    queue: 8,
    workers: 2,
    rate: rate ?? { perSecond: 0, burst: 1 },
    counters,
    simulates: () => false,
    stopping: () => stopping,
  });
  let answer = (): void => undefined;
  const opened = new Promise<void>((done) => {
    answer = done;
  });
  const server = createServer((req, res) => {
    const path = (req.url ?? '').split('?')[0] as string;
    if (door.answers(req, res, path, client ?? '127.0.0.1')) return;
    void opened.then(() => {
      res.statusCode = 204;
      res.end();
    });
  }).listen(0, '127.0.0.1');
  servers.push(server);
  await new Promise((done) => server.once('listening', done));
  const { port } = server.address() as AddressInfo;
  return {
    metrics,
    answer,
    get: (path: string, headers: Record<string, string> = {}) =>
      fetch(`http://127.0.0.1:${port}${path}`, { headers }),
  };
}

describe('the door', () => {
  it('lets in as many as there is room for, and tells the others at once when to come again', async () => {
    const { get, answer, metrics } = await stand();
    const asked = Array.from({ length: 13 }, () => get('/api/search?q=a'));
    await new Promise((done) => setTimeout(done, 100));
    answer();
    const all = await Promise.all(asked);
    expect(all.map((r) => r.status).sort()).toEqual([...Array(10).fill(204), 503, 503, 503]);
    expect(all.find((r) => r.status === 503)?.headers.get('retry-after')).toBe('2');
    expect(await metrics.text()).toContain('legendum_refused_total{why="queue"} 3');
  });
  it('leaves out suggestions first', async () => {
    const { get, answer } = await stand({ state: { workers: 2, ready: 2, waiting: 3 } });
    answer();
    expect((await get('/api/suggest?q=a')).status).toBe(503);
    expect((await get('/api/search?q=a')).status).toBe(204);
    const quiet = await stand();
    quiet.answer();
    expect((await quiet.get('/api/suggest?q=a')).status).toBe(204);
  });
  it('leaves out what nobody waits for yet where all workers are busy', async () => {
    const ahead = { purpose: 'prefetch' };
    const { get, answer, metrics } = await stand();
    const asked = Array.from({ length: 2 }, () => get('/api/search?q=a', ahead));
    await new Promise((done) => setTimeout(done, 100));
    expect((await get('/api/search?q=a', ahead)).status).toBe(503);
    const meant = get('/api/search?q=a');
    await new Promise((done) => setTimeout(done, 100));
    answer();
    expect((await Promise.all([...asked, meant])).map((r) => r.status)).toEqual([204, 204, 204]);
    expect(await metrics.text()).toContain('legendum_refused_total{why="ahead"} 1');
  });
  it('makes who floods wait, and nobody else; this machine stands for all behind a proxy without a name', async () => {
    // Slow enough that none comes back while these are asked.
    const rate = { perSecond: 0.05, burst: 3 };
    const flood = await stand({ rate, client: '192.0.2.7' });
    flood.answer();
    const all = await Promise.all(Array.from({ length: 5 }, () => flood.get('/api/search?q=a')));
    expect(all.map((r) => r.status).sort()).toEqual([204, 204, 204, 429, 429]);
    const refused = all.find((r) => r.status === 429);
    expect(refused?.headers.get('retry-after')).toBe('20');
    expect(await refused?.json()).toMatchObject({
      type: 'urn:legendum:problem:too-many',
      detail: expect.stringMatching(/20 seconds/),
    });
    // What is not looked up costs nothing.
    expect((await flood.get('/about')).status).toBe(204);
    const own = await stand({ rate });
    own.answer();
    for (let i = 0; i < 5; i++) expect((await own.get('/api/search?q=a')).status).toBe(204);
  });
  it('is alive while it leaves, and not ready', async () => {
    const { get } = await stand({ stopping: true });
    expect([(await get('/healthz')).status, (await get('/readyz')).status]).toEqual([200, 503]);
    expect(await (await get('/healthz')).json()).toMatchObject({ status: 'stopping' });
    const none = await stand({ state: { workers: 2, ready: 0, waiting: 0 } });
    expect([(await none.get('/healthz')).status, (await none.get('/readyz')).status]).toEqual([200, 503]);
  });
  it('shows what it counts to this machine and to those who are named, not through a proxy', async () => {
    const { get } = await stand();
    expect(await (await get('/metrics')).text()).toMatch(/legendum_workers_ready 2/);
    expect((await get('/metrics', { 'x-forwarded-for': '192.0.2.7' })).status).toBe(404);
    const named = await stand({ counters: ['127.0.0.1'] });
    expect((await named.get('/metrics', { 'x-forwarded-for': '192.0.2.7' })).status).toBe(200);
  });
});

it('what is counted has few names, whatever is asked for', () => {
  expect(routeOf('/api/search')).toBe('/api/search');
  expect(routeOf('/records/tu-1')).toBe('/records/:x');
  expect(routeOf('/')).toBe('/');
  const names = new Set(Array.from({ length: 3000 }, (_, i) => routeOf(`/api/${i}/account/${i}`)));
  expect(names).toEqual(new Set(['/api/:x', '/api/404']));
});
it('counts answers by kind, method and outcome, without what was asked', async () => {
  const metrics = new Metrics(() => ({ workers: 1, ready: 1, waiting: 0 }));
  metrics.answered('/records/secret-thing', 'GET', 200, 12);
  metrics.answered('/api/search', 'BREW', 418, 3);
  const text = await metrics.text();
  expect(text).toContain('legendum_request_seconds_count{route="/records/:x",method="GET",status="2xx"} 1');
  expect(text).toContain('legendum_request_seconds_count{route="/api/search",method="other",status="4xx"} 1');
  expect(text).not.toContain('secret');
});
