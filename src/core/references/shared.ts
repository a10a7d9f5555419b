/** What another program hands over to be looked up: a link, a number, a reference, a title. */
import { identifiersIn } from '../model/identifiers';

/** Long, with a year and marks between its parts: somebody pasted a reference. */
export const looksLikeReference = (q: string): boolean =>
  q.trim().split(/\s+/).length >= 8 &&
  /\b(1[5-9]|20)\d\d\b/.test(q) &&
  (q.match(/[.,:;]/g) ?? []).length >= 3;

export interface SharedThing {
  readonly title: string;
  readonly text: string;
  readonly url: string;
}
const ADDRESS = /\bhttps?:\/\/\S+/gi;
/**
 * Where something that was shared leads: a number in it is looked for, a reference is read, all else are words to be
 * looked for. Null where there is nothing in it.
 * @example whereShared({ title: '', text: 'see https://doi.org/10.5555/ab-1', url: '' }) // { search: '10.5555/ab-1' }
 */
export function whereShared({
  title,
  text,
  url,
}: SharedThing): { readonly search: string } | { readonly references: string } | null {
  const found = identifiersIn([url, text, title].join('\n'));
  const words = (t: string): string => t.replace(ADDRESS, ' ').replace(/\s+/g, ' ').trim();
  const said = words(text);
  if (looksLikeReference(said)) return { references: text.trim() };
  const number = found.doi[0] ?? found.isbn[0] ?? found.issn[0];
  if (number) return { search: number };
  const what = words(title) || said;
  return what ? { search: what.slice(0, 500) } : null;
}
