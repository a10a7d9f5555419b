/** Records that a reference may mean: by its numbers, by its place in a journal, by the closest titles. */

import { Best } from '../engine/count/best';
import type { Evaluator } from '../engine/match/evaluate';
import type { ReferenceItem } from '../model/record';
import { join, type QueryNode } from '../query/tree';
import type { CodeKind } from '../words/codes';
import { codeKey } from '../words/codes';
import { SMALL_WORDS, words } from '../words/fold';

const BY_TITLE = 24;
const BY_PLACE = 10;
const TITLE_WORDS = 14;

/** Documents, likeliest first within each way; none twice. */
export function candidatesFor(said: ReferenceItem, evaluator: Evaluator): number[] {
  const found = new Set<number>();
  const add = (tree: QueryNode, most: number): void => {
    const { docs, n } = evaluator.evaluate(tree);
    for (let i = 0; i < Math.min(n, most); i++) found.add(docs[i] as number);
  };
  const code = (kind: CodeKind, text: string | undefined): QueryNode[] => {
    const value = text ? codeKey(kind, text) : null;
    return value === null ? [] : [{ op: 'code', code: kind, value }];
  };
  for (const node of [...code('doi', said.DOI), ...code('isbn', said.ISBN)]) add(node, BY_PLACE);
  const container = said['container-title'];
  const place = [...code('vol', said.volume), ...code('page', said.page)];
  if (container && place.length === 2)
    add(join('and', [{ op: 'phrase', text: container, field: 'container' }, ...place]), BY_PLACE);
  // The rarest words of the title: a stray one among them does no harm.
  const title = [...new Set(words(said.title))]
    .filter((w) => !SMALL_WORDS.has(w) && evaluator.knows(w))
    .sort((a, b) => evaluator.frequency(a) - evaluator.frequency(b))
    .slice(0, TITLE_WORDS);
  if (title.length) {
    const { docs, score, n } = evaluator.evaluate({ op: 'closest', words: title });
    const best = new Best(BY_TITLE);
    for (let i = 0; i < n; i++) best.offer(score[i] as number, docs[i] as number);
    for (const d of best.sorted()) found.add(d);
  }
  return [...found];
}
