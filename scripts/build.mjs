// Builds the app: Astro's pages, then the server and its worker beside them.
import { spawnSync } from 'node:child_process';
import { bundleNode } from './bundle.mjs';

const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' };
const astro = spawnSync(process.execPath, ['node_modules/astro/astro.js', 'build', ...process.argv.slice(2)], {
  stdio: process.env.QUIET ? ['ignore', 'ignore', 'inherit'] : 'inherit',
  env,
});
if (astro.status !== 0) process.exit(astro.status ?? 1);
await bundleNode({ main: 'src/server/main.ts', 'index.worker': 'src/server/index.worker.ts' }, 'dist/app');
