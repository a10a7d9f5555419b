/**
 * Subject headings by what they are called in other languages: a reader's word that is a heading's name there finds what
 * has the heading too. By the library's own table; a heading may be a subject of its map that
 * stands for several.
 */

import { join, type QueryNode, type WordNode } from '../query/tree';
import { SMALL_WORDS, words } from '../words/fold';

/** What a heading, or a subject of the map, is called in a language (ISO 639). */
export interface HeadingName {
  readonly heading: string;
  readonly language: string;
  readonly names: readonly string[];
}
/** A subject of the library’s map, and the headings that speak for it. */
interface Subject {
  readonly subject: string;
  readonly headings: readonly string[];
}
/** A question that is a heading's name. */
export interface Named {
  readonly text: string;
  readonly heading: string;
  /** The headings that are looked for: the one, or those of the subject. */
  readonly of: readonly string[];
}

/**
 * Words as they are compared, those that say nothing left out. Endings stay: another language's stems are words of
 * one's own (*música* is *music*).
 */
const keyOf = (list: readonly string[]): string => list.filter((w) => !SMALL_WORDS.has(w)).join(' ');
const isPlain = (node: QueryNode): node is WordNode =>
  node.op === 'word' && node.field === undefined && !node.prefix;

export class HeadingFinder {
  /** Headings by the key of a name. */
  readonly #by = new Map<string, string>();
  readonly #of: ReadonlyMap<string, readonly string[]>;

  /** @param language of the library’s headings: a name that is the same there is no other name */
  constructor(names: readonly HeadingName[], subjects: readonly Subject[], language: string) {
    this.#of = new Map(subjects.map((s) => [s.subject, s.headings]));
    const own = new Set(
      names
        .flatMap((n) => [n.heading, ...(n.language === language ? n.names : [])])
        .map((n) => keyOf(words(n))),
    );
    for (const { heading, language: spoken, names: list } of names)
      for (const key of spoken === language ? [] : list.map((n) => keyOf(words(n))))
        if (key && !own.has(key) && !this.#by.has(key)) this.#by.set(key, heading);
  }

  /**
   * The question with what the headings find beside its words. Only a question that is one name and no more: among
   * other words it may as well be part of a title, whose words are then looked for in their order.
   * @param tree plain words that are all asked for; what is more than that has been thought about, and stays
   * @returns null where it is no name of a heading
   */
  widened(tree: QueryNode): { readonly tree: QueryNode; readonly named: Named } | null {
    const nodes = tree.op === 'and' ? tree.of : [tree];
    if (!nodes.every(isPlain)) return null;
    const heading = this.#by.get(keyOf(nodes.flatMap((n) => words(n.text))));
    if (heading === undefined) return null;
    const of = this.#of.get(heading) ?? [heading];
    const headed = of.map((h): QueryNode => ({ op: 'phrase', text: words(h).join(' '), field: 'subject' }));
    return {
      tree: join('or', [tree, ...headed]),
      named: { text: nodes.map((n) => n.text).join(' '), heading, of },
    };
  }
}
