/**
 * Parts of a view that are fetched when they are first drawn. One that can't be had is said in the page's
 * notice, asked for again until it comes, and leaves the rest of the view standing.
 */

import { type ComponentType, lazy } from 'react';
import { noteFetched, noteUnfetched } from './trouble';

/** Milliseconds between two attempts: the first, and at most. */
const FIRST = 1000;
const LAST = 30_000;

/** Until the browser says that it is connected again, or so many milliseconds. */
const connected = (wait: number): Promise<void> =>
  new Promise((resolve) => {
    const go = () => {
      clearTimeout(timer);
      window.removeEventListener('online', go);
      resolve();
    };
    const timer = setTimeout(go, wait);
    window.addEventListener('online', go);
  });

/**
 * What `load` brings, however often it must be asked. Rejects with what is wrong in the part itself: only what could
 * not be fetched (a TypeError in every browser) is asked for again.
 */
export async function persistently<T>(load: () => Promise<T>): Promise<T> {
  for (let wait = FIRST; ; wait = Math.min(LAST, wait * 2)) {
    try {
      const brought = await load();
      noteFetched();
      return brought;
    } catch (error) {
      if (!(error instanceof TypeError)) throw error;
      noteUnfetched();
      await connected(wait);
    }
  }
}

/** A component of its own file, as React's `lazy` has it, that a lost network does not take the view down with. */
// biome-ignore lint/suspicious/noExplicitAny: as the type of React's own `lazy` has it
export const part = <T extends ComponentType<any>>(load: () => Promise<{ default: T }>) =>
  lazy(() => persistently(load));
