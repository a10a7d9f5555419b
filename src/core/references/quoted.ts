/**
 * What stands in quotation marks as a whole is a title, whatever the chain took its words for: where a title begins
 * within such marks, or nothing else is one, it ends with them, and what is behind them is something else.
 */
import type { Part, Role } from './roles';

/** What opens a quotation, and what closes it; a language's own marks may be another's the other way round. */
const MARKS: readonly (readonly [open: string, close: string])[] = [
  ['“', '”'],
  ['„', '“'],
  ['„', '”'],
  ['”', '”'],
  ['«', '»'],
  ['»', '«'],
  ['‘‘', '’’'],
  ['``', "''"],
  ['"', '"'],
  ['‘', '’'],
];
/** A title is no longer than this, in letters. */
const LONGEST = 400;
/** What a title has none of. */
const NEVER: ReadonlySet<Role> = new Set<Role>([
  ...(['volume', 'issue', 'page', 'number', 'doi', 'url', 'isbn', 'issn', 'accessed'] as const),
  ...(['publisher', 'place', 'edition', 'genre'] as const),
]);
const BEGINS = /(?:^|[\s([.,:;—–-])$/u;
/** Behind the mark that closes a whole title: nothing, a mark, or something that begins anew. */
const ENDS =
  /^(?:\s*$|\s*[.,;:)(\]]|\s+[^\p{Ll}]|\s+(?:in|dans|en|i|w|v|ve|teoksessa|em|ed|eds|dir|toim|In)\b)/u;
/** The same where words behind it were read as the title's, too: `“Yes”: a word in mud` goes on. */
const ENDS_IT = /^(?:\s*[.;)(\]]|\s*,?\s+[^\p{Ll}])/u;

interface Quoted {
  /** Of what is within, without marks and blanks at its ends. */
  readonly start: number;
  readonly end: number;
  /** Where the opening mark stands, and what is behind the closing one. */
  readonly from: number;
  readonly to: number;
}
/**
 * Where a quotation closes that begins at a place; -1: nowhere near. A single mark is an apostrophe before a letter,
 * and most often behind an `s`.
 */
function closes(text: string, from: number, close: string): number {
  // No further than a title is long: what opens all over a hostile text is not looked for to its end each time.
  const near = text.slice(from, from + LONGEST + close.length);
  for (let at = near.indexOf(close); at >= 0; at = near.indexOf(close, at + 1)) {
    if (close !== '’') return from + at;
    const [before, after] = [near[at - 1] ?? '', text[from + at + 1] ?? ''];
    if (/[\p{L}\p{N}]/u.test(after)) continue;
    if (/[.,?!]/.test(before) || /^[.,;:)]?$/.test(after) || !/s/i.test(before)) return from + at;
  }
  return -1;
}
/** The quotations of a text, outermost ones, in their order. */
function quotations(text: string): Quoted[] {
  const found: Quoted[] = [];
  for (let i = 0; i < text.length; i++) {
    if (!BEGINS.test(text.slice(Math.max(0, i - 1), i))) continue;
    for (const [open, close] of MARKS) {
      if (!text.startsWith(open, i)) continue;
      const within = i + open.length;
      const at = closes(text, within, close);
      if (at < 0) continue;
      const own = text.slice(within, at);
      // One that opens again is not the one that closes.
      if (open !== close && own.includes(open)) continue;
      const head = own.length - own.trimStart().length;
      const tail = own.length - own.replace(/[\s.,;:]+$/u, '').length;
      if (!/\p{L}{2}/u.test(own)) continue;
      found.push({ start: within + head, end: at - tail, from: i, to: at + close.length });
      i = at + close.length - 1;
      break;
    }
  }
  return found;
}

/** What is behind a place, without the marks before it. */
const behind = (text: string, at: number, end: number): number =>
  at + (/^[\s.,;:]*/u.exec(text.slice(at, end))?.[0].length ?? 0);
/** The quotation that is the whole title, where there is one. */
function wholeTitle(text: string, parts: readonly Part[], title: Part | undefined): Quoted | undefined {
  return quotations(text).find((q) => {
    const over = parts.filter((p) => p.start < q.to && p.end > q.from);
    if (!over.length || over.some((p) => NEVER.has(p.role))) return false;
    const within = title !== undefined && title.start >= q.from && title.start < q.to;
    // It is begun by something else: by a word of the title, or it is a by-name.
    if (over.some((p) => p.start < q.from && !(within && p.role === 'author'))) return false;
    const containers = over.some((p) => p.role === 'container' && (!title || p.end > q.to));
    if (!within && !(containers && (!title || title.start >= q.to))) return false;
    const goesOn = within && title.end > q.to;
    if (!goesOn && /[.,?!]/.test(text[q.to - 2] ?? '')) return true;
    return (goesOn ? ENDS_IT : ENDS).test(text.slice(q.to));
  });
}
/** `“Kelp” Ann Lind. Tide`: whoever is named behind a title where nobody else is. */
const PEOPLE = /^\p{Lu}[\p{L}\p{M}.,;&’'\s-]{4,160}$/u;

/** @returns the parts in their order; the same list where no title is quoted, or it is whole */
export function quotedTitle(text: string, parts: readonly Part[]): readonly Part[] {
  const title = parts.find((p) => p.role === 'title');
  const quoted = wholeTitle(text, parts, title);
  if (!quoted) return parts;
  const { start, end, from, to } = quoted;
  const nobody = !parts.some((p) => p.role === 'author' || p.role === 'editor');
  if (title && title.start === start && title.end === end && !nobody) return parts;
  const confidence = (title ?? parts.find((p) => p.role === 'container'))?.confidence ?? 0;
  const rest: Part[] = [];
  for (const p of parts) {
    if (p === title || (p.start >= from && p.end <= to)) continue;
    const own = {
      ...p,
      start: p.start >= from && p.start < to ? behind(text, to, p.end) : p.start,
      end:
        p.start < from && p.end > from
          ? from - (/\s*$/u.exec(text.slice(p.start, from))?.[0].length ?? 0)
          : p.end,
    };
    if (own.start < own.end) rest.push(own);
  }
  const next = rest.findIndex((p) => p.start >= to);
  const after = rest[next];
  const others =
    title && title.end > to ? { ...title, start: Math.max(title.start, behind(text, to, title.end)) } : null;
  // Where nobody is named, people stand behind a title; else what it stands in begins there.
  const until = others?.end ?? after?.start ?? text.length;
  const people = behind(text, to, until);
  const named = text.slice(people, until).replace(/(?:[.,]?\s+(?:In|Im))?[\s.,;:]*$/u, '');
  if (nobody && /^\s/.test(text.slice(to)) && PEOPLE.test(named) && /\s/.test(named))
    rest.push({ role: 'author', start: people, end: people + named.length, confidence });
  else if (others && others.start < others.end) {
    const near = (a: number, b: number): boolean => a <= b && /^[\s.,;:]*$/u.test(text.slice(a, b));
    if (after?.role === 'container' && near(others.end, after.start))
      rest[next] = { ...after, start: others.start };
    else if (after?.role === 'container' && near(after.end, others.start))
      rest[next] = { ...after, end: others.end };
    else if (!rest.some((p) => p.role === 'container')) rest.push({ ...others, role: 'container' });
  }
  return [...rest, { role: 'title' as const, start, end, confidence }].sort((a, b) => a.start - b.start);
}
