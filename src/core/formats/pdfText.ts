/** Texts for the pages of a PDF. */

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

/**
 * A text in lines that fit: what has no blanks, as an address, is broken where it has to be.
 * @param fits whether a line is short enough
 * @example linesThat('a kelp farm', (t) => t.length <= 6) // ['a kelp', 'farm']
 */
export function linesThat(text: string, fits: (line: string) => boolean): readonly string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const longer = line ? `${line} ${word}` : word;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line) lines.push(line);
    line = '';
    for (let left = [...word]; left.length; ) {
      const n = most(left.length, (k) => fits(left.slice(0, k).join('')));
      line = left.slice(0, n).join('');
      left = left.slice(n);
      if (left.length) lines.push(line);
    }
  }
  return line ? [...lines, line] : lines;
}
/** The largest number up to `all` that holds, at least 1; what holds for one holds for all below it. */
function most(all: number, holds: (n: number) => boolean): number {
  let [from, to] = [1, all];
  while (from < to) {
    const middle = Math.ceil((from + to) / 2);
    if (holds(middle)) from = middle;
    else to = middle - 1;
  }
  return from;
}
