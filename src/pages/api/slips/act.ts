import type { APIRoute } from 'astro';
import type { Moment } from '../../../core/engine/port';
import { requestingMessage } from '../../../core/requests/iso18626';
import { canDo, READER_ACTS, type ReaderAct, STATE_LABEL } from '../../../core/requests/lifecycle';
import type { Slip } from '../../../core/requests/slip';
import { BODIES, withBody } from '../../../server/params';
import { json, problem } from '../../../server/problem';

/**
 * What the reader does about a slip that has left: withdraws, accepts, answers, collects, renews, returns. It goes out as an
 * ISO 18626 requesting agency message; whether a cancel still comes in time is the network's to say.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ slip: Slip; act: ReaderAct; text: string; moment: Moment }>(
    request,
    BODIES.act,
    locals.info,
    async ({ slip, act, text, moment }) => {
      if (!canDo(slip, act)) return problem('refused', `That can’t be done with a slip that is ${STATE_LABEL[slip.state]}.`, 'act');
      const { zone } = locals.info.policy;
      const said = {
        requestId: slip.id,
        supplyingAgency: `LGD:${slip.from}`,
        timestamp: moment.at,
        action: READER_ACTS[act].action,
        note: text,
      };
      const xml = requestingMessage(said, locals.info.agency, zone);
      const answer = await locals.network.tell(xml, slip, act, moment);
      return 'problem' in answer ? problem('refused', answer.problem) : json({ message: xml, confirmation: answer.xml });
    },
  );
