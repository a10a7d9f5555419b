import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { readBody } from '../../../server/body';
import { guarded, readMoment } from '../../../server/params';
import { json, problem } from '../../../server/problem';

const MOST = 400_000;
/** Some letters take three bytes; most texts have few of them. */
const MOST_BYTES = 3 * MOST;

/**
 * Pasted text, split into references; each with its parts, its CSL item, the record it means, and when that
 * can be read.
 */
export const POST: APIRoute = async ({ request, url, locals }) => {
  const type = request.headers.get('content-type') ?? 'text/plain';
  if (!/^text\/plain\b/i.test(type))
    return problem('bad-type', msg('http.referencesAreSentAsTextPlain', { type: type.slice(0, 80) }));
  const where = readMoment(url.searchParams, locals.info);
  if ('refused' in where) return where.refused;
  const body = await readBody(request, MOST_BYTES);
  if ('gone' in body) return new Response(null, { status: 499 });
  if ('over' in body || body.text.length > MOST)
    return problem('too-large', msg('http.thisIsOverCharactersSendThe', { most: MOST }));
  const { text } = body;
  if (!text.trim()) return problem('bad-body', msg('http.thereIsNoText'));
  const { moment, needBy } = where.ok;
  return guarded(async () => {
    const found = await locals.index.references(text, moment, needBy, request.signal);
    return json(
      found.map(({ match, others, ...read }) => ({
        ...read,
        match,
        others,
        ways: match?.best ? [match.best] : [],
      })),
    );
  });
};
