import type { APIRoute } from 'astro';
import { msg } from '../core/model/message';
import { messageIn, xmlText } from '../core/requests/iso18626';
import { readBytes } from '../server/body';
import { guarded } from '../server/params';
import { problem } from '../server/problem';

const MOST_BYTES = 200_000;

/**
 * Our door for the lending partner: an ISO 18626 message in, its confirmation out, also for one that is refused. What
 * it says of our requests waits in the inbox; what it asks for, where we lend to it, on the library desk. Only for whom
 * we agreed a secret with.
 */
export const POST: APIRoute = ({ request, locals }) =>
  guarded(async () => {
    const { peer } = locals;
    if (!peer) return problem('not-found', msg('http.thereIsNothingAtThisAddress'));
    if (!peer.knows(request.headers.get('authorization')))
      return problem('sign-in', msg('http.peerNotKnown'));
    const body = await readBytes(request, MOST_BYTES);
    if ('gone' in body) return new Response(null, { status: 499 });
    if ('over' in body) return problem('too-large', msg('http.aMessageIsAtMostBytes', { most: MOST_BYTES }));
    const xml = xmlText(body.bytes);
    const found = messageIn(xml);
    const asks =
      !('error' in found) && (found.name === 'request' || found.name === 'requestingAgencyMessage');
    const { now } = locals.info;
    const answer =
      asks && locals.lendsOut && locals.supplies ? locals.supplies.received(xml, now) : peer.pushed(xml, now);
    return new Response(answer, {
      headers: { 'content-type': 'application/xml; charset=utf-8', 'cache-control': 'no-store' },
    });
  });
