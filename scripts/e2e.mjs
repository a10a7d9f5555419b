// Runs Playwright on the built app and a small demo index: `npm run e2e [-- playwright's own options]`. With `prepare`
// it makes what is needed for that, and ends.
import { rmSync } from 'node:fs';
import { ensureBuild, ensureChromium, ensureIndex, ensurePackages, run } from './setup.mjs';

ensurePackages();
ensureChromium();
ensureBuild();
process.env.LEGENDUM_DEMO ??= '1';
process.env.LEGENDUM_INDEX ??= ensureIndex(20_000);
if (process.argv[2] === 'prepare') process.exit(0);
// What earlier runs left beside the index is nobody's.
for (const what of ['desk', 'inbox', 'requests', 'outcomes'])
  rmSync(`${process.env.LEGENDUM_INDEX}.${what}.jsonl`, { force: true });
run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', ...process.argv.slice(2)]);
