import type { APIRoute } from 'astro';
import { unknownParameter } from '../../server/params';
import { json } from '../../server/problem';

export const GET: APIRoute = ({ url, locals }) => unknownParameter(url.searchParams) ?? json(locals.info);
