import type { APIRoute } from 'astro';
import { readRequest } from '../../core/requests/iso18626';
import { parseLocal } from '../../core/time';
import { problem } from '../../server/problem';

/** The simulated lending network's own door: an ISO 18626 request in, its confirmation out. */
export const POST: APIRoute = async ({ request, url, locals }) => {
  const at = url.searchParams.get('at') ?? locals.info.start;
  if (parseLocal(at) === null) return problem('bad-parameter', 'at is not a local time: write it as 2026-11-02T09:10.', 'at');
  const xml = await request.text();
  if (xml.length > 100_000) return problem('too-large', 'A message is at most 100,000 characters.');
  const read = readRequest(xml, locals.info.policy.zone);
  if ('problem' in read) return problem('bad-body', read.problem);
  const answer = await locals.network.request(xml, at);
  return 'problem' in answer
    ? problem('bad-body', answer.problem)
    : new Response(answer.xml, { headers: { 'content-type': 'application/xml; charset=utf-8' } });
};
