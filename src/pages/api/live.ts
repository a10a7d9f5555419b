import type { APIRoute } from 'astro';
import { BODIES, withBody } from '../../server/bodies';
import { json } from '../../server/problem';

/** Of lines that are shown those whose copies stand otherwise than the index has it, asked of the loan desk. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.live, locals.info, async ({ records, needBy, moment }) => {
    const { copies, since, silent } = await locals.live.of(locals, records, moment.at);
    const lines = Object.keys(copies).length
      ? await locals.index.nowLines(records, copies, moment, needBy)
      : {};
    return json({ lines, since, silent });
  });
