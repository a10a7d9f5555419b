/**
 * What the page says under its head of the network: that there is none, since when, what waits; and, when it is back,
 * what became of that.
 */
import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import { partsOf } from '../../browser/offline/rules';
import { tellWaiting } from '../../browser/offline/waiting';
import { theStore } from '../../browser/store';
import { noteTrouble } from '../../browser/trouble';
import { clockText } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/offline';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './offline.module.css';
import { useReach, useWaiting } from './useReach';

/** What became of what waited; `went` counts. */
function useTelling(): { readonly went: number; readonly read: () => void } {
  const { reader, moment } = useHere();
  const [went, setWent] = useState(0);
  useEffect(() => {
    const tell = () =>
      void tellWaiting(theStore(), reader.id, moment).then(
        ({ done }) => done && setWent((n) => n + done),
        (error: unknown) => void noteTrouble(error, true),
      );
    tell();
    window.addEventListener('online', tell);
    return () => window.removeEventListener('online', tell);
  }, [reader.id, moment]);
  return { went, read: () => setWent(0) };
}

export function Strip() {
  const { slips } = useHere();
  const { reached, since, from } = useReach();
  const waiting = useWaiting();
  const { went, read } = useTelling();
  const place = document.getElementById('notice');
  const going = slips.filter((s) => s.state === 'outgoing' && s.going).length;
  const refused = waiting.filter((w) => w.refused).length;
  const n = waiting.length - refused + going;
  if (!place) return null;
  const away = reached === false && since !== null;
  return createPortal(
    <div
      className={away || went || refused ? styles.strip : 'sr'}
      data-away={away || undefined}
      role="status"
    >
      {away && (
        <p>
          <b>{say('offline.away', { clock: clockText(partsOf(since).clock) })}</b> {say('offline.awayLead')}{' '}
          {from !== null &&
            say('offline.awayFrom', {
              day: dayText(partsOf(from).day),
              clock: clockText(partsOf(from).clock),
            })}
        </p>
      )}
      {away && <a href="/offline">{n ? say('offline.waitingCount', { n }) : say('offline.whatThen')}</a>}
      {!away && went > 0 && (
        <>
          <p>
            {say('offline.back')} {say('offline.wentOut', { n: went })}
          </p>
          <button type="button" className={kit.link} onClick={read}>
            {say('offline.iHaveRead')}
          </button>
        </>
      )}
      {!away && refused > 0 && (
        <>
          <p>{say('offline.refusedCount', { n: refused })}</p>
          <a href="/offline">{say('offline.seeThem')}</a>
        </>
      )}
    </div>,
    place,
  );
}
