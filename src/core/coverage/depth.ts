/** How much of a title a line grants (KBART, NISO RP-9-2014, coverage_depth). */
export type CoverageDepth = 'fulltext' | 'selected articles' | 'abstracts';

/** The depth in the recommendation's words; vendors write it in several. */
export function readDepth(text: string): CoverageDepth | null {
  const t = text.toLowerCase().replace(/[\s_-]+/g, '');
  if (t === '' || t === 'fulltext' || t === 'ebook' || t === 'ebooks') return 'fulltext';
  return t.startsWith('selected') ? 'selected articles' : t.startsWith('abstract') ? 'abstracts' : null;
}
