import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { guarded, unknownParameter } from '../../../server/params';
import { json, problem } from '../../../server/problem';

const [MOST, LONGEST] = [50, 200];
/** Courses by their code, lecturers, name, and what is read for them. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const unknown = unknownParameter(url.searchParams, 'q');
    if (unknown) return unknown;
    const q = url.searchParams.get('q') ?? '';
    if (q.length > LONGEST) return problem('bad-parameter', msg('http.qIsTooLong', { most: LONGEST }), 'q');
    return json(await locals.index.courses(q, MOST));
  });
