import type { APIRoute } from 'astro';
import { BODIES, withBody } from '../../server/bodies';
import { json } from '../../server/problem';

/** When kept things can be read and where they stand, many at a time. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.kept, locals.info, async (b) => json(await locals.index.kept(b.things, b.moment)));
