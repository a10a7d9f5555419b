import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../../core/model/time';
import { atTheCalendars, freeOf } from '../../../server/hours';
import { guarded, momentAt, unknownParameter } from '../../../server/params';
import { json, problem } from '../../../server/problem';

const badTime = (form: 'moment' | 'day', label: string) =>
  msg('http.notAsWanted', { fault: msg(`shape.form.${form}`, { label }) });

/** Free hours of a `librarian` over two weeks from a day on; `at` is the moment, `from` the day: today. An hour that is
 * `moving` from a start is not in its own way.
 */
export const GET: APIRoute = ({ url: { searchParams: params }, locals }) =>
  guarded(async () => {
    const unknown = unknownParameter(params, 'librarian', 'from', 'at', 'moving');
    if (unknown) return unknown;
    const at = momentAt(params.get('at'), locals.info);
    const now = parseLocal(at);
    if (now === null) return problem('bad-parameter', badTime('moment', 'at'), 'at');
    const said = params.get('from');
    const from = said === null ? dayOf(now) : parseDay(said);
    if (from === null) return problem('bad-parameter', badTime('day', 'from'), 'from');
    return atTheCalendars(locals, async (calendars, librarians) => {
      const librarian = librarians.find((l) => l.id === params.get('librarian'));
      if (!librarian) return problem('not-found', msg('http.noSuchLibrarian'), 'librarian');
      const first = Math.max(from, dayOf(now as Minutes)) as typeof from;
      return json(await freeOf(locals, calendars, librarian, first, at, params.get('moving')));
    });
  });
