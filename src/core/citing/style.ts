/**
 * CSL styles and locales as trees, the form in which the processor takes them beside XML; and what one must
 * know of a style to offer it. CSL 1.0.2: docs.citationstyles.org.
 */

/** An element of a style or a locale, as citeproc has it. */
export interface StyleNode {
  readonly name: string;
  readonly attrs: Readonly<Record<string, string>>;
  readonly children: readonly (StyleNode | string)[];
}
/** The same as it is packed: names of one letter, what is empty left out. */
export interface PackedNode {
  readonly n: string;
  readonly a?: Readonly<Record<string, string>>;
  readonly c?: readonly (PackedNode | string)[];
}
/** A term that is empty has a child that is empty: the processor looks for one. */
export const unpacked = ({ n, a = {}, c }: PackedNode): StyleNode => ({
  name: n,
  attrs: a,
  children: c ? c.map((one) => (typeof one === 'string' ? one : unpacked(one))) : n === 'term' ? [''] : [],
});

const nodesOf = (node: StyleNode): StyleNode[] =>
  node.children.filter((c): c is StyleNode => typeof c !== 'string');
const childNamed = (node: StyleNode, name: string): StyleNode | undefined =>
  nodesOf(node).find((c) => c.name === name);
const textOf = (node: StyleNode | undefined): string =>
  (node?.children ?? [])
    .filter((c) => typeof c === 'string')
    .join('')
    .trim();

/** How a style refers to a work in the text. */
export const CITE_FORMATS = ['author-date', 'author', 'numeric', 'note', 'label'] as const;
export type CiteFormat = (typeof CITE_FORMATS)[number];
export interface StyleFacts {
  readonly title: string;
  readonly format: CiteFormat | null;
  /** The language it is written for; empty where it says none. */
  readonly locale: string;
  /** The address of its licence; empty where it says none. */
  readonly license: string;
}
/** What a style says of itself. */
export function styleFacts(style: StyleNode): StyleFacts {
  const info = childNamed(style, 'info');
  const within = info ? nodesOf(info) : [];
  const format = within.find((c) => c.name === 'category' && c.attrs['citation-format'])?.attrs[
    'citation-format'
  ];
  return {
    title: textOf(within.find((c) => c.name === 'title')),
    format: CITE_FORMATS.find((f) => f === format) ?? (style.attrs.class === 'note' ? 'note' : null),
    locale: style.attrs['default-locale'] ?? '',
    license: within.find((c) => c.name === 'rights')?.attrs.license ?? '',
  };
}
/** Whether the style has a list of its own; a few have notes alone. */
export const hasList = (style: StyleNode): boolean => childNamed(style, 'bibliography') !== undefined;
