/**
 * `fuzz crashes [--runs N] [--seed N] [--only NAME]`: kills what writes to the disk at a write drawn by seed, and looks
 * whether anything is lost, or there twice. What was found is said by its seed, and the command ends with 1.
 */

import { argsOf } from './args';
import { CRASHES } from './fuzz/crashes';

const { values } = argsOf('npm run fuzz -- crashes [--runs N] [--seed N] [--only NAME]', {
  options: {
    runs: { type: 'string', default: '1000' },
    seed: { type: 'string', default: '1' },
    only: { type: 'string' },
  },
});
const [runs, seed] = [Number(values.runs), Number(values.seed)];
const all = Object.entries(CRASHES).filter(([name]) => !values.only || name === values.only);
if (!(runs > 0) || !Number.isInteger(seed) || !all.length) {
  console.error(
    `fuzz crashes takes --runs and --seed as numbers, and --only one of ${Object.keys(CRASHES).join(', ')}.`,
  );
  process.exit(2);
}
let found = 0;
for (const [name, scenario] of all) {
  const began = performance.now();
  const before = found;
  for (let n = 0; n < runs; n++) {
    const wrong = scenario(seed + n);
    if (wrong === null) continue;
    found++;
    console.log(`  ${name}, seed ${seed + n}: ${wrong}`);
  }
  const seconds = ((performance.now() - began) / 1000).toFixed(0);
  console.log(`${name}: ${runs} deaths, ${found - before} that lost or doubled something, ${seconds} s`);
}
process.exit(found ? 1 : 0);
