/**
 * A year where none was read: some styles set it beside what is before it with nothing between (`2015` behind an
 * edition, before pages), or in a date with a word that was taken for something else (`Stand 11.01.2013`).
 */
import type { Part, Role } from './roles';

const YEAR = /(?<!\d)(?:1[5-9]|20)\d\d(?!\d)/;
/** Where numbers of four digits are something else. */
const NEVER: ReadonlySet<Role> = new Set<Role>([
  ...(['title', 'container', 'series', 'event', 'author', 'volume', 'issue', 'page', 'number'] as const),
  ...(['doi', 'url', 'isbn', 'issn', 'accessed'] as const),
]);
const UNDATED =
  /(?<!\p{L})(?:n\. ?d|s\. ?[ad]|o\. ?[JD]|u\. ?å|b\. ?r|sine data|in press|forthcoming|im Druck)(?!\p{L})/iu;
/** Behind these stands when something was looked at. */
const LOOKED =
  /(?:access|retriev|consult|zugegriff|zugriff|abger|abgef|hämtad|visited|viewed|vist|läst|læst|lest|besøk|raadpl|geöffnet|acced|acess|dost|cit\.|http)[^.;]{0,40}$/iu;
/** How far back that is looked for, in letters. */
const NEAR = 60;
/** A year, and a year that the number of an edition has run into, set small as it was: `32019`, `112022`; `19073`. */
const WITH_EDITION_BEFORE = /(?<=(?<!\d)\d{0,2})(?:1[5-9]|20)\d\d(?!\d)/g;
const WITH_EDITION_BEHIND = /(?<!\d)(?:1[5-9]|20)\d\d(?=\d(?!\d))/g;
/** Pages that begin with a year: `1953394-396`, `1842 35`. */
const BEFORE_PAGES = /^((?:1[5-9]|20)\d\d)( ?)(\d+)([-–‑]\d+)?$/u;

function glued(text: string, page: Part): readonly Part[] | null {
  const own = BEFORE_PAGES.exec(text.slice(page.start, page.end));
  if (!own) return null;
  const [, year = '', blank = '', first = '', range] = own;
  // A number of seven digits and a range of two large ones are what they are.
  if (!blank && !range && year.length + first.length !== 8) return null;
  if (range && (first.length > range.length - 1 || Number(first) > Number(range.slice(1)))) return null;
  const end = page.start + year.length;
  return [
    { role: 'year', start: page.start, end, confidence: page.confidence / 2 },
    { ...page, start: end + blank.length },
  ];
}
/** `19073` where nothing else has pages: a year, and the number of an edition. */
function withEdition(text: string, page: Part, parts: readonly Part[]): readonly Part[] | null {
  const { start, end, confidence } = page;
  if (parts.some((p) => IN_SERIALS.has(p.role)) || !/^(?:1[5-9]|20)\d\d[1-9]$/.test(text.slice(start, end)))
    return null;
  return [
    { role: 'year', start, end: end - 1, confidence: confidence / 2 },
    { role: 'edition', start: end - 1, end, confidence: confidence / 2 },
  ];
}
const IN_SERIALS: ReadonlySet<Role> = new Set<Role>(['container', 'volume', 'issue']);
/** @returns the parts in their order; the same list where a year was read, or there is none */
export function withYear(text: string, parts: readonly Part[]): readonly Part[] {
  if (parts.some((p) => p.role === 'year' && YEAR.test(text.slice(p.start, p.end)))) return parts;
  if (UNDATED.test(text)) return parts;
  const page = parts.find((p) => p.role === 'page');
  const both = page && (glued(text, page) ?? withEdition(text, page, parts));
  if (both) return parts.flatMap((p) => (p === page ? both : p));
  // The last one: a year stands in most styles behind the names, and one in a text is none.
  for (const m of [WITH_EDITION_BEFORE, WITH_EDITION_BEHIND].flatMap((p) =>
    [...text.matchAll(p)].reverse(),
  )) {
    const [start, end] = [m.index, m.index + 4];
    const over = parts.filter((p) => p.start < end && p.end > start);
    if (over.some((p) => NEVER.has(p.role)) || LOOKED.test(text.slice(Math.max(0, start - NEAR), start)))
      continue;
    const before = text[start - 1] ?? '';
    if (/[/–-]/.test(before)) continue;
    const rest = parts.map((p) => (over.includes(p) && p.start < start ? { ...p, end: start } : p));
    return [
      ...rest.filter((p) => p.end <= start || p.start >= end),
      { role: 'year' as const, start, end, confidence: 0.5 },
    ].sort((a, b) => a.start - b.start);
  }
  return parts;
}
