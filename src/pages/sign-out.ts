import type { APIRoute } from 'astro';
import { SESSION } from '../server/session';

/** Signs out here, and where the reader signed in. A form's POST: a link that somebody sends signs nobody out. */
export const POST: APIRoute = async ({ locals }) => {
  const { signIn, sessions, base } = locals;
  const away = (await signIn?.leave(base).catch(locals.failure)) ?? null;
  return new Response(null, {
    status: 303,
    headers: {
      location: away?.startsWith('http') ? away : '/',
      'set-cookie': sessions.forget(SESSION, base),
      'cache-control': 'no-store',
    },
  });
};
