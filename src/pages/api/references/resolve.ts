import type { APIRoute } from 'astro';
import { BODIES, withBody } from '../../../server/bodies';
import { json } from '../../../server/problem';

/**
 * What references that were read already mean: the app reads them in the browser and asks here, a few at a
 * time.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.resolve, locals.info, async (b) =>
    json(await locals.index.resolve(b.items, b.moment, b.needBy)),
  );
