/** `tool query TEXT [--syntax plain|cql]`: how any input is understood, as JSON: tree, plain, CQL, rows, sentence, notes. */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { printCql } from '../../core/query/cql';
import { printPlain } from '../../core/query/plain';
import { readQuery } from '../../core/query/read';
import { NEW_SEARCH } from '../../core/query/request';
import { printRows } from '../../core/query/rows';
import { sentence } from '../../core/query/sentence';

const { values, positionals } = parseArgs({ options: { syntax: { type: 'string', default: 'plain' } }, allowPositionals: true });
const [, ...words] = positionals.filter((p) => p !== '--');
if (values.syntax !== 'plain' && values.syntax !== 'cql') {
  console.error('tool query TEXT [--syntax plain|cql]; without TEXT, one query a line is read from standard input.');
  process.exit(2);
}
const { syntax } = values;
const inputs = words.length
  ? [words.join(' ')]
  : readFileSync(0, 'utf8')
      .split('\n')
      .filter((l) => l.trim() !== '');
for (const q of inputs) {
  const read = readQuery({ q, syntax });
  const out =
    'problem' in read
      ? { q, syntax, problem: read.problem }
      : {
          q,
          syntax,
          tree: read.tree,
          plain: printPlain(read.tree),
          cql: printCql(read.tree),
          rows: printRows(read.tree),
          sentence: sentence({ ...NEW_SEARCH, q, syntax }),
          notes: read.notes,
        };
  console.log(JSON.stringify(out, null, words.length ? 2 : undefined));
}
