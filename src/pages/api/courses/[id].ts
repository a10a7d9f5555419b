import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { guarded, unknownParameter } from '../../../server/params';
import { json, problem } from '../../../server/problem';

/** A course with what is read for each of its meetings. */
export const GET: APIRoute = ({ params, url, locals }) =>
  guarded(async () => {
    const unknown = unknownParameter(url.searchParams);
    if (unknown) return unknown;
    const course = await locals.index.course(params.id ?? '');
    return course ? json(course) : problem('not-found', msg('http.noCourseHasThisId'), 'id');
  });
