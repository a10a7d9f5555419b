/** Workers behind their queue: late, crashed, unable to start, asked what can't be asked, asked too much. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { POLICY } from '../demo/policy';
import { Busy, faultOf, Gone, TooSlow } from './faults';
import { type PoolOptions, WorkerPool } from './pool';

/**
 * A worker of a few lines: echoes, waits, dies, throws and goes round in circles when asked to; starts only
 * while a file lets it.
 */
const SCRIPT = `
import { parentPort, workerData } from 'node:worker_threads';
import { appendFileSync, existsSync } from 'node:fs';
appendFileSync(workerData.log, 'start\\n');
if (existsSync(workerData.broken)) throw new Error('the index is gone');
let told = null;
parentPort.on('message', async ({ n, method, args }) => {
  if (method === 'setPolicy') told = args[0].version;
  if (method === 'look') told = 'looked';
  if (n < 0) return;
  if (method === 'die') throw new Error('died as asked');
  if (method === 'leave') process.exit(3);
  if (method === 'circles') for (;;);
  if (method === 'wait') await new Promise((done) => setTimeout(done, args[0]));
  if (method === 'bytes') return parentPort.postMessage({ n, bytes: new Uint8Array([1, 2, 3]) });
  if (method === 'throw') return parentPort.postMessage({ n, error: 'as asked', slow: args[0] });
  const of = method === 'by' ? args[0] : undefined;
  parentPort.postMessage({ n, of, json: JSON.stringify({ asked: args[0], told }) });
});
parentPort.postMessage({ ready: 'here' });
`;
let dir: string;
let pool: WorkerPool | undefined;
let events: string[];
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'legendum-pool-'));
  writeFileSync(join(dir, 'worker.mjs'), SCRIPT);
  events = [];
});
afterEach(async () => {
  await pool?.close();
  pool = undefined;
  rmSync(dir, { recursive: true, force: true });
});
const broken = () => join(dir, 'broken');
const starts = () => readFileSync(join(dir, 'log'), 'utf8').split('\n').length - 1;
async function open(more: Partial<PoolOptions> = {}): Promise<WorkerPool> {
  pool = await WorkerPool.open({
    script: pathToFileURL(join(dir, 'worker.mjs')),
    workerData: { log: join(dir, 'log'), broken: broken() },
    workers: 1,
    limit: 4000,
    queue: 20,
    log: (event) => events.push(event),
    ...more,
  });
  return pool;
}
const asked = async (p: WorkerPool, what: unknown) =>
  JSON.parse((await p.ask('echo', [what])) as string) as { asked: unknown; told: unknown };
async function until(condition: () => boolean, ms = 8000): Promise<void> {
  for (const end = Date.now() + ms; !condition(); ) {
    if (Date.now() > end) throw new Error('It did not come about.');
    await new Promise((done) => setTimeout(done, 20));
  }
}

describe('an engine that stands elsewhere', () => {
  it('is another by an answer: all workers look, and none before that', async () => {
    const p = await open();
    await p.ask('by', ['kelp-1']);
    await p.ask('by', ['kelp-1']);
    expect(await asked(p, 1)).toEqual({ asked: 1, told: null });
    await p.ask('by', ['kelp-2']);
    expect(await asked(p, 2)).toEqual({ asked: 2, told: 'looked' });
  });
});
describe('a worker that crashes', () => {
  it('fails its own question; what was waiting and what comes later is answered by the next, under the rules in force', async () => {
    const p = await open();
    p.tell('setPolicy', { ...POLICY, version: 'changed' });
    expect(await asked(p, 'first')).toEqual({ asked: 'first', told: 'changed' });
    const crashing = p.ask('die', []);
    const waiting = asked(p, 'waiting');
    await expect(crashing).rejects.toThrow('died as asked');
    expect(await waiting).toEqual({ asked: 'waiting', told: 'changed' });
    expect(p.greeting).toBe('here');
  });
  it('or ends of itself, time and again, is replaced each time', async () => {
    const p = await open();
    for (const how of ['leave', 'die', 'leave']) await expect(p.ask(how, [])).rejects.toThrow();
    expect(await asked(p, 1)).toMatchObject({ asked: 1 });
    expect(starts()).toBe(4);
    expect(events.filter((e) => e === 'a worker was lost')).toHaveLength(3);
  });
  it('and can’t be started for a while is tried again until it can; readiness says so meanwhile', async () => {
    const p = await open();
    writeFileSync(broken(), '');
    await expect(p.ask('die', [])).rejects.toThrow();
    expect(p.state.ready).toBe(0);
    await until(() => starts() >= 4);
    expect(events.filter((e) => e === 'a worker could not be started').length).toBeGreaterThanOrEqual(2);
    rmSync(broken());
    await until(() => p.state.ready === 1);
    expect(await asked(p, 'back')).toMatchObject({ asked: 'back' });
  });
  it('at the very start says why, and nothing is left running', async () => {
    writeFileSync(broken(), '');
    await expect(open()).rejects.toThrow('the index is gone');
  });
});

describe('a worker that is late', () => {
  it('is ended, and another takes its place, every time', async () => {
    // Long enough for the next worker to begin while others work on this machine.
    const p = await open({ limit: 1500 });
    for (let n = 0; n < 2; n++) {
      await expect(p.ask('circles', [])).rejects.toBeInstanceOf(TooSlow);
      expect(await asked(p, n)).toMatchObject({ asked: n });
    }
    expect(starts()).toBe(3);
  });
  it('holds up nobody for longer than the limit', async () => {
    const p = await open({ limit: 200 });
    const late = p.ask('circles', []);
    await expect(p.ask('echo', [1])).rejects.toBeInstanceOf(TooSlow);
    await expect(late).rejects.toBeInstanceOf(TooSlow);
  });
});

describe('many that wait', () => {
  it('are handed ahead, and answered in their order', async () => {
    const p = await open({ queue: 60, workers: 2 });
    const answers = await Promise.all(Array.from({ length: 50 }, (_, n) => asked(p, n)));
    expect(answers.map((a) => a.asked)).toEqual(Array.from({ length: 50 }, (_, n) => n));
  });
  it('lose only what was at work when a worker is lost; the others are answered by the next', async () => {
    const p = await open({ queue: 60, limit: 300 });
    const [circles, ...others] = [p.ask('circles', []), ...Array.from({ length: 30 }, (_, n) => asked(p, n))];
    const late = expect(circles).rejects.toBeInstanceOf(TooSlow);
    const answered = await Promise.allSettled(others);
    await late;
    // Some had waited for the whole of their time; none failed for another's fault.
    for (const a of answered) if (a.status === 'rejected') expect(faultOf(a.reason)).toBe('TooSlow');
    expect(await asked(p, 'after')).toMatchObject({ asked: 'after' });
    expect(starts()).toBe(2);
  });
});

describe('questions', () => {
  it('that can’t be handed to a worker fail alone, however many', async () => {
    const p = await open();
    for (let n = 0; n < 5; n++)
      await expect(p.ask('echo', [Object.prototype.toString])).rejects.toThrow(/cloned/);
    expect(await asked(p, 'after')).toMatchObject({ asked: 'after' });
    expect(starts()).toBe(1);
  });
  it('over the queue’s length are refused at once', async () => {
    const p = await open({ queue: 3 });
    const working = p.ask('wait', [300]);
    const waiting = [1, 2, 3].map((n) => asked(p, n));
    expect(p.full).toBe(true);
    await expect(p.ask('echo', [4])).rejects.toBeInstanceOf(Busy);
    await working;
    expect((await Promise.all(waiting)).map((w) => w.asked)).toEqual([1, 2, 3]);
    expect(await asked(p, 5)).toMatchObject({ asked: 5 });
  });
  it('whose asker has gone are never begun', async () => {
    const p = await open();
    const working = p.ask('wait', [200]);
    const gone = new AbortController();
    const waiting = p.ask('die', [], gone.signal);
    gone.abort();
    await expect(waiting).rejects.toBeInstanceOf(Gone);
    await expect(p.ask('die', [], gone.signal)).rejects.toBeInstanceOf(Gone);
    await working;
    expect(starts()).toBe(1);
  });
  it('are answered with text, bytes or the worker’s own error', async () => {
    const p = await open();
    expect(await p.ask('bytes', [])).toEqual(new Uint8Array([1, 2, 3]));
    await expect(p.ask('throw', [false])).rejects.toThrow('as asked');
    await expect(p.ask('throw', [true])).rejects.toBeInstanceOf(TooSlow);
  });
  it('that wait when the pool is closed are told so', async () => {
    const p = await open();
    const working = p.ask('circles', []);
    const waiting = p.ask('echo', []);
    const both = Promise.allSettled([working, waiting]);
    await p.close();
    expect((await both).map((r) => (r.status === 'rejected' ? faultOf(r.reason) : 'answered'))).toEqual([
      'Gone',
      'Gone',
    ]);
  });
  it('given up lets what was asked be answered, then ends', async () => {
    const own = await open({ workers: 2 });
    const asked = Array.from({ length: 8 }, (_, i) => own.ask('wait', [20 + i]));
    const drained = own.drain();
    expect((await Promise.all(asked)).length).toBe(8);
    await drained;
    expect(own.state.ready).toBe(0);
    await expect(own.ask('wait', [1])).rejects.toThrow();
  });
});
