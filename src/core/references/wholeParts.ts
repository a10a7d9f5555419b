/**
 * What a chain can't see, since it weighs a token by those beside it: that brackets and quotation marks come in pairs,
 * that a number alone before a title is of the title, that a book's title is no container. Parts as they were read,
 * made whole; what stands in another part stays there.
 */
import type { Part, Role } from './roles';

const TEXTS: ReadonlySet<Role> = new Set<Role>(['title', 'container', 'series', 'event', 'publisher']);
const PAIRS = [
  ['(', ')'],
  ['[', ']'],
  ['“', '”'],
  ['„', '“'],
  ['«', '»'],
] as const;
/** Letters within which what was opened is closed: what is further is another matter. */
const NEAR = 60;

/** Where a text lets something open: the place of what opens it; -1 where all is closed. */
function openAt(text: string, [open, close]: (typeof PAIRS)[number]): number {
  const opened: number[] = [];
  for (let i = 0; i < text.length; i++) {
    if (text[i] === open) opened.push(i);
    else if (text[i] === close) opened.pop();
  }
  return opened.at(-1) ?? -1;
}
/** A number, alone before what it counts: `: 100 Jahre`. Behind a word it is that word's. */
const COUNTS = /(?:^|[.:,;!?)\]”"»–—]\s+|[“"„«'‘])(\d{1,3}(?:[.,]\d{3})*)\s+$/u;

interface Whole {
  readonly text: string;
  readonly parts: readonly Part[];
}
const between = (parts: readonly Part[], start: number, end: number, but: Part): readonly Part[] =>
  parts.filter((p) => p !== but && p.start < end && p.end > start);

/**
 * The end of a part that opens something: behind what closes it, where that is near; before a bracket that is closed far
 * behind or round other parts, since that is one of the whole reference; else its own.
 */
function endOf({ text, parts }: Whole, part: Part): number {
  const years = parts.filter((p) => p.role === 'year').length;
  for (const pair of PAIRS) {
    const own = text.slice(part.start, part.end);
    const opened = openAt(own, pair);
    const close = text.indexOf(pair[1], part.end);
    if (opened < 0 || close < 0) continue;
    // What closes is of another pair.
    if (text.slice(part.end, close).includes(pair[0])) continue;
    const taken = between(parts, part.end, close + 1, part);
    const near = close - part.end < NEAR;
    // A year in it is another than the reference's, where there is one besides.
    if (near && taken.every((p) => p.end <= close && p.role === 'year') && taken.length < Math.max(1, years))
      return close + 1;
    const before = own.slice(0, opened).trimEnd();
    if (pair[0] === '(' && /\s/.test(before)) return part.start + before.length;
  }
  return part.end;
}
/** `Getting to “yes” in mud.`: what goes on in small letters behind a quotation within the title is of the title. */
const GOES_ON = /^[”"»’']?\s+(?=\p{Ll})[^.?!]{1,120}?(?=[.?!](?:\s|$)|$)/u;

function wholeText(whole: Whole, part: Part): Part {
  const { text, parts } = whole;
  let { start } = part;
  let end = endOf(whole, part);
  if (part.role === 'title') {
    const [, number] = COUNTS.exec(text.slice(0, start)) ?? [];
    const from = number === undefined ? start : text.lastIndexOf(number, start);
    if (from < start && !between(parts, from, start, part).length) start = from;
    if (/[“"«„]/u.test(text.slice(start, end)) && /^[”"»]|[”"»]$/u.test(text.slice(end - 1, end + 1))) {
      const next = Math.min(text.length, ...parts.filter((p) => p.start >= end).map((p) => p.start));
      const more = GOES_ON.exec(text.slice(end, next))?.[0];
      if (more) end += more.length;
    }
  }
  return start === part.start && end === part.end ? part : { ...part, start, end };
}
/** Parts that say of a thing that it stands in another; and those that books have. */
const WITHIN: ReadonlySet<Role> = new Set<Role>(['title', 'volume', 'issue', 'page', 'issn', 'doi', 'event']);
const IMPRINT: ReadonlySet<Role> = new Set<Role>(['publisher', 'place', 'edition', 'isbn']);
/** `Dunmallow (ed.) Readings in Peat. London`: a book without more is no container, but what stands behind an *in*. */
function withTitle(text: string, parts: readonly Part[]): readonly Part[] {
  const own = parts.findIndex((p) => p.role === 'container');
  const book = parts[own];
  if (!book || parts.some((p) => WITHIN.has(p.role)) || !parts.some((p) => IMPRINT.has(p.role))) return parts;
  const before = text.slice(parts[own - 1]?.end ?? 0, book.start);
  return /\b\p{Ll}{1,3}\W*$/iu.test(before) ? parts : parts.with(own, { ...book, role: 'title' });
}

/** `Shallow Variations Pages 11–61 in The Pregnancy`: the title of a part, its pages, and what it stands in. */
const PAGES_IN =
  /^(.{3,}?)[.,]?\s+(?:Pages?|pp\.)\s+([A-Za-z]?\d[\dA-Za-z]*(?:[-–‑][A-Za-z]?\d+)?)\s+in:?\s+(.*)$/u;
function withPages(text: string, parts: readonly Part[]): readonly Part[] {
  const title = parts.find((p) => p.role === 'title');
  if (!title || parts.some((p) => p.role === 'page')) return parts;
  const next = parts.find((p) => p.start >= title.end);
  const container = parts.find((p) => p.role === 'container');
  // What it stands in may be read as such already: then the title reaches up to it.
  const end = container && container === next ? container.start : title.end;
  const own = PAGES_IN.exec(text.slice(title.start, end));
  if (!own || (own[3] !== '') === (container !== undefined)) return parts;
  const [, name = '', page = '', whole = ''] = own;
  const at = title.start + text.slice(title.start, end).indexOf(page, name.length);
  const made: Part[] = [
    { ...title, end: title.start + name.length },
    { ...title, role: 'page', start: at, end: at + page.length },
    ...(whole ? [{ ...title, role: 'container' as const, start: end - whole.length, end }] : []),
  ];
  return parts.flatMap((p) => (p === title ? made : p));
}
/** `(Height (1713)`: a bracket that closes at a title's beginning was opened before it. */
function openedBefore(text: string, parts: readonly Part[]): readonly Part[] {
  const title = parts.find((p) => p.role === 'title');
  if (!title) return parts;
  const close = text.slice(title.start, title.end + 1).indexOf(')');
  const opened = text.lastIndexOf('(', title.start);
  const before = parts.find((p) => p.end > opened && p.start < opened && p.role === 'author');
  if (close < 0 || close > 8 || opened < 0 || text.slice(title.start, title.start + close).includes('('))
    return parts;
  // From behind the last stop of whoever it was taken for.
  const own = before && /^(.*\.\s+)\p{Lu}[^.]*$/su.exec(text.slice(before.start, opened));
  if (!before || !own) return parts;
  const start = before.start + (own[1] as string).length;
  return parts.map((p) =>
    p === title
      ? { ...title, start, end: Math.max(title.end, title.start + close + 1) }
      : p === before
        ? { ...before, end: before.start + (own[1] as string).trimEnd().length }
        : p,
  );
}
/** @returns the parts in their order; the same list where nothing is missing */
export function wholeParts(text: string, parts: readonly Part[]): readonly Part[] {
  const named = openedBefore(text, withPages(text, withTitle(text, parts)));
  const whole = named.map((p) => (TEXTS.has(p.role) ? wholeText({ text, parts: named }, p) : p));
  if (whole.length === parts.length && whole.every((p, i) => p === parts[i])) return parts;
  // A year that a name has in brackets is the name's.
  return whole.filter((p) => !whole.some((o) => o !== p && o.start <= p.start && o.end >= p.end));
}
