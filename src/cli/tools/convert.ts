/**
 * `tool convert --from FORMAT --to FORMAT`: standard input to standard output, messages on standard error. Ends with 1 when
 * something could not be read, after writing all that could.
 */
import { readFileSync, writeSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { READ_FORMATS, type ReadFormat, readAs } from '../../core/formats/read';
import { WRITTEN_FORMATS, type WrittenFormat, writeItems } from '../../core/formats/write';

const { values } = parseArgs({
  options: { from: { type: 'string', default: '' }, to: { type: 'string', default: '' } },
  allowPositionals: true,
});
const from = READ_FORMATS.find((f) => f === values.from) as ReadFormat | undefined;
const to = WRITTEN_FORMATS.find((f) => f === values.to) as WrittenFormat | undefined;
if (!from || !to) {
  console.error(`tool convert --from ${READ_FORMATS.join('|')} --to ${WRITTEN_FORMATS.join('|')}`);
  process.exit(2);
}
const { items, problems } = readAs(from, readFileSync(0));
for (const p of problems) console.error(`line ${p.line}: ${p.text}`);
console.error(`${items.length} read, ${problems.length} with something to say.`);
const out = writeItems(to, items);
const bytes = typeof out === 'string' ? Buffer.from(out) : out;
for (let at = 0; at < bytes.length; ) {
  try {
    at += writeSync(1, bytes, at);
  } catch (error) {
    // A pipe that is not being read fast enough says so; it is asked again.
    if ((error as NodeJS.ErrnoException).code !== 'EAGAIN') throw error;
  }
}
process.exitCode = problems.length ? 1 : 0;
