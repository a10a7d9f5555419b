/** Records that a reference may mean: by its numbers, by its place in a journal, by the closest titles. */
import type { SearchEngine } from '../engine/port/engine';
import type { ReferenceItem } from '../model/record';
import { join, type QueryNode } from '../query/tree';
import { type CodeKind, codeKey } from '../words/codes';
import { SMALL_WORDS, words } from '../words/fold';

const BY_TITLE = 24;
const BY_PLACE = 10;
const TITLE_WORDS = 14;

/** Ids of records, likeliest first within each way; none twice. */
export async function candidatesFor(said: ReferenceItem, engine: SearchEngine): Promise<string[]> {
  const code = (kind: CodeKind, text: string | undefined): QueryNode[] => {
    const value = text ? codeKey(kind, text) : null;
    return value === null ? [] : [{ op: 'code', code: kind, value }];
  };
  const container = said['container-title'];
  const place = [...code('vol', said.volume), ...code('page', said.page)];
  const asked: QueryNode[] = [...code('doi', said.DOI), ...code('isbn', said.ISBN)];
  if (container && place.length === 2)
    asked.push(join('and', [{ op: 'phrase', text: container, field: 'container' }, ...place]));
  // A journal by its number, or a person and a place: enough where a style prints no title, or shortens the journal's.
  const issn = code('issn', said.ISSN);
  const person = words(said.author?.[0]?.family ?? '').map(
    (text): QueryNode => ({ op: 'word', text, field: 'person' }),
  );
  if (issn.length && place.length) asked.push(join('and', [...issn, ...place]));
  if (person.length && place.length === 2) asked.push(join('and', [...person, ...place]));
  const found = (await Promise.all(asked.map((tree) => engine.find(tree, BY_PLACE)))).flat();
  const title = await rarest(said.title, engine);
  const titled = title.length ? await engine.find({ op: 'closest', words: title }, BY_TITLE) : [];
  return [...new Set([...found, ...titled])];
}

/** The rarest words of a title that stand in some record: a stray one among them does no harm. */
async function rarest(title: string, engine: SearchEngine): Promise<string[]> {
  const list = [...new Set(words(title))].filter((w) => !SMALL_WORDS.has(w));
  const counts = await engine.frequencies(list.map((text) => ({ text, prefix: false })));
  return list
    .map((word, i) => ({ word, n: counts[i] ?? 0 }))
    .filter(({ n }) => n > 0)
    .sort((a, b) => a.n - b.n)
    .slice(0, TITLE_WORDS)
    .map(({ word }) => word);
}
