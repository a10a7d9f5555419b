/**
 * References of which every character knows what it is: things set in a public CSL style by the processor, whose
 * hook for variables says where each begins and ends. Nothing is labelled by hand or guessed from the outcome, but
 * for what a style hangs before and behind a variable (`vol. `, `(eds.)`), which is taken off by comparing with
 * the variable itself.
 */
import CSL from 'citeproc';
import type { StyleNode } from '../../core/citing/style';
import type { CslName } from '../../core/model/record';
import { ROLES, type Role } from '../../core/references/roles';
import { table } from '../../core/table';
import type { FullItem } from './items/items';

/** Parts of a name. */
export const NAME_PARTS = ['none', 'family', 'given', 'suffix', 'literal'] as const;
const [NONE, FAMILY, GIVEN, SUFFIX, LITERAL] = [0, 1, 2, 3, 4] as const;

/** A text with what each of its UTF-16 units is. All arrays are as long as the text. */
export interface Labelled {
  readonly text: string;
  /** Index into ROLES. */
  readonly roles: Uint8Array;
  /** Index into NAME_PARTS. */
  readonly parts: Uint8Array;
  /** 1 and up: which of the people named; 0 for what is nobody's. */
  readonly whose: Uint8Array;
}
export interface SetReference extends Labelled {
  readonly item: FullItem;
  readonly style: string;
}

const ROLE_OF = table<Role>({
  title: 'title',
  'title-short': 'title',
  'container-title': 'container',
  'container-title-short': 'container',
  'collection-title': 'series',
  'collection-title-short': 'series',
  issued: 'year',
  volume: 'volume',
  issue: 'issue',
  page: 'page',
  'page-first': 'page',
  number: 'number',
  edition: 'edition',
  version: 'edition',
  publisher: 'publisher',
  'publisher-place': 'place',
  event: 'event',
  'event-title': 'event',
  'event-place': 'place',
  genre: 'genre',
  DOI: 'doi',
  URL: 'url',
  ISBN: 'isbn',
  ISSN: 'issn',
  accessed: 'accessed',
});
const PEOPLE: readonly (readonly [variable: string, role: Role])[] = [
  ['author', 'author'],
  ['editor', 'editor'],
  ['translator', 'translator'],
  ['director', 'author'],
  ['container-author', 'editor'],
];
const NAME_VARIABLES = new Set(
  'author editor translator director composer container-author collection-editor editorial-director executive-producer illustrator interviewer original-author recipient reviewed-author producer performer chair compiler contributor curator guest host narrator organizer script-writer series-creator editor-translator'.split(
    ' ',
  ),
);
const NUMBERS = new Set(['volume', 'issue', 'page', 'page-first', 'number', 'edition']);

const [OPEN, CLOSE, FIRST] = ['\uf100', '\uf101', 0xf200];
const ENTITIES = table<string>({ amp: '&', lt: '<', gt: '>', quot: '"', nbsp: '\u00a0' });
const unescaped = (html: string): string =>
  html
    .replace(/<[^>]*>/g, (tag) => (/^<div class="csl-(?:right-inline|block|indent)/.test(tag) ? ' ' : ''))
    .replace(/&#(\d+);/g, (_, n: string) => String.fromCodePoint(Number(n)))
    .replace(/&(\w+);/g, (all, name: string) => ENTITIES.get(name) ?? all);

interface Segment {
  readonly variable: string;
  readonly start: number;
  readonly end: number;
}
/** The text without its marks, and what stood between them; within one another the innermost counts. */
function unmarked(marked: string, variables: readonly string[]): { text: string; segments: Segment[] } {
  let text = '';
  const segments: Segment[] = [];
  const open: { variable: string; start: number; inner: boolean }[] = [];
  const clean = marked.replace(/\s+/g, ' ').trim();
  for (let i = 0; i < clean.length; i++) {
    const c = clean[i] as string;
    if (c === OPEN) {
      for (const o of open) o.inner = true;
      open.push({
        variable: variables[clean.charCodeAt(++i) - FIRST] ?? '',
        start: text.length,
        inner: false,
      });
    } else if (c === CLOSE) {
      const last = open.pop();
      if (last && !last.inner && text.length > last.start)
        segments.push({ variable: last.variable, start: last.start, end: text.length });
    } else text += c;
  }
  return { text, segments };
}
const bareOf = (text: string): { readonly bare: string; readonly at: readonly number[] } => {
  const at: number[] = [];
  let bare = '';
  for (let i = 0; i < text.length; i++)
    if (/[\p{L}\p{N}]/u.test(text[i] as string)) {
      bare += (text[i] as string).toLowerCase();
      at.push(i);
    }
  return { bare, at };
};
const EDGE = /[\p{L}\p{N}]/u;
/** From the first letter or digit to the last; a closing mark stays that the value has as well. */
function trimmedTo(text: string, start: number, end: number, value: string): readonly [number, number] {
  let [a, b] = [start, end];
  while (a < b && !EDGE.test(text[a] as string)) a++;
  while (b > a && !EDGE.test(text[b - 1] as string)) b--;
  const tail = /[?!)\]*%]+$/.exec(value)?.[0] ?? '';
  for (const c of tail) if (text[b] === c && b < end + 1) b++;
  // An opening bracket or hyphen that is the value's own.
  if (/^[([¿¡]/.test(value) && a > start && text[a - 1] === value[0]) a--;
  return [a, b];
}
/** Where within a segment its variable stands, without what the style hangs around it. */
function placeOf(text: string, { variable, start, end }: Segment, value: unknown): readonly [number, number] {
  const own =
    typeof value === 'string' || typeof value === 'number' ? String(value).replace(/<[^>]*>/g, '') : '';
  const segment = bareOf(text.slice(start, end));
  const wanted = bareOf(own).bare;
  const found = wanted ? segment.bare.indexOf(wanted) : -1;
  if (found >= 0)
    return trimmedTo(
      text,
      start + (segment.at[found] as number),
      Math.min(end, start + (segment.at[found + wanted.length - 1] as number) + 1),
      own,
    );
  if (NUMBERS.has(variable)) {
    // A number after a word of the style's: `Bd. 12`, `S. 1032–47`.
    const first = /[\p{L}]*\d+/u.exec(own)?.[0] ?? '';
    const from = first ? text.slice(start, end).toLowerCase().indexOf(first.toLowerCase()) : -1;
    if (from >= 0) return trimmedTo(text, start + from, end, '');
  }
  return trimmedTo(text, start, end, own);
}

const WORD = /[\p{L}\p{M}\p{N}]+(?:['’][\p{L}]+)*/gu;
const fold = (word: string): string => word.toLowerCase().replace(/[’']/g, '');
const wordsOf = (text: string | undefined): string[] =>
  [...(text ?? '').matchAll(WORD)].map((m) => fold(m[0]));
const CONNECTORS = new Set('and und et y e og och ja ve en i u a al others mit avec con'.split(' '));

interface NameWords {
  readonly particles: readonly string[];
  readonly family: readonly string[];
  readonly given: readonly string[];
  readonly suffix: readonly string[];
  readonly literal: readonly string[];
}
const nameWords = (n: CslName): NameWords => ({
  particles: [...wordsOf(n['dropping-particle']), ...wordsOf(n['non-dropping-particle'])],
  family: wordsOf(n.family),
  given: wordsOf(n.given),
  suffix: wordsOf(n.suffix),
  literal: wordsOf(n.literal),
});

/** Which words of a segment are whose, and which part of the name. */
function spreadNames(
  text: string,
  { start, end }: Segment,
  names: readonly CslName[],
  out: Labelled,
): { first: number; last: number } | null {
  const tokens = [...text.slice(start, end).matchAll(WORD)].map((m) => ({
    from: start + (m.index ?? 0),
    to: start + (m.index ?? 0) + m[0].length,
    word: fold(m[0]),
    part: NONE as number,
    whose: 0,
  }));
  const known = names.map(nameWords);
  let at = 0;
  const families: { k: number; from: number; to: number }[] = [];
  for (const [k, n] of known.entries()) {
    const wanted = n.literal.length ? n.literal : n.family;
    if (!wanted.length) continue;
    for (let i = at; i + wanted.length <= tokens.length; i++) {
      if (!wanted.every((w, j) => tokens[i + j]?.word === w)) continue;
      for (let j = 0; j < wanted.length; j++)
        Object.assign(tokens[i + j] as object, { part: n.literal.length ? LITERAL : FAMILY, whose: k + 1 });
      let from = i;
      while (
        from > at &&
        tokens[from - 1]?.part === NONE &&
        n.particles.includes(tokens[from - 1]?.word ?? '')
      ) {
        from--;
        Object.assign(tokens[from] as object, { part: FAMILY, whose: k + 1 });
      }
      families.push({ k, from, to: i + wanted.length });
      at = i + wanted.length;
      break;
    }
  }
  const given = new Set<number>();
  /** Takes words for the given names of k, in order; returns where it stopped. */
  const take = (k: number, from: number, to: number): number => {
    const n = known[k] as NameWords;
    let letters = n.given.map((g) => g.charAt(0)).join('');
    let rest = [...n.given];
    let i = from;
    for (; i < to; i++) {
      const t = tokens[i] as (typeof tokens)[number];
      if (t.part !== NONE) break;
      const whole = rest.indexOf(t.word);
      if (whole >= 0) {
        rest = rest.slice(whole + 1);
        letters = letters.slice(letters.length - rest.length);
        Object.assign(t, { part: GIVEN, whose: k + 1 });
      } else if (t.word.length <= 4 && letters.startsWith(t.word)) {
        letters = letters.slice(t.word.length);
        rest = rest.slice(t.word.length);
        Object.assign(t, { part: GIVEN, whose: k + 1 });
      } else if (
        t.word.length === 2 &&
        letters.startsWith(t.word.charAt(0)) &&
        n.given.some((g) => g.startsWith(t.word))
      ) {
        letters = letters.slice(1);
        rest = rest.slice(1);
        Object.assign(t, { part: GIVEN, whose: k + 1 });
      } else if (n.particles.includes(t.word)) Object.assign(t, { part: FAMILY, whose: k + 1 });
      else if (n.suffix.includes(t.word)) Object.assign(t, { part: SUFFIX, whose: k + 1 });
      else break;
      if ((t.part as number) === GIVEN) given.add(k);
    }
    return i;
  };
  for (const [f, { k, from, to }] of families.entries()) {
    if (f === 0) for (let i = 0; i < from; i++) if (take(k, i, from) > i) break;
    const next = families[f + 1];
    const stop = next ? next.from : tokens.length;
    let i = to;
    if (!given.has(k) || (tokens[i] && (known[k] as NameWords).suffix.includes(tokens[i]?.word ?? '')))
      i = take(k, i, stop);
    if (next) for (; i < stop; i++) if (take(next.k, i, stop) > i) break;
  }
  const own = tokens.filter((t) => t.part !== NONE);
  const [head, tail] = [own[0], own.at(-1)];
  if (!head || !tail) return null;
  for (const t of own) {
    out.parts.fill(t.part, t.from, t.to);
    out.whose.fill(t.whose, t.from, t.to);
  }
  const behind =
    tokens.find((t) => t.from > tail.to && t.word === 'al') ??
    tokens.find((t) => t.from > tail.to && t.word === 'others');
  return { first: head.from, last: behind && behind.from - tail.to < 12 ? behind.to : tail.to };
}

/** Sets things in a style. Throws where the processor can't. */
export function setLabelled(
  items: readonly FullItem[],
  style: StyleNode,
  name: string,
  localeOf: (name: string) => StyleNode | null,
  locale: string | null = null,
): SetReference[] {
  const byId = new Map(items.map((i) => [i.id, i]));
  const variables: string[] = [];
  const sys = {
    retrieveLocale: (lang: string): unknown => localeOf(lang) ?? localeOf('en-US'),
    retrieveItem: (id: string): unknown => byId.get(id),
    variableWrapper: (
      params: { variableNames: readonly string[]; context: string },
      before: string,
      text: string,
      after: string,
    ): string => {
      if (params.context !== 'bibliography') return before + text + after;
      const variable = params.variableNames[0] ?? '';
      let at = variables.indexOf(variable);
      if (at < 0) at = variables.push(variable) - 1;
      return `${before}${OPEN}${String.fromCharCode(FIRST + at)}${text}${CLOSE}${after}`;
    },
  };
  const engine = new CSL.Engine(sys, style, locale ?? 'en-US', locale !== null);
  engine.setOutputFormat('html');
  engine.updateItems([...byId.keys()]);
  const made = engine.makeBibliography();
  if (!made) return [];
  const [info, entries] = made;
  return entries.flatMap((entry, i): SetReference[] => {
    const ids = info.entry_ids[i] ?? [];
    const item = ids.length === 1 ? byId.get(ids[0] as string) : undefined;
    if (!item) return [];
    const { text, segments } = unmarked(unescaped(entry), variables);
    if (/[\ue000-\uf8ff]|\[CSL|NO_PRINTED_FORM/.test(text) || text.length < 12) return [];
    return [{ ...labelsOf(text, segments, item), item, style: name }];
  });
}
function labelsOf(text: string, segments: readonly Segment[], item: FullItem): Labelled {
  const out: Labelled = {
    text,
    roles: new Uint8Array(text.length),
    parts: new Uint8Array(text.length),
    whose: new Uint8Array(text.length),
  };
  const mark = (role: Role, [a, b]: readonly [number, number]): void => {
    out.roles.fill(ROLES.indexOf(role), a, b);
  };
  for (const s of segments) {
    if (NAME_VARIABLES.has(s.variable)) {
      const inside = new Set(wordsOf(text.slice(s.start, s.end)));
      const scored = PEOPLE.map(([variable, role]) => {
        const list = (item[variable] as readonly CslName[] | undefined) ?? [];
        const n = list.filter((p) => {
          const own = wordsOf(p.literal ?? p.family);
          return own.length > 0 && own.every((w) => inside.has(w));
        }).length;
        return { role, list, n };
      }).sort((a, b) => b.n - a.n);
      const best = scored[0];
      if (!best || best.n === 0) continue;
      const at = spreadNames(text, s, best.list, out);
      if (!at) continue;
      mark(best.role, [at.first, at.last]);
      // Words of the style between people: `(ed.)`.
      for (const m of text.slice(at.first, at.last).matchAll(WORD)) {
        const [from, to] = [at.first + (m.index ?? 0), at.first + (m.index ?? 0) + m[0].length];
        if (out.parts[from] === NONE && !CONNECTORS.has(fold(m[0]))) mark('other', [from, to]);
      }
      continue;
    }
    const role = ROLE_OF.get(s.variable);
    if (!role) continue;
    const value =
      item[s.variable] ?? (s.variable === 'container-title-short' ? item['container-title'] : undefined);
    // An article's number is where it stands, as its pages would be.
    const own =
      s.variable === 'number' && (item.type === 'article-journal' || item.type === 'review') ? 'page' : role;
    mark(own, placeOf(text, s, value));
  }
  return out;
}
