import type { APIRoute } from 'astro';
import { guarded, readSearchInput } from '../../server/params';
import { jsonText } from '../../server/problem';

export const GET: APIRoute = async ({ url, request: http, locals }) => {
  const input = readSearchInput(url.searchParams, locals.info);
  if ('refused' in input) return input.refused;
  const { asked, moment, slice } = input.ok;
  return guarded(async () => jsonText(await locals.index.searchText(asked, moment, slice, http.signal)));
};
