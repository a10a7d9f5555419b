/** One bar of the breakdown: a click keeps its value, a second gesture leaves it out. */

import type { MouseEvent } from 'react';
import { say } from '../../words/generated/results';
import { sayJoined, sayNumber } from '../../words/say';
import styles from './breakdown.module.css';
import shared from './shared.module.css';

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
        aria-label={`${sayJoined([label, count])}${choice === 'drop' ? say('results.leftOut') : choice ? say('results.kept') : ''}`}
        onClick={pick}
      >
        <span className={styles.barLabel}>{label}</span>
        <span className={styles.barTrack} aria-hidden="true">
          {count > 0 && <span style={{ width: `${Math.max(1, (100 * count) / most)}%` }} />}
        </span>
        <span className={styles.barCount}>{sayNumber(count)}</span>
      </button>
      <button
        type="button"
        className={`${shared.leave} ${styles.leave}`}
        aria-pressed={choice === 'drop'}
        onClick={() => set(choice === 'drop' ? null : 'drop')}
      >
        {choice === 'drop' ? say('results.letIn') : say('results.leaveOut')}
        <span className="sr">: {label}</span>
      </button>
    </li>
  );
}
