/** What was just done to piles, and the way back: one step after the other, for as long as the page is open. */
import { useCallback, useMemo, useRef, useState } from 'react';
import { type Change, change } from '../../browser/piles';
import { theStore } from '../../browser/store';
import { say } from '../../words/generated/piles';

export interface Acts {
  readonly said: string | null;
  readonly canUndo: boolean;
  /** Does something, says so, and remembers how it is undone. */
  readonly act: (said: string, doing: Promise<Change>) => Promise<void>;
  readonly undo: () => void;
}
export function useActs(): Acts {
  const past = useRef<Change[]>([]);
  const [state, setState] = useState<{ readonly said: string | null; readonly steps: number }>({
    said: null,
    steps: 0,
  });
  const act = useCallback(async (said: string, doing: Promise<Change>) => {
    past.current.push(await doing);
    setState({ said, steps: past.current.length });
  }, []);
  const undo = useCallback(() => {
    const last = past.current.pop();
    if (!last) return;
    void change(theStore(), last).then(() =>
      setState({ said: say('piles.undone'), steps: past.current.length }),
    );
  }, []);
  return useMemo(() => ({ said: state.said, canUndo: state.steps > 0, act, undo }), [state, act, undo]);
}
