import type { APIRoute } from 'astro';
import { guarded } from '../../server/params';
import { json } from '../../server/problem';

/** Databases, study guides and the map from subjects to them. */
export const GET: APIRoute = ({ locals }) => guarded(async () => json(await locals.index.guidance()));
