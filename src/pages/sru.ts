import type { APIRoute } from 'astro';
import type { CampusId } from '../core/model/record';
import { type Minutes, parseLocal } from '../core/model/time';
import { readSru, type SruScan, sruAnswer, sruExplain, sruFault, sruScanned } from '../core/sru/sru';
import { guarded } from '../server/params';
import { say } from '../words/generated/cql';

const xml = (text: string): Response =>
  new Response(text, {
    headers: { 'content-type': 'application/xml; charset=utf-8', 'cache-control': 'no-store' },
  });

/**
 * SRU 1.2 and 2.0: explain, searchRetrieve and scan. Every record counts for itself here, versions of a work too.
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
    if (request.operation === 'scan') return xml(await scanned(request, locals));
    const campus = locals.info.campuses[0]?.id as CampusId;
    const { total, records } = await locals.index.retrieve(
      request.asked,
      { situation: { campus, category: 'undergraduate', remote: false }, at: locals.info.now },
      { offset: request.start - 1, limit: request.count },
    );
    return xml(sruAnswer(request, { total, records }, say));
  });

/** Terms of a list; copies that stand under one call number are one term. */
async function scanned(scan: SruScan, { index, info }: App.Locals): Promise<string> {
  const at = parseLocal(info.now) as Minutes;
  // The term asked for stands at the position: before it as many as there are places, but not from far away.
  const before = Math.max(0, scan.position - 1);
  const asked = { list: scan.list, from: scan.term, record: null, at };
  // At position 0 the term itself stands before the first: it is asked for and left out.
  const own = scan.position === 0 ? 1 : 0;
  const piece = await index.browse({ ...asked, before, after: Math.max(0, scan.count + own - before) });
  const rows = scan.position === 0 ? piece.rows.slice(1) : piece.rows;
  const terms: { value: string; records: number }[] = [];
  for (const { text, count, about } of rows) {
    const last = terms.at(-1);
    if (last?.value === text) last.records += count;
    else terms.push({ value: text, records: count || about });
  }
  return sruScanned(scan, terms, {
    first: !piece.more.before && rows === piece.rows,
    last: !piece.more.after,
  });
}
