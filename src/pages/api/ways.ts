import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import type { ReferenceItem } from '../../core/model/record';
import { BODIES, withBody } from '../../server/bodies';
import { json, problem } from '../../server/problem';

export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.ways, locals.info, async (b) => {
    const live = await locals.live.of(locals, b.record ? [b.record] : [], b.moment.at);
    const answer = await locals.index.ways(
      b.record ?? (b.csl as ReferenceItem),
      b.moment,
      b.needBy,
      b.wanted,
      live.copies,
    );
    if (!answer) return problem('not-found', msg('http.noRecordHasThisId'), 'record');
    // How old it is where the desk is silent: what is shown is not of now.
    return json(live.silent ? { ...answer, silent: true, since: live.since } : answer);
  });
