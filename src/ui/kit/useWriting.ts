/** While something is being written here, no other version of Legendum takes over: see browser/offline. */
import { useEffect } from 'react';
import { WRITING } from '../../browser/offline/rules';

export function useWriting(): void {
  useEffect(() => {
    if (!navigator.locks) return;
    let done = (): void => undefined;
    const written = new Promise<void>((resolve) => {
      done = resolve;
    });
    // A page that is left is one that writes no more: its lock goes with it.
    navigator.locks.request(WRITING, { mode: 'shared' }, () => written).catch(() => undefined);
    return done;
  }, []);
}
