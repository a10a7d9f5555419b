/** Files of references: which format one is, and its items. What is in no known format is text to be read. */
import type { CslItem } from '../bibliography/record';
import type { ReadReference } from '../references/read';
import { readCslItems } from './cslItems';
import type { ReadItems } from './item';
import { readRis } from './ris';
import { decodeText } from './text';

/** By the file's content first, its name second. */
export function readFile(name: string, bytes: Uint8Array): ReadItems | { readonly text: string } {
  const text = decodeText(bytes);
  const head = text.slice(0, 2000).trimStart();
  if (/^TY {1,2}- /m.test(head) || /\.ris$/i.test(name)) return readRis(text);
  if (/^[[{]/.test(head) && /"(?:title|type)"\s*:/.test(head)) return readCslItems(text);
  return { text };
}

/** Items that need no reading, as references that are read already: one line of text each, and no part to be corrected. */
export const itemsAsReferences = (items: readonly CslItem[]): ReadReference[] =>
  items.map(({ id: _, abstract: _a, ...csl }) => ({ text: lineOf(csl), parts: [], csl }));

function lineOf(csl: Omit<CslItem, 'id'>): string {
  const people = (csl.author ?? csl.editor ?? []).map((n) => n.literal ?? [n.family, n.given].filter(Boolean).join(', ')).join('; ');
  const year = csl.issued?.['date-parts'][0][0];
  const place = [csl['container-title'] ?? csl.publisher, csl.volume && `${csl.volume}${csl.issue ? `(${csl.issue})` : ''}`, csl.page]
    .filter(Boolean)
    .join(', ');
  return [people, year && `(${year})`, csl.title, place].filter(Boolean).join('. ').replace(/\.\. /g, '. ');
}
