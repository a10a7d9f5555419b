import type { APIRoute } from 'astro';
import { BEGUN, safePath } from '../../server/session';

/** Back from the university's sign-in. What does not hold signs nobody in, and says so where the reader was. */
export const GET: APIRoute = async ({ request, url, locals }) => {
  const { signIn, sessions, base } = locals;
  const begun = await sessions.readBegun(request.headers.get('cookie'), base);
  const to = safePath(begun?.to ?? null);
  const headers = new Headers({ 'cache-control': 'no-store' });
  headers.append('set-cookie', sessions.forget(BEGUN, base));
  const on = (path: string): Response => {
    headers.set('location', path);
    return new Response(null, { status: 303, headers });
  };
  if (!signIn || !begun) return on(`/sign-in/refused?why=late&to=${encodeURIComponent(to)}`);
  try {
    const who = await signIn.complete(base, url, begun.kept);
    headers.append('set-cookie', await sessions.write(who, base));
    return on(to);
  } catch (error) {
    locals.failure(error);
    return on(`/sign-in/refused?why=refused&to=${encodeURIComponent(to)}`);
  }
};
