import type { APIRoute } from 'astro';
import { StreamWriter } from '../../core/formats/stream';
import { WRITTEN_FORMATS, type WrittenFormat } from '../../core/formats/write';
import { msg } from '../../core/model/message';
import { guarded, readSearchInput } from '../../server/params';
import { problem } from '../../server/problem';

const [MOST, AT_ONCE] = [5000, 250];
const TYPES: Readonly<Record<WrittenFormat, readonly [type: string, ending: string]>> = {
  ris: ['application/x-research-info-systems; charset=utf-8', 'ris'],
  bibtex: ['application/x-bibtex; charset=utf-8', 'bib'],
  csl: ['application/vnd.citationstyles.csl+json', 'json'],
  csv: ['text/csv; charset=utf-8', 'csv'],
  marcxml: ['application/marcxml+xml', 'xml'],
  marc: ['application/marc', 'mrc'],
};

/**
 * The records of a search in a format, 5,000 at most, in its order; the parameters of `/api/search` and
 * `format`. Written piece by piece, so that no answer has to be held whole.
 */
export const GET: APIRoute = ({ url, locals, request }) =>
  guarded(async () => {
    const params = new URLSearchParams(url.searchParams);
    const format = WRITTEN_FORMATS.find((f) => f === params.get('format'));
    params.delete('format');
    if (!format)
      return problem(
        'bad-parameter',
        msg('http.thereIsNoFormatHereThere', {
          asked: (url.searchParams.get('format') ?? '').slice(0, 60),
          value: WRITTEN_FORMATS.join(', '),
        }),
        'format',
      );
    const input = readSearchInput(params, locals.info);
    if ('refused' in input) return input.refused;
    const { asked, moment } = input.ok;
    const slice = (offset: number) =>
      locals.index.retrieve(asked, moment, { offset, limit: Math.min(AT_ONCE, MOST - offset) });
    const writer = new StreamWriter(format);
    const bytes = (out: string | Uint8Array): Uint8Array =>
      typeof out === 'string' ? new TextEncoder().encode(out) : out;
    // The first piece is asked for before anything is sent, so that a fault can still be said.
    let next: Awaited<ReturnType<typeof slice>> | null = await slice(0);
    let offset = 0;
    const body = new ReadableStream<Uint8Array>({
      async pull(controller) {
        if (!next || request.signal.aborted) return controller.close();
        controller.enqueue(bytes(writer.write(next.records.map((r) => r.csl))));
        offset += next.records.length;
        const more = next.records.length > 0 && offset < Math.min(MOST, next.total);
        next = more ? await slice(offset) : null;
        if (!next) {
          controller.enqueue(bytes(writer.end()));
          controller.close();
        }
      },
    });
    const [type, ending] = TYPES[format];
    return new Response(body, {
      headers: { 'content-type': type, 'content-disposition': `attachment; filename="results.${ending}"` },
    });
  });
