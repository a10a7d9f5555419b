import type { APIRoute } from 'astro';
import { whereShared } from '../core/references/shared';

/** Characters of each part that are looked at: an address carries no more. */
const MOST = 8000;

/** What another program shared with the installed app (Web Share Target): it is looked up. */
export const GET: APIRoute = ({ url }) => {
  const part = (name: string): string => (url.searchParams.get(name) ?? '').slice(0, MOST);
  const to = whereShared({ title: part('title'), text: part('text'), url: part('url') });
  const location =
    to === null
      ? '/'
      : 'search' in to
        ? `/?${new URLSearchParams({ q: to.search })}`
        : `/references?${new URLSearchParams({ paste: to.references })}`;
  return new Response(null, { status: 302, headers: { location, 'cache-control': 'no-store' } });
};
