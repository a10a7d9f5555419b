/**
 * `fuzz readers [--inputs N] [--seed N] [--only NAME]`: gives everything that reads what comes from outside (formats,
 * queries, messages, files of a library, account files) inputs drawn by seed. Found is: an error that is not for people,
 * a reading that takes over two seconds, and memory that grows. Each finding is written to .cache/fuzz/readers, and the
 * command ends with 1.
 */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { CodedError } from '../core/codedError';
import { decodeModel } from '../core/references/tagger';
import { argsOf } from './args';
import { inputsFor } from './fuzz/mutate';
import { readers } from './fuzz/readers';

const { values } = argsOf('npm run fuzz -- readers [--inputs N] [--seed N] [--only NAME]', {
  options: {
    inputs: { type: 'string', default: '100000' },
    seed: { type: 'string', default: '1' },
    only: { type: 'string' },
  },
});
const [inputs, seed] = [Number(values.inputs), Number(values.seed)];
const [HANG_MS, OUT, MOST, GROWTH_MB] = [2000, '.cache/fuzz/readers', 40, 60];

const all = readers(decodeModel(readFileSync('public/models/references.bin'))).filter(
  (r) => !values.only || r.name === values.only,
);
if (!(inputs > 0) || !Number.isInteger(seed) || !all.length) {
  console.error('fuzz readers takes --inputs and --seed as numbers, and --only one of its readers.');
  process.exit(2);
}
const weights = all.reduce((sum, r) => sum + (r.weight ?? 1), 0);
rmSync(OUT, { recursive: true, force: true });
mkdirSync(OUT, { recursive: true });

let [made, found] = [0, 0];
const findings: string[] = [];
const kinds = new Set<string>();
function note(name: string, why: string, text: string): void {
  found++;
  const kind = `${name}: ${why.split('\n')[0]}`;
  if (kinds.has(kind) || findings.length >= MOST) return;
  kinds.add(kind);
  findings.push(kind);
  writeFileSync(
    join(OUT, `${String(findings.length).padStart(3, '0')}.json`),
    `${JSON.stringify({ name, why, text }, null, 1)}\n`,
  );
}
setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
const heap = (): number => {
  collect();
  return Math.round(process.memoryUsage().heapUsed / (1 << 20));
};
const slowest: { ms: number; name: string }[] = [];
const began = performance.now();
const heaps: number[] = [];
/** In turns, so that what grows is seen to grow. */
const TURNS = 10;
for (let turn = 0; turn < TURNS; turn++) {
  for (const { name, written, json = false, weight = 1, read } of all) {
    const of = inputsFor(written, json, seed * 1000 + turn);
    for (let n = Math.ceil((inputs * weight) / weights / TURNS); n > 0; n--) {
      const { value: text } = of.next() as { value: string };
      const at = performance.now();
      try {
        read(text);
      } catch (error) {
        if (!(error instanceof CodedError))
          note(name, error instanceof Error ? (error.stack ?? error.message) : String(error), text);
      }
      const ms = performance.now() - at;
      if (ms > HANG_MS) note(name, `took ${Math.round(ms)} ms`, text);
      slowest.push({ ms: Math.round(ms), name });
      if (slowest.length > 400) slowest.sort((a, b) => b.ms - a.ms).length = 5;
      made++;
    }
  }
  heaps.push(heap());
}
const grown = (heaps.at(-1) ?? 0) - (heaps[1] ?? heaps[0] ?? 0);
if (grown > GROWTH_MB) note('memory', `grew by ${grown} MB`, '');
slowest.sort((a, b) => b.ms - a.ms);
console.log(
  JSON.stringify(
    {
      seed,
      inputs: made,
      readers: all.length,
      seconds: Math.round((performance.now() - began) / 1000),
      heapMB: heaps,
      slowest: slowest.slice(0, 5),
      found,
      findings,
    },
    null,
    1,
  ),
);
process.exitCode = findings.length ? 1 : 0;
