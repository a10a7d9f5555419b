import type { APIRoute } from 'astro';
import { pdfResponse } from '../../../server/deliver';
import { problem } from '../../../server/problem';

/** The file that a scan desk or a lender delivered. */
export const GET: APIRoute = async ({ params, url, locals }) => {
  const answer = await locals.index.record((params.record ?? '').slice(0, 100));
  if (!answer) return problem('not-found', 'There is no such file.');
  const slip = (url.searchParams.get('slip') ?? '').replace(/[^A-Za-z0-9-]/g, '').slice(0, 60);
  return pdfResponse(answer.record, `Copy for private study, delivered for slip ${slip} (simulated). Do not pass it on.`);
};
