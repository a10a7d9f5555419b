/** Whether the library is reached, followed as it changes; and what waits until it is. */
import { useSyncExternalStore } from 'react';
import { onReach, type Reach, reach } from '../../browser/offline/page';
import type { Waiting } from '../../browser/offline/rows';
import { waitingOf } from '../../browser/offline/waiting';
import { theStore } from '../../browser/store';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';

export const useReach = (): Reach => useSyncExternalStore(onReach, reach);
const NONE: readonly Waiting[] = [];
export function useWaiting(): readonly Waiting[] {
  const { reader } = useHere();
  return useKept(() => waitingOf(theStore(), reader.id), [reader.id], NONE) ?? NONE;
}
