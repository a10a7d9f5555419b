import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { partsOf } from '../../../server/path';
import { packedAnswer } from '../../../server/styles';

/** One public locale of citations, packed as `core/citing/style.ts` has it. */
export const GET: APIRoute = ({ url, locals }) =>
  packedAnswer(locals.styles.locale(partsOf(url.pathname)?.[2] ?? ''), msg('http.thereIsNoLocale'));
