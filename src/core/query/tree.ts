/**
 * The query tree: what was asked, free of any syntax. Every syntax reads into it; the engine and the sentence
 * start from it.
 */
import type { CodeKind } from '../words/codes';

export const FIELDS = [
  'title',
  'person',
  'subject',
  'container',
  'text',
  'series',
  'publisher',
  'number',
] as const;
/**
 * title · person (by) · subject (and about) · container (journal, book) · text (abstract, contents) · series
 * · publisher · number (year, codes).
 */
export type Field = (typeof FIELDS)[number];

export interface Near {
  readonly op: 'near';
  readonly left: WordNode | PhraseNode;
  readonly right: WordNode | PhraseNode;
  /** Words from one to the other: 1 = side by side. */
  readonly distance: number;
  readonly ordered: boolean;
}
export interface WordNode {
  readonly op: 'word';
  readonly text: string;
  readonly field?: Field;
  readonly prefix?: boolean;
}
export interface PhraseNode {
  readonly op: 'phrase';
  /** Words parted by single spaces. */
  readonly text: string;
  readonly field?: Field;
  /** Which of the words, from 0, are beginnings of words. */
  readonly masks?: readonly number[];
}
export type QueryNode =
  | { readonly op: 'everything' }
  | WordNode
  | PhraseNode
  /** begins: a value of the field starts with these words · whole: it is these words and no others. */
  | { readonly op: 'begins' | 'whole'; readonly text: string; readonly field: Field }
  | { readonly op: 'code'; readonly code: CodeKind; readonly value: string; readonly prefix?: boolean }
  | Near
  /** Published in these years, both ends included; null = open. */
  | { readonly op: 'years'; readonly from: number | null; readonly to: number | null }
  | { readonly op: 'and' | 'or'; readonly of: readonly QueryNode[] }
  | { readonly op: 'not'; readonly of: QueryNode };

/**
 * Joins nodes, leaving out needless levels (none → everything, one → itself); what is excluded comes last.
 */
export function join(op: 'and' | 'or', of: readonly QueryNode[]): QueryNode {
  const all = of.flatMap((n) => (n.op === op ? n.of : n.op === 'everything' ? [] : [n]));
  const flat =
    op === 'and' ? [...all.filter((n) => n.op !== 'not'), ...all.filter((n) => n.op === 'not')] : all;
  const only = flat[0];
  return !only ? { op: 'everything' } : flat.length === 1 ? only : { op, of: flat };
}

/** The words of a phrase, each with whether it is but a beginning. */
export const maskedWords = ({ text, masks }: PhraseNode): readonly AskedWord[] =>
  text.split(' ').map((word, i) => ({ text: word, prefix: masks?.includes(i) ?? false }));

/** A word that was asked for, or the beginning of one. */
export interface AskedWord {
  readonly text: string;
  readonly prefix: boolean;
}
/** The words and phrases that a match should show, leaving out what was excluded. */
export function askedWords(node: QueryNode): readonly AskedWord[] {
  switch (node.op) {
    case 'everything':
    case 'not':
    case 'code':
    case 'years':
      return [];
    case 'word':
      return [{ text: node.text, prefix: node.prefix ?? false }];
    case 'phrase':
      return node.masks ? maskedWords(node) : [{ text: node.text, prefix: false }];
    case 'begins':
    case 'whole':
      return [{ text: node.text, prefix: false }];
    case 'near':
      return [...askedWords(node.left), ...askedWords(node.right)];
    case 'and':
    case 'or':
      return node.of.flatMap(askedWords);
  }
}
