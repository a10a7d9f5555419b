/** Standard numbers: check digits and normal forms (ISBN: ISO 2108, ISSN: ISO 3297, DOI: ISO 26324). */

import { trimmed } from '../text';

/** ISBN-13 of nine digits after the 978 prefix, with its check digit. */
export function isbn13(nine: string): string {
  const body = `978${nine}`;
  let sum = 0;
  for (let i = 0; i < 12; i++) sum += Number(body[i]) * (i % 2 === 0 ? 1 : 3);
  return body + ((10 - (sum % 10)) % 10);
}

/** Digits of a valid ISBN-10 or ISBN-13 as ISBN-13; null when the check digit or length is wrong. */
export function readIsbn(text: string): string | null {
  const s = text.replace(/[\s-]/g, '').toUpperCase();
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
  const s = text.replace(/[\s-]/g, '').toUpperCase();
  return /^\d{7}[\dX]$/.test(s) && issn(s.slice(0, 7)).replace('-', '') === s ? issn(s.slice(0, 7)) : null;
}

/**
 * The DOI inside a bare DOI, a `doi:` form or a resolver address, lower-cased; null when there is none.
 * @example readDoi('doi.org/10.5555/ABC.1') // '10.5555/abc.1'
 */
export function readDoi(text: string): string | null {
  const m = /^(?:(?:https?:\/\/)?[^/\s]+\/|doi:\s*)?(10\.\d{4,9}\/[^\s"<>]+)$/i.exec(text.trim());
  return m?.[1] ? trimmed(m[1].toLowerCase(), '', '.,;') : null;
}
