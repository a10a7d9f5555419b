import type { APIRoute } from 'astro';
import type { Moment } from '../../../core/engine/port';
import { requestFor } from '../../../core/requests/iso18626';
import { slipFaults } from '../../../core/requests/schema';
import type { Slip } from '../../../core/requests/slip';
import { BODIES, withBody } from '../../../server/params';
import { json, problem } from '../../../server/problem';

/** Sends a slip to the lending network as an ISO 18626 request. The server keeps nothing: the confirmation is the answer. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ slip: Slip; moment: Moment }>(request, BODIES.send, locals.info, async ({ slip, moment }) => {
    const [fault] = slipFaults(slip, moment.at.slice(0, 10));
    if (fault) return problem('bad-body', fault.text, fault.field);
    const xml = requestFor(slip, locals.info.agency, moment.at, locals.info.policy.zone);
    const confirmed = await locals.network.request(xml, moment.at);
    return 'problem' in confirmed ? problem('refused', confirmed.problem) : json({ request: xml, confirmation: confirmed.xml });
  });
