/**
 * Bytes of unknown origin as text: UTF-16 and UTF-8 by their marks, UTF-8 where it is valid, else
 * Windows-1252 (which holds Latin-1).
 */
export function decodeText(bytes: Uint8Array): string {
  const as = (encoding: string, from = 0): string => new TextDecoder(encoding).decode(bytes.subarray(from));
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return as('utf-16le', 2);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return as('utf-16be', 2);
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return as('utf-8', 3);
  // Without a mark: every other byte nought is UTF-16 of Latin text.
  const sample = bytes.subarray(0, 400);
  const zeros = (odd: number): number => sample.filter((b, i) => b === 0 && i % 2 === odd).length;
  if (sample.length > 3 && zeros(1) > sample.length / 3) return as('utf-16le');
  if (sample.length > 3 && zeros(0) > sample.length / 3) return as('utf-16be');
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return as('windows-1252');
  }
}
