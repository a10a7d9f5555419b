import type { APIRoute } from 'astro';
import { below } from '../../../standins/path';

/** The simulated university's sign-in: OpenID Connect, all but the page on which an account is chosen. */
const answer: APIRoute = ({ request, url, locals }) =>
  locals.standins
    ? locals.standins.identity.answer(
        request,
        `${locals.base}/standin/identity`,
        below('/standin/identity', url.pathname),
      )
    : new Response(null, { status: 404 });
export const GET = answer;
export const POST = answer;
