import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { BODIES, withBody } from '../../../server/bodies';
import { atTheCalendars, type HourTold, tellCalendar } from '../../../server/hours';
import { json, problem } from '../../../server/problem';

/** Takes or moves hours, asks whether they stand, or gives them back; what became of each, in the order asked. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody(request, BODIES.hours, locals.info, ({ what, hours, moment }) =>
    atTheCalendars(locals, async (calendars, librarians) => {
      const who = await locals.who();
      if (!who) return problem('sign-in', msg('http.signInForThis'));
      const told: HourTold[] = [];
      // One after the other: the next may be for the same hour.
      for (const hour of hours) {
        const librarian = librarians.find((l) => l.id === hour.librarian);
        told.push(
          librarian
            ? await tellCalendar(locals, calendars, librarian, who, { what, hour, at: moment.at })
            : { id: hour.id, state: 'refused', why: msg('http.noSuchLibrarian') },
        );
      }
      return json({ told });
    }),
  );
