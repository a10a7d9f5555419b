// Bundles a command of src/cli with esbuild and runs it: `node scripts/run.mjs bench -- search --json`.
import { spawnSync } from 'node:child_process';
import { bundleNode } from './bundle.mjs';
import { withLargePages } from './memory.mjs';
import { compileMessages } from './messages.mjs';

await compileMessages();
const [name, ...args] = process.argv.slice(2);
/** Programs that come with another: a thread, an engine that a benchmark loads. */
const WITH = {
  bench: ['peerEngine', 'worldWorker'],
  demoIndex: ['worldWorker'],
  tool: ['materialWorker', 'trainWorker'],
};
const entries = Object.fromEntries([name, ...(WITH[name] ?? [])].map((n) => [n, `src/cli/${n}.ts`]));
// Whatever builds an index has the thread that packs its records beside it.
const out = await bundleNode({ ...entries, recordThread: 'src/server/recordThread.ts' }, '.cache/cli');
const done = spawnSync(process.execPath, ['--max-old-space-size=12000', `${out}/${name}.mjs`, ...args], {
  stdio: 'inherit',
  env: withLargePages(),
});
process.exit(done.status ?? 1);
