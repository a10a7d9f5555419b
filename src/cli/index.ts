/**
 * `index FILES… [--out DIR]`: builds an index from a library's own CSL-JSON lines (one item a line).
 * Campuses, lenders and policy are the demo's until a library brings its own with `--library FILE` (a
 * library.json as an index directory has it).
 */
import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import { makeWorld } from '../demo/world';
import { buildIndex, type IndexSource } from '../server/build';
import { cslRecords } from './jsonLines';

const { values, positionals } = parseArgs({
  options: { out: { type: 'string', default: 'data/own' }, library: { type: 'string' } },
  allowPositionals: true,
});
const files = positionals.filter((p) => p !== '--');
const missing = files.filter((f) => !existsSync(f));
if (!files.length || missing.length) {
  console.error(
    missing.length
      ? `There is no file ${missing[0]}.`
      : 'Name at least one file of CSL-JSON lines: npm run index -- records.jsonl',
  );
  process.exit(2);
}
const world = makeWorld(200);
const own = values.library
  ? (JSON.parse(readFileSync(values.library, 'utf8')) as Partial<IndexSource> & { lines?: [string, never][] })
  : null;
let bad = 0;
const problem = (file: string, line: number, text: string) => {
  bad++;
  if (bad <= 50) console.error(`  ${basename(file)}:${line}: ${text}`);
  if (bad === 51) console.error('  further lines that can’t be used are only counted');
};
function* records() {
  for (const file of files) yield* cslRecords(file, basename(file), problem);
}
const source: IndexSource = {
  ...world,
  journals: [],
  lines: new Map(),
  ...(own ? { ...own, lines: new Map(own.lines as never) } : {}),
  records: { [Symbol.iterator]: records },
};
const made = buildIndex(
  source,
  values.out,
  (done, stage) =>
    stage === 'records' && done % 25_000 === 0 && console.log(`  ${done.toLocaleString('en')} records`),
);
console.log(
  `  ${made.records.toLocaleString('en')} records in ${values.out}, ${bad.toLocaleString('en')} lines left out. Start with LEGENDUM_INDEX=${values.out}`,
);
