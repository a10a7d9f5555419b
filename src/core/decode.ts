/**
 * Bytes of unknown origin as text: UTF-16 and UTF-8 by their marks, UTF-8 where it is valid, else
 * Windows-1252 (which holds Latin-1).
 */
export function decodeText(bytes: Uint8Array): string {
  return decoded(bytes).text;
}
/** What Windows-1252 has where Latin-1 has controls; the five bytes that it leaves open stay controls (WHATWG). */
export const WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
const PIECE = 8192;
/** Node 20 takes Windows-1252 for Latin-1, so that its quotation marks and dashes were lost. */
function windows1252(bytes: Uint8Array): string {
  let out = '';
  for (let at = 0; at < bytes.length; at += PIECE)
    out += String.fromCharCode(...bytes.subarray(at, at + PIECE));
  return out.replace(/[\u0080-\u009f]/g, (c) => WINDOWS[c.charCodeAt(0) - 0x80] as string);
}
export interface Decoded {
  readonly text: string;
  /** Characters NUL that stood in it and were left out: a sign of a damaged file. */
  readonly nuls: number;
}
/** The same, and what was left out. */
export function decoded(bytes: Uint8Array): Decoded {
  const raw = decodedAsItIs(bytes);
  const text = raw.includes('\0') ? raw.replaceAll('\0', '') : raw;
  return { text, nuls: raw.length - text.length };
}
/** Takes no note between texts: each is whole. */
const UTF8 = new TextDecoder('utf-8', { fatal: true });
/** Of these bytes from the first, so many are looked at. */
const SAMPLE = 400;
function decodedAsItIs(bytes: Uint8Array): string {
  const as = (encoding: string, from = 0): string => new TextDecoder(encoding).decode(bytes.subarray(from));
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return as('utf-16le', 2);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return as('utf-16be', 2);
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return as('utf-8', 3);
  // Without a mark: every other byte nought is UTF-16 of Latin text.
  const sample = Math.min(SAMPLE, bytes.length);
  const zeros = [0, 0];
  for (let i = 0; i < sample; i++) if (bytes[i] === 0) (zeros[i % 2] as number) += 1;
  if (sample > 3 && (zeros[1] as number) > sample / 3) return as('utf-16le');
  if (sample > 3 && (zeros[0] as number) > sample / 3) return as('utf-16be');
  try {
    return UTF8.decode(bytes);
  } catch {
    return windows1252(bytes);
  }
}
