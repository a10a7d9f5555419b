/** `demoExport --out DIR [--records N]`: the made-up university as a library's folder, for `index --library DIR`. */
import { appendFileSync, existsSync, mkdirSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { worldFolder } from '../demo/folder';
import { makeWorld } from '../demo/world';

const { values } = parseArgs({
  options: { records: { type: 'string', default: '100000' }, out: { type: 'string' } },
  allowPositionals: true,
});
const stop = (why: string): never => {
  console.error(why);
  process.exit(2);
};
const out = values.out ?? stop('Name a folder: --out DIR');
if (existsSync(out) && readdirSync(out).length) stop(`${out} is there and not empty: nothing was written.`);
/** Written together: a record is a line. */
const PIECE = 4 << 20;
let [held, text] = ['', ''];
const flush = (): void => {
  if (!held) return;
  mkdirSync(dirname(join(out, held)), { recursive: true });
  appendFileSync(join(out, held), text);
  text = '';
};
for (const [path, piece] of worldFolder(makeWorld(Number(values.records)))) {
  if (path !== held || text.length > PIECE) {
    flush();
    held = path;
  }
  text += piece;
}
flush();
console.log(`  ${out}: build it with npm run index -- --library ${out}`);
