/**
 * What all readers of bibliographic files give: the items that could be used, and what was wrong with the
 * others.
 */
import type { Message } from '../model/message';
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
export interface ReadItems {
  readonly items: readonly CslItem[];
  readonly problems: readonly Problem[];
}
