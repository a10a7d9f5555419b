import type { APIRoute } from 'astro';
import { msg } from '../../../core/model/message';
import { MAX_ID } from '../../../core/model/record';
import { parseLocal } from '../../../core/model/time';
import { NOTHING_LIVE } from '../../../server/live';
import { guarded, momentAt, unknownParameter } from '../../../server/params';
import { partsOf } from '../../../server/path';
import { json, problem } from '../../../server/problem';
import { formatAnswer, preferredFormat, RECORD_FORMATS } from '../../../server/recordFormats';

/** The full record, or one of its formats by `format=` or `Accept`. */
export const GET: APIRoute = async ({ url, request, locals }) => {
  const unknown = unknownParameter(url.searchParams, 'format', 'at');
  if (unknown) return unknown;
  const asked = url.searchParams.get('format');
  const format =
    asked === null
      ? preferredFormat(request.headers.get('accept'), 'application/json')
      : RECORD_FORMATS.get(asked);
  if (format === undefined)
    return problem(
      'bad-parameter',
      msg('http.thereIsNoFormatHereThere', {
        asked: asked?.slice(0, 60),
        value: [...RECORD_FORMATS.keys()].join(', '),
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
    if (format) return formatAnswer(format, answer.record);
    const whole = json(answer);
    whole.headers.set('vary', 'Accept');
    return whole;
  });
};
