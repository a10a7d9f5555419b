import type { APIRoute } from 'astro';
import { guarded } from '../../../server/params';
import { json, problem } from '../../../server/problem';

const CSL = 'application/vnd.citationstyles.csl+json';

/** The full record, or its CSL-JSON by `format=csl` or `Accept`. */
export const GET: APIRoute = async ({ params, url, request, locals }) => {
  const unknown = [...url.searchParams.keys()].find((k) => k !== 'format');
  if (unknown) return problem('bad-parameter', `There is no parameter “${unknown.slice(0, 60)}”.`, unknown.slice(0, 60));
  const format = url.searchParams.get('format') ?? (request.headers.get('accept')?.includes(CSL) ? 'csl' : null);
  if (format !== null && format !== 'csl')
    return problem('bad-parameter', `There is no format “${format.slice(0, 60)}” here yet; csl is.`, 'format');
  const id = params.id ?? '';
  return guarded(async () => {
    const answer = id.length > 100 ? null : await locals.index.record(id);
    if (!answer) return problem('not-found', 'No record has this id. It may have been mistyped: take the address from a search.', 'id');
    if (format === 'csl') return new Response(JSON.stringify([answer.record.csl]), { headers: { 'content-type': CSL } });
    return json(answer);
  });
};
