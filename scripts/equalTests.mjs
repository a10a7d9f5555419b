// Three servers behind Debian's haproxy, with the configuration that ships. Where there is no haproxy and none can be
// had, says so plainly and leaves the tests out.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { ensureBuild, ensurePackages } from './setup.mjs';

const has = () => existsSync('/usr/sbin/haproxy') || spawnSync('which', ['haproxy']).status === 0;
if (!has() && process.getuid?.() === 0) {
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'ignore' });
  spawnSync('apt-get', ['install', '-y', '-qq', 'haproxy'], { stdio: 'ignore' });
}
if (!has()) {
  console.log("  The tests of equal servers were left out: Debian's haproxy can't be had here.");
  process.exit(0);
}
if (process.argv[2] === 'prepare') process.exit(0);
ensurePackages();
ensureBuild();
const index = '.cache/gralsund-equal';
const built = spawnSync(
  process.execPath,
  ['scripts/run.mjs', 'index', '--library', 'examples/gralsund', '--out', index],
  { stdio: ['ignore', 'ignore', 'inherit'] },
);
if (built.status !== 0) process.exit(1);
const done = spawnSync(
  process.execPath,
  ['node_modules/vitest/vitest.mjs', 'run', '--config', 'vitest.equal.config.ts', ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin`, LEGENDUM_TEST_INDEX: index },
  },
);
process.exit(done.status ?? 1);
