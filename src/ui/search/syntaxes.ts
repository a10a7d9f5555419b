/** From one way of asking to another, by way of the query tree. */

import { printCql, readCql } from '../../core/query/cql';
import { printPlain, readPlain } from '../../core/query/plain';
import { say } from '../../words/generated/cql';
import '../../words/generated/query';

export const plainToCql = (text: string): { text: string } => ({ text: printCql(readPlain(text).tree) });
export function cqlToPlain(text: string): { text: string } | { problem: string } {
  const read = readCql(text);
  return 'problem' in read
    ? { problem: say('cql.atCharacter', { text: read.problem.text, at: read.problem.at + 1 }) }
    : { text: printPlain(read.tree) };
}
