/**
 * The plain syntax: words are joined by AND without asking; "phrases", OR, NOT or -, brackets, `field:` and a `*` at a
 * word's end work. Nothing is refused: what is broken is repaired and the repair is told in a note.
 *
 * Beyond the everyday: `title:^"…"` begins with, `title:="…"` is exactly, `a NEAR/3 b` at most three words apart in any
 * order, `a BEFORE/3 b` in this order. `printPlain` writes any tree so that `readPlain` gives it back.
 */
import { readDoi, readIsbn, readIssn } from '../bibliography/identifiers';
import { type CodeKind, codeKey } from '../engine/codes';
import { FIELD_TABLE, type FieldName, fieldNamed, nameOfCode, nameOfField } from './fields';
import { type Field, join, type Near, type PhraseNode, type QueryNode, type WordNode } from './tree';

export interface Offer {
  readonly text: string;
  /** Words in plain syntax to be searched instead. */
  readonly q: string;
  /** Search them just as they are written, without correcting or recognising. */
  readonly exact?: boolean;
}
export interface QueryNote {
  readonly code: string;
  readonly text: string;
  readonly offers?: readonly Offer[];
}
export interface PlainQuery {
  readonly tree: QueryNode;
  readonly notes: readonly QueryNote[];
}

export const MAX_WORDS = 64;

type Leaf = { readonly t: 'word' | 'phrase'; readonly text: string; readonly anchor: '' | '^' | '=' };
type Token =
  | Leaf
  | { readonly t: 'field'; readonly name: FieldName }
  | { readonly t: 'near'; readonly distance: number; readonly ordered: boolean }
  | { readonly t: 'or' | 'and' | 'not' | '(' | ')' };

const FIELD = /^([a-z]+):(\s*)(?=\S)/i;
const NEAR = /^(NEAR|BEFORE)\/(\d{1,3})$/;

function tokenise(input: string, note: (code: string, text: string) => void): Token[] {
  const tokens: Token[] = [];
  const text = input.replace(/[“”„«»‟]/g, '"').normalize('NFC');
  let i = 0;
  let words = 0;
  while (i < text.length) {
    const space = /^\s+/.exec(text.slice(i, i + 200));
    if (space) {
      i += space[0].length;
      continue;
    }
    if (words >= MAX_WORDS) {
      note('shortened', `Only the first ${MAX_WORDS} words are searched; the rest is kept in the box.`);
      break;
    }
    const rest = text.slice(i);
    const named = FIELD.exec(rest);
    const name = named?.[1] ? fieldNamed(named[1]) : null;
    // `kelp in this issue: yields` asks for no issue: with a space after the colon a name counts only where a search begins with one.
    const meant = named?.[2] === '' || tokens.every((t) => t.t !== 'word' && t.t !== 'phrase') || tokens.some((t) => t.t === 'field');
    if (named && name && meant) {
      tokens.push({ t: 'field', name });
      i += named[0].length;
      continue;
    }
    const anchor = /^[\^=](?=["\p{L}\p{N}])/u.exec(rest)?.[0] as '^' | '=' | undefined;
    const body = anchor ? rest.slice(1) : rest;
    if (anchor) i++;
    const first = body[0] ?? '';
    if (first === '"') {
      const end = body.indexOf('"', 1);
      if (end < 0) note('unclosed-quote', 'A quotation mark was not closed; the phrase runs to the end.');
      const phrase = body.slice(1, end < 0 ? undefined : end);
      const taken = phrase
        .split(/\s+/)
        .filter(Boolean)
        .slice(0, MAX_WORDS - words)
        .join(' ');
      words += taken.split(' ').length;
      if (taken) tokens.push({ t: 'phrase', text: taken, anchor: anchor ?? '' });
      i += end < 0 ? body.length : end + 1;
    } else if (first === '(' || first === ')') {
      tokens.push({ t: first });
      i++;
    } else if (first === '-' && /^-[^\s-]/.test(body) && !isYear(tokens.at(-1))) {
      tokens.push({ t: 'not' });
      i++;
    } else {
      const word = /^[^\s"()]+/.exec(body)?.[0] ?? first;
      i += word.length;
      const near = NEAR.exec(word);
      const afterField = tokens.at(-1)?.t === 'field';
      if (!afterField && (word === 'OR' || word === 'AND' || word === 'NOT'))
        tokens.push({ t: word.toLowerCase() as 'or' | 'and' | 'not' });
      else if (!afterField && near) tokens.push({ t: 'near', distance: Number(near[2]), ordered: near[1] === 'BEFORE' });
      else {
        tokens.push({ t: 'word', text: word, anchor: anchor ?? '' });
        words++;
      }
    }
  }
  return tokens;
}

const isYear = (token: Token | undefined): boolean => token?.t === 'field' && token.name === 'year';

/** A number that says by its form what it is: an ISBN, an ISSN, a DOI. Two years with a hyphen are no ISSN. */
export function bareCode(text: string): { code: CodeKind; value: string } | null {
  const doi = readDoi(text);
  if (doi) return { code: 'doi', value: doi };
  const isbn = /^[\d-]{9,17}[\dxX]$/.test(text) ? readIsbn(text) : null;
  if (isbn) return { code: 'isbn', value: isbn };
  const issn = /^\d{4}-\d{3}[\dxX]$/.test(text) && !/^(1[4-9]|20)\d\d-(1[4-9]|20)\d\d$/.test(text) ? readIssn(text) : null;
  return issn ? { code: 'issn', value: issn } : null;
}

/** Reads the plain syntax. Pure and total: every string gives a tree. */
export function readPlain(input: string): PlainQuery {
  const notes: QueryNote[] = [];
  const note = (code: string, text: string) => {
    if (!notes.some((n) => n.code === code)) notes.push({ code, text });
  };
  const tokens = tokenise(input, note);
  let at = 0;

  const coded = (name: FieldName, code: CodeKind, text: string): QueryNode => {
    const prefix = text.length > 1 && text.endsWith('*');
    const key = codeKey(code, prefix ? text.slice(0, -1) : text);
    if (key !== null) return { op: 'code', code, value: key, ...(prefix ? { prefix } : {}) };
    note('bad-number', `“${text}” is not a valid ${FIELD_TABLE[name].label}: check its digits. It is searched as it stands.`);
    return { op: 'word', text, field: 'number' };
  };
  const years = (text: string): QueryNode => {
    const m = /^(\d{4})?([-–])?(\d{4})?$/.exec(text);
    const [from, to] = [m?.[1] ? Number(m[1]) : null, m?.[3] ? Number(m[3]) : null];
    if (m && (from !== null || to !== null) && (m[2] || from === null || to === null)) return { op: 'years', from, to: m[2] ? to : from };
    note('bad-number', `“${text}” is not a year or a span of years like 2012-2020. It is searched as a word.`);
    return { op: 'word', text };
  };
  const leaf = (token: Leaf, name: FieldName | undefined): QueryNode => {
    const target = name && FIELD_TABLE[name].target;
    if (target && 'years' in target) return years(token.text);
    if (name && target && 'code' in target) return coded(name, target.code, token.text);
    const field = target && 'field' in target ? { field: target.field } : {};
    if (token.anchor && target && 'field' in target)
      return { op: token.anchor === '^' ? 'begins' : 'whole', text: token.text, field: target.field };
    if (token.t === 'phrase') return { op: 'phrase', text: token.text, ...field };
    const code = name ? null : bareCode(token.text);
    if (code) return { op: 'code', ...code };
    const prefix = token.text.length > 2 && token.text.endsWith('*');
    return { op: 'word', text: prefix ? token.text.slice(0, -1) : token.text, ...field, ...(prefix ? { prefix } : {}) };
  };
  const factor = (name: FieldName | undefined): QueryNode | null => {
    const token = tokens[at++];
    if (!token) return null;
    switch (token.t) {
      case 'word':
      case 'phrase':
        return leaf(token, name);
      case 'field': {
        const of = factor(token.name);
        if (!of) note('dangling', 'A field’s name at the end had nothing to look for and was passed over.');
        return of;
      }
      case 'not': {
        const of = factor(name);
        if (!of) note('dangling', 'NOT at the end had nothing to leave out and was passed over.');
        return of && { op: 'not', of };
      }
      case '(': {
        const inner = either(true, name);
        if (tokens[at]?.t === ')') at++;
        else note('unclosed-bracket', 'A bracket was not closed; it runs to the end.');
        return inner;
      }
      case ')':
        note('stray-bracket', 'A closing bracket without an opening one was passed over.');
        return factor(name);
      default:
        note('dangling', `${token.t.toUpperCase()} stood where a word was expected and was passed over.`);
        return factor(name);
    }
  };
  const both = (inside: boolean, name: FieldName | undefined): QueryNode => {
    const parts: QueryNode[] = [];
    while (at < tokens.length && tokens[at]?.t !== 'or' && !(inside && tokens[at]?.t === ')')) {
      const token = tokens[at];
      if (token?.t === 'and') {
        at++;
        continue;
      }
      if (token?.t === 'near') {
        at++;
        const left = parts.at(-1);
        const right = factor(name);
        if (left && right && nearable(left) && nearable(right))
          parts[parts.length - 1] = { op: 'near', left, right, distance: Math.max(1, token.distance), ordered: token.ordered };
        else {
          note('near', 'NEAR stands between two words or phrases; here it was read as AND.');
          if (right) parts.push(right);
        }
        continue;
      }
      const part = factor(name);
      if (part) parts.push(part);
    }
    return join('and', parts);
  };
  function either(inside: boolean, name: FieldName | undefined): QueryNode {
    const parts = [both(inside, name)];
    while (tokens[at]?.t === 'or') {
      at++;
      parts.push(both(inside, name));
    }
    if (parts.length > 1 && parts.some((p) => p.op === 'everything'))
      note('dangling', 'OR stood where a word was expected and was passed over.');
    return join('or', parts);
  }

  return { tree: either(false, undefined), notes };
}

export const nearable = (n: QueryNode): n is WordNode | PhraseNode => n.op === 'word' || n.op === 'phrase';

/** Writes a tree in plain syntax; `readPlain` gives the same tree back. */
export function printPlain(node: QueryNode): string {
  const inField = (field: Field | undefined, body: string): string => (field ? `${nameOfField(field)}:${body}` : body);
  const quoted = (text: string): string => `"${text.replaceAll('"', '')}"`;
  const bracketed = (n: QueryNode): string => (n.op === 'or' || n.op === 'and' || n.op === 'near' ? `(${printPlain(n)})` : printPlain(n));
  switch (node.op) {
    case 'everything':
      return '';
    case 'word':
      return inField(node.field, node.prefix ? `${node.text}*` : node.text);
    case 'phrase':
      return inField(node.field, quoted(node.text));
    case 'begins':
      return inField(node.field, `^${quoted(node.text)}`);
    case 'whole':
      return inField(node.field, `=${quoted(node.text)}`);
    case 'code': {
      const value = `${node.value}${node.prefix ? '*' : ''}`;
      return `${nameOfCode(node.code)}:${/[\s"()]/.test(value) ? quoted(value) : value}`;
    }
    case 'years':
      return `year:${node.from !== null && node.from === node.to ? node.from : `${node.from ?? ''}-${node.to ?? ''}`}`;
    case 'near':
      return printNear(node);
    case 'not':
      return `NOT ${bracketed(node.of)}`;
    case 'and':
      return node.of.map((n) => (n.op === 'or' ? bracketed(n) : printPlain(n))).join(' ');
    case 'or':
      return node.of.map((n) => printPlain(n)).join(' OR ');
  }
}
const printNear = (n: Near): string => `${printPlain(n.left)} ${n.ordered ? 'BEFORE' : 'NEAR'}/${n.distance} ${printPlain(n.right)}`;
