import type { APIRoute } from 'astro';
import { recordId } from '../../../core/bibliography/record';
import { pdfResponse } from '../../../server/deliver';
import { problem } from '../../../server/problem';

/** The file that a scan desk or a lender delivered. */
export const GET: APIRoute = async ({ params, url, locals }) => {
  const slip = (url.searchParams.get('slip') ?? '').replace(/[^A-Za-z0-9-]/g, '').slice(0, 60);
  const foot = `Copy for private study, delivered for slip ${slip} (simulated). Do not pass it on.`;
  const title = url.searchParams.get('title')?.slice(0, 500);
  // What has no record is delivered under the title that was asked for.
  if (params.record === 'unrecorded' && title)
    return pdfResponse({ id: recordId('unrecorded'), csl: { id: '', type: 'document', title } }, foot);
  const answer = await locals.index.record((params.record ?? '').slice(0, 100));
  if (!answer) return problem('not-found', 'There is no such file.');
  return pdfResponse(answer.record, foot);
};
