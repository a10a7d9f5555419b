import type { APIRoute } from 'astro';
import { BODIES, withBody } from '../../server/bodies';
import { json } from '../../server/problem';

/**
 * What the ask desk has answered up to now. Questions themselves stay with the reader; the desk keeps
 * nothing.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.ask, locals.info, async ({ questions, moment }) =>
    json(await locals.askDesk.answers(questions, moment.at)),
  );
