import type { APIRoute } from 'astro';
import { writeBibtex } from '../../../core/formats/bibtex';
import { writeDublinCore } from '../../../core/formats/dublinCore';
import { writeMarcxml } from '../../../core/formats/marcxml';
import { writeRis } from '../../../core/formats/ris';
import { msg } from '../../../core/model/message';
import { type DiscoveryRecord, MAX_ID } from '../../../core/model/record';
import { parseLocal } from '../../../core/model/time';
import { table } from '../../../core/table';
import { NOTHING_LIVE } from '../../../server/live';
import { guarded, momentAt, unknownParameter } from '../../../server/params';
import { partsOf } from '../../../server/path';
import { json, problem } from '../../../server/problem';

const CSL = 'application/vnd.citationstyles.csl+json';

/** The formats a record can be had in, with their media types. */
const FORMATS = table<{ type: string; write: (r: DiscoveryRecord) => string }>({
  csl: { type: CSL, write: (r) => JSON.stringify([r.csl]) },
  marcxml: { type: 'application/marcxml+xml', write: writeMarcxml },
  dc: { type: 'application/xml', write: writeDublinCore },
  ris: { type: 'application/x-research-info-systems', write: (r) => writeRis([r.csl]) },
  bibtex: { type: 'application/x-bibtex', write: (r) => writeBibtex([r.csl]) },
});

/** The full record, or one of its formats by `format=` or `Accept`. */
export const GET: APIRoute = async ({ url, request, locals }) => {
  const unknown = unknownParameter(url.searchParams, 'format', 'at');
  if (unknown) return unknown;
  const accepted = request.headers.get('accept') ?? '';
  const asked =
    url.searchParams.get('format') ??
    (accepted.includes(CSL) ? 'csl' : accepted.includes('application/marcxml+xml') ? 'marcxml' : null);
  const format = asked === null ? null : FORMATS.get(asked);
  if (format === undefined)
    return problem(
      'bad-parameter',
      msg('http.thereIsNoFormatHereThere', {
        asked: asked?.slice(0, 60),
        value: [...FORMATS.keys()].join(', '),
      }),
      'format',
    );
  const id = partsOf(url.pathname)?.[2] ?? '';
  return guarded(async () => {
    const at = momentAt(url.searchParams.get('at'), locals.info);
    if (parseLocal(at) === null)
      return problem(
        'bad-parameter',
        msg('http.notAsWanted', { fault: msg('shape.form.moment', { label: 'at' }) }),
        'at',
      );
    const live = id.length > MAX_ID ? NOTHING_LIVE : await locals.live.of(locals, [id], at);
    const answer = id.length > MAX_ID ? null : await locals.index.record(id, live.copies);
    if (!answer) return problem('not-found', msg('http.noRecordHasThisIdIt'), 'id');
    if (format)
      return new Response(format.write(answer.record), {
        headers: { 'content-type': `${format.type}; charset=utf-8` },
      });
    return json(answer);
  });
};
