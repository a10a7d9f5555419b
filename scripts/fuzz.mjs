// `npm run fuzz -- --minutes N [--seed N]`: builds what is missing and knocks at the built server
// (src/cli/fuzz.ts).
import { ensureBuild, ensureIndex, ensurePackages, run } from './setup.mjs';

ensurePackages();
ensureBuild();
const args = process.argv.slice(2);
const index = args.includes('--index') || args.includes('--at') ? [] : ['--index', ensureIndex(20_000)];
run(process.execPath, ['scripts/run.mjs', 'fuzz', ...args, ...index]);
