/**
 * Codes: standard numbers, call numbers and places in a volume, indexed whole and not as words. The same
 * normal forms serve record and query. No word contains a colon, so a code can stand in the term list beside
 * the words.
 */
import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import type { DiscoveryRecord } from '../model/record';
import { fold } from './fold';

/** isbn · issn · doi · call (call number) · vol · iss · page (first page) */
export const CODE_KINDS = ['isbn', 'issn', 'doi', 'call', 'vol', 'iss', 'page'] as const;
export type CodeKind = (typeof CODE_KINDS)[number];

/** A call number without spaces, case and decoration: `QK 570.5 .L56 2019` → `qk570.5l562019`. */
export const callNumberKey = (text: string): string =>
  fold(text)
    .replace(/[^\p{L}\p{N}.]+/gu, '')
    .replace(/\.(?=\p{L})/gu, '')
    .replace(/^\.+|\.+$/g, '');
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
    case 'vol':
    case 'iss':
    case 'page':
      return /\d|^[ivxlc]+$/i.test(text) ? plainNumber(text.split(/[-–]/)[0] ?? '') || null : null;
  }
}
/** A number as the term it is indexed by. */
export const codeTerm = (kind: CodeKind, key: string): string => `${kind}:${key}`;

/** All code terms of a record. */
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
  return [...terms];
}
