import type { APIRoute } from 'astro';
import { MAX_ID } from '../../../../core/model/record';
import { partsOf } from '../../../../server/path';
import { problem } from '../../../../server/problem';
import { pdfResponse } from '../../../../standins/deliver';
import { fails } from '../../../../standins/habits';

export const GET: APIRoute = async ({ url, locals }) => {
  const [, , provider = '', record = ''] = partsOf(url.pathname, '.pdf') ?? [];
  const answer = record.length > MAX_ID ? null : await locals.index.record(record);
  const shown = answer?.coverage.find((c) => c.id === provider && c.shown);
  const { standins } = locals;
  if (!answer || !shown || !standins) return problem('not-found', 'This provider does not show this text.');
  if (fails(standins.habitOf(provider), provider, record))
    return problem('failed', 'This provider fails for this item (simulated).');
  return pdfResponse(standins.pdf, answer.record, `Shown by ${shown.provider} (simulated).`);
};
