import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { BODIES, withBody } from '../../server/bodies';
import { json, problem } from '../../server/problem';

export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.promise, locals.info, async (b) => {
    const live = await locals.live.of(locals, b.slip.record ? [b.slip.record] : [], b.moment.at);
    const answer = await locals.index.promise(b.slip, b.moment, b.history, live.copies);
    return answer ? json(answer) : problem('not-found', msg('http.theThingThisSlipAsksFor'), 'slip.record');
  });
