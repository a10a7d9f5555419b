import type { APIRoute } from 'astro';
import { unknownParameter } from '../../server/params';
import { json } from '../../server/problem';

/** What a browser keeps so that it opens without a network. */
export const GET: APIRoute = ({ url, locals }) => unknownParameter(url.searchParams) ?? json(locals.toKeep());
