/** A failure that says what was wrong, what was kept, and what to do. */
import { notKept } from '../../browser/trouble';
import styles from './kit.module.css';

export function Failure({ error, again }: { error: unknown; again?: () => void }) {
  const text = error instanceof Error ? notKept(error) : 'Something failed here. Nothing of yours is lost.';
  return (
    <div className={styles.failure} role="alert">
      <p>{text}</p>
      {again && (
        <button type="button" className={styles.link} onClick={again}>
          Try again
        </button>
      )}
    </div>
  );
}
