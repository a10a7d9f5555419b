/**
 * The server: starts the index workers, serves the built pages with compression and security headers, stops
 * gracefully. What stands behind the ports is the caller's choice.
 */
import '../words/generated/config';
import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { Socket } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { trace } from '@opentelemetry/api';
import compression from 'compression';
import pino from 'pino';
import sirv from 'sirv';
import type { LibraryInfo } from '../core/discovery/answers';
import { isOfAnEdition } from '../core/discovery/edition';
import type { Outside } from '../core/discovery/ports';
import { type Message, msg } from '../core/model/message';
import type { Policy } from '../core/model/policy';
import { say } from '../words/generated/policyfile';
import type { Language } from '../words/languages';
import { spokenLanguage } from '../words/say';
import { baseAddress, clientOf } from './base';
import { Building, hasWorked } from './building';
import { BuiltAgain } from './builtAgain';
import type { Config } from './config';
import { DeskLog } from './deskLog';
import { readDeskReport } from './deskReport';
import { Door, refuse } from './door';
import { editionOf, indexMark, sayEdition } from './edition';
import { inLanguage } from './everyLanguage';
import { FoundNothing } from './foundNothing';
import { IndexHost } from './host';
import { languageFor } from './language';
import { Learning } from './learning';
import { readLenders, readLibraryData, sayingOf } from './libraryInfo';
import { HOUR, letThrough, MINUTE } from './limits';
import { LiveDesk } from './live';
import { scrubbed, silence } from './logging';
import { Metrics, routeOf } from './metrics';
import { filesOf, toKeep } from './offline';
import { PolicyFile, type PolicyState } from './policyFile';
import { GZIP_LEVEL, problemDocument } from './problem';
import type { Needs } from './programs';
import { shapeOf } from './routes';
import { Sessions } from './session';
import { Styles } from './styles';

/** Where the built parts stand, and what is to stand behind the ports. */
export interface Parts {
  /** The index worker's program. */
  readonly worker: URL;
  /** Folder of the files that browsers load. */
  readonly files: URL;
  /** The built pages' entry. */
  readonly pages: URL;
  /** Where it is written down what public citation styles there are. */
  readonly styles: URL;
  /** In which folder the browser's programs of each language stand, and what each of them needs. */
  readonly browserPrograms: URL;
  /** The programs that build an index of a folder, and gather records into it. */
  readonly programs: { readonly index: URL; readonly harvest: URL };
  /** The outside world, once the index is open. */
  outside(inside: Inside): Promise<Surroundings>;
}
/** As scripts/build.mjs writes it down. */
interface Programs {
  readonly folders: Readonly<Record<Language, string>>;
  readonly needs: Needs;
}
export interface Inside {
  readonly index: IndexHost;
  /** The library's data as they are now. */
  info(): LibraryInfo;
  /** The rules in force. The clock asks them for its zone, and `info` asks the clock. */
  policy(): Policy;
  log(event: string, error?: unknown): void;
}
export interface Surroundings extends Outside {
  /**
   * What the pages of the simulated world are made with; null when nothing is simulated and they are closed.
   */
  readonly standins: App.Locals['standins'];
  readonly passes: App.Locals['passes'];
  readonly services: App.Locals['services'];
  readonly peer: App.Locals['peer'];
  readonly supplies: App.Locals['supplies'];
  readonly lendsOut: boolean;
  close(): Promise<void>;
}

/**
 * Bytes of an address with its headers: a query of 12,000 letters, each written as a percent sign and two
 * digits, and room.
 */
const MAX_HEADER = 64 << 10;
const DAY_MS = 86_400_000;
/** Mails that a client may send in an hour. */
const MAILS = 20;
/** Reports about the content security policy that go into the log in a minute. */
const REPORTS = 20;

const HEADERS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'X-Frame-Options': 'DENY',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=(), payment=()',
};

/** Of nothing, unless whoever runs the server has registered something that takes traces. */
const tracer = trace.getTracer('legendum');
const digestOf = (text: string): Buffer => createHash('sha256').update(text).digest();
/** Serves until it is told to stop. Rejects with a message for people when it can't start. */
export async function serve(config: Config, parts: Parts): Promise<void> {
  const log = pino({ level: config.log, base: null, timestamp: pino.stdTimeFunctions.isoTime });
  const poolLog = (event: string, error?: unknown): void =>
    error === undefined ? log.info(event) : log.error({ err: scrubbed(error) }, event);
  const opened = indexMark(config.index);
  const index = await IndexHost.open({
    script: parts.worker,
    dir: config.index,
    warmup: config.warmup,
    cluster: config.cluster,
    workers: config.workers,
    limit: config.timeLimit,
    queue: config.queue,
    log: poolLog,
  });
  let data = readLibraryData(config.index);
  let policyProblem: Message | null = null;
  const rulesOf = (library: typeof data): PolicyFile =>
    new PolicyFile(config.policy || join(config.index, 'policy.json'), library.policy, library);
  let rules = rulesOf(data);
  /** The index's mark before and after it was opened, and what an answer that is given now is of. */
  let marks = [opened, indexMark(config.index)] as readonly [string, string];
  let edition = '';
  let learning: Learning | null = null;
  const take = ({ policy, problem }: PolicyState): void => {
    if (policy !== data.policy) index.setPolicy(policy);
    data = { ...data, policy };
    edition = editionOf(...marks, policy);
    learning?.again();
    policyProblem = problem;
    if (problem) log.warn({ policy: say(problem) });
    else log.info({ version: policy.version }, 'policy in force');
  };
  take(rules.state);
  const deskLog = new DeskLog(`${config.index.replace(/\/$/, '')}.desk.jsonl`, (error) =>
    log.error({ err: scrubbed(error) }, 'the desk’s log can’t be written'),
  );
  const takeOther = (state: PolicyState): void => {
    take(state);
    if (!state.problem) deskLog.done(outside.clock.now(), 'policy', state.policy.version);
  };
  rules.watch(takeOther);
  /** Goes over to another index that was built meanwhile, without dropping a question. */
  const goOver = async (): Promise<void> => {
    const began = performance.now();
    // What can't be used is met before anything has changed.
    const opening = indexMark(config.index);
    const next = readLibraryData(config.index);
    const [nextRules, nextLogo] = [rulesOf(next), logoOf(next)];
    await index.takeOver();
    marks = [opening, indexMark(config.index)];
    data = next;
    logo = nextLogo;
    rules.close();
    rules = nextRules;
    take(rules.state);
    rules.watch(takeOther);
    learning?.publish(readLenders(config.index));
    loaded = loadedNow();
    deskLog.done(outside.clock.now(), 'takenOver');
    log.info({ ms: Math.round(performance.now() - began) }, 'another index is in force');
  };
  const logoOf = ({ appearance }: typeof data) =>
    appearance?.logo
      ? { name: appearance.logo, bytes: readFileSync(join(config.index, appearance.logo)) }
      : null;
  let logo = logoOf(data);
  const loadedNow = () => ({ report: readDeskReport(config.index), since: new Date().toISOString() });
  let loaded = loadedNow();
  const started = loaded.since;
  const built = new BuiltAgain(config.index, goOver, (error) => {
    deskLog.done(outside.clock.now(), 'notTakenOver');
    log.error({ err: scrubbed(error) }, 'another index could not be taken over; the one before stays');
  });
  const building = new Building(parts.programs, (state) =>
    deskLog.done(
      outside.clock.now(),
      hasWorked(state) ? 'built' : 'notBuilt',
      hasWorked(state) ? state.work : (state.lines.at(-1) ?? ''),
    ),
  );
  const info = (language: Language = spokenLanguage()): LibraryInfo => ({
    ...sayingOf(data, language),
    reader: null,
    signsIn: outside.signIn !== null,
    desk: outside.circulation !== null,
    now: outside.clock.now(),
    movable: outside.clock.movable,
    mails: outside.mail !== null,
    hours: outside.calendars !== null && data.policy.appointments !== undefined,
  });
  const styles = await Styles.open(fileURLToPath(parts.styles));
  const outside = await parts.outside({ index, info, policy: () => data.policy, log: poolLog });
  const { handler } = (await import(parts.pages.href)) as {
    handler: (...args: unknown[]) => Promise<void>;
  };
  if (outside.standins === null) {
    learning = new Learning(
      `${config.index.replace(/\/$/, '')}.outcomes.jsonl`,
      () => data.policy,
      (lenders) => index.setLenders(lenders),
      () => outside.clock.now(),
      (error) => log.error({ err: scrubbed(error) }, 'what became of requests can’t be written'),
    );
    learning.publish(readLenders(config.index));
    setInterval(() => learning?.again(), DAY_MS).unref();
  }
  silence(console, (level) => log[level]({ from: 'framework' }));
  const { folders: scripts, needs } = JSON.parse(readFileSync(parts.browserPrograms, 'utf8')) as Programs;
  const programs = Object.fromEntries(
    Object.entries(scripts).map(([l, folder]) => [l, filesOf(fileURLToPath(parts.files), folder)]),
  ) as Readonly<Record<Language, readonly string[]>>;
  const files = sirv(fileURLToPath(parts.files), {
    etag: true,
    // Made by scripts/build.mjs beside each file, so that nothing is compressed twice.
    gzip: true,
    brotli: true,
    setHeaders: (res, path) =>
      res.setHeader(
        'Cache-Control',
        path.startsWith('/_astro/')
          ? 'public, max-age=31536000, immutable'
          : // Browsers ask for the icon again with every address that a search has.
            path === '/favicon.svg'
            ? 'public, max-age=86400'
            : 'no-cache',
      ),
  });
  const compress = compression({ threshold: 1024, level: GZIP_LEVEL });

  /**
   * Writes what nobody expected into the log, without what was asked; answers with the number that it stands
   * under.
   */
  const failure = (error: unknown): string => {
    const id = randomBytes(6).toString('hex');
    log.error({ id, err: scrubbed(error) }, 'failed');
    return id;
  };
  const sessions = new Sessions(config.secret);
  const live = new LiveDesk();
  const nothing = config.nothingFound ? new FoundNothing() : null;
  const mayMail = letThrough(MAILS, HOUR);
  // Anybody may send reports, and nobody shall fill the log with them.
  const mayLog = letThrough(REPORTS, MINUTE);
  const breached: App.Locals['breached'] = (breach) => {
    if (mayLog()) log.warn(breach, 'content security policy');
  };
  /** Nobody new is to be sent here; then: nobody new is let in. */
  let [stopping, leaving] = [false, false];
  const metrics = new Metrics(() => index.state);
  const door = new Door({
    index: {
      get state() {
        return index.state;
      },
      get full() {
        return index.full;
      },
      health: () => index.health(),
    },
    metrics,
    queue: config.queue,
    workers: config.workers,
    rate: config.rate,
    counters: config.counters,
    simulates: () => outside.standins !== null,
    stopping: () => stopping,
  });
  const server = createServer({ maxHeaderSize: MAX_HEADER }, (req, res) => {
    const began = performance.now();
    for (const [name, value] of Object.entries(HEADERS)) res.setHeader(name, value);
    const path = (req.url ?? '/').split('?')[0] ?? '/';
    const from = req.socket.remoteAddress;
    const span = tracer.startSpan(routeOf(path), {
      attributes: { 'http.request.method': (req.method ?? '').slice(0, 10), 'http.route': routeOf(path) },
    });
    res.once('close', () => span.end());
    const base = baseAddress(
      config.base,
      { headers: req.headers, from, encrypted: false },
      config.proxies,
      ownAddress,
    );
    const client = clientOf({ headers: req.headers, from }, config.proxies);
    const answering = isOfAnEdition(path) ? sayEdition(res, () => edition) : <T>(work: () => T): T => work();
    if (base.startsWith('https:')) res.setHeader('Strict-Transport-Security', 'max-age=31536000');
    if (leaving) res.setHeader('Connection', 'close');
    res.on('finish', () => {
      log.info({
        method: (req.method ?? '').slice(0, 10),
        path: shapeOf(path),
        status: res.statusCode,
        ms: Math.round(performance.now() - began),
      });
      metrics.answered(path, req.method ?? '', res.statusCode, performance.now() - began);
      span.setAttributes({ 'http.response.status_code': res.statusCode });
      if (leaving) setImmediate(() => server.closeIdleConnections());
    });
    // A file that was there at the start and is gone since costs its asker the answer, and nobody else theirs.
    res.on('pipe', (from) => {
      from.once('error', (error) => {
        failure(error);
        res.destroy();
      });
    });
    const { language, url, keep } = languageFor(
      { url: req.url ?? '/', headers: req.headers },
      data.language,
      config.pseudo,
    );
    req.url = url;
    if (keep) res.appendHeader('Set-Cookie', keep);
    // Programs, styles and pictures are the same for everybody: their addresses say which they are.
    if (!path.startsWith('/_astro/')) res.appendHeader('Vary', 'Accept-Language, Cookie');
    if (inLanguage(language, () => answering(() => door.answers(req, res, path, client)))) return;
    // What a proxy says has been read, once; nobody else is to believe it.
    for (const name of Object.keys(req.headers))
      if (name.startsWith('x-forwarded-')) delete req.headers[name];
    const fail = (error: unknown) => {
      const id = failure(error);
      refuse(res, 'failed', msg('http.nothingOfYoursIsLost', { id }), {
        'x-failure': id,
      });
    };
    let who: ReturnType<App.Locals['who']> | null = null;
    const locals: App.Locals = {
      sessions,
      live,
      who: () => {
        who ??= sessions.read(req.headers.cookie ?? null, base);
        return who;
      },
      index,
      scripts: scripts[language],
      needs,
      toKeep: () => toKeep(language, programs[language], info(language)),
      info: info(language),
      policyProblem,
      styles,
      ...outside,
      learning,
      failure,
      breached,
      mayMail: () => mayMail(client),
      logo: () => logo,
      foundNothing: (query) => nothing?.asked(client, query),
      desk: {
        log: deskLog,
        nothing,
        loaded,
        started,
        // Compared by digests of one length: how long it takes says nothing.
        opens: (token) => timingSafeEqual(digestOf(token), digestOf(config.deskToken)),
        index: index.state,
        building: building.state,
        begin: (work) => loaded.report !== null && building.start(work, loaded.report.folder, config.index),
      },
      base,
    };
    const page = (next: (error?: unknown) => void) =>
      inLanguage(language, () => answering(() => void handler(req, res, next, locals).catch(fail)));
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
  const ownAddress = `http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${config.port}`;
  server.keepAliveTimeout = 30_000;
  // Browsers open connections in advance; to Node one that has said nothing is as busy as one with a question.
  const connections = new Set<Socket>();
  server.on('connection', (socket) => {
    connections.add(socket);
    socket.once('close', () => connections.delete(socket));
  });
  server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
    if (error.code === 'ECONNRESET' || !socket.writable) return;
    const long = error.code === 'HPE_HEADER_OVERFLOW';
    const body = JSON.stringify({
      ...problemDocument(
        long ? 'too-large' : 'bad-parameter',
        long ? msg('http.theAddressAndItsHeadersAre') : msg('http.thisIsNotARequestThat'),
      ),
      status: long ? 431 : 400,
    });
    socket.end(
      `HTTP/1.1 ${long ? '431 Request Header Fields Too Large' : '400 Bad Request'}\r\nConnection: close\r\nContent-Type: application/problem+json\r\nContent-Length: ${Buffer.byteLength(body)}\r\n\r\n${body}`,
    );
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    process.stderr.write(
      `${
        error.code === 'EADDRINUSE'
          ? say('config.portTaken', { port: String(config.port), other: String(config.port + 1) })
          : error.message
      }\n`,
    );
    process.exit(1);
  });
  // Many at once are let in and told that it is busy; left in front of the door they would learn nothing for
  // many seconds.
  server.listen({ port: config.port, host: config.host, backlog: 4096 }, () => {
    log.info({ address: ownAddress }, 'listening');
    log.info({ desk: `${config.base || ownAddress}/desk?token=${config.deskToken}` }, 'the library desk');
    process.send?.(ownAddress);
  });
  /** Says so, takes nobody new, lets what was begun be finished, then goes. */
  const stop = () => {
    if (stopping) return;
    stopping = true;
    log.info('stopping');
    rules.close();
    built.close();
    building.close();
    // Balancers see first that nobody is to be sent here any more.
    setTimeout(leave, config.drain);
  };
  const leave = () => {
    leaving = true;
    server.close(() => void Promise.all([index.close(), outside.close()]).then(() => process.exit(0)));
    server.closeIdleConnections();
    for (const socket of connections) if (socket.bytesRead === 0) socket.destroy();
    // By then every question has been answered or given up.
    setTimeout(() => process.exit(0), 2 * config.timeLimit + 2000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('unhandledRejection', failure);
  process.on('uncaughtException', (error) => {
    failure(error);
    process.exitCode = 1;
    stop();
  });
}
