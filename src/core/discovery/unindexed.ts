/**
 * An item that the index does not have, as far as it can still be got: by its journal's coverage and shelves,
 * when that is known.
 */
import type { AccessItem } from '../access/options';
import { kindOfCsl } from '../model/cslTypes';
import { readIssn } from '../model/identifiers';
import type { CslItem, DiscoveryRecord, Journal, ReferenceItem } from '../model/record';
import { NO_RECORD } from '../model/record';
import type { KbartLine } from '../model/titleList';
import { words } from '../words/fold';

const key = (t: string): string => words(t).join(' ');

/** The journal that an item names by ISSN or title. */
export function journalOf(csl: ReferenceItem, journals: Iterable<Journal>): Journal | undefined {
  const issn = csl.ISSN ? readIssn(csl.ISSN) : null;
  const title = csl['container-title'] ? key(csl['container-title']) : '';
  let byTitle: Journal | undefined;
  for (const j of journals) {
    if (issn && (j.issn === issn || j.eissn === issn)) return j;
    if (title && key(j.title) === title) byTitle = j;
  }
  return byTitle;
}

/** A thing that no record describes, as ways and slips are made of it: only the description is known. */
export function unindexedItem(
  csl: ReferenceItem,
  journal: Journal | undefined,
  lines: readonly KbartLine[],
): AccessItem {
  const kind = kindOfCsl(csl.type) ?? 'book';
  const record: DiscoveryRecord = {
    id: NO_RECORD,
    csl: { ...csl, id: '' } as CslItem,
    kind,
    carrier: 'print',
    languages: [],
    subjects: [],
    source: '',
    ...(journal ? { journal: journal.id } : {}),
  };
  return { record, lines: journal ? lines : [], ...(journal ? { journal } : {}) };
}
