import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { unknownParameter } from '../../../server/params';
import { json, problem } from '../../../server/problem';

const LONGEST = 200;
/** Public citation styles by a part of their name; without one those that courses ask for most. */
export const GET: APIRoute = ({ url, locals }) => {
  const unknown = unknownParameter(url.searchParams, 'q');
  if (unknown) return unknown;
  const q = url.searchParams.get('q') ?? '';
  if (q.length > LONGEST)
    return problem('bad-parameter', msg('http.isLongerThan', { name: 'q', most: LONGEST }), 'q');
  return json({ total: locals.styles.size, styles: locals.styles.find(q), locales: locals.styles.locales });
};
