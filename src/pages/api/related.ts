import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { MAX_ID } from '../../core/model/record';
import { guarded, readMoment } from '../../server/params';
import { json, problem } from '../../server/problem';

const MOST = 8;
/** Records near a `record`, each with why, for who reads and when. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const params = new URLSearchParams(url.searchParams);
    const record = params.get('record') ?? '';
    params.delete('record');
    if (record === '' || record.length > MAX_ID)
      return problem('bad-parameter', msg('http.aRecordIsWanted'), 'record');
    const input = readMoment(params, locals.info);
    if ('refused' in input) return input.refused;
    const answer = await locals.index.related(record, MOST, input.ok.moment);
    return answer ? json(answer) : problem('not-found', msg('http.noRecordHasThisId'), 'record');
  });
