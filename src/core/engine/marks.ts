/** Which parts of a text matched: ranges to be marked on the screen. */
import { termOf, termsFor } from './analysis';
import { fold, words } from './fold';

export type Mark = readonly [start: number, end: number];

/** Stems of all words wanted, for `marksIn`. */
export const markable = (
  wanted: readonly { text: string; prefix: boolean }[],
): { stems: ReadonlySet<string>; prefixes: readonly string[] } => ({
  stems: new Set(wanted.filter((w) => !w.prefix).flatMap((w) => words(w.text).flatMap(termsFor))),
  prefixes: wanted.filter((w) => w.prefix).flatMap((w) => words(w.text)),
});

/** Ranges [start, end) in UTF-16 units of the words that match, neighbours joined. */
export function marksIn(text: string, language: string, wanted: ReturnType<typeof markable>): Mark[] {
  const marks: [number, number][] = [];
  if (wanted.stems.size === 0 && wanted.prefixes.length === 0) return marks;
  for (const m of text.matchAll(/[\p{L}\p{N}\p{M}]+(?:['’]\p{L}+)*/gu)) {
    const parts = words(m[0]);
    const hit = parts.some(
      (w) =>
        wanted.stems.has(termOf(w, language)) || wanted.stems.has(termOf(w, 'en')) || wanted.prefixes.some((p) => fold(w).startsWith(p)),
    );
    if (!hit) continue;
    const last = marks.at(-1);
    if (last && text.slice(last[1], m.index) === ' ') last[1] = m.index + m[0].length;
    else marks.push([m.index, m.index + m[0].length]);
  }
  return marks;
}
