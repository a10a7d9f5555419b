/**
 * `fuzz [--minutes N] [--seed N] [--index DIR] [--at ADDRESS] [--connections N]`: knocks at every endpoint
 * and page of the built server with inputs drawn by seed. Found is: an answer of 5xx, one that takes over two
 * seconds while this process ran, a connection that breaks, a server that ends. Each finding is written to
 * .cache/fuzz, and the command ends with 1.
 */

import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { random } from '../core/random';
import { DEMO_START } from '../demo/clock';
import { READERS } from '../demo/library';
import { readLibraryData } from '../server/libraryInfo';
import { RECORDS, RecordFile } from '../server/recordFile';
import { argsOf } from './args';
import { type BuiltServer, startBuilt } from './builtServer';
import { type Known, type Shot, shot } from './fuzz/requests';
import { loopStood, Standstill } from './fuzz/standstill';

const { values } = argsOf(
  'npm run fuzz -- [--minutes N] [--seed N] [--index DIR] [--at ADDRESS] [--connections N]',
  {
    options: {
      minutes: { type: 'string', default: '1' },
      seed: { type: 'string', default: '1' },
      index: { type: 'string', default: 'data/demo-20000' },
      at: { type: 'string' },
      connections: { type: 'string', default: '4' },
    },
  },
);
const [minutes, seed, connections] = [
  Number(values.minutes),
  Number(values.seed),
  Number(values.connections),
];
if (!(minutes > 0) || !Number.isInteger(seed) || !(connections >= 1)) {
  console.error('fuzz takes --minutes, --seed and --connections as numbers.');
  process.exit(2);
}
const HANG_MS = 2000;
/** Characters of an answer that are kept: a page says what it is about after its head. */
const HEARD = 4000;
const GIVEN_UP_MS = 20_000;
const OUT = '.cache/fuzz';

const info = readLibraryData(values.index);
const texts = new RecordFile(join(values.index, RECORDS));
const library = JSON.parse(readFileSync(join(values.index, 'library.json'), 'utf8')) as {
  library: { providers: { id: string }[] };
};
const r = random(seed);
const known: Known = {
  campus: info.campuses[0]?.id ?? '',
  providers: library.library.providers.map((p) => p.id),
  records: Array.from(
    { length: 60 },
    () =>
      JSON.parse(
        texts.at(r.int(0, Math.min(5000, texts.size) - 1)).toString('utf8'),
      ) as Known['records'][number],
  ),
  correspondent: {
    agency: info.agency,
    campuses: info.campuses,
    zone: info.policy.zone,
    currency: info.policy.currency.code,
  },
  reader: READERS[0] as Known['reader'],
  start: DEMO_START,
};

const server: BuiltServer | null = values.at
  ? null
  : await startBuilt(values.index, { LEGENDUM_LOG: 'silent' });
const base = new URL(values.at ?? `http://127.0.0.1:${server?.port}`);
const agent = new Agent({ keepAlive: true, maxSockets: connections });
let ended: number | null = null;
server?.child.once('exit', (code) => {
  ended = code ?? -1;
});

/** Signs in as the forms do; the cookie that says so. Empty where another server is knocked at, which asks otherwise. */
async function signedIn(): Promise<string> {
  const at = (path: string, init: RequestInit = {}) =>
    fetch(new URL(path, base), { redirect: 'manual', ...init });
  const cookieOf = (answer: Response): string =>
    answer.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ');
  const begun = await at('/sign-in?to=/');
  const form = new URL(begun.headers.get('location') ?? '/', base).searchParams;
  form.set('username', known.reader.id);
  form.set('password', 'demo');
  const back = await at('/standin/identity/login', { method: 'POST', body: form });
  const to = back.headers.get('location') ?? '';
  return to.startsWith(base.origin) ? cookieOf(await at(to, { headers: { cookie: cookieOf(begun) } })) : '';
}
const cookie = await signedIn();
/** Who is signed in, most of the time. */
const SIGNED = 0.8;

interface Answer {
  readonly status: number;
  readonly ms: number;
  readonly text: string;
}
function send(what: Shot): Promise<Answer | { readonly broke: string }> {
  return new Promise((resolve) => {
    const began = performance.now();
    const sent = request(
      {
        host: base.hostname,
        port: base.port,
        method: what.method,
        path: what.path,
        headers: r.chance(SIGNED) ? { cookie, ...what.headers } : what.headers,
        agent,
        timeout: GIVEN_UP_MS,
      },
      (response) => {
        let said = '';
        response.on('data', (piece: Buffer) => {
          if (said.length < HEARD) said += piece.toString('latin1');
        });
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            ms: performance.now() - began,
            text: said.slice(0, HEARD),
          }),
        );
        response.on('error', (error) => resolve({ broke: error.message }));
      },
    );
    sent.on('timeout', () => sent.destroy(new Error(`no answer in ${GIVEN_UP_MS} ms`)));
    sent.on('error', (error) => resolve({ broke: error.message }));
    sent.end(what.body);
  });
}
/** The stand-ins' publishers fail on purpose now and then. */
const isMeant = (what: Shot, answer: Answer): boolean =>
  what.path.startsWith('/standin/publisher/') && /simulated/i.test(answer.text);

const counts = new Map<string, number>();
const findings: { why: string; shot: Shot; answer: unknown }[] = [];
const slowest: { ms: number; path: string }[] = [];
const standstill = new Standstill();
let loopLast = await loopStood(base);
const asking = setInterval(
  () =>
    void loopStood(base).then((ms) => {
      loopLast = ms;
    }),
  3000,
);
/** Answers that came late, or were given up, while this process did not come to its turn either. */
let machineStood = 0;
/** Milliseconds of those that an answer took in which this process ran: what is left is the server's own. */
const ownOf = (ms: number): number => {
  const now = performance.now();
  return ms - standstill.within(now - ms, now);
};
/** What kept somebody waiting for so long, as far as it can be told from here. */
async function whyOf(ms: number, stolenBefore: number): Promise<string> {
  const now = performance.now();
  const here = Math.round(standstill.within(now - ms, now));
  const stolen = standstill.stolen() - stolenBefore;
  // What the server says is of the time since it was asked last.
  const loop = Math.round(Math.max(loopLast, await loopStood(base)));
  return `took ${Math.round(ms)} ms; the server's loop stood still for ${loop} at most, this process for ${here}, ${stolen} went to other machines`;
}
async function judge(
  what: Shot,
  answer: Answer | { readonly broke: string },
  stolenBefore: number,
): Promise<void> {
  const found = (why: string) =>
    findings.push({
      why,
      shot: { ...what, ...(Buffer.isBuffer(what.body) ? { body: what.body.toString('latin1') } : {}) },
      answer,
    });
  if ('broke' in answer) {
    // A refused body is not read to its end: its sender may meet a closed connection.
    const kind =
      (what.body?.length ?? 0) > 60_000 && /ECONNRESET|EPIPE|hang up/.test(answer.broke) ? 'cut' : 'broken';
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    if (kind === 'broken') found(`broken: ${answer.broke}`);
    return;
  }
  const key = String(answer.status);
  counts.set(key, (counts.get(key) ?? 0) + 1);
  slowest.push({ ms: Math.round(answer.ms), path: `${what.method} ${what.path.slice(0, 120)}` });
  if (slowest.length > 400) slowest.sort((a, b) => b.ms - a.ms).length = 5;
  const late = answer.ms > HANG_MS;
  const itself = ownOf(answer.ms) > HANG_MS;
  // A machine that stands still has a question's time run out as well.
  if (late && !itself && (answer.status < 500 || answer.status === 503)) machineStood++;
  else if (answer.status >= 500 && !isMeant(what, answer)) found(`status ${answer.status}`);
  else if (late) found(await whyOf(answer.ms, stolenBefore));
}

/** What the compiler does not know: another callback sets it. */
const hasEnded = (): boolean => ended !== null;
const until = Date.now() + minutes * 60_000;
let made = 0;
async function worker(): Promise<void> {
  while (Date.now() < until && !hasEnded() && findings.length < 50) {
    const what = shot(r, known);
    made++;
    const before = standstill.stolen();
    await judge(what, await send(what), before);
  }
}
await Promise.all(Array.from({ length: connections }, worker));
// After all that it must still answer as before.
const after = hasEnded()
  ? { broke: 'the server has ended' }
  : await send({ method: 'GET', path: '/api/search?q=kelp', headers: {} });
if ('broke' in after || after.status !== 200)
  findings.push({
    why: 'does not answer afterwards',
    shot: { method: 'GET', path: '/api/search?q=kelp', headers: {} },
    answer: after,
  });
standstill.stop();
clearInterval(asking);
agent.destroy();
await server?.stop();

rmSync(OUT, { recursive: true, force: true });
mkdirSync(OUT, { recursive: true });
for (const [i, f] of findings.entries())
  writeFileSync(join(OUT, `${String(i + 1).padStart(3, '0')}.json`), `${JSON.stringify(f, null, 1)}\n`);
slowest.sort((a, b) => b.ms - a.ms);
console.log(
  JSON.stringify(
    {
      seed,
      minutes,
      connections,
      requests: made,
      machineStood,
      statuses: Object.fromEntries([...counts].sort()),
      slowest: slowest.slice(0, 5),
      findings: findings.map((f) => `${f.why}: ${f.shot.method} ${f.shot.path.slice(0, 160)}`),
    },
    null,
    1,
  ),
);
process.exitCode = findings.length ? 1 : 0;
