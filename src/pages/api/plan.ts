import type { APIRoute } from 'astro';
import { BODIES, withBody } from '../../server/bodies';
import { json } from '../../server/problem';

/** What to do for a pile: the ways that bring the most of it by a day, within limits. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.plan, locals.info, async ({ things, moment, needBy, cents, slips }) =>
    json(await locals.index.plan(things, moment, needBy, { cents, slips })),
  );
