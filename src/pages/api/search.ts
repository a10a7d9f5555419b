import type { APIRoute } from 'astro';
import { guarded, readSearchInput } from '../../server/params';
import { json } from '../../server/problem';

export const GET: APIRoute = async ({ url, locals }) => {
  const input = readSearchInput(url.searchParams, locals.info);
  if ('refused' in input) return input.refused;
  const { request, moment, slice } = input.ok;
  return guarded(async () => json(await locals.index.search(request, moment, slice)));
};
