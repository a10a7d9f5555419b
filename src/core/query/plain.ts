/**
 * The plain syntax: words are joined by AND without asking; "phrases", OR, NOT or -, brackets, `field:` and a
 * `*` at a word's end work. Nothing is refused: what is broken is repaired and the repair is told in a note.
 *
 * Beyond the everyday: `title:^"…"` begins with, `title:="…"` is exactly, `a NEAR/3 b` at most three words
 * apart in any order, `a BEFORE/3 b` in this order; a backslash takes the meaning from what follows (`\OR`,
 * `f\(x\)`, `x\*`). `printPlain` writes any tree so that `readPlain` gives it back.
 */

import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { type Message, msg } from '../model/message';
import { table } from '../table';
import { type CodeKind, codeKey } from '../words/codes';
import { FIELD_TABLE, type FieldName, fieldNamed, nameOfCode, nameOfField } from './fields';
import { type Field, join, type Near, type PhraseNode, type QueryNode, type WordNode } from './tree';

export interface Offer {
  readonly text: Message;
  /** Words in plain syntax to be searched instead. */
  readonly q: string;
  /** Search them just as they are written, without correcting or recognising. */
  readonly exact?: boolean;
}
/** What was done with the words, or could be. */
export type NoteCode =
  | 'bad-number'
  | 'dangling'
  | 'near'
  | 'shortened'
  | 'stray-bracket'
  | 'unclosed-bracket'
  | 'unclosed-quote'
  | 'closest'
  | 'reference'
  | 'corrected'
  | 'without'
  | 'unknown-word'
  | 'recognised'
  | 'heading'
  | 'journal'
  | 'person';
export interface QueryNote {
  readonly code: NoteCode;
  readonly text: Message;
  readonly offers?: readonly Offer[];
}
export interface PlainQuery {
  readonly tree: QueryNode;
  readonly notes: readonly QueryNote[];
}

export const MAX_WORDS = 64;

/** Words, brackets, names and operators that are read; more than that is no question that somebody has. */
const MAX_TOKENS = 300;
/** Brackets and NOTs inside each other. */
const MAX_DEPTH = 20;

interface Leaf {
  readonly t: 'word' | 'phrase';
  readonly text: string;
  readonly anchor: '' | '^' | '=';
  /** Which words of it are beginnings of words. */
  readonly masks: readonly number[];
  /** A backslash stood before it: it is no number and no operator. */
  readonly plain: boolean;
}
type Token =
  | Leaf
  | { readonly t: 'field'; readonly name: FieldName }
  | { readonly t: 'near'; readonly distance: number; readonly ordered: boolean }
  | { readonly t: 'or' | 'and' | 'not' | '(' | ')' };

const FIELD = /(\p{L}{2,15}):(\s*)(?=\S)/uy;
const NEAR = /^(NEAR|BEFORE)\/(\d{1,3})$/;
const QUOTES = '"“”„«»‟';
const isSpace = (c: string): boolean => /\s/.test(c);
/** Inside a word a backslash before a letter or digit is just a sign (`C:\dir`). */
const escapes = (text: string, i: number, atStart: boolean): boolean => {
  const next = text[i + 1];
  return text[i] === '\\' && next !== undefined && !isSpace(next) && (atStart || !/[\p{L}\p{N}]/u.test(next));
};

/**
 * A word, or the inside of a phrase, from `i` on: its letters without escapes, and whether it ended with a
 * mask.
 */
function scan(
  text: string,
  from: number,
  ends: (c: string) => boolean,
): { text: string; masked: boolean; plain: boolean; end: number } {
  let [out, i, masked] = ['', from, false];
  while (i < text.length && !ends(text[i] as string)) {
    const escaped = escapes(text, i, i === from);
    if (escaped) i++;
    masked = !escaped && text[i] === '*';
    out += text[i];
    i++;
  }
  const mask = masked && out.length > 1;
  return {
    text: mask ? out.slice(0, -1) : out,
    masked: mask,
    plain: text[from] === '\\' && escapes(text, from, true),
    end: i,
  };
}

function tokenise(input: string, note: (code: NoteCode, text: Message) => void): Token[] {
  const tokens: Token[] = [];
  const text = input.normalize('NFC');
  let i = 0;
  let words = 0;
  // `kelp in this issue: yields` asks for no issue: with a space after the colon a name counts only where a
  // search begins with one.
  let [anyField, anyWord] = [false, false];
  const last = (): Token | undefined => tokens.at(-1);
  const put = (token: Token): void => {
    tokens.push(token);
    anyField ||= token.t === 'field';
    anyWord ||= token.t === 'word' || token.t === 'phrase';
  };
  while (i < text.length) {
    if (isSpace(text[i] as string)) {
      i++;
      continue;
    }
    if (words >= MAX_WORDS || tokens.length >= MAX_TOKENS) {
      note(
        'shortened',
        msg('query.onlyTheFirstWordsAreSearched', { part: words >= MAX_WORDS ? MAX_WORDS : words }),
      );
      break;
    }
    FIELD.lastIndex = i;
    const named = FIELD.exec(text);
    const name = named?.[1] ? fieldNamed(named[1], named[2] !== '') : null;
    if (named && name && (named[2] === '' || !anyWord || anyField)) {
      put({ t: 'field', name });
      i += named[0].length;
      continue;
    }
    const anchored =
      /^[\^=]$/.test(text[i] as string) && /^["“”„«»‟\p{L}\p{N}\\]/u.test(text.slice(i + 1, i + 3));
    const anchor = anchored ? (text[i++] as '^' | '=') : '';
    const first = text[i] ?? '';
    if (first !== '' && QUOTES.includes(first)) {
      const phrase = readPhrase(text, i + 1, MAX_WORDS - words);
      if (!phrase.closed) note('unclosed-quote', msg('query.aQuotationMarkWasNotClosed'));
      words += Math.max(1, phrase.words);
      if (phrase.words)
        put({ t: 'phrase', text: phrase.text, anchor, masks: phrase.masks, plain: phrase.plain });
      i = phrase.end;
    } else if (first === '(' || first === ')') {
      put({ t: first });
      i++;
    } else if (first === '-' && /^-[^\s-]/.test(text.slice(i, i + 2)) && !isYear(last())) {
      put({ t: 'not' });
      i++;
    } else {
      const word = scan(text, i, (c) => isSpace(c) || c === '(' || c === ')' || QUOTES.includes(c));
      i = word.end;
      const operator = word.plain || last()?.t === 'field' ? null : operatorOf(word.text);
      if (operator) put(operator);
      else {
        put({ t: 'word', text: word.text, anchor, masks: word.masked ? [0] : [], plain: word.plain });
        words++;
      }
    }
  }
  return tokens;
}
/**
 * Between words, in capitals. Those of other languages stand beside the English ones where no initial or chemical
 * sign is written so; where a script has no capitals, the English ones and the minus serve.
 */
const OPERATORS = table<'or' | 'and' | 'not'>({
  ...{ OR: 'or', ODER: 'or', OU: 'or', VEYA: 'or' },
  ...{ AND: 'and', UND: 'and', ET: 'and', VE: 'and' },
  ...{ NOT: 'not', NICHT: 'not', SAUF: 'not', SIN: 'not', NÃO: 'not', DEĞİL: 'not' },
});
function operatorOf(word: string): Token | null {
  const operator = OPERATORS.get(word);
  if (operator) return { t: operator };
  const near = NEAR.exec(word);
  return near && { t: 'near', distance: Number(near[2]), ordered: near[1] === 'BEFORE' };
}
/** The words between quotation marks, from behind the first on. */
function readPhrase(text: string, from: number, most: number) {
  const list: string[] = [];
  const masks: number[] = [];
  let [i, plain] = [from, false];
  const closes = (c: string): boolean => QUOTES.includes(c);
  while (i < text.length && !closes(text[i] as string)) {
    if (isSpace(text[i] as string)) {
      i++;
      continue;
    }
    const word = scan(text, i, (c) => isSpace(c) || closes(c));
    if (list.length === 0) plain = word.plain;
    if (list.length < most) {
      if (word.masked) masks.push(list.length);
      list.push(word.text);
    }
    i = word.end;
  }
  return {
    text: list.join(' '),
    words: list.length,
    masks,
    plain,
    closed: i < text.length,
    end: Math.min(i + 1, text.length),
  };
}

const isYear = (token: Token | undefined): boolean => token?.t === 'field' && token.name === 'year';

/**
 * A number that says by its form what it is: an ISBN, an ISSN, a DOI. Two years with a hyphen are no ISSN.
 */
export function bareCode(text: string): { code: CodeKind; value: string } | null {
  const doi = readDoi(text);
  if (doi) return { code: 'doi', value: doi };
  const isbn = /^[\d-]{9,17}[\dxX]$/.test(text) ? readIsbn(text) : null;
  if (isbn) return { code: 'isbn', value: isbn };
  const issn =
    /^\d{4}-\d{3}[\dxX]$/.test(text) && !/^(1[4-9]|20)\d\d-(1[4-9]|20)\d\d$/.test(text)
      ? readIssn(text)
      : null;
  return issn ? { code: 'issn', value: issn } : null;
}

/**
 * Reads the plain syntax. Pure and total: every string gives a tree.
 * @example readPlain('kelp -news').tree // { op: 'and', of: [{ op: 'word', text: 'kelp' }, { op: 'not', of: {
 *   op: 'word', text: 'news' } }] }
 */
export function readPlain(input: string): PlainQuery {
  const notes: QueryNote[] = [];
  const note = (code: NoteCode, text: Message) => {
    if (!notes.some((n) => n.code === code)) notes.push({ code, text });
  };
  const tokens = tokenise(input, note);
  let at = 0;

  const coded = (name: FieldName, code: CodeKind, { text, masks }: Leaf): QueryNode => {
    const prefix = masks.length > 0;
    // "Language: the basics", "Record: a life" are titles.
    const word = code === 'lang' || code === 'kind' || code === 'rec';
    const key = code === 'rec' && !/\d/.test(text) ? null : codeKey(code, text);
    if (key !== null) return { op: 'code', code, value: key, ...(prefix ? { prefix } : {}) };
    if (word)
      return join('and', [
        { op: 'word', text: name },
        { op: 'word', text, ...(prefix ? { prefix } : {}) },
      ]);
    note('bad-number', msg('query.isNotAValidCheckIts', { text, label: msg(`label.field.${name}`) }));
    return { op: 'word', text, field: 'number', ...(prefix ? { prefix } : {}) };
  };
  const years = (text: string): QueryNode => {
    const m = /^(\d{4})?([-–])?(\d{4})?$/.exec(text);
    const [from, to] = [m?.[1] ? Number(m[1]) : null, m?.[3] ? Number(m[3]) : null];
    if (m && (from !== null || to !== null) && (m[2] || from === null || to === null))
      return { op: 'years', from, to: m[2] ? to : from };
    note('bad-number', msg('query.isNotAYearOrA', { text }));
    return { op: 'word', text };
  };
  const leaf = (token: Leaf, name: FieldName | undefined): QueryNode => {
    const target = name && FIELD_TABLE[name].target;
    if (target && 'years' in target) return years(token.text);
    if (name && target && 'code' in target) return coded(name, target.code, token);
    const field = target && 'field' in target ? { field: target.field } : {};
    const { text, masks } = token;
    if (token.anchor && target && 'field' in target)
      return { op: token.anchor === '^' ? 'begins' : 'whole', text, field: target.field };
    // Also between quotation marks a number is a number: no record has it among its words.
    const code = name || token.plain || masks.length ? null : bareCode(text);
    if (code) return { op: 'code', ...code };
    if (token.t === 'phrase') return { op: 'phrase', text, ...field, ...(masks.length ? { masks } : {}) };
    return { op: 'word', text, ...field, ...(masks.length ? { prefix: true } : {}) };
  };
  /** `ISSN 1234-5679`: the word before the number says what it is and is not looked for itself. */
  const labels = (token: Leaf): boolean => {
    const label = token.plain ? null : LABEL.exec(token.text)?.[1];
    const next = tokens[at];
    return Boolean(
      label &&
        (next?.t === 'word' || next?.t === 'phrase') &&
        !next.plain &&
        bareCode(next.text)?.code === label.toLowerCase(),
    );
  };
  let depth = 0;
  const deeper = (inside: () => QueryNode | null): QueryNode | null => {
    if (depth >= MAX_DEPTH) {
      note('shortened', msg('query.bracketsAndNotsAreReadTwenty'));
      at = tokens.length;
      return null;
    }
    depth++;
    const made = inside();
    depth--;
    return made;
  };
  const factor = (name: FieldName | undefined): QueryNode | null => {
    const token = tokens[at++];
    if (!token) return null;
    switch (token.t) {
      case 'word':
        if (!name && labels(token)) return factor(undefined);
        return leaf(token, name);
      case 'phrase':
        return leaf(token, name);
      case 'field': {
        const of = deeper(() => factor(token.name));
        if (!of) note('dangling', msg('query.aFieldsNameAtTheEnd'));
        return of;
      }
      case 'not': {
        const of = deeper(() => factor(name));
        if (!of) note('dangling', msg('query.notAtTheEndHadNothing'));
        return of && { op: 'not', of };
      }
      case '(': {
        const inner = deeper(() => either(true, name));
        if (tokens[at]?.t === ')') at++;
        else note('unclosed-bracket', msg('query.aBracketWasNotClosedIt'));
        return inner;
      }
      case ')':
        note('stray-bracket', msg('query.aClosingBracketWithoutAnOpening'));
        return deeper(() => factor(name));
      default:
        note('dangling', msg('query.stoodWhereAWordWasExpected', { toUpperCase: token.t.toUpperCase() }));
        return deeper(() => factor(name));
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
          parts[parts.length - 1] = {
            op: 'near',
            left,
            right,
            distance: Math.max(1, token.distance),
            ordered: token.ordered,
          };
        else {
          note('near', msg('query.nearStandsBetweenTwoWordsOr'));
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
      note('dangling', msg('query.orStoodWhereAWordWas'));
    return join('or', parts);
  }

  return { tree: either(false, undefined), notes };
}

/** Whether a part of a query can stand beside NEAR: a word or a phrase. */
export const nearable = (n: QueryNode): n is WordNode | PhraseNode => n.op === 'word' || n.op === 'phrase';

/** Writes a tree in plain syntax; `readPlain` gives the same tree back. */
export function printPlain(node: QueryNode): string {
  const inField = (field: Field | undefined, body: string): string =>
    field ? `${nameOfField(field)}:${body}` : body;
  const bracketed = (n: QueryNode): string =>
    n.op === 'or' || n.op === 'and' || n.op === 'near' ? `(${printPlain(n)})` : printPlain(n);
  switch (node.op) {
    case 'everything':
      return '';
    case 'word':
      return inField(node.field, `${printWord(node)}${node.prefix ? '*' : ''}`);
    case 'phrase':
      return inField(node.field, printPhrase(node));
    case 'begins':
      return inField(node.field, `^${quoted(node.text)}`);
    case 'whole':
      return inField(node.field, `=${quoted(node.text)}`);
    case 'code': {
      return `${nameOfCode(node.code)}:${escaped(node.value)}${node.prefix ? '*' : ''}`;
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
const SIGNS = /["“”„«»‟()\\]/gu;
const escaped = (text: string): string => text.replace(SIGNS, '\\$&').replace(/\*$/, '\\*');
/** A word as it is written so that it is read as this word and as nothing else. */
function printWord({ text, field }: WordNode): string {
  const own = escaped(text);
  // Behind a field's name an operator is a word; a sign that would mean something at the beginning means it
  // there as well.
  const meant =
    /^[-^=]/.test(text) ||
    NAMED.test(text) ||
    (!field && (operatorOf(text) !== null || bareCode(text) !== null || LABEL.test(text)));
  return meant && !own.startsWith('\\') ? `\\${own}` : own;
}
const LABEL = /^(isbn|issn|doi)(?:-1[03])?[:.]?$/i;
/** Looks like a field's name with a colon. */
const NAMED = /^[a-z]{2,12}:/i;
function printPhrase({ text, field, masks }: PhraseNode): string {
  const list = text.split(' ').map((w, i) => `${escaped(w)}${masks?.includes(i) ? '*' : ''}`);
  const [first] = list as [string];
  if (!field && !masks && !first.startsWith('\\') && bareCode(text)) list[0] = `\\${first}`;
  return `"${list.join(' ')}"`;
}
const quoted = (text: string): string => `"${text.split(' ').map(escaped).join(' ')}"`;
const printNear = (n: Near): string =>
  `${printPlain(n.left)} ${n.ordered ? 'BEFORE' : 'NEAR'}/${n.distance} ${printPlain(n.right)}`;
