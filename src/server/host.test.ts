/** The host of index workers: a worker that crashes fails its own question only, and another takes its place. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openWorld } from '../../tests/fixtures/world';
import { POLICY } from '../demo/policy';
import { IndexHost } from './host';

/** A worker of a few lines: answers with what it was asked and the rules it has, and dies when asked to. */
const SCRIPT = `
import { parentPort } from 'node:worker_threads';
let rules = null;
parentPort.on('message', ({ n, method, args }) => {
  if (method === 'setPolicy') rules = args[0].version;
  if (args[0] === 'die') throw new Error('died as asked');
  parentPort.postMessage({ n, json: JSON.stringify({ asked: args[0], rules }) });
});
parentPort.postMessage('ready');
`;

let world: ReturnType<typeof openWorld>;
let host: IndexHost;
beforeAll(async () => {
  world = openWorld(200);
  const script = join(world.dir, 'worker.mjs');
  writeFileSync(script, SCRIPT);
  host = await IndexHost.open(pathToFileURL(script), world.dir, 1, 4000);
}, 60_000);
afterAll(async () => {
  await host.close();
  world.close();
});

describe('a worker that crashes', () => {
  it('fails its own question; what was waiting and what comes later is answered by the next, under the rules in force', async () => {
    host.setPolicy({ ...POLICY, version: 'changed' });
    expect(await host.record('first')).toEqual({ asked: 'first', rules: 'changed' });
    const crashing = host.record('die');
    const waiting = host.record('waiting');
    await expect(crashing).rejects.toThrow('died as asked');
    expect(await waiting).toEqual({ asked: 'waiting', rules: 'changed' });
    expect(await host.record('later')).toEqual({ asked: 'later', rules: 'changed' });
  });
});
