import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { askedSearch } from '../../core/query/read';
import { NEW_SEARCH } from '../../core/query/request';
import { guarded, readWalk } from '../../server/params';
import { json, problem } from '../../server/problem';

/**
 * What stands left and right of a `record`’s copy or of a `callno`, over all campuses or along one; `q` is
 * looked for on the way.
 */
export const GET: APIRoute = ({ url: { searchParams: params }, locals }) =>
  guarded(async () => {
    const input = readWalk(params, locals.info, ['record', 'callno', 'campus', 'before', 'after', 'q', 'at']);
    if ('refused' in input) return input.refused;
    const [record, callNumber] = [params.get('record'), params.get('callno')];
    if (record === null && callNumber === null)
      return problem('bad-parameter', msg('http.aPlaceIsWanted'), 'record');
    const q = params.get('q')?.trim() ?? '';
    const read = q ? askedSearch({ ...NEW_SEARCH, q }) : null;
    if (read && 'problem' in read)
      return problem('bad-query', read.problem.text, 'q', { at: read.problem.at });
    const found = await locals.index.shelf({
      ...input.ok,
      record,
      callNumber,
      tree: read?.query.tree ?? null,
    });
    return found ? json(found) : problem('not-found', msg('http.standsOnNoShelf'), 'record');
  });
