// Runs Playwright on the built app and a small demo index: `npm run e2e [-- playwright's own options]`.
import {
  ensureBuild,
  ensureChromium,
  ensureIndex,
  ensurePackages,
  ensurePseudoBuild,
  run,
} from './setup.mjs';

ensurePackages();
ensureChromium();
ensureBuild();
ensurePseudoBuild();
process.env.LEGENDUM_DEMO ??= '1';
process.env.LEGENDUM_INDEX ??= ensureIndex(20_000);
run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', ...process.argv.slice(2)]);
