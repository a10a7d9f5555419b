/** Standard numbers: check digits and normal forms (ISBN: ISO 2108, ISSN: ISO 3297, DOI: ISO 26324). */

import { trimmed } from '../text';

/** ISBN-13 of nine digits after the 978 prefix, with its check digit. */
export function isbn13(nine: string): string {
  const body = `978${nine}`;
  let sum = 0;
  for (let i = 0; i < 12; i++) sum += Number(body[i]) * (i % 2 === 0 ? 1 : 3);
  return body + ((10 - (sum % 10)) % 10);
}

/** Hyphens and dashes of all sorts, as people's programs make them, as one. */
const plainDashes = (text: string): string => text.replace(/[\u00ad\u2010-\u2015\u2212\ufe63\uff0d]/g, '-');
/** What says which number it is: `ISBN 13:`, `urn:issn:`. */
const ISBN_NAME = /^[\s<([]*(?:urn:)?(?:e-?|p-?)?isbn(?:[- ]?1[03])?[:\s]*/i;
const ISSN_NAME = /^[\s<([]*(?:urn:)?(?:e-?|p-?)?issn[:\s]*/i;
/** The number alone, in capitals. */
const bareNumber = (text: string, name: RegExp): string =>
  plainDashes(text)
    .replace(name, '')
    .replace(/[\s-]/g, '')
    .replace(/[)\].,;>]+$/, '')
    .toUpperCase();
/** Digits of a valid ISBN-10 or ISBN-13 as ISBN-13; null when the check digit or length is wrong. */
export function readIsbn(text: string): string | null {
  const s = bareNumber(text, ISBN_NAME);
  if (/^97[89]\d{10}$/.test(s)) {
    let sum = 0;
    for (let i = 0; i < 13; i++) sum += Number(s[i]) * (i % 2 === 0 ? 1 : 3);
    return sum % 10 === 0 ? s : null;
  }
  if (!/^\d{9}[\dX]$/.test(s)) return null;
  let sum = 0;
  for (let i = 0; i < 10; i++) sum += (s[i] === 'X' ? 10 : Number(s[i])) * (10 - i);
  return sum % 11 === 0 ? isbn13(s.slice(0, 9)) : null;
}

/** An ISSN with hyphen from its seven digits. */
export function issn(seven: string): string {
  let sum = 0;
  for (let i = 0; i < 7; i++) sum += Number(seven[i]) * (8 - i);
  const check = (11 - (sum % 11)) % 11;
  return `${seven.slice(0, 4)}-${seven.slice(4)}${check === 10 ? 'X' : check}`;
}

/** A valid ISSN in the form 1234-567X; null otherwise. */
export function readIssn(text: string): string | null {
  const s = bareNumber(text, ISSN_NAME);
  return /^\d{7}[\dX]$/.test(s) && issn(s.slice(0, 7)).replace('-', '') === s ? issn(s.slice(0, 7)) : null;
}

/** What stands before a DOI: an address of a resolver or a page, `doi:`, `info:doi/` (RFC 4452), `urn:doi:`. */
const BEFORE_DOI =
  /^[\s<[({“"'«]*(?:(?:https?:\/\/|www\.)[^\s/]+\/(?:[^\s]*?\/)?(?=10\.\d{4})|[^\s/]+\/(?=10\.\d{4})|info:doi\/|urn:doi:|(?:digital object identifier|doi)\s*[:.]?\s*(?:https?:\/\/[^\s/]+\/)?)?/i;
const DOI_BODY = /^10\.\d{4,9}\/[^\s"]+/;
const PAIRS = [
  ['(', ')'],
  ['[', ']'],
  ['<', '>'],
  ['{', '}'],
] as const;
/** Longer than any DOI that was given out. */
const LONGEST_DOI = 400;
/**
 * Without the marks of the sentence that it stands in: stops at its end, closing brackets that were not opened
 * within it. SICI (Z39.56), which old DOIs are made of, has brackets of its own.
 */
function withoutMarks(body: string): string {
  let own = body;
  for (const [open, close] of PAIRS) {
    // What is opened and never closed, or closed and never opened, ends it.
    let depth = 0;
    for (let i = 0; i < own.length; i++) {
      if (own[i] === open) depth++;
      else if (own[i] === close && --depth < 0) {
        own = own.slice(0, i);
        break;
      }
    }
    // Only SICI has pointed brackets; others are the page's.
    if (open === '<' && own.includes('<') && !/<[^<>]*::[^<>]*>/.test(own))
      own = own.slice(0, own.indexOf('<'));
  }
  return trimmed(own, '', `.,;`);
}
/**
 * The DOI inside a bare DOI, a `doi:` or `info:doi/` form or a resolver address, with marks around it or
 * without, lower-cased; null when there is none.
 * @example readDoi('<https://doi.org/10.5555/ABC.1>.') // '10.5555/abc.1'
 */
export function readDoi(text: string): string | null {
  const own = text.slice(0, LONGEST_DOI * 2).trim();
  const before = BEFORE_DOI.exec(own)?.[0] ?? '';
  let rest = own.slice(before.length);
  if (/%(?:2F|3C|3E|28|29|3A|3B|5B|5D)/i.test(rest))
    try {
      rest = decodeURIComponent(rest);
    } catch {
      // A percent sign of its own.
    }
  const body = DOI_BODY.exec(rest)?.[0];
  // What stands behind it is none of it, so the text is no DOI.
  if (!body || /\S/.test(rest.slice(body.length).replace(/^["“”>)\].,;]+/, ''))) return null;
  const doi = withoutMarks(body.slice(0, LONGEST_DOI)).toLowerCase();
  return doi.length > doi.indexOf('/') + 1 ? doi : null;
}

/** Valid ORCID (ISO 7064, 11-2) in its usual form; null otherwise. */
export function readOrcid(text: string): string | null {
  const s = plainDashes(text)
    .replace(/^\s*(?:https?:\/\/(?:www\.)?orcid\.org\/|orcid(?:\s+id)?\s*:?\s*)/i, '')
    .replace(/[\s-]/g, '')
    .toUpperCase();
  if (!/^\d{15}[\dX]$/.test(s)) return null;
  let sum = 0;
  for (const d of s.slice(0, 15)) sum = (sum + Number(d)) * 2;
  const check = (12 - (sum % 11)) % 11;
  return s[15] === (check === 10 ? 'X' : String(check)) ? (s.match(/.{4}/g) as string[]).join('-') : null;
}

export interface IdentifiersFound {
  readonly doi: readonly string[];
  readonly isbn: readonly string[];
  readonly issn: readonly string[];
  readonly orcid: readonly string[];
}
/** Letters of a text that are looked through. */
const TEXT_LOOKED_AT = 200_000;
/** All identifiers in any text: sentences, lists, addresses. Only valid ones, each once, in their order. */
export function identifiersIn(text: string): IdentifiersFound {
  const own = plainDashes(text.slice(0, TEXT_LOOKED_AT));
  const all = (pattern: RegExp, read: (found: string) => string | null): string[] => [
    ...new Set(Array.from(own.matchAll(pattern), (m) => read(m[0])).filter((x) => x !== null)),
  ];
  const orcid = all(/(?<![\d-])\d{4}-\d{4}-\d{4}-\d{3}[\dX](?![\d-])/gi, readOrcid);
  return {
    doi: all(/10\.\d{4,9}\/[^\s"“”»]+/g, (t) => readDoi(trimmed(t, '', `.,;:'’*`))),
    isbn: all(/(?<![\d-])(?:97[89][ -]?)?\d(?:[ -]?\d){8}[ -]?[\dX](?![\d-])/gi, readIsbn),
    issn: all(/(?<![\d-])\d{4}-\d{3}[\dX](?![\d-])/gi, readIssn),
    orcid,
  };
}
