/**
 * The plain syntax: words are joined by AND without asking; "phrases", OR, NOT or -, brackets, `field:` and a `*` at a
 * word's end work. Nothing is refused: what is broken is repaired and the repair is told in a note.
 */
import { readIsbn } from '../bibliography/identifiers';
import { type Field, join, type QueryNode } from './tree';

export interface QueryNote {
  readonly code: string;
  readonly text: string;
}
export interface PlainQuery {
  readonly tree: QueryNode;
  readonly notes: readonly QueryNote[];
}

export const MAX_WORDS = 64;
const FIELD_NAMES: Readonly<Record<string, Field>> = {
  title: 'title',
  by: 'person',
  person: 'person',
  subject: 'subject',
  in: 'container',
  text: 'text',
  publisher: 'other',
  series: 'other',
  isbn: 'other',
  issn: 'other',
  doi: 'other',
};

type Token =
  | { t: 'word'; text: string; field?: Field }
  | { t: 'phrase'; text: string; field?: Field }
  | { t: 'or' | 'and' | 'not' | '(' | ')' };

const FIELD = /^([a-z]+):(?=\S)/i;

function tokenise(input: string, note: (code: string, text: string) => void): Token[] {
  const tokens: Token[] = [];
  const text = input.replace(/[“”„«»‟]/g, '"').normalize('NFC');
  let i = 0;
  let words = 0;
  while (i < text.length) {
    const rest = text.slice(i);
    const space = /^\s+/.exec(rest);
    if (space) {
      i += space[0].length;
      continue;
    }
    if (words >= MAX_WORDS) {
      note('shortened', `Only the first ${MAX_WORDS} words are searched; the rest is kept in the box.`);
      break;
    }
    let field: Field | undefined;
    let body = rest;
    const named = FIELD.exec(rest);
    const known = named?.[1] ? FIELD_NAMES[named[1].toLowerCase()] : undefined;
    if (named && known) {
      field = known;
      body = rest.slice(named[0].length);
      i += named[0].length;
    }
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
      if (taken) tokens.push({ t: 'phrase', text: taken, field });
      i += end < 0 ? body.length : end + 1;
    } else if (first === '(' || first === ')') {
      tokens.push({ t: first });
      i++;
    } else if (first === '-' && /^-[^\s-]/.test(body)) {
      tokens.push({ t: 'not' });
      i++;
    } else {
      const word = /^[^\s"()]+/.exec(body)?.[0] ?? first;
      i += word.length;
      if (!field && (word === 'OR' || word === 'AND' || word === 'NOT')) tokens.push({ t: word.toLowerCase() as 'or' | 'and' | 'not' });
      else {
        tokens.push({ t: 'word', text: word, field });
        words++;
      }
    }
  }
  return tokens;
}

/** Reads the plain syntax. Pure and total: every string gives a tree. */
export function readPlain(input: string): PlainQuery {
  const notes: QueryNote[] = [];
  const note = (code: string, text: string) => {
    if (!notes.some((n) => n.code === code)) notes.push({ code, text });
  };
  const tokens = tokenise(input, note);
  let at = 0;

  const leaf = (token: Extract<Token, { t: 'word' | 'phrase' }>): QueryNode => {
    const field = token.field ? { field: token.field } : {};
    if (token.t === 'phrase') return { op: 'phrase', text: token.text, ...field };
    // Hyphens in an ISBN are decoration; the index has its thirteen digits.
    const isbn = readIsbn(token.text);
    if (isbn) return { op: 'word', text: isbn, ...field };
    const prefix = token.text.length > 2 && token.text.endsWith('*');
    return { op: 'word', text: prefix ? token.text.slice(0, -1) : token.text, ...field, ...(prefix ? { prefix } : {}) };
  };
  const factor = (): QueryNode | null => {
    const token = tokens[at++];
    if (!token) return null;
    if (token.t === 'word' || token.t === 'phrase') return leaf(token);
    if (token.t === 'not') {
      const of = factor();
      if (!of) note('dangling', 'NOT at the end had nothing to leave out and was passed over.');
      return of && { op: 'not', of };
    }
    if (token.t === '(') {
      const inner = either(true);
      if (tokens[at]?.t === ')') at++;
      else note('unclosed-bracket', 'A bracket was not closed; it runs to the end.');
      return inner;
    }
    if (token.t === ')') note('stray-bracket', 'A closing bracket without an opening one was passed over.');
    else note('dangling', `${token.t.toUpperCase()} stood where a word was expected and was passed over.`);
    return factor();
  };
  const both = (inside: boolean): QueryNode => {
    const parts: QueryNode[] = [];
    while (at < tokens.length && tokens[at]?.t !== 'or' && !(inside && tokens[at]?.t === ')')) {
      if (tokens[at]?.t === 'and') {
        at++;
        continue;
      }
      const part = factor();
      if (part) parts.push(part);
    }
    return join('and', parts);
  };
  function either(inside: boolean): QueryNode {
    const parts = [both(inside)];
    while (tokens[at]?.t === 'or') {
      at++;
      parts.push(both(inside));
    }
    if (parts.length > 1 && parts.some((p) => p.op === 'everything'))
      note('dangling', 'OR stood where a word was expected and was passed over.');
    return join('or', parts);
  }

  return { tree: either(false), notes };
}
