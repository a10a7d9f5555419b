/** `demoExport --out DIR [--records N]`: the made-up university as a library's folder, for `index --library DIR`. */
import { existsSync, readdirSync } from 'node:fs';
import { worldFolder } from '../demo/folder';
import { makeWorld } from '../demo/world';
import { argsOf } from './args';
import { writeFolder } from './writeFolder';

const { values } = argsOf('npm run demo -- --export DIR [--records N]', {
  options: { records: { type: 'string', default: '100000' }, out: { type: 'string' } },
});
const stop = (why: string): never => {
  console.error(why);
  process.exit(2);
};
const out = values.out ?? stop('Name a folder: --out DIR');
if (existsSync(out) && readdirSync(out).length) stop(`${out} is there and not empty: nothing was written.`);
writeFolder(out, worldFolder(makeWorld(Number(values.records))));
console.log(`  ${out}: build it with npm run index -- --library ${out}`);
