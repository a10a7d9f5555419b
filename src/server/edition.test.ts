import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, expect, it } from 'vitest';
import { isOfAnEdition } from '../core/discovery/edition';
import { POLICY } from '../demo/policy';
import { editionOf, hearEngine, sayEdition } from './edition';

let server: Server | null = null;
afterEach(() => {
  server?.close();
});
/** @param engines what each of the answers that make this one was by */
const saidBy = async (
  now: () => string,
  engines: readonly (string | undefined)[] = [],
): Promise<string | null> => {
  server?.close();
  server = createServer((_, res) => {
    sayEdition(
      res,
      now,
    )(async () => {
      for (const engine of engines) {
        const heard = hearEngine();
        // Workers answer from outside of the question.
        await new Promise<void>((done) => setImmediate(done));
        heard(engine);
      }
      res.setHeader('content-type', 'text/plain');
      res.writeHead(200);
      res.end('x');
    });
  });
  await new Promise<void>((up) => server?.listen(0, '127.0.0.1', up));
  const { headers } = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  return headers.get('legendum-edition');
};

it('an answer says of which edition it is; one that was begun before another was taken over is of none', async () => {
  expect(await saidBy(() => 'a')).toBe('a');
  server?.close();
  let asked = 0;
  expect(await saidBy(() => (asked++ ? 'b' : 'a'))).toBe('between');
});
it('is another with another engine that answers, and of none where two did', async () => {
  const said = [
    await saidBy(() => 'a', [undefined]),
    await saidBy(() => 'a', ['kelp-1 x']),
    await saidBy(() => 'a', ['kelp-1 y']),
    await saidBy(() => 'b', ['kelp-1 x']),
    await saidBy(() => 'a', ['kelp-1 x', 'kelp-1 x']),
    await saidBy(() => 'a', ['kelp-1 x', 'kelp-1 y']),
  ];
  expect(said[0]).toBe('a');
  expect(said[4]).toBe(said[1]);
  expect(said[5]).toBe('between');
  expect(new Set(said.slice(0, 4)).size).toBe(4);
});
it('is another with another index, with other rules, and where the index was replaced while it was opened', () => {
  const policy = POLICY;
  const all = [
    editionOf('x', 'x', policy),
    editionOf('y', 'y', policy),
    editionOf('x', 'y', policy),
    editionOf('x', 'x', { ...policy, version: 'other' }),
  ];
  expect(new Set(all).size).toBe(4);
  expect(editionOf('x', 'x', policy)).toBe(all[0]);
});
it('is said of what is found and when it can be read, not of pages, slips or files', () => {
  for (const path of ['/api/search', '/api/records/x', '/api/references/resolve', '/api/ways'])
    expect(isOfAnEdition(path)).toBe(true);
  for (const path of ['/', '/api/slips', '/api/library', '/api/searching', '/records/x'])
    expect(isOfAnEdition(path)).toBe(false);
});
