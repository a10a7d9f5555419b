/** Three servers behind a balancer: one is killed, one is stopped, both come back, under load. */
import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { AppServer, freePort } from '../e2e/server';

const INDEX = process.env.LEGENDUM_TEST_INDEX as string;
const [SEARCHERS, SENDERS, RUN_MS] = [6, 2, 9000];
const folder = mkdtempSync(join(tmpdir(), 'legendum-equal-'));
const servers: AppServer[] = [];
const MOMENT = {
  situation: { campus: 'haus', category: 'undergraduate', remote: false },
  at: '2026-11-02T09:10',
};
let balancer: ChildProcess;
let front = '';

beforeAll(async () => {
  const index = join(folder, 'index');
  cpSync(INDEX, index, { recursive: true });
  for (let i = 0; i < 3; i++) {
    const server = new AppServer(await freePort(), {
      LEGENDUM_INDEX: index,
      LEGENDUM_DEMO: '0',
      LEGENDUM_PROXIES: '127.0.0.1',
      LEGENDUM_DRAIN: '2000',
      LEGENDUM_WORKERS: '1',
      LEGENDUM_RATE: '0',
    });
    await server.start();
    servers.push(server);
  }
  const port = await freePort();
  front = `http://127.0.0.1:${port}`;
  const [one, two, three] = servers.map((s) => `127.0.0.1:${s.port}`);
  balancer = spawn('haproxy', ['-db', '-f', 'deploy/haproxy.cfg'], {
    env: {
      ...process.env,
      LEGENDUM_FRONT: `127.0.0.1:${port}`,
      LEGENDUM_ONE: one,
      LEGENDUM_TWO: two,
      LEGENDUM_THREE: three,
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  for (let tries = 0; tries < 200; tries++) {
    if ((await fetch(`${front}/readyz`).catch(() => null))?.status === 200) return;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('The balancer did not come up.');
}, 90_000);
afterAll(async () => {
  balancer?.kill('SIGKILL');
  for (const s of servers) await s.stop();
  rmSync(folder, { recursive: true, force: true });
}, 30_000);

/** A request of a reader's that staff answer, with a number of its own. */
const slip = (n: number) => ({
  id: `Q-${String(n).padStart(8, '0')}`,
});
async function send(n: number, to = front): Promise<number> {
  const answer = await fetch(`${to}/api/ask`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ questions: [question(n)], moment: MOMENT }),
  });
  await answer.arrayBuffer();
  return answer.status;
}
const question = (n: number) => ({
  ...slip(n),
  kind: 'question',
  subject: `Question ${n}`,
  text: `What of ${n}?`,
  asked: '2026-11-02T09:10',
});

it('loses no search, no question, and doubles none', async () => {
  const until = Date.now() + RUN_MS;
  const failures: string[] = [];
  let searches = 0;
  const searching = async (who: number): Promise<void> => {
    for (let i = 0; Date.now() < until; i++) {
      const answer = await fetch(
        `${front}/api/search?q=${['wasser', 'insel', 'geschichte', 'a*'][(who + i) % 4]}&exact=1`,
      ).catch((e: Error) => e);
      if (answer instanceof Error) failures.push(`search: ${answer.message}`);
      else {
        const { total } = (await answer.json()) as { total?: number };
        if (answer.status !== 200 || typeof total !== 'number') failures.push(`search: ${answer.status}`);
      }
      searches++;
    }
  };
  let [next, again] = [0, 0];
  const sent: number[] = [];
  const sending = async (): Promise<void> => {
    while (Date.now() < until) {
      const n = next++;
      // As a browser does it: what was not confirmed is sent again, under the same number.
      for (let tries = 0; tries < 20; tries++) {
        const status = await send(n).catch(() => 0);
        if (status === 200) {
          sent.push(n);
          break;
        }
        again++;
        await new Promise((done) => setTimeout(done, 100));
      }
      await new Promise((done) => setTimeout(done, 30));
    }
  };
  const trouble = async (): Promise<void> => {
    const [one, two] = servers as [AppServer, AppServer];
    await new Promise((done) => setTimeout(done, 1500));
    await one.kill();
    await one.start();
    await two.stop();
    await two.start();
  };
  await Promise.all([
    trouble(),
    ...Array.from({ length: SEARCHERS }, (_, i) => searching(i)),
    ...Array.from({ length: SENDERS }, sending),
  ]);
  expect(failures).toEqual([]);
  expect(searches).toBeGreaterThan(100);
  expect(sent).toHaveLength(next);
  const lines = readFileSync(join(folder, 'index.requests.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l) as { key: string });
  const asked = lines.map((l) => l.key.split(' ').at(-1));
  expect(new Set(asked).size).toBe(next);
  console.log(
    `${searches} searches, ${next} questions, ${again} sent again, ${asked.length - next} written twice`,
  );
  // Whoever is asked knows all of them: the same once more adds nothing.
  for (const s of servers) for (const n of [0, 1, next - 1]) expect(await send(n, s.address)).toBe(200);
  expect(readFileSync(join(folder, 'index.requests.jsonl'), 'utf8').trim().split('\n')).toHaveLength(
    asked.length,
  );
}, 60_000);

it('says apart whether a server lives and whether it is ready, and what it counts to this machine alone', async () => {
  const [one] = servers as [AppServer];
  const stopping = one.stop();
  await expect.poll(() => fetch(`${one.address}/readyz`).then((r) => r.status)).toBe(503);
  expect((await fetch(`${one.address}/healthz`)).status).toBe(200);
  // Who is still sent here is still answered.
  expect((await fetch(`${one.address}/api/search?q=insel`)).status).toBe(200);
  await stopping;
  await one.start();
  const counts = await (await fetch(`${one.address}/metrics`)).text();
  expect(counts).toMatch(/legendum_workers_ready 1/);
  expect(counts).not.toMatch(/insel|wasser/);
  expect((await fetch(`${front}/metrics`)).status).toBe(404);
}, 60_000);
