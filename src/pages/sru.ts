import type { APIRoute } from 'astro';
import type { CampusId } from '../core/model/record';
import { readSru, sruAnswer, sruExplain, sruFault } from '../core/sru/sru';
import { guarded } from '../server/params';
import { say } from '../words/generated/cql';

const xml = (text: string): Response =>
  new Response(text, {
    headers: { 'content-type': 'application/xml; charset=utf-8', 'cache-control': 'no-store' },
  });

/**
 * SRU 1.2 and 2.0: explain and searchRetrieve. Every record counts for itself here, versions of a work too.
 */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const request = readSru(url.searchParams);
    if (request.operation === 'explain') {
      const { protocol, hostname, port } = new URL(locals.base);
      const at = { host: hostname, port: port || (protocol === 'https:' ? '443' : '80') };
      return xml(sruExplain(request.version, at, locals.info.name));
    }
    if (request.operation === 'fault') return xml(sruFault(request, say));
    const campus = locals.info.campuses[0]?.id as CampusId;
    const { total, records } = await locals.index.retrieve(
      request.asked,
      { situation: { campus, category: 'undergraduate', remote: false }, at: locals.info.now },
      { offset: request.start - 1, limit: request.count },
    );
    return xml(sruAnswer(request, { total, records }, say));
  });
