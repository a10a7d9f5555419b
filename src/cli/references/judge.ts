/**
 * Was a reference read right? Held against what stands in it (the labels), not against the thing: a style that
 * prints no title is read right when none is found. What was damaged is held against what the damage left.
 */
import { readDoi } from '../../core/model/identifiers';
import type { CslName, ReferenceItem } from '../../core/model/record';
import { likeness } from '../../core/references/match';
import { ROLES, type Role } from '../../core/references/roles';
import { fold } from '../../core/words/fold';
import { type Labelled, NAME_PARTS } from './labelled';
import { kindOfType } from './train';

export const FIELDS = [
  'key',
  'title',
  'first person',
  'all people',
  'year',
  'container',
  'volume',
  'issue',
  'pages',
  'DOI',
  'kind',
] as const;
export type Field = (typeof FIELDS)[number];
/** Right or wrong by field; null where the reference has none. */
export type Verdict = Readonly<Record<Field, boolean | null>>;

const flat = (text: string | undefined): string => fold(text ?? '').replace(/[^\p{L}\p{N}]+/gu, '');
/** The check character of a SICI may be a mark (`CO;2-#`), which labels leave out. */
const plainDoi = (doi: string | undefined): string => (doi ?? '').toLowerCase().replace(/[-#]+$/, '');
const digits = (text: string | undefined): string =>
  (text ?? '')
    .toLowerCase()
    .replace(/[–—‐‑−~]|--/g, '-')
    .replace(/[^\p{L}\p{N}-]+/gu, '')
    .replace(/-+/g, '-');

/** The longest stretch of a role; marks within it don't part it. */
function stretchOf({ text, roles }: Labelled, role: Role): string {
  const own = ROLES.indexOf(role);
  let best = '';
  let [from, to] = [-1, -1];
  const close = (): void => {
    if (from >= 0 && to - from > best.length) best = text.slice(from, to);
    from = -1;
  };
  for (let i = 0; i < text.length; i++) {
    if (roles[i] === own) {
      if (from < 0) from = i;
      to = i + 1;
    } else if (from >= 0 && (i - to >= 3 || /[\p{L}\p{N}]/u.test(text[i] as string))) close();
  }
  close();
  return best;
}
/** All that has a role, the rest blank. */
const allOf = ({ text, roles }: Labelled, role: Role): string => {
  const own = ROLES.indexOf(role);
  let out = '';
  for (let i = 0; i < text.length; i++) out += roles[i] === own ? text[i] : ' ';
  return out;
};
/** What catalogues write where nobody is named. */
const NOBODY = /^anon/;
interface Someone {
  readonly family: string;
  readonly initial: string;
}
const sorted = (words: readonly string[]): string => [...words].sort().join('');
/** The people of a reference, in their order, once each. */
function peopleIn({ text, roles, parts, whose }: Labelled, wanted: ReadonlySet<number>): Someone[] {
  const by = new Map<string, { family: string[]; given: string }>();
  for (const m of text.matchAll(/[\p{L}\p{M}\p{N}]+/gu)) {
    const at = m.index ?? 0;
    const part = NAME_PARTS[parts[at] as number];
    if (!part || part === 'none' || part === 'suffix' || !wanted.has(roles[at] as number)) continue;
    const key = `${roles[at]} ${whose[at]}`;
    const own = by.get(key) ?? { family: [], given: '' };
    if (part === 'given') own.given ||= flat(m[0]).charAt(0);
    // Named in a label of the list as well, they are named once.
    else if (!own.family.includes(flat(m[0]))) own.family.push(flat(m[0]));
    by.set(key, own);
  }
  return [...by.values()]
    .filter((p) => p.family.length && !NOBODY.test(p.family.join('')))
    .map((p) => ({ family: sorted(p.family), initial: p.given }));
}
const someone = (n: CslName): Someone => {
  const words = `${n['non-dropping-particle'] ?? ''} ${n['dropping-particle'] ?? ''} ${n.family ?? n.literal ?? ''}`;
  return {
    family: sorted([...words.matchAll(/[\p{L}\p{M}\p{N}]+/gu)].map((m) => flat(m[0]))),
    initial: flat(n.given).charAt(0),
  };
};
const same = (a: Someone | undefined, b: Someone | undefined, least: number): boolean =>
  a !== undefined &&
  b !== undefined &&
  (a.family === b.family || (least < 0.95 && likeness(a.family, b.family) >= 0.75)) &&
  (least < 0.95 || a.initial === b.initial || !a.initial);

const PEOPLE = new Set([ROLES.indexOf('author'), ROLES.indexOf('editor')]);
const YEAR = /(?<!\d)(?:1[0-9]|20)\d\d(?!\d)/;

export function verdictOf(
  row: Labelled & { readonly type: string },
  said: ReferenceItem,
  isDamaged: boolean,
): Verdict {
  const least = isDamaged ? 0.9 : 0.97;
  const title = flat(stretchOf(row, 'title'));
  const people = peopleIn(row, PEOPLE);
  const read = [...(said.author ?? []), ...(said.editor ?? [])].map(someone);
  const year = YEAR.exec(allOf(row, 'year'))?.[0];
  const container = flat(stretchOf(row, 'container'));
  const [volume, issue, pages] = (['volume', 'issue', 'page'] as const).map((role) =>
    digits(stretchOf(row, role)),
  ) as [string, string, string];
  const doi = readDoi(stretchOf(row, 'doi').replace(/\s+/g, ''));
  const number = (own: string, other: string | undefined): boolean | null =>
    own ? digits(other) === own : null;
  const titleRight = title ? likeness(flat(said.title), title) >= least : !said.title;
  // Whether somebody is its author or its editor is not always said.
  const firsts = [said.author?.[0], said.editor?.[0]].flatMap((n) => (n ? [someone(n)] : []));
  const first = people.length ? firsts.some((p) => same(people[0], p, least)) : null;
  const yearRight = year === undefined ? null : String(said.issued?.['date-parts'][0][0] ?? '') === year;
  return {
    key: titleRight && first !== false && yearRight !== false,
    title: titleRight,
    'first person': first,
    'all people': people.length
      ? people.length === read.length && people.every((p) => read.some((q) => same(p, q, least)))
      : null,
    year: yearRight,
    container: container ? likeness(flat(said['container-title']), container) >= least : null,
    volume: number(volume, said.volume),
    issue: number(issue, said.issue),
    pages: number(pages, said.page),
    DOI: doi ? plainDoi(said.DOI) === plainDoi(doi) : null,
    kind: said.type === kindOfType(row.type),
  };
}
