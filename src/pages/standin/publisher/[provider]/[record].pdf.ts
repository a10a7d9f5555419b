import type { APIRoute } from 'astro';
import { pdfResponse } from '../../../../server/deliver';
import { problem } from '../../../../server/problem';

export const GET: APIRoute = async ({ params, locals }) => {
  const answer = await locals.index.record((params.record ?? '').slice(0, 100));
  const shown = answer?.coverage.find((c) => c.id === params.provider && c.shown);
  if (!answer || !shown) return problem('not-found', 'This provider does not show this text.');
  return pdfResponse(answer.record, `Shown by ${shown.provider} (simulated).`);
};
