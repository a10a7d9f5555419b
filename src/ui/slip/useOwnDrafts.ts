/**
 * Which versions of a draft this tab has written itself: any other in the store was written in another tab,
 * and that is said.
 */
import { useCallback, useRef, useState } from 'react';
import type { Slip } from '../../core/model/slip';

/** Versions remembered: what is typed in one go reaches the store a few at a time. */
const REMEMBERED = 400;

export interface OwnDrafts {
  /** Tells of a version that this tab is about to keep. */
  readonly wrote: (slip: Slip) => void;
  readonly isOwn: (kept: Slip) => boolean;
  /** The draft as another tab has left it, until the reader has decided. */
  readonly other: Slip | null;
  /** The other version has been seen: it stands no longer in the way. */
  readonly accept: () => void;
}
/** @param kept the draft as the store has it now */
export function useOwnDrafts(kept: Slip): OwnDrafts {
  const own = useRef<Set<string> | null>(null);
  own.current ??= new Set([JSON.stringify(kept)]);
  const known = own.current;
  const [, redraw] = useState(0);
  const isOwn = (slip: Slip): boolean => known.has(JSON.stringify(slip));
  const wrote = useCallback(
    (slip: Slip): void => {
      known.add(JSON.stringify(slip));
      for (const oldest of known) {
        if (known.size <= REMEMBERED) break;
        known.delete(oldest);
      }
    },
    [known],
  );
  return {
    wrote,
    isOwn,
    other: isOwn(kept) ? null : kept,
    accept: () => {
      known.add(JSON.stringify(kept));
      redraw((n) => n + 1);
    },
  };
}
