/** An exchange of messages as one ZIP of XML documents, in the order in which they went. */
import { strToU8, zipSync } from 'fflate';

/**
 * ZIP has no time zone, and the day a file was put in says nothing here: the same messages give the same
 * bytes.
 */
const AT = new Date(1980, 0, 1);
/** @returns a ZIP with a file a document: `S-1-01.xml`, `S-1-02.xml`, … */
export function exchangeArchive(id: string, documents: readonly string[]): Uint8Array<ArrayBuffer> {
  const digits = Math.max(2, String(documents.length).length);
  const files = documents.map(
    (d, i) => [`${id}-${String(i + 1).padStart(digits, '0')}.xml`, strToU8(d)] as const,
  );
  return zipSync(Object.fromEntries(files), { mtime: AT }) as Uint8Array<ArrayBuffer>;
}
