/** A slip at its address: in the editor while it is a draft, with its messages once it has left. */

import { Suspense } from 'react';
import { part } from '../../browser/parts';
import { slipById } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { say } from '../../words/generated/slip';
import { useHere } from '../kit/app';
import { AskingApp } from '../kit/queries';
import { useKept } from '../kit/useKept';
import { SentSlip } from './SentSlip';
import { SlipEditor } from './SlipEditor';
import styles from './slip.module.css';

function AtAddress({ id }: { id: string }) {
  const { reader } = useHere();
  const found = useKept(async () => ({ slip: await slipById(theStore(), id) }), [id], { slip: undefined });
  if (!found) return null;
  const { slip } = found;
  if (!slip) {
    return (
      <div className={styles.missing}>
        <h1>{say('slip.thereIsNoSuchSlipHere')}</h1>
        <p>
          {say('slip.slipsLiveInTheBrowserThey')} <a href="/requests">{say('slip.seeThoseThatAreHere')}</a>.
        </p>
      </div>
    );
  }
  if (slip.reader !== reader.id) {
    return (
      <div className={styles.missing}>
        <h1>
          {say('slip.thisSlipBelongsTo', {
            name: say('slip.anotherReader'),
          })}
        </h1>
        <p>{say('slip.changeTheReaderAtTheTop')}</p>
      </div>
    );
  }
  return (
    <>
      {slip.state === 'draft' ? <SlipEditor key={slip.id} kept={slip} /> : <SentSlip slip={slip} />}
      <div className={styles.often}>
        <Suspense>
          <ReadyAnswers place="slip" />
        </Suspense>
      </div>
    </>
  );
}

const ReadyAnswers = part(() => import('../ask/ReadyAnswers'));

/** The page is one for all slips: which it is stands in the address. */
export default function SlipView() {
  const id = (window.location.pathname.split('/')[2] ?? '').slice(0, 60);
  return (
    <AskingApp>
      <AtAddress id={id} />
    </AskingApp>
  );
}
