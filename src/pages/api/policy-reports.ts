import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { readBody } from '../../server/body';
import { MAX_REPORT, readBreach } from '../../server/breaches';
import { problem } from '../../server/problem';

/**
 * Where browsers report what our content security policy kept from running or loading; it goes into the log.
 */
export const POST: APIRoute = async ({ request, locals }) => {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/(?:csp-report|json)\b/i.test(type))
    return problem('bad-type', msg('http.reportsAreSentAsApplicationCsp'));
  const body = await readBody(request, MAX_REPORT);
  if ('gone' in body) return new Response(null, { status: 499 });
  if ('over' in body)
    return problem('too-large', msg('http.aReportIsAtMostBytes', { max_report: MAX_REPORT }));
  const breach = readBreach(body.text);
  if (!breach) return problem('bad-body', msg('http.thisIsNotAReportAbout'));
  locals.breached(breach);
  return new Response(null, { status: 204 });
};
