import type { APIRoute } from 'astro';
import type { Moment } from '../../../core/engine/port';
import { readSupplyingMessage } from '../../../core/requests/iso18626';
import type { Slip } from '../../../core/requests/slip';
import { BODIES, withBody } from '../../../server/params';
import { json, problem } from '../../../server/problem';

/** May this slip still be withdrawn? Yes until somebody has started on it (ISO 18626: after WillSupply a cancel is refused). */
export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ slip: Slip; moment: Moment }>(request, BODIES.send, locals.info, async ({ slip, moment }) => {
    const said = (await locals.network.messages(slip, moment)).map(readSupplyingMessage);
    const begun = said.find(
      (m) => !('problem' in m) && (m.status === 'WillSupply' || m.status === 'Loaned' || m.status === 'CopyCompleted'),
    );
    if (begun && !('problem' in begun))
      return problem('refused', `${begun.supplierName} has already started on it, so it can’t be withdrawn any more.`);
    return json({ withdrawn: true });
  });
