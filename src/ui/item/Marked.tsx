import type { ReactNode } from 'react';
import type { Mark } from '../../core/words/marks';

/** A text with the ranges that matched marked. */
export function Marked({ text, marks }: { text: string; marks: readonly Mark[] }) {
  const parts: ReactNode[] = [];
  let at = 0;
  for (const [start, end] of marks) {
    parts.push(text.slice(at, start), <mark key={start}>{text.slice(start, end)}</mark>);
    at = end;
  }
  parts.push(text.slice(at));
  return <>{parts}</>;
}
