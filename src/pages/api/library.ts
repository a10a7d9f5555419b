import type { APIRoute } from 'astro';
import { unknownParameter } from '../../server/params';
import { json } from '../../server/problem';

export const GET: APIRoute = async ({ url, locals }) =>
  unknownParameter(url.searchParams) ??
  json({ ...locals.info, reader: (await locals.who())?.reader ?? null });
