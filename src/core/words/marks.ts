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

interface Read {
  readonly folded: readonly string[];
  /** In the text's language, and as English: so are the words of names and of headings. */
  readonly terms: readonly string[];
}
const KNOWN = 20_000;
/** By language: the words of titles come again and again. */
const known = new Map<string, Map<string, Read>>();
function read(word: string, language: string): Read {
  let own = known.get(language);
  if (!own || own.size > KNOWN) {
    own = new Map();
    known.set(language, own);
  }
  let made = own.get(word);
  if (!made) {
    const parts = words(word);
    made = { folded: parts.map(fold), terms: parts.flatMap((w) => [termOf(w, language), termOf(w, 'en')]) };
    own.set(word, made);
  }
  return made;
}

/** Ranges [start, end) in UTF-16 units of the words that match, neighbours joined. */
export function marksIn(text: string, language: string, wanted: ReturnType<typeof markable>): Mark[] {
  const marks: [number, number][] = [];
  if (wanted.stems.size === 0 && wanted.prefixes.length === 0) return marks;
  for (const m of text.matchAll(/[\p{L}\p{N}\p{M}]+(?:['’]\p{L}+)*/gu)) {
    const { folded, terms } = read(m[0], language);
    if (
      !terms.some((t) => wanted.stems.has(t)) &&
      !folded.some((w) => wanted.prefixes.some((p) => w.startsWith(p)))
    )
      continue;
    const last = marks.at(-1);
    if (last && text.slice(last[1], m.index) === ' ') last[1] = m.index + m[0].length;
    else marks.push([m.index, m.index + m[0].length]);
  }
  return marks;
}
