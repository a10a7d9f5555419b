import type { APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { isGroup } from '../../core/query/request';
import { guarded, readSearchInput } from '../../server/params';
import { json, problem } from '../../server/problem';

/**
 * All values of one group among a search's results, with counts: `group`, `contains`, and the search's own
 * parameters.
 */
export const GET: APIRoute = async ({ url, locals }) => {
  const params = new URLSearchParams(url.searchParams);
  const group = params.get('group') ?? '';
  const contains = params.get('contains') ?? '';
  params.delete('group');
  params.delete('contains');
  if (!isGroup(group))
    return problem('bad-parameter', msg('http.thereIsNoGroup', { group: group.slice(0, 60) }), 'group');
  if (contains.length > 200)
    return problem('bad-parameter', msg('http.containsIsLongerThan200Characters'), 'contains');
  const input = readSearchInput(params, locals.info);
  if ('refused' in input) return input.refused;
  const { asked, moment } = input.ok;
  return guarded(async () => json(await locals.index.values(asked, moment, group, contains)));
};
