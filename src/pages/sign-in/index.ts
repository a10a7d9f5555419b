import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { problem } from '../../server/problem';
import { safePath } from '../../server/session';

/** To the university's sign-in, and back to where the reader was: `to` is a path here. */
export const GET: APIRoute = async ({ url, locals }) => {
  const { signIn, sessions, base } = locals;
  if (!signIn) return problem('not-found', msg('http.nobodySignsIn'));
  const { address, kept } = await signIn.begin(base);
  return new Response(null, {
    status: 303,
    headers: {
      location: address,
      'set-cookie': await sessions.writeBegun({ to: safePath(url.searchParams.get('to')), kept }, base),
      'cache-control': 'no-store',
    },
  });
};
