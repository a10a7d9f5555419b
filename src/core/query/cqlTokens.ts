/** CQL as its signs and words, and what is said where reading stops: a diagnostic of SRU with its place. */
import { type Message, msg } from '../model/message';

export interface CqlProblem {
  /** Number in the diagnostic list of SRU. */
  readonly code: number;
  readonly text: Message;
  readonly details: string;
  /** Offset of the character at fault, from 0. */
  readonly at: number;
}
export interface Token {
  readonly text: string;
  readonly quoted: boolean;
  readonly at: number;
}
/** Reading stopped: the diagnostic that says why. */
export class Stop extends Error {
  readonly problem: CqlProblem;
  constructor(code: number, text: Message, details: string, at: number) {
    super(text.code);
    this.problem = { code, text, details, at };
  }
}

/** More than a question has; what is beyond is refused, not cut. */
const MAX_TOKENS = 600;
const SIGN = /==|<=|>=|<>|[()=<>/]|[^\s()=<>/"]+/y;

/** @throws Stop where a quotation mark stays open, or there are more than a question has */
export function tokenise(input: string): Token[] {
  const tokens: Token[] = [];
  let i = 0;
  while (i < input.length) {
    if (tokens.length > MAX_TOKENS) throw new Stop(38, msg('cql.tooManyTermsAndOperators'), '', i);
    const c = input[i] as string;
    if (/\s/.test(c)) i++;
    else if (c === '"') {
      let text = '';
      let k = i + 1;
      while (k < input.length && input[k] !== '"') {
        // An escaped quotation mark is one; other escapes are kept for the mask reader.
        if (input[k] === '\\' && k + 1 < input.length) {
          text += input[k + 1] === '"' ? '"' : `\\${input[k + 1]}`;
          k += 2;
        } else text += input[k++];
      }
      if (k >= input.length)
        throw new Stop(14, msg('cql.aQuotationMarkIsNotClosed'), input.slice(i, i + 40), i);
      tokens.push({ text, quoted: true, at: i });
      i = k + 1;
    } else {
      SIGN.lastIndex = i;
      const m = SIGN.exec(input);
      const text = m?.[0] ?? c;
      tokens.push({ text, quoted: false, at: i });
      i += text.length;
    }
  }
  return tokens;
}
