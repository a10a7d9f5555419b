import type { APIRoute } from 'astro';
import { letterMessage } from '../../core/formats/letters';
import { msg } from '../../core/model/message';
import { BODIES, withBody } from '../../server/bodies';
import { json, problem } from '../../server/problem';

/**
 * A mail of a reader's to others, sent by the library where it sends mails: from the reader's own address, to ten
 * at most, so many in an hour. Nothing of it is kept or logged.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.mail, locals.info, async ({ to, subject, text }) => {
    const from = (await locals.who())?.reader;
    if (!locals.mail) return problem('not-found', msg('http.noMailIsSentHere'));
    if (!from) return problem('sign-in', msg('http.signInForThis'));
    if (!locals.mayMail()) return problem('refused', msg('http.tooManyMails'));
    const message = letterMessage({ to: to.join(', '), subject, text }, from);
    return json({ id: await locals.mail.send({ to, message }) });
  });
