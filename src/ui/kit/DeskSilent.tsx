/** Where copies stand is not of now: the loan desk does not answer. */
import { dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/live';
import styles from './kit.module.css';

export function DeskSilent({ since, today }: { since: string | null; today: string }) {
  const at = since === null ? null : parseLocal(since);
  return (
    <p className={styles.quietly} role="status">
      {at === null
        ? say('live.deskSilent')
        : say('live.deskSilentSince', {
            day: dayText(dayOf(at), dayOf(parseLocal(today) as Minutes)),
            time: (since ?? '').slice(11),
          })}
    </p>
  );
}
