/** References set in public styles, many at once and in two threads, as rows that can be handed over. */
import { Worker } from 'node:worker_threads';
import { fraction, type Random } from '../../core/random';
import { ROLES, type Role } from '../../core/references/roles';
import type { PublicStyles, StyleFamily } from './families';
import { type FullItem, item } from './items/items';
import type { Half } from './items/people';
import { type SetReference, setLabelled } from './labelled';

/** What a thread is to set. */
export interface MaterialOrder {
  readonly styles: readonly string[];
  readonly each: number;
  readonly half: Half;
  readonly seed: number;
}
export interface MaterialRow {
  readonly text: string;
  readonly roles: Uint8Array;
  readonly parts: Uint8Array;
  readonly whose: Uint8Array;
  readonly style: string;
  /** Of the thing: its id, its CSL type, its title. */
  readonly id: string;
  readonly type: string;
  readonly title: string;
  /** Whether the style prints the title. */
  readonly titled: boolean;
}
/** Locales that styles are set in beside their own. */
const OTHER_LOCALES = [
  'de-DE',
  'fr-FR',
  'es-ES',
  'pt-BR',
  'pt-PT',
  'sv-SE',
  'da-DK',
  'nb-NO',
  'nl-NL',
  'it-IT',
  'en-GB',
  'fi-FI',
  'pl-PL',
  'tr-TR',
];
const FOREIGN_SHARE = 0.2;

const roleAt = (role: Role): number => ROLES.indexOf(role);
const rowOf = ({ item: own, style, text, roles, parts, whose }: SetReference): MaterialRow => ({
  text,
  roles,
  parts,
  whose,
  style,
  id: own.id,
  type: own.type,
  title: own.title,
  titled: roles.includes(roleAt('title')),
});
const bare = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
/**
 * Whether what the thing says of itself and stands in the text is labelled there: the processor tells of some
 * variables in some styles nothing.
 */
function isWhole({ item: own, text, roles }: SetReference): boolean {
  const all = bare(text);
  const title = bare(own.title);
  if (title.length > 5 && all.includes(title) && !roles.includes(roleAt('title'))) return false;
  const first = (own.author ?? [])[0];
  const family = bare(first?.literal ?? first?.family ?? '');
  return !(
    family.length > 3 &&
    all.slice(0, family.length + 12).includes(family) &&
    !roles.includes(roleAt('author')) &&
    !roles.includes(roleAt('editor'))
  );
}

/** So many made-up things, set in one style, now and then in another language than its own. */
export function rowsOf(
  open: PublicStyles,
  style: string,
  each: number,
  half: Half,
  r: Random,
): MaterialRow[] {
  const locale = r.chance(FOREIGN_SHARE) ? r.pick(OTHER_LOCALES) : null;
  return setRows(
    open,
    style,
    Array.from({ length: each }, (_, k) => item(r, half, `${style} ${k}`)),
    locale,
  );
}
/** Things set in a style; none where the processor can't. */
export function setRows(
  open: PublicStyles,
  style: string,
  items: readonly FullItem[],
  locale: string | null = null,
): MaterialRow[] {
  try {
    return setLabelled(items, open.style(style), style, open.locale, locale).filter(isWhole).map(rowOf);
  } catch {
    return [];
  }
}
/** Styles in turn, at most so many of a family. */
export const stylesOf = (families: readonly StyleFamily[], held: boolean, most: number): string[] =>
  families
    .filter((f) => f.held === held)
    .flatMap((f) =>
      [...f.styles].sort((a, b) => fraction(`turn ${a}`) - fraction(`turn ${b}`)).slice(0, most),
    );

/** Sets all of them in so many threads; the order is that of the styles, whatever the threads do. */
export async function material(script: URL, order: MaterialOrder, threads: number): Promise<MaterialRow[]> {
  const parts = Array.from({ length: threads }, (_, t) => {
    const from = Math.floor((order.styles.length * t) / threads);
    const to = Math.floor((order.styles.length * (t + 1)) / threads);
    return { ...order, styles: order.styles.slice(from, to), seed: order.seed + from * 31 };
  });
  const made = await Promise.all(
    parts.map(
      (workerData) =>
        new Promise<MaterialRow[]>((done, fail) => {
          const rows: MaterialRow[] = [];
          const worker = new Worker(script, { workerData });
          worker.on('message', (m: { rows: MaterialRow[]; last: boolean }) => {
            rows.push(...m.rows);
            if (m.last) done(rows);
          });
          worker.on('error', fail);
        }),
    ),
  );
  return made.flat();
}
