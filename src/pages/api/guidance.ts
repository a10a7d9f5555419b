import type { APIRoute } from 'astro';
import { guarded, unknownParameter } from '../../server/params';
import { json } from '../../server/problem';

/** Databases, study guides and the map from subjects to them. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => unknownParameter(url.searchParams) ?? json(await locals.index.guidance()));
