import type { APIRoute } from 'astro';

/** A simulated calendar: what is taken of it (GET, VFREEBUSY), and hours asked for (POST, iTIP). */
const answer: APIRoute = ({ request, params, locals }) =>
  locals.standins
    ? locals.standins.calendars.answer(request, encodeURIComponent(params.id ?? ''))
    : new Response(null, { status: 404 });
export const GET = answer;
export const POST = answer;
