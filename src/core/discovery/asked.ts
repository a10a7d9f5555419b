/** What a reader asked, as the engine is asked for it: what the words mean, and what is done when nothing is found. */
import type {
  AccessMoment,
  EngineAnswer,
  EngineConditions,
  EngineQuery,
  EngineTree,
  SearchEngine,
} from '../engine/port/engine';
import { msg } from '../model/message';
import { type Minutes, parseLocal } from '../model/time';
import type { QueryNote } from '../query/plain';
import type { AskedSearch } from '../query/read';
import type { SearchRequest } from '../query/request';
import { type AskedWord, askedWords, type QueryNode } from '../query/tree';
import type { Moment } from './answers';
import type { HeadingFinder, Named } from './headings';
import { explained, foldedWords } from './lines';
import { recognise } from './recognise';
import { quoted, repair } from './repair';

/** What the words mean: taken as they are, or recognised as something more than words. */
export async function understand(
  { request, query }: AskedSearch,
  moment: Moment,
  engine: SearchEngine,
  headings: HeadingFinder,
): Promise<{ query: EngineQuery; notes: readonly QueryNote[]; mayRepair: boolean }> {
  const plain = engineQuery(request, query.tree, moment, query.sort ?? request.sort);
  if (request.exact || request.syntax === 'cql')
    return { query: plain, notes: query.notes, mayRepair: !request.exact };
  const helped = await recognise(request.q, query.tree, engine, plain);
  const widened = helped.tree === null ? headings.widened(query.tree) : null;
  return {
    query: { ...plain, tree: helped.tree ?? widened?.tree ?? query.tree },
    notes: [...query.notes, ...helped.notes, ...(widened ? [namedNote(widened.named, request.q)] : [])],
    mayRepair: helped.tree === null,
  };
}

/** That the words were taken for the name of a heading; with the way back. */
const namedNote = ({ text, heading, of }: Named, q: string): QueryNote => ({
  code: 'heading',
  text: msg('found.isTheHeading', { text, heading, n: of.length }),
  offers: [{ text: msg('found.searchTheWordsInstead'), q, exact: true }],
});

/** What was found by which words, and what was done to them. */
export interface FoundBy {
  readonly tree: EngineTree;
  readonly answer: EngineAnswer;
  readonly notes: readonly QueryNote[];
}
/** @param q the words as written, for the way back from a repair; null when nothing is to be repaired */
export async function searchOrRepair(
  query: EngineQuery,
  q: string | null,
  engine: SearchEngine,
): Promise<FoundBy> {
  const answer = await engine.search(query);
  const asWritten = { tree: query.tree, answer, notes: [] as readonly QueryNote[] };
  if (answer.total > 0) return asWritten;
  if (answer.matched === 0 && q !== null) {
    const repaired = await repair(q, query.tree as QueryNode, engine, query);
    if (repaired) {
      const again = { ...query, tree: repaired.tree };
      const explain = explained(wordsOf(repaired.tree));
      return {
        tree: repaired.tree,
        answer: await engine.search({ ...again, explain }),
        notes: repaired.notes,
      };
    }
  }
  return { ...asWritten, notes: await unknownNotes(query.tree, engine) };
}

/** What to say about words that stand in no record: which they are, and that they are why nothing was found. */
async function unknownNotes(tree: EngineTree, engine: SearchEngine): Promise<readonly QueryNote[]> {
  const asked = foldedWords(wordsOf(tree));
  const counts = await engine.frequencies(asked);
  const unknown = asked.filter((_, i) => counts[i] === 0).map((w) => w.text);
  if (!unknown.length) return [];
  return [
    {
      code: 'unknown-word',
      text: msg('found.noRecordHasCheckTheSpelling', { list: quoted(unknown), n: unknown.length }),
    },
  ];
}

/** A search as the engine is asked for it; the slice is the caller's. */
export const engineQuery = (
  request: SearchRequest,
  tree: EngineQuery['tree'],
  moment: Moment,
  sort: EngineQuery['sort'],
): EngineQuery => ({
  ...conditionsOf(request, moment),
  tree,
  sort,
  needBy: request.needBy,
  offset: 0,
  limit: 0,
});
export const conditionsOf = (
  { reach, keep, drop, from, to, since }: SearchRequest,
  moment: Moment,
): EngineConditions => ({ reach, keep, drop, from, to, ...accessMoment(moment, since) });
export const accessMoment = ({ situation, at }: Moment, since: AccessMoment['since']): AccessMoment => ({
  situation,
  at: parseLocal(at) as Minutes,
  since,
});
export const wordsOf = (tree: EngineQuery['tree']): readonly AskedWord[] =>
  tree.op === 'closest' ? tree.words.map((text) => ({ text, prefix: false })) : askedWords(tree);
