/**
 * When kept things can be read: asked for in batches, each thing once a moment, and held for as long as that
 * moment is looked at, however the piles change.
 */
import { LRUCache } from 'lru-cache';
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { getKept, KEPT_AT_ONCE } from '../../browser/client';
import { onOtherEdition } from '../../browser/edition';
import type { Moment } from '../../core/discovery/answers';
import type { PileItem } from '../../core/piles/pile';
import type { KeptAnswer } from '../../words/answers';

/** What was answered at one moment, and who looks at it: a pile may stand on a page twice. */
interface Held {
  readonly known: Map<string, KeptAnswer | null>;
  readonly asked: Set<string>;
  readonly told: Set<() => void>;
  /** How often something was heard. */
  heard: number;
  error: unknown;
}
/** A few moments are held. */
const moments = new LRUCache<string, Held>({ max: 4 });
function heldFor(moment: Moment): Held {
  const key = JSON.stringify(moment);
  const held = moments.get(key) ?? {
    known: new Map(),
    asked: new Set(),
    told: new Set(),
    heard: 0,
    error: null,
  };
  moments.set(key, held);
  return held;
}
onOtherEdition(() => {
  const before = [...moments.values()];
  moments.clear();
  for (const held of before) tell(held, held.error);
});
function tell(held: Held, error: unknown): void {
  held.heard++;
  held.error = error;
  for (const told of held.told) told();
}
/** Asks for what is missing, batch by batch; ends with the first that fails. */
async function askFor(missing: readonly PileItem[], held: Held, moment: Moment): Promise<void> {
  for (let at = 0; at < missing.length; at += KEPT_AT_ONCE) {
    const batch = missing.slice(at, at + KEPT_AT_ONCE);
    try {
      const said = await getKept(batch, moment);
      for (const [n, item] of batch.entries()) held.known.set(item.key, said[n] ?? null);
      tell(held, null);
    } catch (problem) {
      for (const item of missing.slice(at)) held.asked.delete(item.key);
      tell(held, problem);
      return;
    }
  }
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
  const held = heldFor(moment);
  const subscribe = useCallback(
    (told: () => void) => {
      held.told.add(told);
      return () => {
        held.told.delete(told);
      };
    },
    [held],
  );
  const heard = useSyncExternalStore(subscribe, () => held.heard);
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again with each turn
  useEffect(() => {
    const missing = items.filter((i) => !held.known.has(i.key) && !held.asked.has(i.key));
    for (const i of missing) held.asked.add(i.key);
    if (missing.length) void askFor(missing, held, moment);
  }, [items, moment, held, turn]);
  return {
    of: (item) => held.known.get(item.key),
    heard,
    busy: held.error === null && items.some((i) => !held.known.has(i.key)),
    error: held.error,
    again: useCallback(() => setTurn((n) => n + 1), []),
  };
}
