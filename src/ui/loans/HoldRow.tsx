/** One thing that is waited for: its place in the queue, an honest day, where it is collected; and its track. */
import { useState } from 'react';
import type { Hold } from '../../core/circulation/account';
import { addDays, type DayNumber } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/loans';
import { useHere } from '../kit/app';
import { CampusOptions } from '../kit/CampusOptions';
import { focusOn } from '../kit/focusOn';
import kit from '../kit/kit.module.css';
import type { Axis } from './axis';
import { type Answer, Title } from './LoanRow';
import styles from './loans.module.css';

interface Props {
  readonly hold: Hold;
  readonly axis: Axis;
  readonly today: DayNumber;
  readonly answer: Answer | undefined;
  readonly cancel: () => void;
  readonly collectAt: (campus: string) => void;
}
function stateText(hold: Hold, today: DayNumber): string {
  const { state, ahead, due, ready, until, why } = hold;
  if (state === 'provided')
    return until === null ? say('loans.waitsHere') : say('loans.waitsUntil', { day: dayText(until, today) });
  if (state === 'rejected') return say('loans.rejected', { why: why || 'none' });
  if (state === 'ordered')
    return ready
      ? say('loans.comes', { median: dayText(ready.median, today), likely: dayText(ready.likely, today) })
      : say('loans.fetched');
  const place = say('loans.place', { n: ahead + 1 });
  const back = due === null ? '' : ` ${say('loans.dueBack', { day: dayText(due, today) })}`;
  const when = ready
    ? say('loans.withYou', { median: dayText(ready.median, today), likely: dayText(ready.likely, today) })
    : say('loans.tooManyWait');
  return `${place}${back} ${when}`;
}

export function HoldRow({ hold, axis, today, answer, cancel, collectAt }: Props) {
  const { info } = useHere();
  const [sure, setSure] = useState(false);
  const campus = info.campuses.find((c) => c.id === hold.campus);
  const movable = hold.from === 'desk' && (hold.state === 'reserved' || hold.state === 'ordered');
  return (
    <li className={styles.row}>
      <div className={styles.hold}>
        <Title title={hold.title} record={hold.record} slip={hold.slip?.id ?? null} />
        <p className={styles.line}>
          {hold.state === 'reserved' && (
            <span className={styles.queue} aria-hidden="true">
              {Array.from({ length: hold.ahead }, (_, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: places, which have nothing else to tell them by
                <i key={i} />
              ))}
              <b />
            </span>
          )}
          <span data-here={hold.state === 'provided' || undefined} className={styles.state}>
            {stateText(hold, today)}
          </span>
        </p>
        <p className={styles.line}>
          {movable ? (
            <label>
              {say('loans.collectAt')}{' '}
              <select className={kit.box} value={hold.campus} onChange={(e) => collectAt(e.target.value)}>
                <CampusOptions />
              </select>
            </label>
          ) : (
            hold.place && say('loans.collectedAt', { place: hold.place })
          )}
          {hold.state === 'reserved' && campus && (
            <>
              {' '}
              · {campus.fetchesHolds ? say('loans.staffFetch') : say('loans.youFetch', { name: campus.name })}
            </>
          )}
          {hold.canCancel && (
            <>
              {' · '}
              {sure ? (
                <>
                  {hold.state === 'reserved' ? say('loans.youLoseYourPlace', { n: hold.ahead + 1 }) : ''}{' '}
                  <button
                    type="button"
                    ref={focusOn}
                    className={kit.link}
                    onClick={() => {
                      setSure(false);
                      cancel();
                    }}
                  >
                    {say('loans.cancelIt')}
                  </button>{' '}
                  <button type="button" className={kit.link} onClick={() => setSure(false)}>
                    {say('loans.keepIt')}
                  </button>
                </>
              ) : (
                <button type="button" className={kit.link} onClick={() => setSure(true)}>
                  {say('loans.cancel')}
                  <span className="sr">: {hold.title}</span>
                </button>
              )}
            </>
          )}
        </p>
        {answer && (
          <p className={styles.answer} data-done={answer.done || undefined} role="status">
            {answer.text}
          </p>
        )}
      </div>
      <div className={styles.track} aria-hidden="true">
        <span className={styles.now} style={{ insetInlineStart: `${axis.x(today)}%` }} />
        {hold.ready && (
          <>
            <span
              className={styles.bar}
              data-part="until"
              style={{
                insetInlineStart: `${axis.x(today)}%`,
                width: `${axis.x(hold.ready.median) - axis.x(today)}%`,
              }}
            />
            <span
              className={styles.bar}
              data-part="perhaps"
              style={{
                insetInlineStart: `${axis.x(hold.ready.median)}%`,
                width: `${axis.x(addDays(hold.ready.likely, 1)) - axis.x(hold.ready.median)}%`,
              }}
            />
          </>
        )}
        {hold.until !== null && (
          <span
            className={styles.bar}
            data-part="here"
            style={{
              insetInlineStart: `${axis.x(today)}%`,
              width: `${axis.x(addDays(hold.until, 1)) - axis.x(today)}%`,
            }}
          />
        )}
      </div>
    </li>
  );
}
