/** A link that did not work: reported to the ask desk when it is asked for twice, and taken back as easily. */
import { useState } from 'react';
import { say } from '../../words/generated/item';
import styles from './item.module.css';

interface Props {
  /** Where the link leads, for those who hear the button by itself. */
  readonly place: string;
  readonly reported: boolean;
  readonly report: () => void;
  readonly takeBack: () => void;
}
export function LinkReport({ place, reported, report, takeBack }: Props) {
  const [asking, setAsking] = useState(false);
  if (reported)
    return (
      <span className={styles.reported} role="status">
        <a href="/ask">{say('item.reportedToTheAskDesk')}</a>
        <button type="button" className={styles.report} onClick={takeBack}>
          {say('item.takeItBack')}
          <span className="sr">: {place}</span>
        </button>
      </span>
    );
  if (!asking)
    return (
      <button type="button" className={styles.report} onClick={() => setAsking(true)}>
        {say('item.thisLinkDidNotWork')}
        <span className="sr">: {place}</span>
      </button>
    );
  return (
    <span className={styles.reported}>
      {say('item.tellTheAskDesk')}
      <button
        type="button"
        className={styles.report}
        // biome-ignore lint/a11y/noAutofocus: it takes the place of the button that was pressed
        autoFocus
        onClick={() => {
          setAsking(false);
          report();
        }}
      >
        {say('item.reportIt')}
      </button>
      <button type="button" className={styles.report} onClick={() => setAsking(false)}>
        {say('item.dontReport')}
      </button>
    </span>
  );
}
