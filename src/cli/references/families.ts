/**
 * The public styles in families: styles that set an article alike, to the mark, are one. What is trained with is
 * drawn from four fifths of the families; the rest is only ever measured with.
 */
import { type StyleNode, unpacked } from '../../core/citing/style';
import { fraction } from '../../core/random';
import { ROLES } from '../../core/references/roles';
import { listStyles, Styles } from '../../server/styles';
import type { FullItem } from './items/items';
import { type Labelled, NAME_PARTS, setLabelled } from './labelled';

const PROBES = [
  {
    id: 'article',
    type: 'article-journal',
    title: 'Kelp on the plate',
    author: [
      { family: 'Lindqvarn', given: 'Theodora' },
      { family: 'Ostholt', given: 'Nils' },
      { family: 'Fernmoor', given: 'Ada' },
    ],
    issued: { 'date-parts': [[2019]] },
    'container-title': 'Journal of Coastal Chemistry',
    'container-title-short': 'J. Coastal Chem.',
    volume: '12',
    issue: '3',
    page: '341-359',
  },
] as unknown as readonly FullItem[];

/**
 * What a style makes of a thing, without the thing: the order of the parts, and the brackets, quotation marks and
 * words among them. Stops, commas and blanks don't part families.
 */
export function skeletonOf({ text, roles, parts }: Labelled): string {
  let out = '';
  let before = '';
  for (let i = 0; i < text.length; i++) {
    const role = ROLES[roles[i] as number] ?? 'other';
    const part = NAME_PARTS[parts[i] as number] ?? 'none';
    const letter = /[\p{L}\p{N}]/u.test(text[i] as string);
    const own = part !== 'none' ? part : role === 'other' || role === 'author' ? '' : role;
    if (own && (letter || part === 'none')) {
      if (own !== before || (part !== 'none' && !/\p{L}/u.test(text[i - 1] ?? ''))) out += `<${own}>`;
    } else if (!/[\s.,;:–-]/.test(text[i] as string)) out += text[i];
    before = own;
  }
  return out.replace(/^\W?1\W?(?=<)/, '');
}
export interface StyleFamily {
  readonly name: string;
  readonly styles: readonly string[];
  /** Never trained with. */
  readonly held: boolean;
  /**
   * Of those held back: what goes wrong in it is never shown, so that nobody mends the reader by it. Its figures are
   * those that count.
   */
  readonly sealed: boolean;
}
export interface PublicStyles {
  /** Ids of all that have a list and a language in Latin letters. */
  readonly ids: readonly string[];
  readonly style: (id: string) => StyleNode;
  readonly locale: (name: string) => StyleNode | null;
}
/** Languages that are not written in Latin letters, which the tagger is not made for. */
const ELSEWHERE = /^(?:zh|ja|ko|ar|fa|he|ru|uk|bg|el|th|sr|mk|hy|ka|hi|mn)\b/;

export async function openStyles(): Promise<PublicStyles> {
  const styles = await Styles.open('.cache/references/styles.json');
  const locales = new Map<string, StyleNode | null>();
  const locale = (name: string): StyleNode | null => {
    if (!locales.has(name)) {
      const packed = styles.locale(name);
      locales.set(name, packed ? unpacked(packed) : null);
    }
    return locales.get(name) ?? null;
  };
  const style = (id: string): StyleNode => {
    const packed = styles.style(id);
    if (!packed) throw new Error(`There is no style ${id}.`);
    return unpacked(packed);
  };
  const ids = (await listStyles()).styles.filter((s) => !ELSEWHERE.test(s.locale)).map((s) => s.id);
  return { ids: ids.sort(), style, locale };
}
/** Styles that write for programs, not for readers. */
const MARKUP = /[{}|\\@<>]/;
/** All styles in families; half a minute. */
export function familiesOf({ ids, style, locale }: PublicStyles): StyleFamily[] {
  const bySkeleton = new Map<string, string[]>();
  for (const id of ids) {
    try {
      const [made] = setLabelled(PROBES, style(id), id, locale);
      if (!made || MARKUP.test(made.text) || !made.roles.includes(ROLES.indexOf('author'))) continue;
      const skeleton = skeletonOf(made);
      bySkeleton.set(skeleton, [...(bySkeleton.get(skeleton) ?? []), id]);
    } catch {
      // A style that the processor refuses sets nothing.
    }
  }
  return [...bySkeleton]
    .map(([name, styles]) => ({
      name,
      styles: styles.sort(),
      held: fraction(`family ${name}`) < 0.2,
      sealed: fraction(`sealed ${name}`) < 0.5,
    }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}
