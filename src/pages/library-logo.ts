import type { APIRoute } from 'astro';
import { msg } from '../core/model/message';
import { problem } from '../server/problem';

/** The library's own logo. Whatever stands in the file, nothing in it is run. */
export const GET: APIRoute = ({ locals }) => {
  const logo = locals.logo();
  if (!logo) return problem('not-found', msg('http.thereIsNothingAtThisAddress'));
  return new Response(new Uint8Array(logo.bytes), {
    headers: {
      'content-type': logo.name.endsWith('.svg') ? 'image/svg+xml' : 'image/png',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'cache-control': 'public, max-age=300',
    },
  });
};
