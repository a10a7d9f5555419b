// `npm test`: installs, formats checked, lints, layers, types, unit tests, build, end-to-end tests. Goes on
// after a failure, so that one run tells everything; the last line counts.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { ensureMessages, ensurePackages } from './setup.mjs';

/** Installing counts as well: it is waited for like the rest. */
const BEGAN = Date.now();
ensurePackages();
ensureMessages();
mkdirSync('.cache', { recursive: true });
/** Seconds that the whole run may take where it counts, and what the last checks need of them in a slow hour. */
const LIMIT = 1060;
/** Seconds beyond it after which what still runs is ended. */
const ROOM = 60;
const NEEDS = { views: 170, cluster: 330, equal: 120 };
const left = () => LIMIT - (Date.now() - BEGAN) / 1000;
let passed = 0;
let failed = 0;

/** One check is one program; when it writes a report, that is counted instead. */
async function check(name, args, report, count, limit) {
  const began = Date.now();
  if (report) rmSync(report, { force: true });
  const status = await new Promise((done) => {
    const child = spawn(process.execPath, args, { stdio: 'inherit' }).once('close', done);
    if (limit) setTimeout(() => child.kill('SIGTERM'), limit * 1000).unref();
  });
  const seconds = ((Date.now() - began) / 1000).toFixed(0);
  const [good, bad] =
    report && existsSync(report)
      ? count(JSON.parse(readFileSync(report, 'utf8')))
      : status === 0
        ? // Without a report nothing was tried: it was left out, and has said so.
          [count ? 0 : 1, 0]
        : [0, 1];
  passed += good;
  // A program that fails with no failed test in its report (a crash, an unhandled error) is a failure all the
  // same.
  failed += bad || (status === 0 ? 0 : 1);
  console.log(`  ${name}: ${status === 0 ? 'passed' : 'failed'}, ${seconds} s`);
}

// What comes over the network comes meanwhile.
spawn(process.execPath, ['scripts/cluster.mjs', 'prepare'], { stdio: 'ignore' });
spawn(process.execPath, ['scripts/equalTests.mjs', 'prepare'], { stdio: 'ignore' });
// Each of these keeps one processor busy: two at a time.
await Promise.all([
  // Of pages alone: asked of everything it takes twice as long as the compiler does. It makes what that needs to know.
  check('types of pages', [
    ...['node_modules/astro/astro.js', 'check', '--tsconfig', 'tsconfig.astro.json'],
    ...['--minimumFailingSeverity', 'error', '--minimumSeverity', 'error'],
  ]).then(() => check('types', ['node_modules/typescript/bin/tsc', '--noEmit'])),
  check('format and lint', ['node_modules/@biomejs/biome/bin/biome', 'check', '.'])
    .then(() =>
      check('layers', [
        'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
        'src',
        '--config',
        '.dependency-cruiser.cjs',
      ]),
    )
    // What the last tests are of, while the types are looked at.
    .then(() => check('build', ['scripts/e2e.mjs', 'prepare'])),
]);
const ofVitest = (r) => [r.numPassedTests, r.numFailedTests];
const ofPlaywright = (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky];
await check('unit tests', ['node_modules/vitest/vitest.mjs', 'run'], '.cache/vitest.json', ofVitest);
/**
 * Every view in every way takes a third of the end-to-end tests' time: a quarter of them is looked at each time, another
 * one with each commit, and the rest where there is time.
 */
const PARTS = 4;
const commits = spawnSync('git', ['rev-list', '--count', 'HEAD'], { encoding: 'utf8' }).stdout;
const OTHER_VIEWS = `every view is fine.*part [^${1 + (Number(commits ?? 0) % PARTS)}] of`;
await check(
  'end-to-end tests',
  ['scripts/e2e.mjs', '--grep-invert', OTHER_VIEWS],
  '.cache/playwright.json',
  ofPlaywright,
);

/** Tests that need much time, or other programs beside: said where there is none. */
async function ifTime(name, args, report, count, needs) {
  if (left() > needs) return check(name, args, report, count, left() + ROOM);
  console.log(`  ${name}: left out, ${Math.round(left())} s are left and it may need ${needs}`);
}
const views = ['scripts/e2e.mjs', '--grep', OTHER_VIEWS];
await ifTime('the other views', views, '.cache/playwright.json', ofPlaywright, NEEDS.views);
await ifTime(
  'distributed engine',
  ['scripts/clusterTests.mjs'],
  '.cache/cluster.json',
  ofVitest,
  NEEDS.cluster,
);
await ifTime('equal servers', ['scripts/equalTests.mjs'], '.cache/equal.json', ofVitest, NEEDS.equal);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
