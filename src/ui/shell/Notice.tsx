/** The page's notice, under its head: that the browser does not keep what it is told to. */

import { useEffect, useState, useSyncExternalStore } from 'react';
import { createPortal } from 'react-dom';
import { noteTrouble, onTrouble, type Trouble, trouble } from '../../browser/trouble';
import { say } from '../../words/generated/shell';
import kit from '../kit/kit.module.css';
import styles from './shell.module.css';

/** Changes that nobody waits for end here when they fail. */
function useUnheard(): void {
  useEffect(() => {
    const heard = (event: PromiseRejectionEvent) => {
      if (noteTrouble(event.reason, true)) event.preventDefault();
    };
    window.addEventListener('unhandledrejection', heard);
    return () => window.removeEventListener('unhandledrejection', heard);
  }, []);
}

export function Notice() {
  useUnheard();
  const said = useSyncExternalStore(onTrouble, trouble);
  const [read, setRead] = useState<Trouble | null>(null);
  const place = document.getElementById('notice');
  if (!place || said === null || said === read) return null;
  return createPortal(
    <div className={styles.notice} role="alert">
      <p>{said.text}</p>
      <button type="button" className={kit.link} onClick={() => setRead(said)}>
        {say('shell.iHaveReadThis')}
      </button>
    </div>,
    place,
  );
}
