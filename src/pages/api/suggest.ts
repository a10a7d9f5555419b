import type { APIRoute } from 'astro';
import { guarded, unknownParameter } from '../../server/params';
import { json } from '../../server/problem';

const MAX_TYPED = 200;

/** Completions of what is being typed: titles, people, subject headings, journals. */
export const GET: APIRoute = async ({ url, locals }) => {
  const unknown = unknownParameter(url.searchParams, 'q');
  if (unknown) return unknown;
  const q = url.searchParams.get('q') ?? '';
  return guarded(async () =>
    json(q.trim() === '' || q.length > MAX_TYPED ? { suggestions: [] } : await locals.index.suggest(q)),
  );
};
