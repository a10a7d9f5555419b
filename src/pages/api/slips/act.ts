import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { agencyAsked, correspondent } from '../../../core/requests/correspondent';
import { isForOthers, requestingMessage } from '../../../core/requests/iso18626';
import { canDo, READER_ACTS } from '../../../core/requests/lifecycle';
import { BODIES, withBody } from '../../../server/bodies';
import { json, problem } from '../../../server/problem';

/**
 * What the reader does about a slip that has left: withdraws, accepts, answers, collects, renews, returns. It
 * goes out as an ISO 18626 requesting agency message; whether a cancel still comes in time is the network's
 * to say.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.act, locals.info, async ({ slip, act, text, moment }) => {
    if (!canDo(slip, act))
      return problem(
        'refused',
        msg('http.thatCantBeDoneWithA', { state: msg(`label.state.${slip.state}`) }),
        'act',
      );
    const said = {
      requestId: slip.id,
      supplyingAgency: agencyAsked(slip, locals.info),
      timestamp: moment.at,
      action: READER_ACTS[act].action,
      note: text,
    };
    const hindered = await locals.network.hinders(slip, act, moment);
    if (hindered) return problem('refused', hindered, 'act');
    if (!isForOthers(slip)) {
      if (act === 'cancel') await locals.network.forDesk?.(slip, moment.at, true);
      return json({ documents: [] });
    }
    const xml = requestingMessage(said, correspondent(locals.info));
    return json({ documents: [xml, await locals.network.receive(xml, moment.at)] });
  });
