import type { APIRoute } from 'astro';
import { isAhead } from '../../server/door';
import { guarded, readSearchInput } from '../../server/params';
import { packedJson } from '../../server/problem';

/** How an answer begins that has nothing. */
const NOTHING = '{"total":0,';

export const GET: APIRoute = async ({ url, request: http, locals }) => {
  const input = readSearchInput(url.searchParams, locals.info);
  if ('refused' in input) return input.refused;
  const { asked, moment, slice } = input.ok;
  return guarded(async () => {
    const text = await locals.index.searchText(asked, moment, slice, http.signal);
    // What is asked ahead of its asker is not meant yet.
    if (text.startsWith(NOTHING) && !isAhead(http.headers.get('purpose')))
      locals.foundNothing(asked.request.q);
    return packedJson(text, http);
  });
};
