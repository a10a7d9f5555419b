// `npm run dev`: rebuilds on every start and runs the real server; there is one server to understand, not two.

import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const run = (...args) => spawnSync(process.execPath, args, { stdio: 'inherit' }).status === 0 || process.exit(1);
if (!existsSync('data/demo-20000')) run('scripts/run.mjs', 'demoIndex', '--records', '20000');
run('scripts/build.mjs');
process.env.LEGENDUM_INDEX ??= 'data/demo-20000';
run('dist/app/main.mjs');
