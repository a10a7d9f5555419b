/** One reference, read: its parts with their places in the text, and the CSL item that they make. */

import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import type { CslName, ReferenceItem } from '../model/record';
import { table } from '../table';
import { trimmed } from '../text';
import { readNames } from './names';
import type { Role } from './roles';
import { type Model, tag } from './tagger';
import { tokenise } from './tokens';

export interface Part {
  readonly role: Role;
  /** Place in the text of the reference, UTF-16 units, `end` exclusive. */
  readonly start: number;
  readonly end: number;
  /** 0 to 1; 1 when the reader gave the role by hand. */
  readonly confidence: number;
}
export interface ReadReference {
  readonly text: string;
  readonly parts: readonly Part[];
  readonly csl: ReferenceItem;
}

const LIGATURE = table<string>({ ﬀ: 'ff', ﬁ: 'fi', ﬂ: 'fl', ﬃ: 'ffi', ﬄ: 'ffl' });
const plain = (text: string): string =>
  text.replace(/[ﬀﬁﬂﬃﬄ]/g, (c) => LIGATURE.get(c) ?? c).replace(/\s+/g, ' ');
const HEAD_MARKS = ' .,;:“”"«»‘([';
const TAIL_MARKS = ' ,;:“”"«»’([';
const bare = (text: string): string =>
  trimmed(plain(text), HEAD_MARKS, TAIL_MARKS).replace(/(?<!\b\p{L})\.$/u, '');
/**
 * Letters of a reference that are read. The longest we have met has a tenth of them; what is behind stays
 * text.
 */
export const READ_AT_MOST = 5000;
const MONTHS = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ');

const BLANKS = ' \t\n\r\u00a0';
const ENDS = `${BLANKS},;:“”"`;
const BEGINS = `${BLANKS},;:.`;
/**
 * Runs of one role; those that only a mark parts are one. Roles of which there can be but one keep the
 * longest run.
 */
function runs(
  text: string,
  tokens: ReturnType<typeof tokenise>,
  roles: readonly Role[],
  sure: readonly number[],
): Part[] {
  const parts: (Part & { n: number })[] = [];
  let marks = 0;
  tokens.forEach((t, i) => {
    const role = roles[i] as Role;
    if (role === 'other') {
      marks += /[\p{L}\p{N}]/u.test(t.text) ? 3 : 1;
      return;
    }
    const last = parts.at(-1);
    if (last?.role === role && marks <= 2) {
      parts[parts.length - 1] = {
        ...last,
        end: t.end,
        confidence: (last.confidence * last.n + (sure[i] as number)) / (last.n + 1),
        n: last.n + 1,
      };
    } else parts.push({ role, start: t.start, end: t.end, confidence: sure[i] as number, n: 1 });
    marks = 0;
  });
  const longest = new Map<Role, Part>();
  for (const p of parts) {
    const known = longest.get(p.role);
    if (!known || p.end - p.start > known.end - known.start) longest.set(p.role, p);
  }
  return parts
    .filter((p) => longest.get(p.role) === p || p.role === 'author' || p.role === 'editor')
    .map(({ n: _, ...p }) => {
      // A part ends with its words, not with the mark behind them.
      const own = text.slice(p.start, p.end);
      const tail = own.length - trimmed(own, '', ENDS).length;
      const head = own.length - trimmed(own, BEGINS, '').length;
      return { ...p, start: p.start + head, end: p.end - tail };
    })
    .filter((p) => p.end > p.start);
}

/** What the parts say, as a CSL item. */
export function cslOf(text: string, parts: readonly Part[]): ReferenceItem {
  const of = (role: Role): string | undefined => {
    const own = parts.find((p) => p.role === role);
    return own && bare(text.slice(own.start, own.end));
  };
  const people = (role: Role): readonly CslName[] | undefined => {
    const names = parts
      .filter((p) => p.role === role)
      .flatMap((p) => readNames(plain(text.slice(p.start, p.end))));
    return names.length ? names : undefined;
  };
  const when = of('year');
  const year = /(1[4-9]|20)\d\d/.exec(when ?? '')?.[0];
  const month = MONTHS.indexOf((/\p{L}{3,}/u.exec((when ?? '').toLowerCase())?.[0] ?? '').slice(0, 3)) + 1;
  const day = Number(/(?<!\d)(\d{1,2})(?!\d)/.exec(when ?? '')?.[1] ?? 0);
  const number = (role: Role): string | undefined => of(role)?.replace(/^\D+(?=\d)/u, '') || undefined;
  const page = of('page')
    ?.replace(/^\D*?(?=[\p{L}]?\d)/u, '')
    .replace(/\s*(?:--|[-–—])\s*/u, '-');
  const [container, publisher, genre, volume, issue] = [
    of('container'),
    of('publisher'),
    of('genre'),
    number('volume'),
    number('issue'),
  ];
  const [author, editor, translator] = [people('author'), people('editor'), people('translator')];
  const all = {
    type: typeOf({ container, publisher, genre, volume, issue, editor, month, text, page }),
    title: of('title') ?? '',
    author,
    editor,
    translator,
    issued: year
      ? {
          'date-parts': [
            month && day ? [Number(year), month, day] : month ? [Number(year), month] : [Number(year)],
          ],
        }
      : undefined,
    'container-title': container,
    'collection-title': of('series'),
    volume,
    issue,
    page,
    edition: /\d+/.exec(of('edition') ?? '')?.[0] ?? of('edition'),
    publisher,
    'publisher-place': of('place'),
    genre,
    DOI: readDoi((of('doi') ?? '').replace(/^doi:?\s*/i, '')) ?? undefined,
    URL: of('url'),
    ISBN: readIsbn(of('isbn') ?? '') ?? undefined,
    ISSN: readIssn(of('issn') ?? '') ?? undefined,
  };
  return Object.fromEntries(
    Object.entries(all).filter(([k, v]) => v !== undefined && (v !== '' || k === 'title')),
  ) as unknown as ReferenceItem;
}

function typeOf(x: {
  container?: string;
  publisher?: string;
  genre?: string;
  volume?: string;
  issue?: string;
  editor?: readonly CslName[];
  month: number;
  text: string;
  page?: string;
}): string {
  if (x.genre) {
    if (/thes|dissert|diss\b/i.test(x.genre)) return 'thesis';
    if (/video|film|dvd|motion/i.test(x.genre)) return 'motion_picture';
    if (/record|audio|cd\b/i.test(x.genre)) return 'song';
    if (/map/i.test(x.genre)) return 'map';
    if (/report|paper/i.test(x.genre)) return 'report';
  }
  if (!x.container) return 'book';
  if (x.volume || x.issue) return 'article-journal';
  if (x.publisher || x.editor || /\bin[:\s]/i.test(x.text)) return 'chapter';
  return x.month > 0 ? 'article-newspaper' : x.page ? 'article-journal' : 'article-newspaper';
}

/**
 * Reads one reference. The text is taken as it is; where lines were joined, `splitReferences` has done so.
 * @example readReference('Lind, A. (2019). Kelp on the plate. Row Press.', model).csl.title // 'Kelp on the
 *   plate'
 */
export function readReference(text: string, model: Model): ReadReference {
  // Its number in the list says nothing about it.
  const skip = /^\s*(?:\[\d{1,3}\]|\(\d{1,3}\)|\d{1,3}[.)])\s+/.exec(text)?.[0].length ?? 0;
  const tokens = tokenise(text.slice(skip, READ_AT_MOST)).map((t) => ({
    ...t,
    start: t.start + skip,
    end: t.end + skip,
  }));
  const { roles, sure } = tag(tokens, model);
  const parts = runs(text, tokens, roles, sure);
  return { text, parts, csl: cslOf(text, parts) };
}

/**
 * The reference with the words at [start, end) given a role by hand: they leave whatever part they stood in.
 */
export function withRole(ref: ReadReference, start: number, end: number, role: Role): ReadReference {
  const kept = ref.parts.flatMap((p): Part[] => {
    if (p.end <= start || p.start >= end) {
      const single = role !== 'author' && role !== 'editor' && role !== 'translator';
      return p.role === role && single ? [] : [p];
    }
    const left = { ...p, end: start };
    const right = { ...p, start: end };
    return [left, right].filter((x) => /[\p{L}\p{N}]/u.test(ref.text.slice(x.start, x.end)));
  });
  const own: Part[] = role === 'other' ? [] : [{ role, start, end, confidence: 1 }];
  const parts = [...kept, ...own].sort((a, b) => a.start - b.start);
  return { text: ref.text, parts, csl: cslOf(ref.text, parts) };
}
