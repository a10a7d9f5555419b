import type { APIRoute } from 'astro';
import { json } from '../server/problem';
import { SESSION } from '../server/session';

/**
 * Signs out here, and says where to go to sign out there too. By POST: a link that somebody sends signs nobody out.
 * An address and no redirect, since a form of ours leads to no other server.
 */
export const POST: APIRoute = async ({ locals }) => {
  const { signIn, sessions, base } = locals;
  const away = await signIn?.leave(base).catch((error: unknown) => {
    locals.failure(error);
    return null;
  });
  const answer = json({ to: away ?? '/' });
  answer.headers.set('set-cookie', sessions.forget(SESSION, base));
  return answer;
};
