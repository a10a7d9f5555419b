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
  /** Each step takes the place of the button that was pressed, and the focus with it. */
  const [step, setStep] = useState<'untouched' | 'asking' | 'left' | 'told'>('untouched');
  if (reported)
    return (
      <span key="told" className={styles.reported} role="status">
        <a href="/ask">{say('item.reportedToTheAskDesk')}</a>
        <button
          type="button"
          className={styles.report}
          // biome-ignore lint/a11y/noAutofocus: see the steps
          autoFocus={step === 'told'}
          onClick={() => {
            setStep('left');
            takeBack();
          }}
        >
          {say('item.takeItBack')}
          <span className="sr">: {place}</span>
        </button>
      </span>
    );
  if (step !== 'asking')
    return (
      <button
        type="button"
        className={styles.report}
        // biome-ignore lint/a11y/noAutofocus: see the steps
        autoFocus={step === 'left'}
        onClick={() => setStep('asking')}
      >
        {say('item.thisLinkDidNotWork')}
        <span className="sr">: {place}</span>
      </button>
    );
  return (
    <span key="asking" className={styles.reported}>
      {say('item.tellTheAskDesk')}
      <button
        type="button"
        className={styles.report}
        // biome-ignore lint/a11y/noAutofocus: see the steps
        autoFocus
        onClick={() => {
          setStep('told');
          report();
        }}
      >
        {say('item.reportIt')}
      </button>
      <button type="button" className={styles.report} onClick={() => setStep('left')}>
        {say('item.dontReport')}
      </button>
    </span>
  );
}
