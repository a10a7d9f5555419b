import type { APIRoute } from 'astro';
import { BODIES, withBody } from '../../../server/bodies';
import { json } from '../../../server/problem';

/**
 * What has been said about these slips up to now: messages already read, each with the document it came as,
 * and the circulation desk's notices. Slips are sent without documents, some dozens at a time.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.news, locals.info, async ({ slips, moment }) =>
    json(
      await Promise.all(
        slips.map(async (slip) => {
          const messages = await locals.network.messages(slip, moment);
          const notices = await locals.loanDesk.notices(slip, moment);
          locals.learning?.heard(slip, messages, notices);
          return { slip: slip.id, messages, notices };
        }),
      ),
    ),
  );
