/** The query tree: what was asked, free of any syntax. Every syntax reads into it; the engine and the sentence start from it. */

export const FIELDS = ['title', 'person', 'subject', 'container', 'text', 'other'] as const;
/** title · person (by or about) · subject · container (journal, book) · text (abstract, contents) · other (publisher, series, numbers). */
export type Field = (typeof FIELDS)[number];

export type QueryNode =
  | { readonly op: 'everything' }
  | { readonly op: 'word'; readonly text: string; readonly field?: Field; readonly prefix?: boolean }
  | { readonly op: 'phrase'; readonly text: string; readonly field?: Field }
  | { readonly op: 'and' | 'or'; readonly of: readonly QueryNode[] }
  | { readonly op: 'not'; readonly of: QueryNode };

/** Joins nodes, leaving out needless levels: none → everything, one → itself. */
export function join(op: 'and' | 'or', of: readonly QueryNode[]): QueryNode {
  const flat = of.flatMap((n) => (n.op === op ? n.of : n.op === 'everything' ? [] : [n]));
  const only = flat[0];
  return !only ? { op: 'everything' } : flat.length === 1 ? only : { op, of: flat };
}

/** The words and phrases that a match should show, leaving out what was excluded. */
export function wanted(node: QueryNode): readonly { text: string; prefix: boolean }[] {
  switch (node.op) {
    case 'everything':
    case 'not':
      return [];
    case 'word':
      return [{ text: node.text, prefix: node.prefix ?? false }];
    case 'phrase':
      return [{ text: node.text, prefix: false }];
    case 'and':
    case 'or':
      return node.of.flatMap(wanted);
  }
}
