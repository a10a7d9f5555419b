/** The formats that a record can be had in, and which of them an asker prefers (RFC 9110, 12.5.1). */
import Negotiator from 'negotiator';
import { writeBibtex } from '../core/formats/bibtex';
import { writeDublinCore } from '../core/formats/dublinCore';
import { writeMarcxml } from '../core/formats/marcxml';
import { writeRis } from '../core/formats/ris';
import { jsonLdOf } from '../core/formats/schemaOrg';
import type { DiscoveryRecord } from '../core/model/record';
import { table } from '../core/table';

interface RecordFormat {
  readonly type: string;
  readonly write: (r: DiscoveryRecord) => string;
}
/** By the names that `format=` knows. */
export const RECORD_FORMATS = table<RecordFormat>({
  csl: { type: 'application/vnd.citationstyles.csl+json', write: (r) => JSON.stringify([r.csl]) },
  marcxml: { type: 'application/marcxml+xml', write: writeMarcxml },
  dc: { type: 'application/xml', write: writeDublinCore },
  ris: { type: 'application/x-research-info-systems', write: (r) => writeRis([r.csl]) },
  bibtex: { type: 'application/x-bibtex', write: (r) => writeBibtex([r.csl]) },
  jsonld: { type: 'application/ld+json', write: (r) => JSON.stringify(jsonLdOf(r.csl, null)) },
});

/**
 * The format that is preferred to ours; null for ours, which is given where several are wanted alike, where
 * nothing is said, and where nothing that we have is wanted.
 * @param own the media type of what is given otherwise: the page, or the whole answer
 */
export function preferredFormat(accept: string | null, own: string): RecordFormat | null {
  if (!accept) return null;
  const types = [own, ...[...RECORD_FORMATS.values()].map((f) => f.type)];
  const type = new Negotiator({ headers: { accept } }).mediaType(types);
  return type && type !== own ? ([...RECORD_FORMATS.values()].find((f) => f.type === type) ?? null) : null;
}
/** A record in a format; what is asked for otherwise has another answer at the same address. */
export const formatAnswer = (format: RecordFormat, record: DiscoveryRecord): Response =>
  new Response(format.write(record), {
    headers: { 'content-type': `${format.type}; charset=utf-8`, vary: 'Accept' },
  });
