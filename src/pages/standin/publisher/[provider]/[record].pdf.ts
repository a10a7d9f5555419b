import type { APIRoute } from 'astro';
import { msg } from '../../../../core/model/message';
import { MAX_ID } from '../../../../core/model/record';
import { partsOf } from '../../../../server/path';
import { problem } from '../../../../server/problem';
import { pdfResponse } from '../../../../standins/deliver';
import { fails } from '../../../../standins/habits';
import { say } from '../../../../words/generated/standin';

export const GET: APIRoute = async ({ url, locals }) => {
  const [, , provider = '', record = ''] = partsOf(url.pathname, '.pdf') ?? [];
  const answer = record.length > MAX_ID ? null : await locals.index.record(record);
  const shown = answer?.coverage.find((c) => c.id === provider && c.shown);
  const { standins } = locals;
  if (!answer || !shown || !standins) return problem('not-found', msg('standin.thisProviderDoesNotShowIt'));
  if (fails(standins.habitOf(provider), provider, record))
    return problem('failed', msg('standin.thisProviderFails'));
  return pdfResponse(standins.pdf, answer.record, say('standin.shownBy', { provider: shown.provider }));
};
