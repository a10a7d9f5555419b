/** Requests: what is written and not yet sent, what is under way on a common time axis, what is finished. */
import { useState } from 'react';
import { dropDraft, markCollected, restoreDraft, sendOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { money } from '../../core/requests/price';
import { type Slip, STATE_LABEL, slipTitle, UNDER_WAY } from '../../core/requests/slip';
import { dayOf, dayText, parseLocal } from '../../core/time';
import { App, useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './requests.module.css';
import { Tracks } from './Tracks';

const HOW = { loan: 'Loan', article: 'Copy of the article', chapter: 'Chapter or pages' } as const;
export const dayOfIso = (iso: string): string => dayText(dayOf(parseLocal(iso) ?? (0 as never)));
const where = (s: Slip, campusName: (id: string) => string): string =>
  s.delivery.to === 'email' ? 'e-mail' : s.delivery.to === 'post' ? 'post' : campusName(s.delivery.campus);

function Outgoing({ slips }: { slips: readonly Slip[] }) {
  const { info, reader, moment } = useHere();
  const [sending, setSending] = useState(false);
  const [said, setSaid] = useState('');
  const [gone, setGone] = useState<Slip | null>(null);
  const name = (id: string) => info.campuses.find((c) => c.id === id)?.name ?? id;
  const written = slips.filter((s) => s.state === 'outgoing');
  const drafts = slips.filter((s) => s.state === 'draft');
  const total = written.reduce((n, s) => n + (s.promised?.total ?? 0), 0);
  const send = async () => {
    setSending(true);
    const { sent, problem } = await sendOutgoing(theStore(), reader.id, moment);
    setSending(false);
    setSaid(problem ? `${sent ? `${sent} sent. ` : ''}${problem.message} What was not sent stays in Outgoing.` : `${sent} sent.`);
  };
  const drop = async (slip: Slip) => {
    await dropDraft(theStore(), slip.id);
    setGone(slip);
  };
  if (!written.length && !drafts.length && !said && !gone) return null;
  return (
    <section aria-labelledby="outgoing">
      <header className={styles.head}>
        <h2 id="outgoing">Outgoing{written.length + drafts.length > 0 && `, ${written.length + drafts.length}`}</h2>
        {written.length > 0 && (
          <button type="button" className={kit.plum} onClick={() => void send()} disabled={sending}>
            {sending
              ? 'Sending…'
              : `Send ${written.length === 1 ? 'it' : `all ${written.length}`}, ${total > 0 ? `you pay ${money(total)}` : 'you pay nothing'}`}
          </button>
        )}
      </header>
      <p aria-live="polite" className={said ? styles.said : 'sr'}>
        {said}
      </p>
      {gone && (
        <p className={styles.said}>
          The draft “{slipTitle(gone)}” is gone.{' '}
          <button
            type="button"
            className={kit.link}
            onClick={() => {
              void restoreDraft(theStore(), gone);
              setGone(null);
            }}
          >
            Undo
          </button>
        </p>
      )}
      <ul>
        {[...written, ...drafts].map((s) => (
          <li key={s.id} className={styles.row}>
            <a className={styles.title} href={`/requests/${s.id}`}>
              {slipTitle(s)}
            </a>
            <span>
              {HOW[s.wanted]}, {where(s, name)}
            </span>
            <span className={styles.mono}>{s.promised ? `≈ ${dayOfIso(s.promised.median)}` : ''}</span>
            <span className={styles.end}>
              {s.state === 'outgoing' ? (
                'ready to send'
              ) : (
                <>
                  <span className={kit.tag}>draft</span>{' '}
                  <button type="button" className={kit.link} onClick={() => void drop(s)}>
                    Discard<span className="sr"> {slipTitle(s)}</span>
                  </button>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Ready({ slips }: { slips: readonly Slip[] }) {
  const { moment } = useHere();
  if (!slips.length) return null;
  return (
    <section aria-labelledby="ready">
      <header className={styles.head}>
        <h2 id="ready">Ready for you, {slips.length}</h2>
      </header>
      <ul>
        {slips.map((s) => (
          <li key={s.id} className={styles.row}>
            <a className={styles.title} href={`/requests/${s.id}`}>
              {slipTitle(s)}
            </a>
            <span>{s.messages.at(-1)?.text}</span>
            <span className={styles.mono}>{s.messages.length ? `since ${dayOfIso(s.messages.at(-1)?.time ?? '')}` : ''}</span>
            <span className={styles.end}>
              {s.file && (
                <a href={s.file} target="_blank" rel="noopener">
                  Open the file
                </a>
              )}{' '}
              <button type="button" className={kit.link} onClick={() => void markCollected(theStore(), s.id, moment.at)}>
                I have it<span className="sr">: {slipTitle(s)}</span>
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Finished({ slips }: { slips: readonly Slip[] }) {
  if (!slips.length) return null;
  return (
    <section aria-labelledby="finished">
      <header className={styles.head}>
        <h2 id="finished">Finished, {slips.length}</h2>
      </header>
      <ul>
        {slips.map((s) => (
          <li key={s.id} className={styles.row}>
            <a className={styles.title} href={`/requests/${s.id}`}>
              {slipTitle(s)}
            </a>
            <span>{HOW[s.wanted]}</span>
            <span className={styles.mono}>{s.ended ? dayOfIso(s.ended) : ''}</span>
            <span className={styles.end}>
              {s.state === 'not-supplied' ? <a href={`/records/${s.record}`}>not supplied: other ways</a> : STATE_LABEL[s.state]}
              {s.file && s.state === 'finished' && (
                <>
                  {' '}
                  <a href={s.file} target="_blank" rel="noopener">
                    Open
                  </a>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const byTime = (a: Slip, b: Slip) => (a.created < b.created ? -1 : 1);
function Requests() {
  const { slips, reader } = useHere();
  const of = (...states: Slip['state'][]) => slips.filter((s) => states.includes(s.state)).sort(byTime);
  const under = slips.filter((s) => UNDER_WAY.has(s.state)).sort(byTime);
  return (
    <div className={styles.view}>
      <h1 className="sr">Requests of {reader.name}</h1>
      {slips.length === 0 && (
        <div className={styles.empty}>
          <p>No slip has been written yet.</p>
          <p>
            <a href="/">Search</a> for something; where it is not at hand, <em>Make slip</em> asks for it: a loan, a scan, a copy.
          </p>
        </div>
      )}
      <Outgoing slips={of('outgoing', 'draft')} />
      <Ready slips={of('ready')} />
      {under.length > 0 && <Tracks slips={under} />}
      <Finished slips={of('finished', 'not-supplied', 'withdrawn').reverse()} />
    </div>
  );
}

export default function RequestsView() {
  return (
    <App>
      <Requests />
    </App>
  );
}
