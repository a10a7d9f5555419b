/**
 * What was just removed, with the way back. The live region is there before its words, so that they are read
 * out.
 */

import type { ReactNode } from 'react';
import { say } from '../../words/generated/kit';
import kit from './kit.module.css';

export function Undo({
  said,
  back,
  className,
}: {
  said: ReactNode;
  /** null where there is nothing to take back. */
  back: (() => void) | null;
  className?: string | undefined;
}) {
  return (
    <p role="status" className={said ? className : 'sr'}>
      {said && (
        <>
          {said}{' '}
          {back && (
            <button type="button" className={kit.link} onClick={back}>
              {say('kit.undo')}
            </button>
          )}
        </>
      )}
    </p>
  );
}
