/**
 * `tool convert --from FORMAT --to FORMAT`: standard input to standard output, messages on standard error.
 * Ends with 1 when something could not be read, after writing all that could.
 */
import { writeSync } from 'node:fs';
import { ProblemBundle, type ReadItems } from '../../core/formats/item';
import { READ_FORMATS, type ReadFormat } from '../../core/formats/read';
import { StreamReader, StreamWriter } from '../../core/formats/stream';
import { WRITTEN_FORMATS, type WrittenFormat } from '../../core/formats/write';
import { say } from '../../words/generated/file';
import { argsOf } from '../args';

const { values } = argsOf(
  `npm run tool -- convert --from ${READ_FORMATS.join('|')} --to ${WRITTEN_FORMATS.join('|')}`,
  {
    options: { from: { type: 'string', default: '' }, to: { type: 'string', default: '' } },
  },
);
const from = READ_FORMATS.find((f) => f === values.from) as ReadFormat | undefined;
const to = WRITTEN_FORMATS.find((f) => f === values.to) as WrittenFormat | undefined;
if (!from || !to) {
  console.error(`tool convert --from ${READ_FORMATS.join('|')} --to ${WRITTEN_FORMATS.join('|')}`);
  process.exit(2);
}
const reader = new StreamReader(from);
const writer = new StreamWriter(to);
const bundle = new ProblemBundle();
let [read, odd] = [0, 0];
/** A pipe that is not being read fast enough says so; it is asked again. */
function put(out: string | Uint8Array): void {
  const bytes = typeof out === 'string' ? Buffer.from(out) : out;
  for (let at = 0; at < bytes.length; ) {
    try {
      at += writeSync(1, bytes, at);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EAGAIN') throw error;
    }
  }
}
function take({ items, problems }: ReadItems): void {
  bundle.add(problems);
  read += items.length;
  odd += problems.length;
  put(writer.write(items));
}
for await (const chunk of process.stdin) take(reader.push(chunk as Uint8Array));
take(reader.end());
put(writer.end());
for (const p of bundle.all()) console.error(`line ${p.line}: ${say(p.text)}`);
console.error(`${read} read, ${odd} with something to say.`);
process.exitCode = odd ? 1 : 0;
