import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import type { ReferenceItem } from '../../core/model/record';
import { BODIES, withBody } from '../../server/bodies';
import { json, problem } from '../../server/problem';

export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.ways, locals.info, async (b) => {
    const answer = await locals.index.ways(
      b.record ?? (b.csl as ReferenceItem),
      b.moment,
      b.needBy,
      b.wanted,
    );
    return answer ? json(answer) : problem('not-found', msg('http.noRecordHasThisId'), 'record');
  });
