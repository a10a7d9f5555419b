/** One-line descriptions of records, the same on every screen and in every message. */
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

/** `Okonedo-Falk, A., Brandsæter, I. and Vellacott, R.`; more than four: the first three `and n more`. */
export function peopleLine(names: readonly CslName[] = []): string {
  const short = names.map(shortName);
  if (short.length > 4) return `${short.slice(0, 3).join(', ')} and ${short.length - 3} more`;
  if (short.length < 2) return short[0] ?? '';
  return `${short.slice(0, -1).join(', ')} and ${short.at(-1)}`;
}

export function creators(csl: CslItem): { names: readonly CslName[]; role: string } {
  if (csl.author?.length) return { names: csl.author, role: '' };
  if (csl.editor?.length) return { names: csl.editor, role: csl.editor.length > 1 ? ' (eds.)' : ' (ed.)' };
  return { names: [], role: '' };
}

/** The imprint after the container: `14(2), 2023, 101–128`. */
export function numbering(csl: CslItem): string {
  const volume = csl.volume ? `${csl.volume}${csl.issue ? `(${csl.issue})` : ''}` : '';
  const pages = csl.page?.replace('-', '–') ?? '';
  return [volume, yearOfRecord(csl), pages].filter(Boolean).join(', ');
}

/** `2nd edition` from CSL's edition, which may be a number or words. */
export function editionText(edition: string | undefined): string {
  if (!edition) return '';
  const n = Number(edition);
  if (!Number.isInteger(n)) return edition;
  const tail = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${n}${tail} edition`;
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
