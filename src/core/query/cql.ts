/**
 * CQL, the Contextual Query Language 1.2 (OASIS searchRetrieve part 5; the form that SRU 1.2 and 2.0 carry),
 * level 2: and or not prox, relations and their modifiers, anchors, masking, sortBy. Errors are the
 * diagnostics of the standard (info:srw/diagnostic/1/…) and name the character at which reading stopped.
 */

import { msg } from '../model/message';
import { table } from '../table';
import { codeKey } from '../words/codes';
import { type CqlProblem, Stop, type Token, tokenise } from './cqlTokens';
import { FIELD_NAMES, FIELD_TABLE, type FieldName, nameOfCode, nameOfField } from './fields';
import { bareCode, MAX_WORDS, nearable } from './plain';
import type { Sort } from './request';
import { type Field, join, type PhraseNode, type QueryNode } from './tree';

export interface CqlQuery {
  readonly tree: QueryNode;
  readonly sort: Sort | null;
}

/** Deeper than a question is. */
const MAX_DEPTH = 20;
const BOOLEANS = new Set(['and', 'or', 'not', 'prox']);
const SYMBOLS = new Set(['=', '==', '<', '>', '<=', '>=', '<>']);
const NAMED = new Set(['any', 'all', 'adj', 'exact', 'within', 'scr', 'encloses']);
const FREE_MODIFIERS = new Set([
  'stem',
  'relevant',
  'word',
  'string',
  'ignorecase',
  'masked',
  'cql.stem',
  'cql.relevant',
  'cql.word',
  'cql.string',
  'cql.ignorecase',
  'cql.masked',
]);

/** Short and other names of the indexes, beside those of the table. */
const ALIASES: readonly (readonly [name: string, field: FieldName])[] = [
  ['bib.title', 'title'],
  ['dc.contributor', 'by'],
  ['bib.name', 'by'],
  ['bib.namepersonal', 'by'],
  ['bib.subjecttopical', 'subject'],
  ['bib.dateissued', 'year'],
  ['dc.issued', 'year'],
  ['bath.isbn', 'isbn'],
  ['bath.issn', 'issn'],
  ['bath.title', 'title'],
  ['bath.name', 'by'],
  ['rec.id', 'record'],
];
const INDEX_ALIASES = table<FieldName>(Object.fromEntries(ALIASES));
/** All names of the index of a field, the first its own: what explain tells. */
export const indexNames = (field: FieldName): readonly string[] => [
  FIELD_TABLE[field].cql,
  ...ALIASES.flatMap(([name, of]) => (of === field ? [name] : [])),
];
const ANYWHERE = new Set([
  'cql.serverchoice',
  'cql.anywhere',
  'cql.anyindexes',
  'cql.keywords',
  'serverchoice',
  'anywhere',
]);
const SETS = new Set(['cql', 'dc', 'bib', 'bath', 'rec', 'sort']);

/** The context sets by their identifiers, whatever a query calls them. */
const SET_OF = table<string>({
  'info:srw/cql-context-set/1/cql-v1.1': 'cql',
  'info:srw/cql-context-set/1/cql-v1.2': 'cql',
  'info:srw/context-set/1/cql-v1.1': 'cql',
  'info:srw/cql-context-set/1/dc-v1.1': 'dc',
  'info:srw/context-set/1/dc-v1.1': 'dc',
  'http://purl.org/dc/elements/1.1/': 'dc',
  'info:srw/cql-context-set/1/bib-v1': 'bib',
  'info:srw/cql-context-set/1/bib-v1.0': 'bib',
  'http://zing.z3950.org/cql/bath/2.0/': 'bath',
  'info:srw/cql-context-set/1/sort-v1.0': 'sort',
  'info:srw/cql-context-set/2/rec-1.1': 'rec',
});
/** What a query calls its sets (`>x="info:…"`); the empty name is the set of indexes that name none. */
type Prefixes = ReadonlyMap<string, string>;
const NO_PREFIXES: Prefixes = new Map();

function indexNamed(token: Token, prefixes: Prefixes = NO_PREFIXES): FieldName | 'anywhere' | 'all' {
  const written = token.text.toLowerCase();
  const dot = written.indexOf('.');
  const called = prefixes.get(dot < 0 ? '' : written.slice(0, dot));
  const name = called === undefined ? written : `${called}.${written.slice(dot + 1)}`;
  if (ANYWHERE.has(name)) return 'anywhere';
  if (name === 'cql.allrecords') return 'all';
  const found =
    FIELD_NAMES.find((n) => FIELD_TABLE[n].cql.toLowerCase() === name || n === name) ??
    INDEX_ALIASES.get(name);
  if (found) return found;
  const [set] = name.split('.');
  if (name.includes('.') && set && !SETS.has(set))
    throw new Stop(15, msg('cql.unsupportedContextSet'), set, token.at);
  throw new Stop(16, msg('cql.unsupportedIndex'), token.text, token.at);
}

interface Modifier {
  readonly name: string;
  readonly symbol: string;
  readonly value: string;
  readonly at: number;
}

/**
 * Reads a query. Total: what can't be read comes back as the problem that the standard names.
 * @example readCql('dc.title = kelp and').problem.code // 10
 */
export function readCql(input: string): CqlQuery | { readonly problem: CqlProblem } {
  try {
    return parse(input.normalize('NFC'));
  } catch (error) {
    if (error instanceof Stop) return { problem: error.problem };
    throw error;
  }
}

/** Where a list is to be begun: a field (null for none named), and the beginning of a term. */
export interface ScanClause {
  readonly field: FieldName | null;
  readonly term: string;
}
/**
 * Reads a scan clause: one search clause (index, relation and term, or the term alone), of which the relation
 * is not looked at. Total, as `readCql`.
 * @example readScanClause('dc.title = "sea w"').term // 'sea w'
 */
export function readScanClause(input: string): ScanClause | { readonly problem: CqlProblem } {
  try {
    const tokens = tokenise(input.normalize('NFC'));
    const [first, relation] = tokens;
    if (!first) throw new Stop(10, msg('cql.aTermIsMissingAtTheEnd'), '', input.length);
    const relates =
      relation && !relation.quoted && (SYMBOLS.has(relation.text) || NAMED.has(relation.text.toLowerCase()));
    if (!relates) {
      if (relation)
        throw new Stop(10, msg('cql.isOneTooManyHere', { said: relation.text }), relation.text, relation.at);
      return { field: null, term: first.text };
    }
    const last = tokens.at(-1) as Token;
    const modifiers = tokens.slice(2, -1);
    if (last === relation) throw new Stop(27, msg('cql.aTermIsMissingAfterTheRelation'), '', input.length);
    if (modifiers.length && modifiers[0]?.text !== '/')
      throw new Stop(10, msg('cql.isOneTooManyHere', { said: last.text }), last.text, last.at);
    const named = indexNamed(first);
    if (named === 'all') throw new Stop(16, msg('cql.unsupportedIndex'), first.text, first.at);
    return { field: named === 'anywhere' ? null : named, term: last.text };
  } catch (error) {
    if (error instanceof Stop) return { problem: error.problem };
    throw error;
  }
}

function parse(input: string): CqlQuery {
  const tokens = tokenise(input);
  let at = 0;
  const here = (): Token | undefined => tokens[at];
  const end = (): number => input.length;
  const is = (text: string): boolean => !here()?.quoted && here()?.text.toLowerCase() === text;

  const modifiers = (): Modifier[] => {
    const list: Modifier[] = [];
    while (is('/')) {
      at++;
      const name = tokens[at++];
      if (!name || name.quoted)
        throw new Stop(10, msg('cql.aModifierSNameIsMissingAfter'), '', name?.at ?? end());
      const symbol =
        here() && !here()?.quoted && SYMBOLS.has(here()?.text ?? '') ? (tokens[at++]?.text ?? '') : '';
      const value = symbol ? (tokens[at++]?.text ?? '') : '';
      list.push({ name: name.text.toLowerCase(), symbol, value, at: name.at });
    }
    return list;
  };

  const prefixes = new Map<string, string>();
  let depth = 0;
  const clause = (): QueryNode => {
    const token = tokens[at];
    if (!token) throw new Stop(10, msg('cql.aTermIsMissingAtTheEnd'), '', end());
    if (is('(')) {
      if (++depth > MAX_DEPTH)
        throw new Stop(38, msg('cql.bracketsStandTooDeepInsideEachOther'), '', token.at);
      at++;
      const inner = scoped();
      depth--;
      if (!is(')')) throw new Stop(13, msg('cql.aBracketIsNotClosed'), '', here()?.at ?? end());
      at++;
      return inner;
    }
    if (
      !token.quoted &&
      (token.text === ')' ||
        SYMBOLS.has(token.text) ||
        BOOLEANS.has(token.text.toLowerCase()) ||
        token.text === '/')
    )
      throw new Stop(10, msg('cql.standsWhereATermWasExpected', { said: token.text }), token.text, token.at);
    at++;
    const next = here();
    const relates = next && !next.quoted && (SYMBOLS.has(next.text) || NAMED.has(next.text.toLowerCase()));
    if (!relates) return term('anywhere', '=', token);
    const relation = (tokens[at++] as Token).text.toLowerCase();
    for (const m of modifiers())
      if (!FREE_MODIFIERS.has(m.name))
        throw new Stop(20, msg('cql.unsupportedRelationModifier'), m.name, m.at);
    const value = tokens[at++];
    if (!value || (!value.quoted && (value.text === '(' || value.text === ')')))
      throw new Stop(27, msg('cql.aTermIsMissingAfterTheRelation'), '', value?.at ?? end());
    return term(indexNamed(token, prefixes), relation, value);
  };

  const scoped = (): QueryNode => {
    let left = clause();
    for (;;) {
      const token = here();
      const name = token && !token.quoted ? token.text.toLowerCase() : '';
      if (!token || !BOOLEANS.has(name)) return left;
      at++;
      const list = modifiers();
      const right = clause();
      if (name === 'prox') left = near(left, right, list, token);
      else {
        const bad = list.find((m) => m.name !== 'rel.combine');
        if (bad) throw new Stop(46, msg('cql.unsupportedBooleanModifier'), bad.name, bad.at);
        left =
          name === 'not'
            ? join('and', [left, { op: 'not', of: right }])
            : join(name as 'and' | 'or', [left, right]);
      }
    }
  };

  const sorting = (): Sort | null => {
    if (!is('sortby')) return null;
    at++;
    let sort: Sort | null = null;
    while (at < tokens.length) {
      const key = tokens[at++] as Token;
      const down = modifiers().some((m) => m.name === 'sort.descending' || m.name === 'descending');
      const name = indexNamed(key, prefixes);
      const found: Sort | null =
        name === 'year' ? (down ? 'newest' : 'oldest') : name === 'title' && !down ? 'title' : null;
      if (!found) throw new Stop(80, msg('cql.sortingByThisIsNotSupported'), key.text, key.at);
      sort ??= found;
    }
    return sort;
  };

  // Prefix assignments: `>dc="info:…"`, or `>"info:…"` for what names no set.
  while (is('>')) {
    at++;
    const own = tokens[at + 1]?.text === '=' && !tokens[at + 1]?.quoted;
    const uri = tokens[own ? at + 2 : at];
    if (!uri) throw new Stop(10, msg('cql.aTermIsMissingAtTheEnd'), '', end());
    const set = SET_OF.get(uri.text.toLowerCase());
    if (!set) throw new Stop(15, msg('cql.unsupportedContextSet'), uri.text, uri.at);
    prefixes.set(own ? (tokens[at]?.text.toLowerCase() ?? '') : '', set);
    at += own ? 3 : 1;
  }
  if (!tokens.length) return { tree: { op: 'everything' }, sort: null };
  const tree = is('sortby') ? ({ op: 'everything' } as const) : scoped();
  const sort = sorting();
  const rest = here();
  if (rest)
    throw new Stop(
      rest.text === ')' ? 13 : 10,
      msg('cql.isOneTooManyHere', { said: rest.text }),
      rest.text,
      rest.at,
    );
  return { tree, sort };
}

function near(left: QueryNode, right: QueryNode, list: readonly Modifier[], token: Token): QueryNode {
  let distance = 1;
  let ordered = false;
  for (const m of list) {
    if (m.name === 'distance') {
      const n = Number(m.value);
      if (!Number.isInteger(n) || n < 0)
        throw new Stop(41, msg('cql.unsupportedProximityDistance'), m.value, m.at);
      if (m.symbol !== '<=' && m.symbol !== '=' && m.symbol !== '<')
        throw new Stop(40, msg('cql.unsupportedProximityRelation'), m.symbol, m.at);
      distance = Math.max(1, m.symbol === '<' ? n - 1 : n);
    } else if (m.name === 'unit') {
      if (m.value !== 'word') throw new Stop(42, msg('cql.unsupportedProximityUnit'), m.value, m.at);
    } else if (m.name === 'ordered') ordered = true;
    else if (m.name !== 'unordered') throw new Stop(46, msg('cql.unsupportedBooleanModifier'), m.name, m.at);
  }
  if (!nearable(left) || !nearable(right))
    throw new Stop(39, msg('cql.proxStandsBetweenTwoTermsOnly'), '', token.at);
  return { op: 'near', left, right, distance, ordered };
}

/**
 * A word without its mask: `*` at the end means "begins with"; a backslash takes the meaning from the next
 * character.
 */
function unmask(word: string): { text: string; prefix: boolean } {
  const prefix = word.replace(/\\./g, '').endsWith('*') && word.length > 1;
  return { text: (prefix ? word.slice(0, -1) : word).replace(/\\(.)/g, '$1'), prefix };
}

function term(index: FieldName | 'anywhere' | 'all', relation: string, value: Token): QueryNode {
  if (index === 'all') return { op: 'everything' };
  if (value.text.trim() === '') throw new Stop(27, msg('cql.emptyTermUnsupported'), '', value.at);
  const meant = value.text.replace(/\\./g, 'x');
  if (meant.includes('?')) throw new Stop(28, msg('cql.maskingCharacterNotSupported'), '?', value.at);
  if (/\*(?!\s|$)|(^|\s)\*/.test(meant))
    throw new Stop(28, msg('cql.maskingIsSupportedAtTheEndOf'), '*', value.at);
  if (/\S\^\S|\s\^\s/.test(meant))
    throw new Stop(32, msg('cql.anchoringIsSupportedAtTheEndsOf'), '^', value.at);
  const target = index === 'anywhere' ? null : FIELD_TABLE[index].target;
  if (target && 'years' in target) return yearTerm(relation, value);
  if (/^(<|>|<=|>=|within|encloses)$/.test(relation))
    throw new Stop(22, msg('cql.unsupportedCombinationOfRelationAndIndex'), relation, value.at);
  if (target && 'code' in target) {
    const { code } = target;
    const one = (written: string): QueryNode => {
      const { text, prefix } = unmask(written);
      const key = codeKey(code, text);
      if (key === null)
        throw new Stop(36, msg('cql.termInInvalidFormatNotAValid', { index }), text, value.at);
      return { op: 'code', code, value: key, ...(prefix ? { prefix } : {}) };
    };
    const several = relation === 'any' ? 'or' : relation === 'all' ? 'and' : null;
    const node = several ? join(several, value.text.trim().split(/\s+/).map(one)) : one(value.text);
    return relation === '<>' ? { op: 'not', of: node } : node;
  }
  const field = target && 'field' in target ? target.field : undefined;
  // A number that says what it is means that number, also where no index was named; a backslash in it takes
  // that away.
  const code = field || relation !== '=' || /[*^\\]/.test(value.text) ? null : bareCode(value.text.trim());
  if (code) return { op: 'code', ...code };
  const node = textTerm(field, relation, value, meant);
  return relation === '<>' ? { op: 'not', of: node } : node;
}

function yearTerm(relation: string, value: Token): QueryNode {
  const { text } = value;
  // Days and months are taken for their years, which is all that can be searched by.
  const years = text
    .trim()
    .replace(/(?<!\d)(\d{4})-(?:0[1-9]|1[0-2])(?:-\d{2})?(?:T[\d:.]+Z?)?(?!\d)/g, '$1')
    .split(/[\s/-]+/)
    .filter(Boolean)
    .map(Number);
  const [a, b] = years;
  if (a === undefined || years.some((y) => !Number.isInteger(y) || y < 0 || y > 9999))
    throw new Stop(36, msg('cql.termInInvalidFormatAYearHas'), text, value.at);
  const span = (from: number | null, to: number | null): QueryNode => ({ op: 'years', from, to });
  switch (relation) {
    case '<':
      return span(null, a - 1);
    case '<=':
      return span(null, a);
    case '>':
      return span(a + 1, null);
    case '>=':
      return span(a, null);
    case '<>':
      return { op: 'not', of: span(a, a) };
    case 'within':
      return span(a, b ?? a);
    default:
      return span(a, b ?? a);
  }
}

function textTerm(
  field: Field | undefined,
  relation: string,
  { text: written, at }: Token,
  meant: string,
): QueryNode {
  const one = (word: string): QueryNode => {
    const { text, prefix } = unmask(word);
    return { op: 'word', text, ...(field ? { field } : {}), ...(prefix ? { prefix } : {}) };
  };
  const parts = written.split(/\s+/).filter(Boolean);
  if (parts.length > MAX_WORDS)
    throw new Stop(38, msg('cql.aTermHasAtMostWords', { limit: MAX_WORDS }), '', at);
  const [starts, ends] = [meant.startsWith('^'), meant.endsWith('^')];
  const own = written.slice(starts ? 1 : 0, ends ? -1 : undefined);
  const list = own.split(/\s+/).filter(Boolean).map(unmask);
  const text = list.map((w) => w.text).join(' ');
  const masks = list.flatMap((w, i) => (w.prefix ? [i] : []));
  const anchored =
    relation === 'exact' || relation === '==' || (starts && ends) ? 'whole' : starts ? 'begins' : null;
  if (ends && !anchored) throw new Stop(32, msg('cql.anchoringAtTheEndOfATerm'), '^', at);
  if (anchored && masks.length) throw new Stop(28, msg('cql.maskingIsNotSupportedInAnAnchored'), '*', at);
  if (anchored && !text) throw new Stop(27, msg('cql.emptyTermUnsupported'), '', at);
  if (anchored) return { op: anchored, text, field: field ?? 'title' };
  if (relation === 'all') return join('and', parts.map(one));
  if (relation === 'any') return join('or', parts.map(one));
  const [only] = parts;
  if (parts.length === 1 && only && relation !== 'adj') return one(only);
  return { op: 'phrase', text, ...(field ? { field } : {}), ...(masks.length ? { masks } : {}) };
}

/** Writes a tree as CQL; `readCql` gives the same tree back. */
export function printCql(node: QueryNode): string {
  const quoted = (text: string): string => {
    const word =
      /^[\p{L}\p{N}.]+\*?$/u.test(text) &&
      !BOOLEANS.has(text.toLowerCase()) &&
      !NAMED.has(text.toLowerCase());
    return word && text.toLowerCase() !== 'sortby' ? text : `"${text.replaceAll('"', '\\"')}"`;
  };
  const plain = (text: string): string => text.replace(/[\\*?^]/g, '\\$&');
  /** Not to be read as a number: a backslash before its first letter takes that from it. */
  const noCode = (text: string, field: Field | undefined): string => {
    const own = plain(text);
    return !field && own === text && bareCode(text) ? `\\${own}` : own;
  };
  const masked = ({ text, masks, field }: PhraseNode): string =>
    masks
      ? text
          .split(' ')
          .map((w, i) => `${plain(w)}${masks.includes(i) ? '*' : ''}`)
          .join(' ')
      : noCode(text, field);
  const named = (name: FieldName | null, relation: string, text: string): string =>
    `${name ? FIELD_TABLE[name].cql : 'cql.serverChoice'} ${relation} ${quoted(text)}`;
  const inField = (field: Field | undefined, relation: string, text: string): string =>
    field || relation !== '=' ? named(field ? nameOfField(field) : null, relation, text) : quoted(text);
  const inner = (n: QueryNode): string =>
    n.op === 'and' || n.op === 'or' || n.op === 'near' || n.op === 'not' ? `(${printCql(n)})` : printCql(n);
  switch (node.op) {
    case 'everything':
      return '';
    case 'word':
      return inField(node.field, '=', node.prefix ? `${plain(node.text)}*` : noCode(node.text, node.field));
    case 'phrase':
      return inField(node.field, node.text.includes(' ') ? '=' : 'adj', masked(node));
    case 'begins':
      return named(nameOfField(node.field), '=', `^${plain(node.text)}`);
    case 'whole':
      return named(nameOfField(node.field), '==', plain(node.text));
    case 'code':
      return named(nameOfCode(node.code), '=', `${plain(node.value)}${node.prefix ? '*' : ''}`);
    case 'years':
      return node.from === null
        ? named('year', '<=', String(node.to))
        : node.to === null
          ? named('year', '>=', String(node.from))
          : named('year', 'within', `${node.from} ${node.to}`);
    case 'near':
      return `${printCql(node.left)} prox/distance<=${node.distance}${node.ordered ? '/ordered' : ''} ${printCql(node.right)}`;
    case 'not':
      // CQL has no "not" of one operand: everything but this.
      return `cql.allRecords = 1 not ${inner(node.of)}`;
    case 'or':
      return node.of.map(inner).join(' or ');
    case 'and': {
      const kept = node.of.filter((n) => n.op !== 'not');
      const left = node.of.flatMap((n) => (n.op === 'not' ? [n.of] : []));
      const start = kept.length ? kept.map(inner).join(' and ') : 'cql.allRecords = 1';
      return [start, ...left.map(inner)].join(' not ');
    }
  }
}
