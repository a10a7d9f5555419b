import type { APIRoute } from 'astro';
import { below } from '../../../standins/path';

/** The simulated loan desk: PAIA auth and core, DAIA. */
const answer: APIRoute = ({ request, url, locals }) =>
  locals.standins
    ? locals.standins.deskHttp.answer(request, below('/standin/circulation', url.pathname))
    : new Response(null, { status: 404 });
export const GET = answer;
export const POST = answer;
