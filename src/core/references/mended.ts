/**
 * What other programs did to a pasted text before it came: letters in UTF-8 that were read as Windows-1252 (`DuniÃ¨res`,
 * `â€œ`), and characters written as HTML (`&amp;`, `&#233;`). Both are taken back; nothing else is touched.
 */
import { decodeHTML } from 'entities';
import { WINDOWS } from '../decode';

const byteOf = (c: string): number => {
  const high = WINDOWS.indexOf(c);
  return high < 0 ? c.charCodeAt(0) : 0x80 + high;
};
const TAIL = `[\u0080-\u00bf${WINDOWS}]`;
/** Letters with accents, and marks of print: two and three bytes in UTF-8. */
const MISREAD = new RegExp(`[ÂÃÄÅ]${TAIL}|â[€\u0080]${TAIL}`, 'gu');
/** `IRMÃ»` is a word between quotation marks; one such place says nothing. */
const MORE_THAN = 1;
const strict = new TextDecoder('utf-8', { fatal: true });
function asRead(misread: string): string {
  try {
    return strict.decode(Uint8Array.from(misread, byteOf));
  } catch {
    return misread;
  }
}
const ENTITY = /&(?:#\d{1,7}|#x[\da-f]{1,6}|[a-z][a-z\d]{1,30});/giu;

/** Whether a text was read in another encoding than it was written in, as far as its letters say. */
export const isMisread = (text: string): boolean => (text.match(MISREAD)?.length ?? 0) > MORE_THAN;
/**
 * @param misread as `isMisread` says of the whole text that this is of
 * @example mended('Tang &amp; Torf', false) // 'Tang & Torf'
 */
export function mended(text: string, misread: boolean): string {
  const own = misread ? text.replace(MISREAD, asRead) : text;
  return own.replace(ENTITY, (entity) => decodeHTML(entity));
}
