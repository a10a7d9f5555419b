/** A record as a made PDF, for the stand-ins that deliver one. */
import { creators, fullName, numbering } from '../core/model/describe';
import type { DiscoveryRecord } from '../core/model/record';
import { fullTextOf } from './fullText';
import type { PdfText } from './pdf';

/** Makes the bytes; in a thread of its own where there is one. */
type MakePdf = (text: PdfText) => Promise<Uint8Array>;

export async function pdfResponse(
  make: MakePdf,
  record: Pick<DiscoveryRecord, 'id' | 'csl'> & Partial<Pick<DiscoveryRecord, 'subjects'>>,
  foot: string,
  delivered: Pick<PdfText, 'cover' | 'password'> = {},
): Promise<Response> {
  const { csl } = record;
  const bytes = await make({
    title: csl.title,
    people: creators(csl).names.map(fullName).join('; '),
    source: [csl['container-title'] ?? csl.publisher, numbering(csl)].filter(Boolean).join(' '),
    abstract: csl.abstract ?? '',
    sections: fullTextOf(record),
    foot,
    ...delivered,
  });
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${record.id.replace(/[^A-Za-z0-9._-]/g, '-')}.pdf"`,
    },
  });
}
