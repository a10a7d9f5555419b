/**
 * Whoever is named at the beginning of a reference and was taken for nobody: family names with strokes between
 * (`Sotman/Durin, …`), somebody with initials (`Rautenfels, J. von: …`), a body, and names that follow a label with the
 * same ones (`Sotman (1987): Sotman, M.: …`).
 */
import { isBody } from './names';
import type { Part } from './roles';

const NAME = String.raw`\p{Lu}[\p{L}\p{M}’'‐-]+(?:\s(?:\p{Ll}{1,3}\s)?\p{Lu}[\p{L}\p{M}’'‐-]+)?`;
const STROKES = new RegExp(`^${NAME}(?:/(?:\\p{Ll}{1,3}\\s)?${NAME})+(?=[,:]\\s|\\s\\()`, 'u');
const INITIALLED = new RegExp(
  `^${NAME},\\s(?:\\p{Lu}\\.[\\s-]?){1,3}(?:(?:von|van|der|den|de|du|da|di|del|zu|af|av)\\s?){0,2}(?=[:(])`,
  'u',
);
const WORDS = /^\p{Lu}[\p{L}\s]{4,80}(?=[.:]\s|\s\()/u;
/** Who begins the text: people parted by strokes, somebody with initials, a body. */
function beginner(text: string): string {
  const [own = ''] = STROKES.exec(text) ?? INITIALLED.exec(text) ?? [];
  const [words = ''] = own ? [] : (WORDS.exec(text) ?? []);
  return own.trimEnd() || (isBody(words) ? words : '');
}
const MARKS = /^[\s),.:;–—-]+/u;
const SURE = 0.5;

const named = (parts: readonly Part[], title: Part | undefined): boolean =>
  parts.some((p) => p.role === 'author' || (p.role === 'editor' && !(title && p.start > title.start)));
const isFree = (parts: readonly Part[], start: number, end: number): boolean =>
  !parts.some((p) => p.start < end && p.end > start);

/** The people between a label with its year and the title, where they begin as the label does. */
function afterLabel(text: string, parts: readonly Part[], title: Part): Part | null {
  const year = parts.find((p) => p.role === 'year');
  if (!year || year.end > title.start || !/^\)\s*:/.test(text.slice(year.end))) return null;
  const start = year.end + (MARKS.exec(text.slice(year.end))?.[0].length ?? 0);
  const own = text.slice(start, title.start).replace(/[\s:]+$/u, '');
  const [first] = /^[\p{L}\p{M}]{2,}/u.exec(own) ?? [];
  return first && text.startsWith(first) && /[,.]/.test(own) && isFree(parts, start, start + own.length)
    ? { role: 'author', start, end: start + own.length, confidence: SURE }
    : null;
}
/** @returns the parts in their order; the same list where nobody is missing */
export function withBeginning(text: string, parts: readonly Part[]): readonly Part[] {
  const title = parts.find((p) => p.role === 'title');
  const more: Part[] = [];
  const first = beginner(text);
  if (first && !named(parts, title) && isFree(parts, 0, first.length))
    more.push({ role: 'author', start: 0, end: first.length, confidence: SURE });
  const again = title && afterLabel(text, parts, title);
  if (again) more.push(again);
  const all = more.length ? [...parts, ...more].sort((a, b) => a.start - b.start) : parts;
  // `Ministério da Saúde (1926): Ministério da Saúde: Title`
  const [author] = all.filter((p) => p.role === 'author');
  if (!title || !author || author.end > title.start) return all;
  const twice = `${text.slice(author.start, author.end)}: `;
  return text.startsWith(twice, title.start) && title.end > title.start + twice.length
    ? all.map((p) => (p === title ? { ...title, start: title.start + twice.length } : p))
    : all;
}
