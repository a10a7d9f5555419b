/**
 * A text without the punctuation that cataloguing rules (ISBD) put between parts, which is no part of it; the point of
 * an initial at the end stays.
 * @example withoutIsbd('Kelp and dulse /') // 'Kelp and dulse'
 */
export const withoutIsbd = (text: string): string =>
  text
    .replace(/\s*[/:;,=]\s*$/, '')
    .replace(/(?<!\b\p{L})\.$/u, '')
    .trim();
