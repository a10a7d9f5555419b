/** Items in any of the formats that files are written in. */
import { kindOfCsl } from '../model/cslTypes';
import { type CslItem, recordId } from '../model/record';
import { writeBibtex } from './bibtex';
import { writeCslItems } from './cslItems';
import { writeCsv } from './csv';
import { writeIso2709 } from './iso2709';
import { type MarcSource, marcOf } from './marc';
import { writeMarcxmlCollection } from './marcxml';
import { writeRis } from './ris';

const marcSource = (csl: CslItem): MarcSource => ({
  id: recordId(csl.id),
  csl,
  kind: kindOfCsl(csl.type) ?? 'book',
  carrier: 'print',
  languages: csl.language ? [csl.language] : [],
  subjects: [],
});
/** Bytes behind each other. */
export function joinedBytes(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}
const writeMarc = (items: readonly CslItem[]): Uint8Array =>
  joinedBytes(items.flatMap((c) => writeIso2709(marcOf(marcSource(c))) ?? []));
const WRITERS = {
  ris: writeRis,
  bibtex: writeBibtex,
  csl: writeCslItems,
  csv: writeCsv,
  marcxml: (items: readonly CslItem[]) => writeMarcxmlCollection(items.map(marcSource)),
  marc: writeMarc,
} as const satisfies Record<string, (items: readonly CslItem[]) => string | Uint8Array>;
export type WrittenFormat = keyof typeof WRITERS;
export const WRITTEN_FORMATS = Object.keys(WRITERS) as readonly WrittenFormat[];
/**
 * Items in a format, as text or (ISO 2709) as bytes.
 * @example writeItems('ris', [{ id: 'a', type: 'book', title: 'Kelp' }]).split('\r\n')[0] // 'TY  - BOOK'
 */
export const writeItems = (format: WrittenFormat, items: readonly CslItem[]): string | Uint8Array =>
  WRITERS[format](items);
