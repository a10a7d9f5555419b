/**
 * `bench peers [--records N] [--bench DIR] [--engines floor,sqlite-js,…]`: our engine beside general-purpose
 * ones on one corpus, all in one call, with the peer benchmark's own scripts. The benchmark is copied, never
 * written into.
 */
import { spawnSync } from 'node:child_process';
import { appendFileSync, cpSync, existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { benchOptions } from './benchIndex';

const { values } = benchOptions();
const from = values.bench ?? '../shared/bench';
const n = Number(values.records);
if (!existsSync(join(from, 'run.mjs'))) {
  console.error(`There is no peer benchmark in ${from}; name its folder with --bench DIR.`);
  process.exit(2);
}
const dir = resolve('.cache/peers');
mkdirSync(dir, { recursive: true });
cpSync(from, dir, { recursive: true });
const run = (program: string, args: readonly string[]): string => {
  const done = spawnSync(program, args, {
    cwd: dir,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
    maxBuffer: 1 << 28,
  });
  if (done.status !== 0) {
    console.error(`${program} ${args.join(' ')} failed.`);
    process.exit(1);
  }
  return done.stdout;
};
if (!existsSync(join(dir, 'node_modules'))) run('npm', ['ci', '--no-progress', '--loglevel=error']);
const ours = pathToFileURL(resolve('.cache/cli/peerEngine.mjs')).href;
writeFileSync(join(dir, 'engines/legendum.mjs'), `export * from ${JSON.stringify(ours)};\n`);
mkdirSync(join(dir, 'data'), { recursive: true });
if (!existsSync(join(dir, `data/corpus-${n}.jsonl`)))
  run(process.execPath, ['corpus.mjs', String(n), `data/corpus-${n}.jsonl`]);
if (!existsSync(join(dir, `data/queries-${n}.json`)))
  run(process.execPath, ['queries.mjs', `data/corpus-${n}.jsonl`, `data/queries-${n}.json`]);
rmSync(join(dir, `data/results-${n}.jsonl`), { force: true });
for (const engine of (values.engines ?? 'floor,legendum,sqlite-js,sqlite-sql').split(',')) {
  console.error(`  ${engine}, ${n.toLocaleString('en')} records`);
  appendFileSync(
    join(dir, `data/results-${n}.jsonl`),
    run(process.execPath, ['run.mjs', '--records', String(n), '--engine', engine, '--cap', '1200']),
  );
  rmSync(join(dir, `data/${engine}-${n}`), { recursive: true, force: true });
}
console.log(run(process.execPath, ['table.mjs', String(n)]));
process.exit(0);
