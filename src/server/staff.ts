/** Who may look at the library desk, and whether a form was sent from one of its own pages. */
import { readBytes } from './body';
import type { Sessions } from './session';

export const isStaff = async ({
  request,
  locals,
}: {
  readonly request: Request;
  readonly locals: Pick<App.Locals, 'who' | 'base'> & { readonly sessions: Sessions };
}): Promise<boolean> =>
  (await locals.sessions.atDesk(request.headers.get('cookie'), locals.base)) ||
  (await locals.who())?.staff === true;

/** A browser says where a form was sent from (Fetch Metadata), an older one in `Origin`; who says neither is no browser. */
function isOwnForm(request: Request, base: string): boolean {
  const site = request.headers.get('sec-fetch-site');
  if (site !== null) return site === 'same-origin';
  return request.headers.get('origin') === base;
}

const LONGEST = 20_000;
/** The fields of a form that one of our own pages has sent; an answer for one that came from elsewhere, or is too long. */
export async function ownForm(request: Request, base: string): Promise<URLSearchParams | Response> {
  if (!isOwnForm(request, base)) return new Response(null, { status: 403 });
  const body = await readBytes(request, LONGEST);
  if ('gone' in body) return new Response(null, { status: 499 });
  if ('over' in body) return new Response(null, { status: 413 });
  return new URLSearchParams(new TextDecoder().decode(body.bytes));
}
