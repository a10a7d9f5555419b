import type { APIRoute } from 'astro';
import type { Moment } from '../../core/engine/port';
import type { ReferenceItem } from '../../core/references/read';
import type { Wanted } from '../../core/requests/slip';
import { BODIES, withBody } from '../../server/params';
import { json, problem } from '../../server/problem';

export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ record?: string; csl?: ReferenceItem; moment: Moment; needBy: string; wanted?: Wanted }>(
    request,
    BODIES.ways,
    locals.info,
    async (b) => {
      const answer = await locals.index.ways(b.record ?? (b.csl as ReferenceItem), b.moment, b.needBy, b.wanted);
      return answer ? json(answer) : problem('not-found', 'No record has this id.', 'record');
    },
  );
