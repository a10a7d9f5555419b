/** `demoIndex [--records N] [--out DIR]`: makes the made-up university's index, with progress. */
import { buildIndex } from '../server/build';
import { argsOf } from './args';
import { demoWorld } from './demoRecords';

const { values } = argsOf('npm run demo -- [--records N] [--out DIR]', {
  options: { records: { type: 'string', default: '100000' }, out: { type: 'string' } },
});
const count = Number(values.records);
if (!Number.isInteger(count) || count < 200 || count > 5_000_000) {
  console.error(`--records ${values.records} is not a whole number from 200 to 5,000,000.`);
  process.exit(2);
}
const out = values.out ?? `data/demo-${count}`;
const began = Date.now();
const seconds = () => ((Date.now() - began) / 1000).toFixed(1);
const { records, bytes } = buildIndex(demoWorld(count), out, (done, stage) => {
  const text =
    stage === 'records'
      ? `${done.toLocaleString('en')} of ${count.toLocaleString('en')} records`
      : stage === 'index'
        ? 'turning the index round'
        : 'done';
  if (process.stdout.isTTY) process.stdout.write(`\r  ${text}, ${seconds()} s            `);
  else if (stage !== 'records' || done % 25_000 === 0) console.log(`  ${text}, ${seconds()} s`);
});
console.log(
  `\n  ${records.toLocaleString('en')} records (${(bytes / 1e6).toFixed(0)} MB) in ${out}, ${seconds()} s`,
);
