/** Lines chosen among many, one by one, by stretches, or all: by ids, in the order of the list. */
import { useCallback, useMemo, useRef, useState } from 'react';

const NONE: ReadonlySet<string> = new Set();
export interface Choosing {
  readonly chosen: ReadonlySet<string>;
  /** Turns one on or off; `range`: all from the one turned last to this one, as that one is. */
  readonly turn: (id: string, range: boolean) => void;
  readonly set: (ids: Iterable<string>) => void;
  readonly clear: () => void;
}
/** @param ids what can be chosen now, in order; a function, so that long lists are not copied */
export function useChoosing(ids: () => readonly string[]): Choosing {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(NONE);
  const list = useRef(ids);
  list.current = ids;
  const anchor = useRef<{ readonly id: string; readonly on: boolean } | null>(null);
  const turn = useCallback((id: string, range: boolean) => {
    setChosen((was) => {
      const next = new Set(was);
      const from = anchor.current;
      if (range && from && from.id !== id) {
        const all = list.current();
        const [a, b] = [all.indexOf(from.id), all.indexOf(id)];
        if (a >= 0 && b >= 0) {
          for (const one of all.slice(Math.min(a, b), Math.max(a, b) + 1))
            if (from.on) next.add(one);
            else next.delete(one);
          return next;
        }
      }
      const on = !was.has(id);
      anchor.current = { id, on };
      if (on) next.add(id);
      else next.delete(id);
      return next;
    });
  }, []);
  const set = useCallback((all: Iterable<string>) => setChosen(new Set(all)), []);
  const clear = useCallback(() => {
    anchor.current = null;
    setChosen(NONE);
  }, []);
  return useMemo(() => ({ chosen, turn, set, clear }), [chosen, turn, set, clear]);
}
