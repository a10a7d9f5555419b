// Runs Playwright on the built app and a small demo index: `npm run e2e [-- playwright's own options]`.
import { ensureBuilds, ensureChromium, ensureIndex, ensurePackages, run } from './setup.mjs';

ensurePackages();
ensureChromium();
await ensureBuilds();
process.env.LEGENDUM_DEMO ??= '1';
process.env.LEGENDUM_INDEX ??= ensureIndex(20_000);
run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', ...process.argv.slice(2)]);
