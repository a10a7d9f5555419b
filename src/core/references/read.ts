/** One reference, read: its parts with their places in the text, and the CSL item that they make. */

import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import type { CslDate, CslName, ReferenceItem } from '../model/record';
import { table } from '../table';
import { trimmed } from '../text';
import { fold } from '../words/fold';
import { withBeginning } from './beginnings';
import type { Lean } from './manner';
import { readNames } from './names';
import { quotedTitle } from './quoted';
import { type Part, ROLES, type Role } from './roles';
import { kindOf, type Model, tag, type Weighed, weigh, weighedWith } from './tagger';
import { type Token, tokenise } from './tokens';
import { wholeParts } from './wholeParts';
import { withYear } from './yearSeen';

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

const BLANKS = ' \t\n\r\u00a0';
const ENDS = `${BLANKS},;:“”"`;
const BEGINS = `${BLANKS},;:.`;
/**
 * Runs of one role; those that only a mark parts are one. Roles of which there can be but one keep the
 * longest run.
 */
function runs(
  text: string,
  tokens: readonly Token[],
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
    .filter(
      (p) => longest.get(p.role) === p || p.role === 'author' || p.role === 'editor' || p.role === 'year',
    )
    .map(({ n: _, ...p }) => {
      // A part ends with its words, not with the mark behind them.
      const own = text.slice(p.start, p.end);
      const tail = own.length - trimmed(own, '', ENDS).length;
      const head = own.length - trimmed(own, BEGINS, '').length;
      return { ...p, start: p.start + head, end: p.end - tail };
    })
    .filter((p) => p.end > p.start);
}

/** The role of each token by the parts that it stands in, as indices into ROLES. */
function rolesIn(tokens: readonly Token[], parts: readonly Part[]): Uint8Array {
  const roles = new Uint8Array(tokens.length);
  let k = 0;
  const order = [...parts].sort((a, b) => a.start - b.start);
  for (const [i, t] of tokens.entries()) {
    while (k < order.length && (order[k] as Part).end <= t.start) k++;
    const own = order[k];
    if (own && own.start <= t.start) roles[i] = ROLES.indexOf(own.role);
  }
  return roles;
}
/** `135(10`, `Bd. 12`: the number without what stands around it. `Suppl 4` and `S4` are numbers of their own. */
const numberOf = (text: string | undefined): string | undefined => {
  const own = text?.replace(
    /^(?:(?:vols?|volumes?|bd|bde|band|jg|jahrgang|tomes?|t|tomo|v|årg|årgang|roč|ročník|cilt|volum|volumen|volym|letnik|svezak|kötet|bind|no|nos|nr|nro|n|nº|n°|núm|num|number|heft|h|issue|iss|č|číslo|fasc|fascicolo|sayı|szám|nummer|numer|numéro|número|№)(?![\p{L}\p{M}\p{N}])[.:°º]*|[.,:;°º#№])\s*/iu,
    '',
  );
  return (own && /^[^()]*\([^()]*$/.test(own) ? own.replace(/\s*\(.*$/, '') : own) || undefined;
};
/** An ISO 8601 date, or what months are called in the languages of public styles, by three letters. */
const MONTH_BEGINNINGS =
  'jan feb mar|mär|maa apr|avr|abr may|mai|maj|mei|mag jun|giu|juin jul|lug|juil aug|aoû|aou|ago sep|set oct|okt|out|ott nov dec|dez|déc|dic'
    .split(' ')
    .map((list) => list.split('|'));
function monthOf(text: string): number {
  const word = /\p{L}{3,}/u.exec(text.toLowerCase())?.[0];
  if (!word) return Number(/\d{4}[-./](\d{2})(?!\d)/.exec(text)?.[1] ?? 0) || 0;
  const long = MONTH_BEGINNINGS.findIndex((list) => list.some((m) => m.length > 3 && word.startsWith(m)));
  return (long >= 0 ? long : MONTH_BEGINNINGS.findIndex((list) => list.some((m) => word.startsWith(m)))) + 1;
}
/** A year, and month and day where they stand with it. */
function dateOf(when: string): CslDate | undefined {
  const year = Number(/(?<!\d)(?:1[0-9]|20)\d\d(?!\d)/.exec(when)?.[0] ?? 0);
  if (!year) return undefined;
  const month = monthOf(when);
  const iso = /\d{4}[-./]\d{2}[-./](\d{2})(?!\d)/.exec(when)?.[1];
  const day = Number(iso ?? /(?<!\d)([0-3]?\d)(?!\d)/.exec(when.replace(String(year), ' '))?.[1] ?? 0);
  return {
    'date-parts': [month && day && day < 32 ? [year, month, day] : month ? [year, month] : [year]],
  };
}
/** `123--45`, `pp. 3–9` as `3-9`. */
const pageOf = (text: string | undefined): string | undefined =>
  text?.replace(/^(?:\p{L}{1,9}\.?\s+)+(?=\p{L}{0,4}\d)/u, '').replace(/\s*(?:--|[-–—‐‑−~])\s*/gu, '-');

const INITIALS = /^\p{Lu}\p{M}*\.?(?:[\s-]?\p{Lu}\p{M}*\.?)*$/u;
const nameWords = (names: readonly CslName[], ...parts: readonly (keyof CslName)[]): readonly string[] =>
  names.flatMap((n) => parts.flatMap((p) => fold(String(n[p] ?? '')).match(/\p{L}{2,}/gu) ?? []));
/**
 * `Dai, Ringsted 2018 M. Dai, L. A. Ringsted, …`: whom a label names by family name alone, and the reference itself
 * after it, stands there once.
 */
function namedOnce(stretches: readonly (readonly CslName[])[]): readonly CslName[] {
  return stretches.flatMap((names, i) => {
    // A label has no initials; and who is named again in full is there whatever the label says.
    const later = stretches
      .slice(i + 1)
      .flat()
      .filter((n) => n.given);
    const families = new Set(nameWords(later, 'family', 'non-dropping-particle'));
    const own = nameWords(names, 'family', 'given', 'literal', 'non-dropping-particle');
    const label = own.length > 0 && !names.some((n) => INITIALS.test(n.given ?? ''));
    return label && own.every((w) => families.has(w)) ? [] : names;
  });
}
/** A list of people as it is read. */
export const peopleText = (text: string, p: Part): string =>
  plain(text.slice(p.start, p.end + (text[p.end] === '.' ? 1 : 0)));
/** `(SICI)1097-2207(199905)82:2<890::AID-DLS5>3.0.CO;2-X`: what ends in a check character, however many marks it has. */
const SICI = /10\s?\.\d{4,9}\/\s*\(SICI\)[^"“”]{10,70}?;\s?\d-\s?[A-Z0-9#]/i;
/** Blanks and ends of lines that came into a DOI: behind a mark that none ends with, or before one that goes on. */
const BLANK_WITHIN = /(?<=[/(<:_-])\s+(?=\S)|\s+(?=[./)_:;-][\p{L}\p{N}(<])/gu;
function doiOf(text: string, part: Part | undefined): string | undefined {
  if (!part) return undefined;
  const sici = SICI.exec(text.slice(part.start, part.end + 80));
  const own = sici ? sici[0].replace(/\s+/g, '') : text.slice(part.start, part.end).replace(BLANK_WITHIN, '');
  // Where more stands behind it, what has no blank is the DOI.
  return (
    readDoi(own.replace(/^doi[:\s]*/i, '')) ?? readDoi(/10\.\d{4,9}\/\S+/.exec(own)?.[0] ?? '') ?? undefined
  );
}
/** What the parts say, as a CSL item. @param lean how people are set in the list that it is of */
export function cslOf(text: string, parts: readonly Part[], model: Model, lean?: Lean): ReferenceItem {
  const of = (role: Role): string | undefined => {
    const own = parts.find((p) => p.role === role);
    return own && bare(text.slice(own.start, own.end));
  };
  const people = (role: Role): readonly CslName[] | undefined => {
    const names = namedOnce(
      parts.filter((p) => p.role === role).map((p) => readNames(peopleText(text, p), model, lean)),
    );
    return names.length ? names : undefined;
  };
  const tokens = tokenise(text.slice(0, READ_AT_MOST));
  const all = {
    type: kindOf(tokens, rolesIn(tokens, parts), model),
    title: of('title') ?? '',
    author: people('author'),
    editor: people('editor'),
    translator: people('translator'),
    issued: dateOf(
      parts
        .filter((p) => p.role === 'year')
        .map((p) => text.slice(p.start, p.end))
        .join(' '),
    ),
    'container-title': of('container'),
    'collection-title': of('series'),
    'event-title': of('event'),
    volume: numberOf(of('volume')),
    issue: numberOf(of('issue')),
    page: pageOf(of('page')),
    number: of('number'),
    edition: /\d+/.exec(of('edition') ?? '')?.[0] ?? of('edition'),
    publisher: of('publisher'),
    'publisher-place': of('place'),
    genre: of('genre'),
    DOI: doiOf(
      text,
      parts.find((p) => p.role === 'doi'),
    ),
    URL: of('url'),
    ISBN: readIsbn(of('isbn') ?? '') ?? undefined,
    ISSN: readIssn(of('issn') ?? '') ?? undefined,
  };
  return Object.fromEntries(
    Object.entries(all).filter(([k, v]) => v !== undefined && (v !== '' || k === 'title')),
  ) as unknown as ReferenceItem;
}

/** Numbers that say by themselves what they are, wherever they stand. */
const NUMBERS: readonly (readonly [role: Role, pattern: RegExp, read: (text: string) => string | null])[] = [
  ['doi', /10\.\d{4,9}\/[^\s"“”]+/g, readDoi],
  ['isbn', /(?<![\d-])97[89][ -]?\d(?:[ -]?\d){8}[ -]?\d(?![\d-])/g, readIsbn],
];
/** What was not taken for a DOI or an ISBN and is one, where it stands in no other part than an address. */
function withNumbers(text: string, parts: readonly Part[]): readonly Part[] {
  let own = parts;
  for (const [role, pattern, read] of NUMBERS) {
    if (own.some((p) => p.role === role)) continue;
    for (const m of text.slice(0, READ_AT_MOST).matchAll(pattern)) {
      const value = read(m[0]);
      if (!value) continue;
      const start = m.index;
      // The marks of the sentence behind it are none of it.
      const end =
        start + (role === 'doi' && m[0].toLowerCase().startsWith(value) ? value.length : m[0].length);
      const over = own.filter((p) => p.start < end && p.end > start);
      // What runs on into a DOI ended before it, and before the word that says so.
      const near = text.slice(Math.max(0, start - LEAD_IN), start);
      const before =
        role === 'doi' ? start - (/[\s,;(]*(?:doi[:\s]*)?$/i.exec(near)?.[0].length ?? 0) : start;
      const cut = over.filter((p) => role === 'doi' && p.role !== 'url' && p.start < before && p.end <= end);
      if (!over.every((p) => p.role === 'url' || cut.includes(p))) continue;
      own = [
        ...own.filter((p) => !over.includes(p)),
        ...cut.map((p) => ({ ...p, end: before })),
        { role, start, end, confidence: SURE_OF_A_NUMBER },
      ];
      break;
    }
  }
  return own === parts ? parts : [...own].sort((a, b) => a.start - b.start);
}
const SURE_OF_A_NUMBER = 0.95;
/** Letters before a DOI among which the word stands that says so. */
const LEAD_IN = 20;

const BEFORE =
  /^\s*(?:\[\d{1,4}\]|\(\d{1,3}\)|\d{1,3}[.)](?!\d)|\[[^\]\n]{1,60}\](?=\s*\p{L})|[^=\n]{3,80}\b\d{4}[a-z]?\s=(?=\s))\s*/u;
/** A reference, looked at: what each of its words may be. */
export interface Looked {
  readonly text: string;
  readonly weighed: Weighed;
}
export function lookAt(text: string, model: Model): Looked {
  // Its number or label in the list says nothing about it: `[12]`, `12.`, `[Lind et al. 06]`, `Lind 2006 =`.
  const skip = BEFORE.exec(text)?.[0].length ?? 0;
  const tokens = tokenise(text.slice(skip, READ_AT_MOST)).map((t) => ({
    ...t,
    start: t.start + skip,
    end: t.end + skip,
  }));
  return { text, weighed: weigh(tokens, model) };
}
/** What is known of a reference beforehand, by those beside it: see alike.ts. */
export interface Known {
  /** By role, what each role behind it costs. */
  readonly order: readonly Float64Array[];
  /** Whether references with such parts have a title, where all say the same of that. */
  readonly titled: (parts: readonly Part[]) => boolean | null;
}
/** What its words are taken for. */
export function partsOf(looked: Looked, model: Model, known?: Known): readonly Part[] {
  const parts = partsBy(looked, model, known?.order);
  const titled = known?.titled(parts) ?? null;
  if (titled === null || parts.some((p) => p.role === 'title') === titled) return parts;
  const weighed = weighedWith(looked.weighed, 'title', { has: titled, most: TITLE_COSTS }, model);
  return weighed ? partsBy({ ...looked, weighed }, model, known?.order) : parts;
}
/** What a title may cost where all others have one, in the chain's own units: some letters' cases. Half as much does too. */
const TITLE_COSTS = 200;
function partsBy({ text, weighed }: Looked, model: Model, order?: readonly Float64Array[]): readonly Part[] {
  const { roles, sure } = tag(weighed, model, order);
  const parts = withNumbers(text, runs(text, weighed.tokens, roles, sure));
  // What is behind stays text: nothing looks for the end of what was opened there.
  const own = text.slice(0, READ_AT_MOST);
  return wholeParts(own, withBeginning(own, withYear(own, quotedTitle(own, parts))));
}
/**
 * Reads one reference by itself; those of a list are read better together (alike.ts). The text is taken as it is;
 * where lines were joined, `splitReferences` has done so.
 * @example readReference('Lind, A. (2019). Kelp on the plate. Row Press.', model).csl.title // 'Kelp on the
 *   plate'
 */
export function readReference(text: string, model: Model): ReadReference {
  const parts = partsOf(lookAt(text, model), model);
  return { text, parts, csl: cslOf(text, parts, model) };
}

/**
 * The reference with the words at [start, end) given a role by hand: they leave whatever part they stood in.
 */
export function withRole(
  ref: ReadReference,
  start: number,
  end: number,
  role: Role,
  model: Model,
): ReadReference {
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
  return { text: ref.text, parts, csl: { ...cslOf(ref.text, parts, model), ...peopleKept(ref, parts) } };
}
/** The people whose parts are as they were: they were read by the list that the reference is of. */
function peopleKept({ parts: before, csl }: ReadReference, now: readonly Part[]): Partial<ReferenceItem> {
  const places = (parts: readonly Part[], role: Role): string =>
    parts.flatMap((p) => (p.role === role ? `${p.start}-${p.end}` : [])).join();
  return Object.fromEntries(
    (['author', 'editor', 'translator'] as const).flatMap((role) =>
      csl[role] && places(before, role) === places(now, role) ? [[role, csl[role]]] : [],
    ),
  );
}
