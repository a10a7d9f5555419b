/**
 * What all readers of bibliographic files give: the items that could be used, and what was wrong with the
 * others.
 */
import { type Message, msg } from '../model/message';
import type { CslItem } from '../model/record';

export interface Problem {
  /** Line of the file, from 1; for formats without lines the number of the record. */
  readonly line: number;
  readonly text: Message;
}
/** Line numbers of places in a text, asked for in ascending order: each stretch is looked at once. */
export function lineCounter(text: string): (at: number) => number {
  let [line, seen] = [1, 0];
  return (at) => {
    for (let i = text.indexOf('\n', seen); i >= 0 && i < at; i = text.indexOf('\n', i + 1)) line++;
    seen = Math.max(seen, at);
    return line;
  };
}
/** Of each sort of problem so many are said one by one. */
const SAID = 20;
/** Problems as they come, of each sort the first few; the rest of each is counted. */
export class ProblemBundle {
  readonly #said = new Map<string, { readonly first: Problem[]; more: number; line: number }>();
  add(problems: readonly Problem[]): void {
    for (const p of problems) {
      const own = this.#said.get(p.text.code) ?? { first: [], more: 0, line: p.line };
      this.#said.set(p.text.code, own);
      if (own.first.length < SAID) own.first.push(p);
      else if (own.more++ === 0) own.line = p.line;
    }
  }
  /** One sort after the other, each followed by how many more there are. */
  all(): Problem[] {
    return [...this.#said.values()].flatMap(({ first, more, line }) =>
      more ? [...first, { line, text: msg('file.moreOfTheSame', { count: more }) }] : first,
    );
  }
}
export interface ReadItems {
  readonly items: readonly CslItem[];
  readonly problems: readonly Problem[];
}
