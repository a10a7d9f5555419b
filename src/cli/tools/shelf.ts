/**
 * `tool shelf [--scheme lc|ddc|auto]`: call numbers, one a line of standard input, in the order of the shelf.
 * What is not as its scheme has it goes to standard error by its line; it stands near its like.
 */
import { readFileSync } from 'node:fs';
import { readCallNumber } from '../../core/shelf/callNumber';
import { table } from '../../core/table';
import { say } from '../../words/generated/shelf';
import { argsOf } from '../args';

const SCHEMES = table({ lc: 'lc', ddc: 'ddc', auto: null } as const);
const { values } = argsOf('npm run tool -- shelf [--scheme lc|ddc|auto]', {
  args: process.argv.slice(process.argv.indexOf('shelf') + 1).filter((a) => a !== '--'),
  options: { scheme: { type: 'string', default: 'auto' } },
});
const scheme = SCHEMES.get(values.scheme);
if (scheme === undefined) {
  console.error(`tool shelf [--scheme lc|ddc|auto]; there is no scheme “${values.scheme}”.`);
  process.exit(2);
}
const lines = readFileSync(0, 'utf8')
  .split(/\r?\n/)
  .map((text, i) => ({ text, line: i + 1, ...readCallNumber(text, scheme) }))
  .filter((l) => l.text.trim() !== '');
for (const l of lines)
  if (l.fault) console.error(`line ${l.line}: “${l.text.trim()}”: ${say(`shelf.fault.${l.fault}`)}`);
lines.sort((a, b) =>
  a.key < b.key ? -1 : a.key > b.key ? 1 : a.text < b.text ? -1 : a.text > b.text ? 1 : 0,
);
for (const l of lines) console.log(l.text);
