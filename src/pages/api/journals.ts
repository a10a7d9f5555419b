import type { APIRoute } from 'astro';
import { guarded, unknownParameter } from '../../server/params';
import { json } from '../../server/problem';

const MOST = 20;
/** Journals by title, ISSN or subject, with what can be read of them on a campus. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const unknown = unknownParameter(url.searchParams, 'q', 'campus');
    if (unknown) return unknown;
    const asked = url.searchParams.get('campus');
    const campus = locals.info.campuses.find((c) => c.id === asked) ?? locals.info.campuses[0];
    return json(
      await locals.index.journals((url.searchParams.get('q') ?? '').slice(0, 200), campus?.id ?? '', MOST),
    );
  });
