/** A failure that says what was wrong, what was kept, and what to do. */

import { AskError } from '../../browser/client';
import { notKept } from '../../browser/trouble';
import { say } from '../../words/generated/kit';
import styles from './kit.module.css';
import { signInHref } from './signIn';

export function Failure({ error, again }: { error: unknown; again?: () => void }) {
  const text = error instanceof Error ? notKept(error) : say('kit.somethingFailedHereNothingOfYours');
  return (
    <div className={styles.failure} role="alert">
      <p>{text}</p>
      {error instanceof AskError && error.sort === 'sign-in' && (
        <a className={styles.link} href={signInHref()}>
          {say('kit.signIn')}
        </a>
      )}
      {again && (
        <button type="button" className={styles.link} onClick={again}>
          {say('kit.tryAgain')}
        </button>
      )}
    </div>
  );
}
