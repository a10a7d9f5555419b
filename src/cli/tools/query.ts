/**
 * `tool query TEXT [--syntax plain|cql]`: how any input is understood, as JSON: tree, plain, CQL, rows,
 * sentence, notes.
 */
import { inWords } from '../../words/inWords';
import '../../words/spoken';
import { readFileSync } from 'node:fs';
import { printCql } from '../../core/query/cql';
import { printPlain } from '../../core/query/plain';
import { readQuery } from '../../core/query/read';
import { NEW_SEARCH } from '../../core/query/request';
import { printRows } from '../../core/query/rows';
import { sentence } from '../../words/sentence';

// Not parsed as options: a word to be left out begins with a hyphen too.
const args = process.argv.slice(process.argv.indexOf('query') + 1).filter((a) => a !== '--');
const at = args.indexOf('--syntax');
const [, syntax = 'plain'] = at < 0 ? [] : [args[at], args[at + 1] ?? ''];
const words = at < 0 ? args : args.toSpliced(at, 2);
if (syntax !== 'plain' && syntax !== 'cql') {
  console.error(
    'tool query TEXT [--syntax plain|cql]; without TEXT, one query a line is read from standard input.',
  );
  process.exit(2);
}
const inputs = words.length
  ? [words.join(' ')]
  : readFileSync(0, 'utf8')
      .split('\n')
      .filter((l) => l.trim() !== '');
for (const q of inputs) {
  const read = readQuery({ q, syntax });
  const out =
    'problem' in read
      ? { q, syntax, problem: inWords(read.problem) }
      : {
          q,
          syntax,
          tree: read.tree,
          plain: printPlain(read.tree),
          cql: printCql(read.tree),
          rows: printRows(read.tree),
          sentence: sentence({ ...NEW_SEARCH, q, syntax }),
          notes: inWords(read.notes),
        };
  console.log(JSON.stringify(out, null, words.length ? 2 : undefined));
}
