/** The fields that can be asked for, with their names in each syntax: one table for reading, printing, the rows and SRU's explain. */

import { table } from '../table';
import type { CodeKind } from '../words/codes';
import type { Field } from './tree';

export type FieldName =
  | 'title'
  | 'by'
  | 'subject'
  | 'in'
  | 'series'
  | 'publisher'
  | 'text'
  | 'year'
  | 'isbn'
  | 'issn'
  | 'number'
  | 'doi'
  | 'callno'
  | 'volume'
  | 'issue'
  | 'page';
export type FieldTarget = { readonly field: Field } | { readonly code: CodeKind } | { readonly years: true };
export interface FieldEntry {
  readonly label: string;
  /** CQL index; the sets are Dublin Core 1.1, bib 1.0 (Library of Congress context sets) and CQL's own. */
  readonly cql: string;
  readonly target: FieldTarget;
}
export const FIELD_TABLE: Readonly<Record<FieldName, FieldEntry>> = {
  title: { label: 'Title', cql: 'dc.title', target: { field: 'title' } },
  by: { label: 'Person', cql: 'dc.creator', target: { field: 'person' } },
  subject: { label: 'Subject', cql: 'dc.subject', target: { field: 'subject' } },
  in: { label: 'Journal or book', cql: 'bib.titleHost', target: { field: 'container' } },
  series: { label: 'Series', cql: 'bib.titleSeries', target: { field: 'series' } },
  publisher: { label: 'Publisher', cql: 'dc.publisher', target: { field: 'publisher' } },
  text: { label: 'Abstract or contents', cql: 'dc.description', target: { field: 'text' } },
  year: { label: 'Year', cql: 'dc.date', target: { years: true } },
  isbn: { label: 'ISBN', cql: 'bib.isbn', target: { code: 'isbn' } },
  issn: { label: 'ISSN', cql: 'bib.issn', target: { code: 'issn' } },
  doi: { label: 'DOI', cql: 'bib.doi', target: { code: 'doi' } },
  callno: { label: 'Call number', cql: 'bib.callNumber', target: { code: 'call' } },
  number: { label: 'Any number', cql: 'dc.identifier', target: { field: 'number' } },
  volume: { label: 'Volume', cql: 'bib.volume', target: { code: 'vol' } },
  issue: { label: 'Issue', cql: 'bib.issue', target: { code: 'iss' } },
  page: { label: 'First page', cql: 'bib.startPage', target: { code: 'page' } },
};
export const FIELD_NAMES = Object.keys(FIELD_TABLE) as readonly FieldName[];

/** Other words that readers may type for the same field. */
const ALIASES = table<FieldName>({
  person: 'by',
  journal: 'in',
  heading: 'subject',
  abstract: 'text',
  call: 'callno',
  vol: 'volume',
  pages: 'page',
});
export function fieldNamed(text: string): FieldName | null {
  const name = text.toLowerCase();
  return Object.hasOwn(FIELD_TABLE, name) ? (name as FieldName) : (ALIASES.get(name) ?? null);
}
export const nameOfField = (field: Field): FieldName =>
  FIELD_NAMES.find(
    (n) => 'field' in FIELD_TABLE[n].target && (FIELD_TABLE[n].target as { field: Field }).field === field,
  ) as FieldName;
export const nameOfCode = (code: CodeKind): FieldName =>
  FIELD_NAMES.find(
    (n) => 'code' in FIELD_TABLE[n].target && (FIELD_TABLE[n].target as { code: CodeKind }).code === code,
  ) as FieldName;
/** The name shown for a code, as in “ISBN 978…”. */
export const fieldLabel = (code: CodeKind): string => FIELD_TABLE[nameOfCode(code)].label;
