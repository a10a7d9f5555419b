/** A slip at its address: in the editor while it is a draft, with its messages once it has left. */
import { slipById } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { App, useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { SentSlip } from './SentSlip';
import { SlipEditor } from './SlipEditor';
import styles from './slip.module.css';

function AtAddress({ id }: { id: string }) {
  const { reader, info } = useHere();
  const found = useKept(async () => ({ slip: await slipById(theStore(), id) }), [id], { slip: undefined });
  if (!found) return null;
  const { slip } = found;
  if (!slip) {
    return (
      <div className={styles.missing}>
        <h1>There is no such slip here</h1>
        <p>
          Slips live in the browser they were written in. This one may have been discarded, or written
          elsewhere. <a href="/requests">See those that are here</a>.
        </p>
      </div>
    );
  }
  if (slip.reader !== reader.id) {
    return (
      <div className={styles.missing}>
        <h1>
          This slip belongs to {info.readers.find((r) => r.id === slip.reader)?.name ?? 'another reader'}
        </h1>
        <p>Change the reader at the top to see it.</p>
      </div>
    );
  }
  return slip.state === 'draft' ? <SlipEditor key={slip.id} kept={slip} /> : <SentSlip slip={slip} />;
}

export default function SlipView({ id }: { id: string }) {
  return (
    <App>
      <AtAddress id={id} />
    </App>
  );
}
