import type { APIRoute } from 'astro';
import type { Moment } from '../../core/discovery/answers';
import type { DeskQuestion } from '../../core/discovery/ports';
import { BODIES, withBody } from '../../server/params';
import { json } from '../../server/problem';

/**
 * What the ask desk has answered up to now. Questions themselves stay with the reader; the desk keeps
 * nothing.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ questions: readonly DeskQuestion[]; moment: Moment }>(
    request,
    BODIES.ask,
    locals.info,
    async ({ questions, moment }) => json(await locals.askDesk.answers(questions, moment.at)),
  );
