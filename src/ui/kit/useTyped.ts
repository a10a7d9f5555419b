/**
 * A text that is kept as it is typed. The store answers later than the next letter comes: what is typed stands
 * here until the field is left, and follows what is kept after that.
 */
import { useEffect, useState } from 'react';

/** @returns what the field shows, and what it is told */
export function useTyped(
  kept: string,
  keep: (text: string) => void,
): { value: string; onFocus: () => void; onBlur: () => void; type: (text: string) => void } {
  const [text, setText] = useState(kept);
  const [typing, setTyping] = useState(false);
  useEffect(() => {
    if (!typing) setText(kept);
  }, [kept, typing]);
  return {
    value: text,
    onFocus: () => setTyping(true),
    onBlur: () => setTyping(false),
    type: (next) => {
      setText(next);
      keep(next);
    },
  };
}
