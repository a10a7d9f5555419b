/** What the reader's store holds, followed as it changes. */

import { Dexie } from 'dexie';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import { noteAnswer, noteSilence, noteTrouble } from '../../browser/trouble';

/** Milliseconds without an answer after which a view goes on without the store. */
const SILENCE = 4000;
/** Has the store not answered for so long? The page's notice says so until it does. */
function useSilence(waiting: boolean): boolean {
  const [silent, setSilent] = useState(false);
  useEffect(() => {
    if (!waiting) return;
    const timer = setTimeout(() => {
      noteSilence();
      setSilent(true);
    }, SILENCE);
    return () => clearTimeout(timer);
  }, [waiting]);
  useEffect(() => {
    if (!waiting && silent) noteAnswer();
  }, [waiting, silent]);
  return waiting && silent;
}

/**
 * @param read a question to the store; asked again whenever what it read changes
 * @param deps what else the question depends on
 * @param without what stands where the store can't be read; the page's notice says why
 * @returns undefined before the first answer
 */
export function useKept<T>(read: () => Promise<T> | T, deps: readonly unknown[], without: T): T | undefined {
  // The same one at each drawing: what is written where it is asked for is another each time, and what follows it
  // would be asked anew without end.
  const [instead] = useState(() => without);
  // Dexie's live queries never answer where there is nothing to open.
  const nowhere = typeof window.indexedDB === 'undefined';
  useEffect(() => {
    if (nowhere) noteTrouble(new Dexie.MissingAPIError());
  }, [nowhere]);
  const kept = useLiveQuery(async () => {
    try {
      return await read();
    } catch (error) {
      if (!noteTrouble(error)) throw error;
      return without;
    }
  }, [...deps]);
  const silent = useSilence(!nowhere && kept === undefined);
  return nowhere || silent ? instead : kept;
}
