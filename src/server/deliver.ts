/** A record as a made PDF, for the stand-ins that deliver one. */
import { creators, fullName, numbering } from '../core/bibliography/describe';
import type { DiscoveryRecord } from '../core/bibliography/record';
import { fullTextOf } from '../standins/fullText';
import { makePdf, type PdfText } from '../standins/pdf';

export async function pdfResponse(
  record: Pick<DiscoveryRecord, 'id' | 'csl'> & Partial<Pick<DiscoveryRecord, 'subjects'>>,
  foot: string,
  delivered: Pick<PdfText, 'cover' | 'password'> = {},
): Promise<Response> {
  const { csl } = record;
  const bytes = await makePdf({
    title: csl.title,
    people: creators(csl).names.map(fullName).join('; '),
    source: [csl['container-title'] ?? csl.publisher, numbering(csl)].filter(Boolean).join(' '),
    abstract: csl.abstract ?? '',
    sections: fullTextOf(record),
    foot,
    ...delivered,
  });
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${record.id}.pdf"` },
  });
}
