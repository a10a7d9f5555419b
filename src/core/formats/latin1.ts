/**
 * A text in the letters that the standard fonts of PDF have (ISO 32000-1, annex D): what is beyond them loses its
 * diacritics rather than the document.
 * @example inLatin1('Čertov ‘ı’') // "Certov 'i'"
 */
export const inLatin1 = (text: string): string =>
  text.replace(/[‘’]/g, "'").replace(/[^\u0020-\u00ff–—“”€]/g, (c) => {
    const base = c.normalize('NFKD').replace(/\p{M}/gu, '').replace('ı', 'i');
    return /^[\u0020-\u00ff]*$/.test(base) ? base : '?';
  });
