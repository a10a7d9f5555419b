import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { problem } from '../../server/problem';
import { safePath } from '../../server/session';

/**
 * To the university's sign-in, and back to where the reader was: `to` is a path here. A sign-in that is not reached is
 * said on a page of ours.
 */
export const GET: APIRoute = async ({ url, locals }) => {
  const { signIn, sessions, base } = locals;
  if (!signIn) return problem('not-found', msg('http.nobodySignsIn'));
  const to = safePath(url.searchParams.get('to'));
  const begun = await signIn.begin(base).catch((error: unknown) => {
    locals.failure(error);
    return null;
  });
  const headers = new Headers({ 'cache-control': 'no-store' });
  headers.set('location', begun?.address ?? `/sign-in/refused?why=refused&to=${encodeURIComponent(to)}`);
  if (begun) headers.set('set-cookie', await sessions.writeBegun({ to, kept: begun.kept }, base));
  return new Response(null, { status: 303, headers });
};
