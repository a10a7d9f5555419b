import type { APIRoute } from 'astro';
import type { Moment } from '../../core/discovery/answers';
import { BODIES, withBody } from '../../server/params';
import { json } from '../../server/problem';
import { type DeskQuestion, deskAnswer } from '../../standins/askDesk';

/** What the ask desk has answered up to now. Questions themselves stay with the reader; the desk keeps nothing. */
export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ questions: readonly DeskQuestion[]; moment: Moment }>(
    request,
    BODIES.ask,
    locals.info,
    async ({ questions, moment }) =>
      json(questions.flatMap((q) => deskAnswer(q, locals.info.policy.holidays, moment.at) ?? [])),
  );
