/** One-line descriptions of records, the same on every screen and in every message. */
import { type Message, msg } from './message';
import type { CslItem, CslName } from './record';
import { yearOfRecord } from './record';

/** The family name with the particle that belongs to it: `van Oosterlund`. */
export const familyName = (n: CslName): string =>
  [n['non-dropping-particle'], n.family].filter(Boolean).join(' ');
/** `Hallgrim, Sigga`; `van Oosterlund, Jan`; `Ferrand, Luc de, fils`; a corporate body as it stands. */
export const fullName = (n: CslName): string =>
  n.literal ??
  [familyName(n), [n.given, n['dropping-particle']].filter(Boolean).join(' '), n.suffix]
    .filter(Boolean)
    .join(', ');
/** `Hallgrim, S.` */
export function shortName(n: CslName): string {
  if (n.literal) return n.literal;
  const initials = (n.given ?? '')
    .split(/[\s-]+/)
    .filter(Boolean)
    .map((g) => `${g[0]}.`)
    .join(' ');
  return [familyName(n), initials].filter(Boolean).join(', ');
}

/** The people who stand first: authors, else editors. */
export function creators(csl: Pick<CslItem, 'author' | 'editor'>): {
  names: readonly CslName[];
  role: 'author' | 'editor';
} {
  if (csl.author?.length) return { names: csl.author, role: 'author' };
  return { names: csl.editor ?? [], role: 'editor' };
}
/** More than so many people are not all named. */
const ALL_NAMED = 4;
const SOME_NAMED = 3;
/**
 * `Okonedo-Falk, A., Brandsæter, I. and Vellacott, R.`; more than four: the first three and how many more;
 * editors are said to be. Null without any.
 */
export function peopleOf(csl: Pick<CslItem, 'author' | 'editor'>): Message | null {
  const { names, role } = creators(csl);
  if (names.length === 0) return null;
  const short = names.map(shortName);
  const people =
    short.length > ALL_NAMED
      ? msg('label.peopleAndMore', {
          people: { joined: short.slice(0, SOME_NAMED), by: ', ' },
          more: short.length - SOME_NAMED,
        })
      : msg('label.name', { name: short });
  return role === 'editor' ? msg('label.editors', { people, n: names.length }) : people;
}

/** The imprint after the container: `14(2), 2023, 101–128`. */
export function numbering(csl: CslItem): string {
  const volume = csl.volume ? `${csl.volume}${csl.issue ? `(${csl.issue})` : ''}` : '';
  const pages = csl.page?.replace('-', '–') ?? '';
  return [volume, yearOfRecord(csl), pages].filter(Boolean).join(', ');
}

/** `2nd edition` from CSL's edition, which may be a number or words; null without one. */
export function editionOf(edition: string | undefined): Message | null {
  if (!edition) return null;
  const n = Number(edition);
  return Number.isInteger(n) ? msg('label.edition', { n }) : msg('label.name', { name: edition });
}

/** The number of pages in a CSL page range (`101-128` → 28, `e12` → null). */
export function pageCount(page: string | undefined): number | null {
  if (!page) return null;
  let total = 0;
  for (const part of page.split(',')) {
    const m = /^\s*(\d+)(?:\s*[-–]\s*(\d+))?\s*$/.exec(part);
    if (!m) return null;
    const first = Number(m[1]);
    let last = Number(m[2] ?? m[1]);
    if (last < first)
      last = Number(String(first).slice(0, String(first).length - String(last).length) + String(last));
    if (last < first) return null;
    total += last - first + 1;
  }
  return total;
}
