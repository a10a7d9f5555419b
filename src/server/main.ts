/** The server: starts the index workers, serves the built pages with compression and security headers, stops gracefully. */
import { createServer } from 'node:http';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import compression from 'compression';
import pino from 'pino';
import sirv from 'sirv';
import { readConfig } from './config';
import { IndexHost } from './host';
import { readLibraryInfo } from './libraryInfo';
import { PolicyFile, type PolicyState } from './policyFile';
import { standinNetwork } from './ports';

const here = fileURLToPath(new URL('.', import.meta.url));
const config = readConfig(process.env);
const log = pino({ level: config.log, base: null, timestamp: pino.stdTimeFunctions.isoTime });

const HEADERS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'X-Frame-Options': 'DENY',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=(), payment=()',
};

async function start(): Promise<void> {
  const index = await IndexHost.open(new URL('./index.worker.mjs', import.meta.url), config.index, config.workers, config.timeLimit);
  let info = readLibraryInfo(config.index);
  const rules = new PolicyFile(config.policy || join(config.index, 'policy.json'), info.policy, info);
  const take = ({ policy, problem }: PolicyState): void => {
    if (policy !== info.policy) index.setPolicy(policy);
    info = { ...info, policy, policyProblem: problem };
    if (problem) log.warn({ policy: problem });
    else log.info({ version: policy.version }, 'policy in force');
  };
  take(rules.state);
  rules.watch(take);
  const network = standinNetwork(index, () => info);
  const { handler } = (await import(pathToFileURL(join(here, '../server/entry.mjs')).href)) as {
    handler: (...args: unknown[]) => Promise<void>;
  };
  const files = sirv(join(here, '../client'), {
    etag: true,
    // Made by scripts/build.mjs beside each file, so that nothing is compressed twice.
    gzip: true,
    brotli: true,
    setHeaders: (res, path) =>
      res.setHeader('Cache-Control', path.startsWith('/_astro/') ? 'public, max-age=31536000, immutable' : 'no-cache'),
  });
  // Fast rather than small: an answer is wanted at once, and the higher levels save few bytes of it.
  const compress = compression({ threshold: 1024, level: 3 });

  const server = createServer((req, res) => {
    const began = performance.now();
    for (const [name, value] of Object.entries(HEADERS)) res.setHeader(name, value);
    const path = (req.url ?? '/').split('?')[0] ?? '/';
    // What readers look for stays out of the log: only the shape of the path and how it went.
    res.on('finish', () =>
      log.info({
        method: req.method,
        path: path.replace(/\/[^/]*\d[^/]*/g, '/:id'),
        status: res.statusCode,
        ms: Math.round(performance.now() - began),
      }),
    );
    const fail = (error: unknown) => {
      log.error({ err: error instanceof Error ? error.message : String(error) });
      if (!res.headersSent) {
        res.statusCode = 500;
        res.setHeader('content-type', 'application/problem+json');
        res.end(
          JSON.stringify({
            type: 'urn:legendum:problem:failed',
            title: 'Something failed on our side',
            status: 500,
            detail: 'Nothing of yours is lost. Try again in a moment.',
          }),
        );
      } else res.end();
    };
    const page = (next: (error?: unknown) => void) => void handler(req, res, next, { index, info, network }).catch(fail);
    compress(req as never, res as never, () =>
      files(req, res, () =>
        page((error) => {
          if (error) return fail(error);
          // No route has this address: the page that says so, unless it is not there either.
          req.url = '/404';
          page((again) => fail(again ?? 'no page'));
        }),
      ),
    );
  });
  server.keepAliveTimeout = 30_000;
  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is taken by another program. Stop that, or choose another port: npm run demo -- --port ${config.port + 1}`
        : error.message,
    );
    process.exit(1);
  });
  server.listen(config.port, config.host, () => {
    const address = `http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${config.port}`;
    log.info({ address }, 'listening');
    process.send?.(address);
  });
  const stop = () => {
    log.info('stopping');
    rules.close();
    server.close(() => void index.close().then(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 5000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

start().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
