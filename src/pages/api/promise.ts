import type { APIRoute } from 'astro';
import type { Moment } from '../../core/discovery/answers';
import { msg } from '../../core/model/message';
import type { Slip } from '../../core/model/slip';
import type { CopyHistory } from '../../core/requests/history';
import { BODIES, withBody } from '../../server/params';
import { json, problem } from '../../server/problem';

export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ slip: Slip; moment: Moment; history: CopyHistory }>(
    request,
    BODIES.promise,
    locals.info,
    async (b) => {
      const answer = await locals.index.promise(b.slip, b.moment, b.history);
      return answer ? json(answer) : problem('not-found', msg('http.theThingThisSlipAsksFor'), 'slip.record');
    },
  );
