/**
 * The fields that can be asked for, with their names in each syntax: one table for reading, printing, the
 * rows and SRU's explain.
 */

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
  | 'page'
  | 'language'
  | 'kind'
  | 'record';
export type FieldTarget = { readonly field: Field } | { readonly code: CodeKind } | { readonly years: true };
export interface FieldEntry {
  /** CQL index; the sets are Dublin Core 1.1, bib 1.0 (Library of Congress context sets) and CQL's own. */
  readonly cql: string;
  readonly target: FieldTarget;
}
export const FIELD_TABLE: Readonly<Record<FieldName, FieldEntry>> = {
  title: { cql: 'dc.title', target: { field: 'title' } },
  by: { cql: 'dc.creator', target: { field: 'person' } },
  subject: { cql: 'dc.subject', target: { field: 'subject' } },
  in: { cql: 'bib.titleHost', target: { field: 'container' } },
  series: { cql: 'bib.titleSeries', target: { field: 'series' } },
  publisher: { cql: 'dc.publisher', target: { field: 'publisher' } },
  text: { cql: 'dc.description', target: { field: 'text' } },
  year: { cql: 'dc.date', target: { years: true } },
  isbn: { cql: 'bib.isbn', target: { code: 'isbn' } },
  issn: { cql: 'bib.issn', target: { code: 'issn' } },
  doi: { cql: 'bib.doi', target: { code: 'doi' } },
  callno: { cql: 'bib.callNumber', target: { code: 'call' } },
  number: { cql: 'dc.identifier', target: { field: 'number' } },
  volume: { cql: 'bib.volume', target: { code: 'vol' } },
  issue: { cql: 'bib.issue', target: { code: 'iss' } },
  page: { cql: 'bib.startPage', target: { code: 'page' } },
  language: { cql: 'dc.language', target: { code: 'lang' } },
  kind: { cql: 'dc.type', target: { code: 'kind' } },
  record: { cql: 'rec.identifier', target: { code: 'rec' } },
};
/** Fields that readers search in by rows; the others have conditions of their own, or are for programs. */
export const ROW_FIELDS: readonly FieldName[] = (Object.keys(FIELD_TABLE) as FieldName[]).filter(
  (name) => !['language', 'kind', 'record'].includes(name),
);
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
/** The field that a typed name means, in either case; null when it means none. */
export function fieldNamed(text: string): FieldName | null {
  const name = text.toLowerCase();
  return Object.hasOwn(FIELD_TABLE, name) ? (name as FieldName) : (ALIASES.get(name) ?? null);
}
/** The name by which a field is typed. */
export const nameOfField = (field: Field): FieldName =>
  FIELD_NAMES.find(
    (n) => 'field' in FIELD_TABLE[n].target && (FIELD_TABLE[n].target as { field: Field }).field === field,
  ) as FieldName;
/** The name by which a number of this sort is typed. */
export const nameOfCode = (code: CodeKind): FieldName =>
  FIELD_NAMES.find(
    (n) => 'code' in FIELD_TABLE[n].target && (FIELD_TABLE[n].target as { code: CodeKind }).code === code,
  ) as FieldName;
