import type { APIRoute } from 'astro';
import { guarded } from '../../server/params';
import { json, problem } from '../../server/problem';

const MAX_TYPED = 200;

/** Completions of what is being typed: titles, people, subject headings, journals. */
export const GET: APIRoute = async ({ url, locals }) => {
  const unknown = [...url.searchParams.keys()].find((k) => k !== 'q');
  if (unknown) return problem('bad-parameter', `There is no parameter “${unknown.slice(0, 60)}”.`, unknown.slice(0, 60));
  const q = url.searchParams.get('q') ?? '';
  return guarded(async () => json(q.trim() === '' || q.length > MAX_TYPED ? { suggestions: [] } : await locals.index.suggest(q)));
};
