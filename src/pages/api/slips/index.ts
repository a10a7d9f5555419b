import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { agencyAsked, correspondent } from '../../../core/requests/correspondent';
import { isForOthers, requestFor } from '../../../core/requests/iso18626';
import { promisedFrom } from '../../../core/requests/promise';
import { slipFaults } from '../../../core/requests/schema';
import { refusalOf } from '../../../core/requests/sending';
import { BODIES, withBody } from '../../../server/bodies';
import { json, problem } from '../../../server/problem';
import { withTexts } from '../../../words/inWords';

/**
 * Sends a slip: once more held against the rules, the price and the promise that the library's own data give
 * now, and then, unless it is for our own desks, as an ISO 18626 request. The server keeps nothing: the
 * confirmation is the answer.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.send, locals.info, async ({ slip, moment, history }) => {
    const { info, index, network } = locals;
    if (locals.signIn && !(await locals.who())) return problem('sign-in', msg('http.signInForThis'));
    const [fault] = slipFaults(slip, moment.at.slice(0, 10));
    if (fault) return problem('bad-body', fault.text, fault.field);
    const live = await locals.live.of(locals, slip.record ? [slip.record] : [], moment.at);
    const now = await index.promise(slip, moment, history, live.copies);
    if (!now) return problem('not-found', msg('http.theThingThisSlipAsksFor2'), 'slip.record');
    const refusal = refusalOf(slip, now, info.policy.currency);
    if (refusal)
      return problem('refused', refusal.text, `slip.${refusal.code}`, {
        code: refusal.code,
        promise: withTexts(now),
      });
    const promised = promisedFrom(now);
    const counted = (): void => locals.desk.log.slip(moment.at, slip.route, slip.id);
    if (!isForOthers(slip)) {
      await network.forDesk?.(slip, moment.at, false);
      counted();
      return json({ documents: [], promised });
    }
    const xml = requestFor(slip, agencyAsked(slip, info), correspondent(info), moment.at);
    const confirmed = await network.receive(xml, moment.at);
    counted();
    return json({ documents: [xml, confirmed], promised });
  });
