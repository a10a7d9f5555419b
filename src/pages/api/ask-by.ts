import type { APIRoute } from 'astro';
import type { AskByQuestion } from '../../core/discovery/answers';
import { msg } from '../../core/model/message';
import { BODIES, withBody } from '../../server/bodies';
import { json, problem } from '../../server/problem';

/** The last minute at which asking still brings a thing by its day, for each way; of one thing or of many. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.askBy, locals.info, async ({ moment, readings, ...one }) => {
    if (readings) return json({ readings: await locals.index.askBy(readings, moment) });
    if (one.needBy === undefined) return problem('bad-body', msg('http.aDayIsWanted'), 'needBy');
    const [answer] = await locals.index.askBy([one as AskByQuestion], moment);
    return answer ? json(answer) : problem('not-found', msg('http.noRecordHasThisId'), 'record');
  });
