// The tests of the distributed engine on three nodes of their own. Where neither Java nor its packages can be had,
// says so plainly and leaves them out.

import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { addressesOf, classPath, startNode, stopAll, together } from './cluster.mjs';

const NODES = 3;
const BASE = 40;
const folder = resolve('.cache/cluster-tests');
const found = classPath();
if (!found.path) {
  console.log(`  The tests of the distributed engine were left out: ${found.missing} can't be had here.`);
  process.exit(0);
}
await stopAll(folder);
rmSync(folder, { recursive: true, force: true });
let status = 1;
try {
  for (let n = 1; n <= NODES; n++) startNode(folder, n, NODES, { path: found.path, base: BASE, short: true });
  await together(NODES, BASE, { folder });
  const done = spawnSync(
    process.execPath,
    [
      'node_modules/vitest/vitest.mjs',
      'run',
      '--config',
      'vitest.cluster.config.ts',
      ...process.argv.slice(2),
    ],
    {
      stdio: 'inherit',
      env: {
        ...process.env,
        LEGENDUM_TEST_CLUSTER: addressesOf(NODES, BASE).join(','),
        LEGENDUM_TEST_CLUSTER_FOLDER: folder,
        LEGENDUM_TEST_CLUSTER_BASE: String(BASE),
        LEGENDUM_TEST_CLUSTER_PATH: found.path,
      },
    },
  );
  status = done.status ?? 1;
} finally {
  await stopAll(folder);
}
process.exit(status);
