/** A failure that says what was wrong, what was kept, and what to do. */

import { notKept } from '../../browser/trouble';
import { say } from '../../words/generated/kit';
import styles from './kit.module.css';

export function Failure({ error, again }: { error: unknown; again?: () => void }) {
  const text = error instanceof Error ? notKept(error) : say('kit.somethingFailedHereNothingOfYours');
  return (
    <div className={styles.failure} role="alert">
      <p>{text}</p>
      {again && (
        <button type="button" className={styles.link} onClick={again}>
          {say('kit.tryAgain')}
        </button>
      )}
    </div>
  );
}
