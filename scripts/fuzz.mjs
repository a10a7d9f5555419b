// `npm run fuzz -- --minutes N [--seed N]`: builds what is missing and knocks at the built server (src/cli/fuzz.ts).
// `npm run fuzz -- readers [--inputs N] [--seed N]`: gives all that reads what comes from outside inputs that nobody
// would write (src/cli/fuzzReaders.ts).
// `npm run fuzz -- crashes [--runs N] [--seed N]`: kills what writes to the disk at any write (src/cli/fuzzCrashes.ts).
import { ensureBuild, ensureIndex, ensurePackages, run } from './setup.mjs';

ensurePackages();
const args = process.argv.slice(2);
const ALONE = { readers: 'fuzzReaders', crashes: 'fuzzCrashes' };
if (Object.hasOwn(ALONE, args[0] ?? ''))
  run(process.execPath, ['scripts/run.mjs', ALONE[args[0]], ...args.slice(1)]);
else {
  ensureBuild();
  const index = args.includes('--index') || args.includes('--at') ? [] : ['--index', ensureIndex(20_000)];
  run(process.execPath, ['scripts/run.mjs', 'fuzz', ...args, ...index]);
}
