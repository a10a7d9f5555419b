/** Everything that the library said about slips, latest first; what waits for the reader is marked. */

import { useEffect, useState } from 'react';
import { sawInbox } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { Slip } from '../../core/model/slip';
import { inboxOf } from '../../core/requests/inbox';
import { slipTitle } from '../../core/requests/slip';
import { own } from '../../core/table';
import { say } from '../../words/generated/requests';
import { messageText, speakerLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { dayOfIso } from './lines';
import styles from './requests.module.css';

const SHOWN = 4;
const SEEN_AFTER = 2000;

export function Inbox({ slips }: { slips: readonly Slip[] }) {
  const { reader, settings } = useHere();
  const [whole, setWhole] = useState(false);
  const entries = inboxOf(slips);
  const seen = own(settings.inboxSeen, reader.id) ?? '';
  const [newSince] = useState(seen);
  const latest = entries[0]?.message.time ?? '';
  useEffect(() => {
    if (latest <= seen) return;
    const timer = setTimeout(() => void sawInbox(theStore(), reader.id, latest), SEEN_AFTER);
    return () => clearTimeout(timer);
  }, [latest, seen, reader.id]);
  if (!entries.length) return null;
  const asking = entries.filter((e) => e.asks);
  const rest = entries.filter((e) => !e.asks);
  const shown = [...asking, ...(whole ? rest : rest.slice(0, Math.max(0, SHOWN - asking.length)))];
  return (
    <section aria-labelledby="inbox">
      <header className={styles.head}>
        <h2 id="inbox">
          {say('requests.inbox')}
          {asking.length > 0 && (
            <span className={kit.tag}>
              {asking.length === 1
                ? say('requests.n1NeedsYou')
                : say('requests.needYou', { asking: asking.length })}
            </span>
          )}
        </h2>
        {entries.length > shown.length || whole ? (
          <button type="button" className={kit.link} aria-expanded={whole} onClick={() => setWhole(!whole)}>
            {whole ? say('requests.fewer') : say('requests.all', { entries: entries.length })}
          </button>
        ) : null}
      </header>
      <ul>
        {shown.map(({ slip, message, asks }) => (
          <li
            key={`${slip.id}${message.id}`}
            className={styles.entry}
            data-asks={asks ? '' : undefined}
            data-new={message.time > newSince ? '' : undefined}
          >
            <time dateTime={message.time} className={styles.mono}>
              {dayOfIso(message.time)}
            </time>
            <div>
              <a href={`/requests/${slip.id}`}>{slipTitle(slip)}</a>
              <p className={styles.state}>
                {messageText(message)} <span>{speakerLabel(message)}</span>
              </p>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
