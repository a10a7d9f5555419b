/** A slip that has left the editor: how it stands, what was promised, what was said, what can be done. */
import { useState } from 'react';
import { recordHref } from '../../core/model/address';
import type { Slip } from '../../core/model/slip';
import type { SlipState } from '../../core/model/slipStates';
import { isEnded, isOnLoan, isUnderWay } from '../../core/model/slipStates';
import {
  clockOf,
  clockText,
  type DayNumber,
  dayOf,
  dayText,
  type Minutes,
  parseDay,
  parseLocal,
} from '../../core/model/time';
import { owedFor, STATE_LABEL } from '../../core/requests/lifecycle';
import { overdueDays } from '../../core/requests/loans';
import { datesOf, letterAbout } from '../../core/requests/notices';
import { slipTitle, WANTED_TEXT } from '../../core/requests/slip';
import { VERDICT_TEXT } from '../item/links';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { saveFile } from '../kit/saveFile';
import { PriceTable } from './PriceTable';
import { SlipActs } from './SlipActs';
import styles from './slip.module.css';
import { useAct } from './useAct';
import { verdictOfSlip } from './verdict';

const moment = (iso: string): string => {
  const t = parseLocal(iso) as Minutes;
  return `${dayText(dayOf(t))} ${clockText(clockOf(t))}`;
};
const day = (iso: string): string => dayText(parseDay(iso.slice(0, 10)) as DayNumber);
const NEXT: Record<SlipState, string> = {
  draft: '',
  outgoing:
    'It has not been sent yet. It goes out when you send it, or by itself when the connection is back.',
  sent: 'It has been received. The desk looks at it on the next working day.',
  approval: 'Staff look at it before it goes out. You can still withdraw it.',
  question: 'Staff have a question. Nothing goes on until you answer.',
  sourcing: 'A library has been asked and has not answered yet.',
  conditional: 'A library lends it under a condition. You decide.',
  preparing: 'Somebody has started on it, so it can’t be withdrawn any more.',
  'on-its-way': 'It is on its way.',
  ready: 'It is ready for you.',
  delivered: 'The file is here.',
  collected: 'You have it.',
  due: 'It is due soon.',
  renewed: 'You have it for longer.',
  recalled: 'Somebody else needs it: bring it back.',
  overdue: 'It should have been back.',
  returned: 'Brought back; the desk checks it in.',
  finished: 'Finished.',
  withdrawn: 'Withdrawn.',
  'not-supplied': 'It could not be supplied.',
};

function Messages({ slip }: { slip: Slip }) {
  const { info, reader } = useHere();
  const { busy, said, act } = useAct();
  const [text, setText] = useState('');
  const letter = async () => {
    const { mailDraft } = await import('../../core/formats/letters');
    saveFile(mailDraft(letterAbout(slip, info, reader), reader), 'message/rfc822', `${slip.id}.eml`);
  };
  const documents = slip.messages.flatMap((m) => m.xml ?? []);
  /** One document as it is; several as files of their own in one ZIP. */
  const xml = async () => {
    const [only, ...more] = documents;
    if (only !== undefined && more.length === 0) return saveFile(only, 'application/xml', `${slip.id}.xml`);
    const { exchangeArchive } = await import('../../core/formats/archive');
    saveFile(exchangeArchive(slip.id, documents), 'application/zip', `${slip.id}.zip`);
  };
  return (
    <>
      <h2>Messages</h2>
      {slip.messages.length === 0 && <p className={styles.quiet}>None yet.</p>}
      <ol className={styles.messages}>
        {slip.messages.map((m) => (
          <li key={m.id} data-by={m.by}>
            <time dateTime={m.time}>{moment(m.time)}</time>
            <div>
              <p>{m.text}</p>
              <p className={styles.quiet}>
                {m.from}
                {m.reason ? ` · ${m.reason}` : ''}
              </p>
              {m.xml && (
                <details className={styles.xml}>
                  <summary>Technical details: ISO 18626</summary>
                  {m.xml.map((document) => (
                    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
                    <pre key={document} tabIndex={0}>
                      {document}
                    </pre>
                  ))}
                </details>
              )}
            </div>
          </li>
        ))}
      </ol>
      {!isEnded(slip.state) && slip.state !== 'outgoing' && slip.state !== 'question' && (
        <form
          className={styles.answer}
          onSubmit={(e) => {
            e.preventDefault();
            // What could not be sent stays to be sent again.
            if (text.trim()) void act(slip, 'note', text.trim()).then((done) => done && setText(''));
          }}
        >
          <label htmlFor="note-to-desk">Write to the desk about this slip</label>
          <textarea
            id="note-to-desk"
            rows={1}
            maxLength={1000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <button type="submit" className={kit.link} disabled={busy || !text.trim()}>
            Send the note
          </button>
          {said && <p className={styles.fault}>{said}</p>}
        </form>
      )}
      <p className={styles.files}>
        <button type="button" className={kit.link} onClick={() => void letter()}>
          As a mail draft
        </button>
        {documents.length > 0 && (
          <button type="button" className={kit.link} onClick={() => void xml()}>
            The exchange, as XML files
          </button>
        )}
      </p>
    </>
  );
}

export function SentSlip({ slip }: { slip: Slip }) {
  const { info, moment: now } = useHere();
  const need = parseDay(slip.needBy);
  const today = dayOf(parseLocal(now.at) as Minutes);
  const due = slip.due ? parseDay(slip.due) : null;
  const late = due === null || !isOnLoan(slip.state) ? 0 : overdueDays(due, today);
  const dates = datesOf(slip);
  const verdict = verdictOfSlip(slip, today);
  const calendar = async () => {
    const { calendarFile } = await import('../../core/formats/letters');
    saveFile(calendarFile(dates, `Slip ${slip.id}`, now.at), 'text/calendar', `${slip.id}.ics`);
  };
  return (
    <div className={styles.columns}>
      <section className={styles.form}>
        <h1>{slipTitle(slip)}</h1>
        <p className={styles.kept}>
          {[
            WANTED_TEXT[slip.wanted],
            slip.item.author,
            slip.item.container && `in ${slip.item.container}`,
            slip.item.year,
          ]
            .filter(Boolean)
            .join(' · ')}
          {slip.record && (
            <>
              {' · '}
              <a href={recordHref(slip.record)}>record</a>
            </>
          )}
        </p>
        <p className={styles.state}>
          <b>{STATE_LABEL[slip.state]}</b> {NEXT[slip.state]}
          {due !== null &&
            isOnLoan(slip.state) &&
            ` ${late > 0 ? `Due ${dayText(due)}, ${late} ${late === 1 ? 'day' : 'days'} ago.` : `Due ${dayText(due)}.`}`}
          {slip.state === 'delivered' && slip.fileUntil && ` It can be opened until ${day(slip.fileUntil)}.`}
        </p>
        <SlipActs slip={slip} />
        <Messages slip={slip} />
      </section>
      <aside className={styles.pane} aria-label="What was promised">
        <section>
          <h2>Promised</h2>
          {slip.promised && (
            <>
              <p className={styles.date}>{day(slip.promised.median)}</p>
              <p className={styles.quiet}>
                very likely by {day(slip.promised.likely)}
                {slip.promised.chance < 0.995 && `, chance ${Math.round(slip.promised.chance * 100)} %`}
                {need !== null && `; you need it by ${dayText(need)}`}
              </p>
              {verdict && (
                <p className={verdict === 'in-time' ? styles.quiet : styles.fault}>{VERDICT_TEXT[verdict]}</p>
              )}
            </>
          )}
        </section>
        {slip.promised && slip.promised.lines.length > 0 && (
          <section>
            <h2>Price</h2>
            {isEnded(slip.state) && owedFor(slip) === 0 ? (
              <p className={styles.quiet}>You owe nothing.</p>
            ) : (
              <PriceTable lines={slip.promised.lines} foot={isUnderWay(slip.state) ? undefined : 'You pay'} />
            )}
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
                    : info.campuses.find(
                        (c) => slip.delivery.to === 'pickup' && c.id === slip.delivery.campus,
                      )?.name}
              </dd>
            </div>
            {slip.sent && (
              <div>
                <dt>Sent</dt>
                <dd>{moment(slip.sent)}</dd>
              </div>
            )}
            {slip.reference && (
              <div>
                <dt>For</dt>
                <dd>{slip.reference}</dd>
              </div>
            )}
            <div>
              <dt>Slip</dt>
              <dd>{slip.id}</dd>
            </div>
          </dl>
          {slip.file?.includes('locked=1') && slip.state === 'delivered' && (
            <p className={styles.quiet}>
              The file is encrypted. Its password is the slip’s number; it opens in{' '}
              {info.policy.files.software.split(';')[0]}.
            </p>
          )}
        </section>
        {dates.length > 0 && (
          <section>
            <h2>Days</h2>
            <ul className={styles.rules}>
              {dates.map((d) => (
                <li key={d.id}>
                  {d.title.split(':')[0]} {day(d.start)}
                </li>
              ))}
            </ul>
            <button type="button" className={kit.link} onClick={() => void calendar()}>
              Into my calendar
            </button>
          </section>
        )}
      </aside>
    </div>
  );
}
