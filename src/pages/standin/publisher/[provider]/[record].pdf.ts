import type { APIRoute } from 'astro';
import { pdfResponse } from '../../../../server/deliver';
import { problem } from '../../../../server/problem';
import { fails } from '../../../../standins/habits';

export const GET: APIRoute = async ({ params, locals }) => {
  const answer = await locals.index.record((params.record ?? '').slice(0, 100));
  const shown = answer?.coverage.find((c) => c.id === params.provider && c.shown);
  if (!answer || !shown) return problem('not-found', 'This provider does not show this text.');
  if (fails(params.provider ?? '', params.record ?? '')) return problem('failed', 'This provider fails for this item (simulated).');
  return pdfResponse(locals.pdf, answer.record, `Shown by ${shown.provider} (simulated).`);
};
