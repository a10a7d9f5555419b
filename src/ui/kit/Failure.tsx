/** A failure that says what was wrong, what was kept, and what to do. */

import { AskError } from '../../browser/client';
import { notKept } from '../../browser/trouble';
import { say } from '../../words/generated/kit';
import styles from './kit.module.css';
import { signInHref } from './signIn';

/** @param whole nothing else is there to be read: what is said is the page’s heading */
export function Failure({
  error,
  again,
  whole = false,
}: {
  error: unknown;
  again?: () => void;
  whole?: boolean;
}) {
  const Text = whole ? 'h1' : 'p';
  const text = error instanceof Error ? notKept(error) : say('kit.somethingFailedHereNothingOfYours');
  return (
    <div className={styles.failure} role="alert">
      <Text>{text}</Text>
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
