/** The cluster behind TLS and a login: what is checked, and what is said where it does not hold. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { createServer, type Server } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NEW_SEARCH } from '../../src/core/query/request';
import { Cluster, type ClusterAddress } from '../../src/server/opensearch/cluster';
import { openCluster } from '../../src/server/opensearch/open';
import { addressOf, bothOf, NODES, queryOf } from './cluster';

const ALIAS = 'tls';
const LOGIN = { username: 'legendum', password: 'kelp and dulse' };
const both = bothOf(ALIAS, 300);
const dir = mkdtempSync(join(tmpdir(), 'legendum-tls-'));
const CERTIFICATE = join(dir, 'certificate.pem');
const KEY = join(dir, 'key.pem');
/** A certificate that no machine knows, as libraries have them for what stands behind their walls. */
const made = spawnSync('openssl', [
  ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes', '-days', '2'],
  ...['-keyout', KEY, '-out', CERTIFICATE, '-subj', '/CN=search.example'],
  ...['-addext', 'subjectAltName=IP:127.0.0.1'],
]);
let front: Server;
let address: string;

/** In front of a node, as a security layer stands: TLS, and who asks has to say who it is. */
beforeAll(async () => {
  if (made.status !== 0) return;
  const [node] = NODES;
  const expected = `Basic ${Buffer.from(`${LOGIN.username}:${LOGIN.password}`).toString('base64')}`;
  front = createServer({ key: readFileSync(KEY), cert: readFileSync(CERTIFICATE) }, (req, res) => {
    if (req.headers.authorization !== expected) {
      res.writeHead(401, { 'content-type': 'text/plain' });
      res.end('Unauthorized');
      return;
    }
    const { authorization: _, ...headers } = req.headers;
    const onward = request(new URL(req.url ?? '/', node), { method: req.method, headers }, (answer) => {
      res.writeHead(answer.statusCode ?? 500, answer.headers);
      answer.pipe(res);
    });
    req.pipe(onward);
  });
  await new Promise<void>((up) => front.listen(0, '127.0.0.1', up));
  address = `https://127.0.0.1:${(front.address() as AddressInfo).port}`;
});
afterAll(() => {
  front?.close();
  rmSync(dir, { recursive: true, force: true });
});
const behind = (other: Partial<ClusterAddress> = {}): ClusterAddress => ({
  ...addressOf(ALIAS, 5000),
  nodes: [address],
  login: LOGIN,
  authority: CERTIFICATE,
  ...other,
});

describe.skipIf(made.status !== 0)('a cluster behind TLS', () => {
  it('answers whoever knows its authority and its login', async () => {
    const opened = await openCluster(behind(), both.world.service.library);
    try {
      const q = queryOf({ ...NEW_SEARCH, q: 'food' });
      expect((await opened.engine.search(q)).total).toBe((await both.embedded.search(q)).total);
    } finally {
      await opened.cluster.close();
    }
  });
  it('is not believed without its authority', async () => {
    await expect(openCluster(behind({ authority: null }), both.world.service.library)).rejects.toThrow(
      /certificate/i,
    );
  });
  it.each([
    ['another password', { ...LOGIN, password: 'wrong' }],
    ['no login', null],
  ])('says what is wrong with %s', async (_, login) => {
    await expect(openCluster(behind({ login }), both.world.service.library)).rejects.toThrow(
      /refuses the login.*LEGENDUM_OPENSEARCH_USER/,
    );
  });
  it('says which authority can’t be read', () => {
    expect(() => new Cluster(behind({ authority: join(dir, 'nowhere.pem') }))).toThrow(/nowhere\.pem/);
  });
});
