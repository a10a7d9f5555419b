/** Questions to the ask desk, and links reported as broken: kept here, answered by the desk. */

import { shortId } from './ids';
import type { Question } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';

export const questionsOf = async (store: Store, reader: string): Promise<Question[]> =>
  rowsWith(
    await store.questions.where('reader').equals(reader).toArray(),
    'id',
    'kind',
    'subject',
    'text',
    'asked',
  ).sort((a, b) => (a.asked < b.asked ? 1 : -1));
/**
 * Questions with what was written after them, each in the order of time, the one with the latest word first.
 * What was written after a question that is gone begins one of its own.
 */
export function threadsOf(questions: readonly Question[]): readonly (readonly Question[])[] {
  const known = new Set(questions.map((q) => q.id));
  const threads = new Map<string, Question[]>();
  for (const q of [...questions].sort((a, b) => (a.asked < b.asked ? -1 : 1))) {
    const root = q.after && known.has(q.after) ? q.after : q.id;
    threads.set(root, [...(threads.get(root) ?? []), q]);
  }
  return [...threads.values()].sort((a, b) => ((a.at(-1)?.asked ?? '') < (b.at(-1)?.asked ?? '') ? 1 : -1));
}
export const askQuestion = (store: Store, q: Omit<Question, 'id'>): Promise<unknown> =>
  store.questions.put({ ...q, id: `Q-${shortId()}` });
export const dropQuestion = (store: Store, id: string): Promise<unknown> => store.questions.delete(id);
export const bringBackQuestion = (store: Store, q: Question): Promise<unknown> => store.questions.put(q);
/** The ways to an item that this reader reported, each with its report. */
export const brokenWays = async (
  store: Store,
  reader: string,
  record: string,
): Promise<ReadonlyMap<string, string>> =>
  new Map(
    (await questionsOf(store, reader))
      .filter((q) => q.kind === 'link' && q.record === record)
      .flatMap((q): [string, string][] => (q.way ? [[q.way, q.id]] : [])),
  );
