/** Files of references: which format one is, and its items. What is in no known format is text to be read. */

import { decoded, decodeText } from '../decode';
import { msg } from '../model/message';
import type { CslItem } from '../model/record';
import type { ReadReference } from '../references/read';
import { readBibtex } from './bibtexRead';
import { readCslItems } from './cslItems';
import { csvHeadings, readCsv } from './csv';
import { type CsvColumn, columnFor } from './csvColumns';
import { readDublinCore } from './dublinCoreRead';
import { readIso2709 } from './iso2709';
import type { Problem, ReadItems } from './item';
import { isDeleted, type MarcRecord, type PlacedRecord } from './marc';
import { itemOfMarc } from './marcItems';
import { readMarcxml } from './marcxml';
import { readOpenUrls } from './openurlList';
import { readRis } from './ris';

export const READ_FORMATS = ['ris', 'bibtex', 'csl', 'marc', 'marcxml', 'csv', 'openurl', 'oai_dc'] as const;
export type ReadFormat = (typeof READ_FORMATS)[number];

function marcItems(
  { records, problems }: { records: readonly PlacedRecord[]; problems: readonly Problem[] },
  before: number,
  origins: Origins | undefined,
): ReadItems {
  const items: CslItem[] = [];
  const all = [...problems];
  for (const m of records) {
    const id = m.control.find(([tag]) => tag === '001')?.[1];
    // Who looks behind the items is told of what is deleted, too: often nothing but its number is left.
    const item: ReturnType<typeof itemOfMarc> =
      origins && id && isDeleted(m)
        ? { id, type: 'book', title: '' }
        : itemOfMarc(m, before + items.length + 1);
    if ('code' in item) all.push({ line: m.line, text: item });
    else {
      items.push(item);
      origins?.set(item, { marc: m });
    }
  }
  return { items, problems: all };
}
/** What items were made of, for who needs more of it than a reference does. */
export type Origins = WeakMap<CslItem, { readonly marc: MarcRecord } | { readonly csl: unknown }>;

/** What the columns of a CSV file are, by their headings. */
export type Columns = Readonly<Record<string, CsvColumn | ''>>;

/**
 * Items of a file in a format.
 * @param columns for CSV: what the columns are where their headings don't say it
 * @param before how many items were read before these: those without an id of their own are numbered on from
 *   there
 * @param origins where to note what the items were made of
 */
export function readAs(
  format: ReadFormat,
  bytes: Uint8Array,
  columns?: Columns,
  before = 0,
  origins?: Origins,
): ReadItems {
  if (format === 'marc') return marcItems(readIso2709(bytes), before, origins);
  const { text, nuls } = decoded(bytes);
  const { items, problems } = readText(format, text, columns, before, origins);
  return nuls
    ? { items, problems: [{ line: 1, text: msg('file.nulsLeftOut', { count: nuls }) }, ...problems] }
    : { items, problems };
}
function readText(
  format: Exclude<ReadFormat, 'marc'>,
  text: string,
  columns: Columns | undefined,
  before: number,
  origins: Origins | undefined,
): ReadItems {
  switch (format) {
    case 'ris':
      return readRis(text, before);
    case 'bibtex':
      return readBibtex(text);
    case 'csl':
      return readCslItems(text, before, origins);
    case 'csv':
      return readCsv(text, columns, before);
    case 'openurl':
      return readOpenUrls(text, before);
    case 'marcxml':
      return marcItems(readMarcxml(text), before, origins);
    case 'oai_dc':
      return readDublinCore(text, before);
  }
}

/**
 * The format of a file by its content first, its name second; null when it is text.
 * @example formatOf('list.ris', new TextEncoder().encode('TY  - BOOK')) // 'ris'
 */
export function formatOf(name: string, bytes: Uint8Array): ReadFormat | null {
  const head = decodeText(bytes.subarray(0, 4000)).trimStart();
  if (/^\d{5}[a-z ][a-z][a-z ]/.test(head) && bytes.includes(0x1e)) return 'marc';
  if (/^\s*TY {0,3}-/im.test(head)) return 'ris';
  if (/^\S*(?:\?|^|&)(?:ctx_ver=Z39|rft[._]\w+=|url_ver=Z39)/m.test(head) && !/^</.test(head))
    return 'openurl';
  if (/^\s*@\w+\s*[{(]/m.test(head) && !/^[[{]/.test(head)) return 'bibtex';
  if (/^[[{]/.test(head) && /"(?:title|type)"\s*:/.test(head)) return 'csl';
  // A file that has lost its beginning is known by what comes behind it.
  if (/^\{.*"(?:title|type)"\s*:/m.test(head)) return 'csl';
  if (/<(?:[\w-]+:)?dc[\s>]/.test(head) && /<dc:title[\s>]|<(?:[\w-]+:)?metadata[\s>]/.test(head))
    return 'oai_dc';
  if (/<(?:[\w-]+:)?datafield\s/.test(head)) return 'marcxml';
  if (/^<(\?xml|!DOCTYPE|(\w+:)?(collection|record|OAI-PMH))/i.test(head)) return 'marcxml';
  const columns = (head.split('\n')[0] ?? '').split(/[,;\t]/).map((h) => columnFor(h.replace(/"/g, '')));
  if (columns.includes('title') && columns.filter(Boolean).length > 1) return 'csv';
  const ending = /\.(ris|bib|mrc|csv)$/i.exec(name)?.[1]?.toLowerCase();
  return ending === 'bib'
    ? 'bibtex'
    : ending === 'mrc'
      ? 'marc'
      : ((ending as ReadFormat | undefined) ?? null);
}

/**
 * What is to be done with a file, from its first bytes: read in a format, read as text, or asked about (a
 * table of which no heading says that it is the title).
 */
export function kindOfFile(
  name: string,
  head: Uint8Array,
  columns?: Columns,
): { readonly format: ReadFormat } | { readonly headings: readonly string[] } | 'text' {
  const format = formatOf(name, head);
  if (format === null) return 'text';
  if (format === 'csv' && !columns) {
    const headings = csvHeadings(decodeText(head));
    if (!headings.some((h) => columnFor(h) === 'title')) return { headings };
  }
  return { format };
}

/**
 * Items that need no reading, as references that are read already: one line of text each, and no part to be
 * corrected.
 */
export const itemsAsReferences = (items: readonly CslItem[]): ReadReference[] =>
  items.map(({ id: _, abstract: _a, ...csl }) => ({ text: lineOf(csl), parts: [], csl }));

function lineOf(csl: Omit<CslItem, 'id'>): string {
  const people = (csl.author ?? csl.editor ?? [])
    .map((n) => n.literal ?? [n.family, n.given].filter(Boolean).join(', '))
    .join('; ');
  const year = csl.issued?.['date-parts'][0][0];
  const place = [
    csl['container-title'] ?? csl.publisher,
    csl.volume && `${csl.volume}${csl.issue ? `(${csl.issue})` : ''}`,
    csl.page,
  ]
    .filter(Boolean)
    .join(', ');
  return [people, year && `(${year})`, csl.title, place].filter(Boolean).join('. ').replace(/\.\. /g, '. ');
}
