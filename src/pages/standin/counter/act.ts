import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { parseLocal } from '../../../core/model/time';
import { momentAt } from '../../../server/params';
import { problem } from '../../../server/problem';

/** What is done in person at the simulated counter: handing back, taking what waits, paying. */
export const POST: APIRoute = async ({ request, locals }) => {
  const who = await locals.who();
  const desk = locals.standins?.desk;
  if (!who || !desk?.reader(who.patron)) return problem('sign-in', msg('http.signInForThis'));
  const form = new URLSearchParams(await request.text());
  const said = momentAt(form.get('at'), locals.info);
  const at = parseLocal(said);
  const [what = '', item = ''] = (form.get('do') ?? '').split(' ');
  if (at === null)
    return problem(
      'bad-parameter',
      msg('http.notAsWanted', { fault: msg('shape.form.moment', { label: 'at' }) }),
      'at',
    );
  if (what === 'pay') desk.pay(who.patron, at);
  else if (what === 'again') desk.beginAgain();
  else if (what === 'return' || what === 'collect') {
    const copy = await desk.copy(item);
    const refused = copy ? await desk.act(copy, { at, patron: who.patron, what }) : 'unknown';
    if (refused) return problem('refused', msg('http.theDeskRefuses', { why: refused }), 'do');
  } else return problem('bad-parameter', msg('http.thereIsNothingAtThisAddress'), 'do');
  return new Response(null, {
    status: 303,
    headers: { location: `/standin/counter?at=${encodeURIComponent(said)}` },
  });
};
