/** A slip that has left the editor: how it stands, what was promised, what was said, what can be done. */
import { useState } from 'react';
import { markCollected, reopen, sendOutgoing, withdrawSlip } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { canWithdraw } from '../../core/requests/lifecycle';
import { money } from '../../core/requests/price';
import { type Slip, STATE_LABEL, slipTitle } from '../../core/requests/slip';
import { clockOf, clockText, dayOf, dayText, type Minutes, parseDay, parseLocal } from '../../core/time';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './slip.module.css';

const moment = (iso: string): string => {
  const t = parseLocal(iso) as Minutes;
  return `${dayText(dayOf(t))} ${clockText(clockOf(t))}`;
};
const NEXT: Partial<Record<Slip['state'], string>> = {
  outgoing: 'It has not been sent yet. It goes out when you send it, or by itself when the connection is back.',
  sent: 'It has been received. The desk looks at it on the next working day.',
  sourcing: 'A library has been asked and has not answered yet.',
  preparing: 'Somebody has started on it, so it can’t be withdrawn any more.',
  'on-its-way': 'It is on its way.',
  ready: 'It is ready for you.',
  finished: 'Finished.',
  withdrawn: 'Withdrawn. You owe nothing.',
  'not-supplied': 'Nobody could supply it. You owe nothing.',
};

export function SentSlip({ slip }: { slip: Slip }) {
  const here = useHere();
  const [said, setSaid] = useState('');
  const need = parseDay(slip.needBy);
  const tell = (work: Promise<unknown>) =>
    work.then(
      () => setSaid(''),
      (e: unknown) => setSaid(e instanceof Error ? e.message : 'That did not work; nothing has changed.'),
    );
  const sendNow = () =>
    sendOutgoing(theStore(), here.reader.id, here.moment).then(({ problem }) => {
      setSaid(problem ? `${problem.message} It stays in Outgoing.` : '');
    });
  return (
    <div className={styles.columns}>
      <section className={styles.form}>
        <h1>{slipTitle(slip)}</h1>
        <p className={styles.kept}>
          {[slip.item.author, slip.item.container && `in ${slip.item.container}`, slip.item.year].filter(Boolean).join(' · ')} ·{' '}
          <a href={`/records/${slip.record}`}>record</a>
        </p>
        <p className={styles.state}>
          <b>{STATE_LABEL[slip.state]}</b> {NEXT[slip.state]}
        </p>
        <div className={styles.send}>
          {slip.state === 'outgoing' && (
            <>
              <button type="button" className={kit.plum} onClick={() => void sendNow()}>
                Send slip
              </button>
              <button type="button" className={kit.link} onClick={() => void tell(reopen(theStore(), slip.id, here.moment.at))}>
                Change it
              </button>
            </>
          )}
          {slip.file && (slip.state === 'ready' || slip.state === 'finished') && (
            <a className={kit.main} href={slip.file} target="_blank" rel="noopener">
              Open the file
            </a>
          )}
          {slip.state === 'ready' && (
            <button
              type="button"
              className={slip.file ? kit.link : kit.main}
              onClick={() => void tell(markCollected(theStore(), slip.id, here.moment.at))}
            >
              I have it
            </button>
          )}
          {canWithdraw(slip) && (
            <button type="button" className={kit.link} onClick={() => void tell(withdrawSlip(theStore(), slip, here.moment))}>
              Withdraw
            </button>
          )}
          {(slip.state === 'not-supplied' || slip.state === 'withdrawn') && <a href={`/records/${slip.record}`}>Other ways to read it</a>}
        </div>
        <p role="status" className={said ? styles.fault : 'sr'}>
          {said}
        </p>
        <h2>Messages</h2>
        {slip.messages.length === 0 && <p className={styles.quiet}>None yet.</p>}
        <ol className={styles.messages}>
          {slip.messages.map((m) => (
            <li key={m.id}>
              <time dateTime={m.time}>{moment(m.time)}</time>
              <div>
                <p>{m.text}</p>
                <p className={styles.quiet}>{m.from}</p>
              </div>
            </li>
          ))}
        </ol>
      </section>
      <aside className={styles.pane} aria-label="What was promised">
        <section>
          <h2>Promised</h2>
          {slip.promised && (
            <>
              <p className={styles.date}>{dayText(dayOf(parseLocal(slip.promised.median) as Minutes))}</p>
              <p className={styles.quiet}>
                very likely by {dayText(dayOf(parseLocal(slip.promised.likely) as Minutes))}
                {need !== null && `; you need it by ${dayText(need)}`}
              </p>
            </>
          )}
        </section>
        {slip.promised && (
          <section>
            <h2>Price</h2>
            <table className={styles.price}>
              <tbody>
                {slip.promised.lines.map((l) => (
                  <tr key={l.what}>
                    <th scope="row">{l.what}</th>
                    <td>{money(l.cents)}</td>
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr>
                  <th scope="row">You pay, if it is supplied</th>
                  <td>{money(slip.promised.total)}</td>
                </tr>
              </tfoot>
            </table>
          </section>
        )}
        <section>
          <h2>Details</h2>
          <dl className={styles.facts}>
            <div>
              <dt>Goes to</dt>
              <dd>
                {slip.delivery.to === 'email'
                  ? slip.delivery.email
                  : slip.delivery.to === 'post'
                    ? slip.delivery.address
                    : here.info.campuses.find((c) => slip.delivery.to === 'pickup' && c.id === slip.delivery.campus)?.name}
              </dd>
            </div>
            {slip.sent && (
              <div>
                <dt>Sent</dt>
                <dd>{moment(slip.sent)}</dd>
              </div>
            )}
            <div>
              <dt>Slip</dt>
              <dd>{slip.id}</dd>
            </div>
          </dl>
        </section>
      </aside>
    </div>
  );
}
