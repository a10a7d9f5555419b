// Real nodes of the distributed engine on this machine: `npm run cluster -- start --nodes 3 | stop | status`. What
// they are made of comes from Maven Central and is kept in .cache; JDK 17 and Maven are Debian's packages.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const HERE = fileURLToPath(new URL('./cluster/', import.meta.url));
const MADE = resolve('.cache/cluster');
const HTTP = 9201;
const TRANSPORT = 9301;
const START_LIMIT = 240_000;

const said = (command, args) => spawnSync(command, args, { encoding: 'utf8' });
const has = (command) => said('which', [command]).status === 0;
const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

/** Debian's packages where they are missing and may be installed. */
function ensureJava() {
  if (has('java') && has('mvn')) return true;
  if (process.getuid?.() !== 0 || !has('apt-get')) return false;
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'ignore' });
  return (
    spawnSync('apt-get', ['install', '-y', '-qq', 'openjdk-17-jdk-headless', 'maven'], { stdio: 'ignore' })
      .status === 0
  );
}
/** The class path of a node; null where neither Java nor its parts can be had, with why. */
export function classPath() {
  const kept = join(MADE, 'classpath.txt');
  if (!ensureJava()) return { missing: 'JDK 17 and Maven (openjdk-17-jdk-headless, maven)' };
  const pom = readFileSync(join(HERE, 'pom.xml'), 'utf8');
  const whole = () => readFileSync(kept, 'utf8').trim();
  const fresh =
    existsSync(kept) &&
    existsSync(`${kept}.pom`) &&
    readFileSync(`${kept}.pom`, 'utf8') === pom &&
    whole()
      .split(':')
      .every((jar) => existsSync(jar));
  if (fresh) return { path: whole() };
  mkdirSync(MADE, { recursive: true });
  const made = said('mvn', [
    '-q',
    '-B',
    '-f',
    join(HERE, 'pom.xml'),
    'dependency:build-classpath',
    `-Dmdep.outputFile=${kept}`,
  ]);
  if (made.status !== 0)
    return {
      missing: `the engine's own packages from Maven Central (${made.stdout.trim().split('\n').at(-1)?.slice(0, 200)})`,
    };
  writeFileSync(`${kept}.pom`, pom);
  return { path: whole() };
}

const nameOf = (n) => `n${n}`;
/** Starts a node of a cluster that has `nodes` in all; gives its process' number. */
export function startNode(folder, n, nodes, { path, memory = 512, base = 0, short = false }) {
  const all = Array.from({ length: nodes }, (_, i) => i + 1);
  mkdirSync(folder, { recursive: true });
  const log = openSync(join(folder, `${nameOf(n)}.log`), 'a');
  const child = spawn(
    'java',
    [
      `-Xms${memory}m`,
      `-Xmx${memory}m`,
      // Who lives for two minutes is not worth optimising.
      ...(short ? ['-XX:TieredStopAtLevel=1', '-XX:+UseSerialGC'] : []),
      '-Djava.security.egd=file:/dev/./urandom',
      '-cp',
      path,
      join(HERE, 'Node.java'),
      join(folder, nameOf(n)),
      nameOf(n),
      String(HTTP + base + n - 1),
      String(TRANSPORT + base + n - 1),
      all.map((i) => `127.0.0.1:${TRANSPORT + base + i - 1}`).join(','),
      all.map(nameOf).join(','),
    ],
    { detached: true, stdio: ['ignore', log, log] },
  );
  child.unref();
  writeFileSync(join(folder, `${nameOf(n)}.pid`), String(child.pid));
  return child.pid;
}
export const addressesOf = (nodes, base = 0) =>
  Array.from({ length: nodes }, (_, i) => `http://127.0.0.1:${HTTP + base + i}`);

/** Waits until so many nodes stand together. */
export async function together(nodes, base = 0, { limit = START_LIMIT, folder } = {}) {
  const until = Date.now() + limit;
  for (;;) {
    for (let n = 1; folder && n <= nodes; n++)
      if (!alive(pidOf(folder, n))) throw new Error(`${nameOf(n)} ended: see ${nameOf(n)}.log in ${folder}.`);
    for (const address of addressesOf(nodes, base)) {
      const health = await fetch(`${address}/_cluster/health`, { signal: AbortSignal.timeout(5000) })
        .then((r) => r.json())
        .catch(() => null);
      if (health?.number_of_nodes >= nodes) return health;
    }
    if (Date.now() > until) throw new Error(`The nodes did not come together within ${limit / 1000} s.`);
    await sleep(500);
  }
}
export const pidOf = (folder, n) => {
  const file = join(folder, `${nameOf(n)}.pid`);
  return existsSync(file) ? Number(readFileSync(file, 'utf8')) : null;
};
const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
export async function stopAll(folder) {
  const pids = Array.from({ length: 16 }, (_, i) => pidOf(folder, i + 1)).filter((pid) => pid && alive(pid));
  for (const pid of pids) process.kill(pid, 'SIGTERM');
  for (let i = 0; i < 60 && pids.some(alive); i++) await sleep(250);
  for (const pid of pids.filter(alive)) process.kill(pid, 'SIGKILL');
  return pids.length;
}

async function main([command = 'status', ...args]) {
  const option = (name, otherwise) => {
    const at = args.indexOf(`--${name}`);
    return at < 0 ? otherwise : args[at + 1];
  };
  const folder = resolve(option('folder', 'data/cluster'));
  const nodes = Number(option('nodes', 3));
  if (command === 'prepare') classPath();
  else if (command === 'start') {
    const found = classPath();
    if (!found.path) {
      console.error(`A cluster can't be started: ${found.missing} can't be had here.`);
      process.exit(1);
    }
    for (let n = 1; n <= nodes; n++)
      startNode(folder, n, nodes, { path: found.path, memory: Number(option('memory', 1024)) });
    const health = await together(nodes, 0, { folder });
    console.log(`${health.number_of_nodes} nodes: ${addressesOf(nodes).join(' ')}`);
    console.log(`LEGENDUM_ENGINE=opensearch LEGENDUM_OPENSEARCH=${addressesOf(nodes).join(',')}`);
  } else if (command === 'stop') {
    console.log(`${await stopAll(folder)} nodes were stopped.`);
    if (args.includes('--clear')) rmSync(folder, { recursive: true, force: true });
  } else {
    for (let n = 1; n <= 16; n++) {
      const pid = pidOf(folder, n);
      if (pid) console.log(`${nameOf(n)}: ${alive(pid) ? `runs as ${pid}` : 'does not run'}`);
    }
    const health = await fetch(`${addressesOf(1)[0]}/_cluster/health?pretty`).then(
      (r) => r.text(),
      () => 'No node answers.',
    );
    console.log(health.trim());
  }
}
if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href)
  await main(process.argv.slice(2));
