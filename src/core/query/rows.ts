/**
 * The search by fields: rows of field, relation and text, joined by and, or, not from top to bottom. Rows and
 * tree are two forms of one thing; a part of a tree that no row can say stands in a row of its own as it is
 * written in the box.
 */
import { msg } from '../model/message';
import { FIELD_TABLE, type FieldName, nameOfCode, nameOfField } from './fields';
import { printPlain, readPlain } from './plain';
import { join, type QueryNode } from './tree';

export const RELATIONS = {
  all: msg('query.hasAllOfTheseWords'),
  phrase: msg('query.hasExactlyThisPhrase'),
  begins: msg('query.beginsWith'),
  none: msg('query.hasNoneOfTheseWords'),
  written: msg('query.asWritten'),
} as const;
export type Relation = keyof typeof RELATIONS;
export interface Row {
  /** How it is joined to the rows above; of no account in the first. */
  readonly join: 'and' | 'or' | 'not';
  readonly field: FieldName | 'anywhere';
  readonly relation: Relation;
  readonly text: string;
}
export const EMPTY_ROW: Row = { join: 'and', field: 'anywhere', relation: 'all', text: '' };

const target = (name: FieldName | 'anywhere') => (name === 'anywhere' ? null : FIELD_TABLE[name].target);
/** The relations that make sense for a field. */
export function relationsFor(name: FieldName | 'anywhere'): readonly Relation[] {
  const t = target(name);
  if (!t) return ['all', 'phrase', 'none', 'written'];
  return 'field' in t ? ['all', 'phrase', 'begins', 'none'] : ['all'];
}

/** Only the plain words of a text: what would be syntax in the box is a word here. */
const plainWords = (text: string): string[] =>
  text
    .normalize('NFC')
    .replace(/[“”"()]/g, ' ')
    .split(/\s+/)
    .filter(Boolean);

function nodeOf(row: Row): QueryNode {
  const t = target(row.field);
  if (row.relation === 'written') return readPlain(row.text).tree;
  if (t && !('field' in t)) return readPlain(`${row.field}:"${row.text.replaceAll('"', '').trim()}"`).tree;
  const field = t && 'field' in t ? { field: t.field } : {};
  const list = plainWords(row.text);
  if (!list.length) return { op: 'everything' };
  const one = (w: string): QueryNode => {
    const prefix = w.length > 1 && w.endsWith('*');
    return { op: 'word', text: prefix ? w.slice(0, -1) : w, ...field, ...(prefix ? { prefix } : {}) };
  };
  switch (row.relation) {
    case 'all':
      return join('and', list.map(one));
    case 'phrase':
      return { op: 'phrase', text: list.join(' '), ...field };
    case 'begins':
      return { op: 'begins', text: list.join(' '), field: field.field ?? 'title' };
    case 'none':
      return { op: 'not', of: join('or', list.map(one)) };
  }
}

/** Rows to tree: each row is joined to everything above it. */
export function readRows(rows: readonly Row[]): QueryNode {
  return rows
    .filter((r) => r.text.trim() !== '')
    .reduce<QueryNode>(
      (above, row, i) => {
        const own = nodeOf(row);
        if (own.op === 'everything') return above;
        const node: QueryNode = row.join === 'not' && i > 0 ? { op: 'not', of: own } : own;
        return above.op === 'everything' ? node : join(row.join === 'or' ? 'or' : 'and', [above, node]);
      },
      { op: 'everything' },
    );
}

/** A single row for a node, or null when none can say it. */
function rowOf(node: QueryNode, joined: Row['join']): Row | null {
  const make = (field: FieldName | 'anywhere', relation: Relation, text: string): Row | null => {
    const row: Row = { join: joined, field, relation, text };
    return JSON.stringify(nodeOf(row)) === JSON.stringify(node) ? row : null;
  };
  const name = (n: { field?: Parameters<typeof nameOfField>[0] }): FieldName | 'anywhere' =>
    n.field ? nameOfField(n.field) : 'anywhere';
  const text = (w: { text: string; prefix?: boolean }): string => `${w.text}${w.prefix ? '*' : ''}`;
  switch (node.op) {
    case 'word':
      return make(name(node), 'all', text(node));
    case 'phrase':
      return make(name(node), 'phrase', node.text);
    case 'begins':
      return make(name(node), 'begins', node.text);
    case 'code':
      return make(nameOfCode(node.code), 'all', `${node.value}${node.prefix ? '*' : ''}`);
    case 'years':
      return make('year', 'all', printPlain(node).slice('year:'.length));
    case 'and': {
      const list = node.of.flatMap((n) => (n.op === 'word' ? [n] : []));
      return list.length === node.of.length && list[0]
        ? make(name(list[0]), 'all', list.map(text).join(' '))
        : null;
    }
    case 'not': {
      const inside = node.of.op === 'or' ? node.of.of : [node.of];
      const list = inside.flatMap((n) => (n.op === 'word' ? [n] : []));
      return list.length === inside.length && list[0]
        ? make(name(list[0]), 'none', list.map(text).join(' '))
        : null;
    }
    default:
      return null;
  }
}

/** Neighbouring words of one field make one row. */
function grouped(of: readonly QueryNode[]): QueryNode[] {
  const out: QueryNode[] = [];
  for (const n of of) {
    const last = out.at(-1);
    const lastWord = last?.op === 'and' ? last.of.at(-1) : last;
    if (
      n.op === 'word' &&
      last &&
      (last.op === 'word' || last.op === 'and') &&
      lastWord?.op === 'word' &&
      lastWord.field === n.field
    )
      out[out.length - 1] = join('and', [last, n]);
    else out.push(n);
  }
  return out;
}

const written = (node: QueryNode, joined: Row['join']): Row => ({
  join: joined,
  field: 'anywhere',
  relation: 'written',
  text: printPlain(node),
});

/** Tree to rows; `readRows` gives the same tree back. */
export function printRows(node: QueryNode): Row[] {
  if (node.op === 'everything') return [EMPTY_ROW];
  const rows =
    node.op === 'and' || node.op === 'or' ? parts(node) : [rowOf(node, 'and') ?? written(node, 'and')];
  // What rows would read otherwise than it was meant stays as it is written.
  return JSON.stringify(readRows(rows)) === JSON.stringify(node) ? rows : [written(node, 'and')];
}

function parts(node: Extract<QueryNode, { op: 'and' | 'or' }>): Row[] {
  if (node.op === 'or') return node.of.map((n) => rowOf(n, 'or') ?? written(n, 'or'));
  return grouped(node.of).map((n, i) => {
    if (n.op === 'not' && i > 0 && !(n.of.op === 'or')) {
      const row = rowOf(n.of, 'not');
      if (row) return row;
    }
    return rowOf(n, 'and') ?? written(n, 'and');
  });
}
