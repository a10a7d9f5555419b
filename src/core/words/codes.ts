/**
 * Codes: standard numbers, call numbers and places in a volume, indexed whole and not as words. The same
 * normal forms serve record and query. No word contains a colon, so a code can stand in the term list beside
 * the words.
 */
import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { KIND_FAMILIES, KIND_LIST, KINDS, languageNamed } from '../model/kinds';
import type { DiscoveryRecord } from '../model/record';
import { table } from '../table';
import { fold } from './fold';

/**
 * isbn · issn · doi · call (call number) · vol · iss · page (first page) · lang (ISO 639-1) · kind (ours, its family,
 * or the CSL type that it is) · rec (the id of a record)
 */
export const CODE_KINDS = [
  'isbn',
  'issn',
  'doi',
  'call',
  'vol',
  'iss',
  'page',
  'lang',
  'kind',
  'rec',
] as const;
export type CodeKind = (typeof CODE_KINDS)[number];

/** A call number without spaces, case and decoration: `QK 570.5 .L56 2019` → `qk570.5l562019`. */
export const callNumberKey = (text: string): string =>
  fold(text)
    .replace(/[^\p{L}\p{N}.]+/gu, '')
    .replace(/\.(?=\p{L})/gu, '')
    .replace(/^\.+|\.+$/g, '');
/** All that a thing can be asked for as: `book`, `grey`, `article-journal`, `paper_conference`; by itself, folded. */
const KIND_KEYS = table<string>(
  Object.fromEntries(
    [
      ...KIND_LIST.flatMap((kind) => [kind, KINDS[kind].csl]),
      ...KIND_FAMILIES.map((family) => family.id),
    ].map((name) => [name.replaceAll('_', '-'), name.replaceAll('_', '-')]),
  ),
);
const plainNumber = (text: string): string => fold(text).replace(/[^\p{L}\p{N}]+/gu, '');

/**
 * The normal form of a code as it was written; null when it can't be one of its kind.
 * @example codeKey('isbn', '978-0-306-40615-7') // '9780306406157'
 */
export function codeKey(kind: CodeKind, text: string): string | null {
  switch (kind) {
    case 'isbn':
      return readIsbn(text);
    case 'issn':
      return readIssn(text);
    case 'doi':
      return readDoi(text);
    case 'call':
      return callNumberKey(text) || null;
    case 'lang':
      return languageNamed(text);
    case 'kind':
      return KIND_KEYS.get(fold(text.trim()).replace(/[\s_]+/g, '-')) ?? null;
    case 'rec':
      return text.trim() || null;
    case 'vol':
    case 'iss':
    case 'page':
      return /\d|^[ivxlc]+$/i.test(text) ? plainNumber(text.split(/[-–]/)[0] ?? '') || null : null;
  }
}
/** A number as the term it is indexed by. */
export const codeTerm = (kind: CodeKind, key: string): string => `${kind}:${key}`;

/** All code terms of a record but its own id, by which records are found without a term. */
export function codesOf(r: DiscoveryRecord): string[] {
  const c = r.csl;
  const terms = new Set<string>();
  const add = (kind: CodeKind, text: string | undefined) => {
    const key = text ? codeKey(kind, text) : null;
    if (key) terms.add(codeTerm(kind, key));
  };
  for (const isbn of (c.ISBN ?? '').split(/[;,\s]+/)) add('isbn', isbn);
  for (const issn of (c.ISSN ?? '').split(/[;,\s]+/)) add('issn', issn);
  add('doi', c.DOI);
  for (const copy of r.copies ?? []) add('call', copy.callNumber);
  add('vol', c.volume);
  add('iss', c.issue);
  add('page', c.page);
  for (const language of r.languages) add('lang', language);
  add('kind', r.kind);
  add('kind', KINDS[r.kind].csl);
  add('kind', KIND_FAMILIES.find(({ kinds }) => kinds.includes(r.kind))?.id);
  return [...terms];
}
