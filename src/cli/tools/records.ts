/** `tool records DIR`: the records of an index directory as JSON lines, in the order in which they came. */
import { once } from 'node:events';
import { join } from 'node:path';
import { errorText } from '../../core/text';
import { RECORDS, RecordFile } from '../../server/recordFile';
import { argsOf } from '../args';

const { positionals } = argsOf('npm run tool -- records DIR', {});
const [dir] = positionals.filter((p) => p !== '--' && p !== 'records');
if (!dir) {
  console.error('Name the index directory: npm run tool -- records data/demo-100000');
  process.exit(2);
}
// Who reads only the first of them closes the pipe.
process.stdout.on('error', () => process.exit());
try {
  const file = new RecordFile(join(dir, RECORDS));
  for (const text of file.all()) if (!process.stdout.write(text)) await once(process.stdout, 'drain');
  file.close();
} catch (error) {
  console.error(errorText(error));
  process.exitCode = 1;
}
