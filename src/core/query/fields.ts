/**
 * The fields that can be asked for, with their names in each syntax: one table for reading, printing, the
 * rows and SRU's explain.
 */

import { table } from '../table';
import type { CodeKind } from '../words/codes';
import { fold } from '../words/fold';
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
/**
 * The same in the languages that the app speaks, folded: syntax, and the same for everybody, so that the address of
 * a search means one thing whoever opens it. Words that could be meant otherwise are left out.
 */
const ELSEWHERE: Readonly<Partial<Record<FieldName, string>>> = {
  title: 'titel titre titulo baslik عنوان العنوان',
  by: 'von autor autorin person par auteur autora yazar persona pessoa kisi مولف المولف شخص',
  subject: 'thema schlagwort sujet matiere materia tema assunto konu موضوع الموضوع',
  in: 'zeitschrift revue dans revista en em dergi مجله المجله',
  series: 'reihe collection coleccion colecao dizi سلسله السلسله',
  publisher: 'verlag editeur editorial editora yayinci ناشر الناشر',
  text: 'zusammenfassung resume resumen resumo ozet مستخلص المستخلص',
  year: 'jahr annee ano yil سنه السنه',
  number: 'nummer numero numara رقم',
  callno: 'signatur cote signatura chamada yer',
  volume: 'band tome volumen cilt مجلد المجلد',
  issue: 'heft fascicule sayi عدد العدد',
  page: 'seite pagina sayfa صفحه الصفحه',
  language: 'sprache langue idioma lingua dil لغه اللغه',
  kind: 'art genre tipo tur نوع النوع',
};
const FOREIGN = table<FieldName>(
  Object.fromEntries(
    Object.entries(ELSEWHERE).flatMap(([name, said]) => said.split(' ').map((w) => [w, name as FieldName])),
  ),
);

/**
 * The field that a typed name means, in either case; null when it means none.
 * @param spaced a space stands behind its colon: titles begin so, and only the English names count then
 */
export function fieldNamed(text: string, spaced = false): FieldName | null {
  const name = fold(text);
  return Object.hasOwn(FIELD_TABLE, name)
    ? (name as FieldName)
    : (ALIASES.get(name) ?? (spaced ? null : FOREIGN.get(name)) ?? null);
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
