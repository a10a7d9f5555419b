import type { APIRoute } from 'astro';
import { WALKS, type Walk } from '../../core/discovery/answers';
import { msg } from '../../core/model/message';
import { guarded, readWalk } from '../../server/params';
import { json, problem } from '../../server/problem';

/** A piece of a list, from any beginning, up and down. */
export const GET: APIRoute = ({ url: { searchParams: params }, locals }) =>
  guarded(async () => {
    const input = readWalk(params, locals.info, ['list', 'from', 'record', 'before', 'after', 'at']);
    if ('refused' in input) return input.refused;
    const list = params.get('list') as Walk | null;
    if (list === null)
      return problem('bad-parameter', msg('http.aListIsWanted', { lists: WALKS.join(', ') }), 'list');
    const { campus: _, ...span } = input.ok;
    return json(
      await locals.index.browse({
        ...span,
        list,
        from: params.get('from') ?? '',
        record: params.get('record'),
      }),
    );
  });
