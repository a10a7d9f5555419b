/**
 * When kept things can be read: asked for in batches, each thing once a moment, and held for as long as that
 * moment is looked at, however the piles change.
 */
import { LRUCache } from 'lru-cache';
import { useCallback, useEffect, useState } from 'react';
import { getKept, KEPT_AT_ONCE } from '../../browser/client';
import type { Moment } from '../../core/discovery/answers';
import type { PileItem } from '../../core/piles/pile';
import type { KeptAnswer } from '../../words/answers';

type Known = Map<string, KeptAnswer | null>;
/** What was answered, by moment; a few moments are held. */
const answers = new LRUCache<string, { known: Known; asked: Set<string> }>({ max: 4 });
function heldFor(moment: Moment) {
  const key = JSON.stringify(moment);
  const held = answers.get(key) ?? { known: new Map(), asked: new Set() };
  answers.set(key, held);
  return held;
}

export interface Reachables {
  /** undefined before it was looked up; null where its record is gone. */
  readonly of: (item: Pick<PileItem, 'key'>) => KeptAnswer | null | undefined;
  /** How often something was heard: what is worked out of the answers depends on it. */
  readonly heard: number;
  readonly busy: boolean;
  readonly error: unknown;
  readonly again: () => void;
}
export function useReachable(items: readonly PileItem[], moment: Moment): Reachables {
  const [heard, setHeard] = useState(0);
  const [error, setError] = useState<unknown>(null);
  const { known, asked } = heldFor(moment);
  useEffect(() => {
    let left = false;
    const missing = items.filter((i) => !known.has(i.key) && !asked.has(i.key));
    const ask = async (): Promise<void> => {
      for (let at = 0; at < missing.length && !left; at += KEPT_AT_ONCE) {
        const batch = missing.slice(at, at + KEPT_AT_ONCE);
        for (const i of batch) asked.add(i.key);
        try {
          const said = await getKept(batch, moment);
          for (const [n, item] of batch.entries()) known.set(item.key, said[n] ?? null);
          if (!left) setError(null);
        } catch (problem) {
          for (const i of batch) asked.delete(i.key);
          if (!left) setError(problem);
          return;
        } finally {
          if (!left) setHeard((n) => n + 1);
        }
      }
    };
    void ask();
    return () => {
      left = true;
    };
  }, [items, moment, known, asked]);
  const again = useCallback(() => setHeard((n) => n + 1), []);
  return {
    of: (item) => known.get(item.key),
    heard,
    busy: error === null && items.some((i) => !known.has(i.key)),
    error,
    again,
  };
}
