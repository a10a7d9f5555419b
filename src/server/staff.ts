/** Who may look at the library desk, and whether a form was sent from one of its own pages. */
import type { Sessions } from './session';

export const isStaff = async ({
  request,
  locals,
}: {
  readonly request: Request;
  readonly locals: Pick<App.Locals, 'who'> & { readonly sessions: Sessions };
}): Promise<boolean> =>
  (await locals.sessions.atDesk(request.headers.get('cookie'))) || (await locals.who())?.staff === true;

/** A browser says where a form was sent from (Fetch Metadata), an older one in `Origin`; who says neither is no browser. */
export function isOwnForm(request: Request, base: string): boolean {
  const site = request.headers.get('sec-fetch-site');
  if (site !== null) return site === 'same-origin';
  return request.headers.get('origin') === base;
}
