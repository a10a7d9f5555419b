import type { APIRoute } from 'astro';
import type { Moment } from '../../core/discovery/answers';
import { msg } from '../../core/model/message';
import type { ReferenceItem } from '../../core/model/record';
import type { Wanted } from '../../core/model/slip';
import { BODIES, withBody } from '../../server/params';
import { json, problem } from '../../server/problem';

export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ record?: string; csl?: ReferenceItem; moment: Moment; needBy: string; wanted?: Wanted }>(
    request,
    BODIES.ways,
    locals.info,
    async (b) => {
      const answer = await locals.index.ways(
        b.record ?? (b.csl as ReferenceItem),
        b.moment,
        b.needBy,
        b.wanted,
      );
      return answer ? json(answer) : problem('not-found', msg('http.noRecordHasThisId'), 'record');
    },
  );
