import type { APIRoute } from 'astro';
import { atTheDesk } from '../../../server/account';
import { BODIES, withBody } from '../../../server/bodies';
import { json } from '../../../server/problem';

/** Renews, asks for or takes back things at the desk; what became of each, in the order asked. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.desk, locals.info, ({ what, things, moment }) =>
    atTheDesk(locals, async (desk, who, token) =>
      json({ documents: await desk.act(what, things, who.patron, token, moment.at) }),
    ),
  );
