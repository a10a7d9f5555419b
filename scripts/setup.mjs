// What the commands need before they can run, each made only when it is missing or older than what it is made
// from. Only Node's own modules here: this runs on a clone where nothing is installed yet.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

process.env.ASTRO_TELEMETRY_DISABLED = '1';

/** Runs a program in the foreground; its failure ends ours with the same code. */
export function run(program, args, options = {}) {
  const done = spawnSync(program, args, { stdio: 'inherit', ...options });
  if (done.status !== 0) {
    if (done.error) console.error(`${program} could not be started: ${done.error.message}`);
    else if (options.stdio !== 'inherit' && done.stderr) process.stderr.write(done.stderr);
    process.exit(done.status || 1);
  }
  return done;
}

/** Says what is being done, and how long it took. */
export function step(what, work) {
  const began = Date.now();
  console.log(`· ${what}`);
  work();
  const seconds = (Date.now() - began) / 1000;
  if (seconds > 2) console.log(`  done, ${seconds.toFixed(0)} s`);
}

function* filesUnder(path) {
  if (!existsSync(path)) return;
  if (statSync(path).isFile()) yield path;
  else for (const name of readdirSync(path).sort()) yield* filesUnder(join(path, name));
}
/** A digest of the contents of files and folders: what a made thing was made from. */
export function digestOf(...paths) {
  const hash = createHash('sha256');
  for (const path of paths)
    for (const file of filesUnder(path))
      if (!/\.test\.tsx?$/.test(file)) hash.update(file).update(readFileSync(file));
  return hash.digest('hex').slice(0, 16);
}
const stampOf = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');

const PACKAGES = ['package.json', 'package-lock.json'];
export function ensurePackages() {
  const stamp = 'node_modules/.legendum';
  const digest = digestOf(...PACKAGES);
  if (stampOf(stamp) === digest) return;
  step('Installing packages (about a minute)', () => run('npm', ['ci', '--no-progress', '--loglevel=error']));
  writeFileSync(stamp, digest);
}

/** The catalogue of words, compiled; cheap enough to be done each time. */
export function ensureMessages() {
  run(process.execPath, ['scripts/messages.mjs']);
}

const onPath = (...names) =>
  names.some((name) => spawnSync('sh', ['-c', `command -v ${name}`], { encoding: 'utf8' }).status === 0);
/** Debian's Chromium: without windows of its own where that can be had, which tests go through a third faster. */
export function ensureChromium() {
  const root = process.getuid?.() === 0 ? [] : ['sudo'];
  const there = onPath('chromium', 'chromium-browser');
  // Nobody is asked for a password for the sake of speed.
  if (onPath('chromium-headless-shell') || (there && root.length)) return;
  const apt = (...args) => {
    const [program, ...rest] = [...root, 'apt-get', ...args];
    return spawnSync(program, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  };
  const install = (name) => apt('install', '-y', '--no-install-recommends', name) === 0;
  step('Installing Chromium from Debian (up to a minute)', () => {
    apt('update');
    if (!install('chromium-headless-shell') && !there && !install('chromium'))
      throw new Error('Chromium could not be installed');
  });
}

const SOURCES = [
  'src',
  'messages',
  'scripts/messages.mjs',
  'scripts/languages.mjs',
  'public',
  'scripts/build.mjs',
  'scripts/bundle.mjs',
  'astro.config.mjs',
  ...PACKAGES,
];
const build = { env: { ...process.env, QUIET: '1' } };
export function ensureBuild() {
  const digest = digestOf(...SOURCES);
  if (stampOf('dist/made-from') === digest) return;
  step('Building (about half a minute)', () => run(process.execPath, ['scripts/build.mjs'], build));
  writeFileSync('dist/made-from', digest);
}
const WORLD = ['src/demo', 'src/core', 'src/server/build.ts', 'src/cli/demoIndex.ts'];
/** The demo index of so many records; returns its folder. */
export function ensureIndex(records) {
  const dir = `data/demo-${records}`;
  const stamp = join(dir, 'made-from');
  const digest = digestOf(...WORLD);
  if (stampOf(stamp) !== digest) {
    mkdirSync('data', { recursive: true });
    step(`Making the made-up university with ${Number(records).toLocaleString('en')} records`, () =>
      run(process.execPath, ['scripts/run.mjs', 'demoIndex', '--records', String(records), '--out', dir]),
    );
    writeFileSync(stamp, digest);
  }
  return dir;
}
