import type { APIRoute } from 'astro';
import { ANSWER_PLACES, type AnswerPlace } from '../../core/discovery/guidance';
import { msg } from '../../core/model/message';
import { guarded, unknownParameter } from '../../server/params';
import { json, problem } from '../../server/problem';

const [MOST, LONGEST] = [100, 500];
/** Ready answers that fit `q`, for one `place` or for all. */
export const GET: APIRoute = ({ url: { searchParams: params }, locals }) =>
  guarded(async () => {
    const unknown = unknownParameter(params, 'q', 'place');
    if (unknown) return unknown;
    const q = params.get('q') ?? '';
    if (q.length > LONGEST) return problem('bad-parameter', msg('http.qIsTooLong', { most: LONGEST }), 'q');
    const said = params.get('place');
    const place = ANSWER_PLACES.find((p): p is AnswerPlace => p === said) ?? null;
    if (said !== null && place === null)
      return problem(
        'bad-parameter',
        msg('http.aPlaceIsOneOf', { places: ANSWER_PLACES.join(', ') }),
        'place',
      );
    return json(await locals.index.answers(q.trim(), place, MOST));
  });
