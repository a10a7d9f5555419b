/**
 * What the interface must know of the library, asked once a page for all its islands. By hand: every page needs
 * this one answer, and many no other, so that the cache of the others need not come with it.
 */
import { useCallback, useEffect, useState } from 'react';
import { AskError, getLibrary } from '../../browser/client';
import type { OtherLibrary } from '../../browser/offline/rules';
import type { LibraryInfo } from '../../core/discovery/answers';

const [TRIES, PAUSE] = [3, 800];
async function tried(): Promise<LibraryInfo> {
  for (let n = 1; ; n++) {
    try {
      return await getLibrary();
    } catch (error) {
      if (n >= TRIES || !(error instanceof AskError) || error.sort !== 'failed') throw error;
      await new Promise((done) => setTimeout(done, n * PAUSE));
    }
  }
}
let asked: Promise<LibraryInfo> | null = null;
/** Lets the next who wants it ask anew. */
export const forgetLibrary = (): void => {
  asked = null;
};
/** The one answer of this page; a question that failed is asked again by the next that wants it. */
function theLibrary(): Promise<LibraryInfo> {
  asked ??= tried().catch((error: unknown) => {
    asked = null;
    throw error;
  });
  return asked;
}

/** Islands that are to hear when the library says something else by now. */
const turns = new Set<() => void>();
if (typeof navigator !== 'undefined')
  navigator.serviceWorker?.addEventListener('message', ({ data }: MessageEvent<OtherLibrary | null>) => {
    if (data?.legendum !== 'library') return;
    forgetLibrary();
    for (const turn of turns) turn();
  });

interface Known {
  readonly info: LibraryInfo | undefined;
  readonly error: unknown;
}
export function useLibrary(): Known & { readonly again: () => void } {
  const [known, setKnown] = useState<Known>({ info: undefined, error: null });
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again with each turn
  useEffect(() => {
    let left = false;
    const next = () => setTurn((n) => n + 1);
    turns.add(next);
    theLibrary().then(
      (info) => !left && setKnown({ info, error: null }),
      // Where something is known already, that goes on.
      (error: unknown) => !left && setKnown((k) => (k.info ? k : { info: undefined, error })),
    );
    return () => {
      left = true;
      turns.delete(next);
    };
  }, [turn]);
  const again = useCallback(() => {
    forgetLibrary();
    setKnown({ info: undefined, error: null });
    setTurn((n) => n + 1);
  }, []);
  return { ...known, again };
}
