/** One bar of the breakdown: a click keeps its value, a second gesture leaves it out. */

import type { MouseEvent } from 'react';
import { say } from '../../words/generated/search';
import styles from './breakdown.module.css';
import shared from './shared.module.css';

const number = (n: number): string => n.toLocaleString('en');

export interface Bar {
  readonly label: string;
  readonly count: number;
  readonly choice: 'keep' | 'drop' | null;
  /** Sets the choice; `null` frees. */
  readonly set: (choice: 'keep' | 'drop' | null) => void;
  readonly sub?: boolean;
}
export function BarRow({ bar, most }: { bar: Bar; most: number }) {
  const { label, count, choice, set, sub } = bar;
  const pick = (event: MouseEvent) => set(choice ? null : event.altKey ? 'drop' : 'keep');
  return (
    <li className={styles.bar} data-choice={choice ?? undefined} data-sub={sub ? '' : undefined}>
      <button
        type="button"
        className={styles.barButton}
        aria-pressed={choice !== null}
        aria-label={`${label}, ${count}${choice === 'drop' ? say('search.leftOut') : choice ? say('search.kept') : ''}`}
        onClick={pick}
      >
        <span className={styles.barLabel}>{label}</span>
        <span className={styles.barTrack} aria-hidden="true">
          <span style={{ width: `${Math.max(1, (100 * count) / most)}%` }} />
        </span>
        <span className={styles.barCount}>{number(count)}</span>
      </button>
      <button
        type="button"
        className={`${shared.leave} ${styles.leave}`}
        aria-pressed={choice === 'drop'}
        onClick={() => set(choice === 'drop' ? null : 'drop')}
      >
        {choice === 'drop' ? say('search.letIn') : say('search.leaveOut')}
        <span className="sr">: {label}</span>
      </button>
    </li>
  );
}
