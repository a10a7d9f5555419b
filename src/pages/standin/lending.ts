import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { parseLocal } from '../../core/model/time';
import { xmlText } from '../../core/requests/iso18626';
import { readBytes } from '../../server/body';
import { guarded, momentAt, unknownParameter } from '../../server/params';
import { problem } from '../../server/problem';

const MOST_BYTES = 200_000;

/**
 * The simulated lending network's own door: an ISO 18626 message in, its confirmation out, also for one that
 * it refuses.
 */
export const POST: APIRoute = ({ request, url, locals }) =>
  guarded(async () => {
    const unknown = unknownParameter(url.searchParams, 'at');
    if (unknown) return unknown;
    const at = momentAt(url.searchParams.get('at'), locals.info);
    if (parseLocal(at) === null)
      return problem(
        'bad-parameter',
        msg('http.notAsWanted', { fault: msg('shape.form.moment', { label: 'at' }) }),
        'at',
      );
    const body = await readBytes(request, MOST_BYTES);
    if ('gone' in body) return new Response(null, { status: 499 });
    if ('over' in body) return problem('too-large', msg('http.aMessageIsAtMostBytes', { most: MOST_BYTES }));
    const answer = await locals.network.receive(xmlText(body.bytes), at);
    return new Response(answer, { headers: { 'content-type': 'application/xml; charset=utf-8' } });
  });
