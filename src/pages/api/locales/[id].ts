import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { partsOf } from '../../../server/path';
import { problem } from '../../../server/problem';

/** A day: another version of the package comes with another version of the app. */
const KEPT = 'public, max-age=86400';
/** One public locale of citations, packed as `core/citing/style.ts` has it. */
export const GET: APIRoute = ({ url, locals }) => {
  const packed = locals.styles.locale(partsOf(url.pathname)?.[2] ?? '');
  if (!packed) return problem('not-found', msg('http.thereIsNoLocale'), 'id');
  return new Response(JSON.stringify(packed), {
    headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': KEPT },
  });
};
