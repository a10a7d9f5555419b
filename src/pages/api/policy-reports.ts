import type { APIRoute } from 'astro';
import { readBody } from '../../server/body';
import { MAX_REPORT, readBreach } from '../../server/breaches';
import { problem } from '../../server/problem';

/** Where browsers report what our content security policy kept from running or loading; it goes into the log. */
export const POST: APIRoute = async ({ request, locals }) => {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/(?:csp-report|json)\b/i.test(type))
    return problem('bad-type', 'Reports are sent as application/csp-report.');
  const body = await readBody(request, MAX_REPORT);
  if ('gone' in body) return new Response(null, { status: 499 });
  if ('over' in body)
    return problem('too-large', `A report is at most ${MAX_REPORT.toLocaleString('en')} bytes.`);
  const breach = readBreach(body.text);
  if (!breach) return problem('bad-body', 'This is not a report about a content security policy.');
  locals.breached(breach);
  return new Response(null, { status: 204 });
};
