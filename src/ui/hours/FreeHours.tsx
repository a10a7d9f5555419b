/** Two weeks of a librarian: a row a day on one axis of hours, what is free as things to press. */

import { useQuery } from '@tanstack/react-query';
import { getHours } from '../../browser/appointments';
import { DAYS_SHOWN, type FreeDay, type FreeStart } from '../../core/appointments/free';
import type { Librarian } from '../../core/model/librarian';
import {
  addDays,
  clockOf,
  clockText,
  dayOf,
  isoDay,
  type Minutes,
  parseDay,
  parseLocal,
} from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/hours';
import { sayJoined } from '../../words/say';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import styles from './hours.module.css';

const HOUR = 60;

const clockIn = (iso: string): number => clockOf(parseLocal(iso) as Minutes);

function Day({
  day,
  axis,
  step,
  chosen,
  choose,
}: {
  day: FreeDay;
  /** Minutes into the day, whole hours. */
  axis: { readonly from: number; readonly to: number };
  step: number;
  chosen: string;
  choose: (start: FreeStart) => void;
}) {
  const { info, moment } = useHere();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const name = dayText(parseDay(day.day) ?? today, today);
  const column = (minute: number): number => 1 + Math.round((minute - axis.from) / step);
  const places = [...new Set(day.sits.map((s) => s.campus))].map((campus) =>
    campus === null ? say('hours.online') : (info.campuses.find((c) => c.id === campus)?.name ?? campus),
  );
  return (
    <li className={styles.day}>
      <span className={styles.dayName} id={`day-${day.day}`}>
        {name}
      </span>
      <span className={styles.where}>{sayJoined(places)}</span>
      {day.sits.length === 0 || day.starts.length === 0 ? (
        <span className={styles.none}>
          {day.closed
            ? say('hours.closed', { name: day.closed })
            : day.sits.length
              ? say('hours.allTaken')
              : say('hours.doesNotSit')}
        </span>
      ) : (
        <ul
          className={styles.starts}
          aria-labelledby={`day-${day.day}`}
          style={{ '--columns': column(axis.to) - 1 } as React.CSSProperties}
        >
          {day.sits.map((s) => (
            <li
              key={`${s.from}`}
              aria-hidden="true"
              className={styles.sits}
              style={{ gridColumn: `${column(s.from)} / ${column(s.to)}` }}
            />
          ))}
          {day.starts.map((s) => (
            <li key={s.at} style={{ gridColumn: column(clockIn(s.at)) }}>
              <button
                type="button"
                className={styles.start}
                aria-pressed={s.at === chosen}
                aria-label={say('hours.at', { day: name, clock: clockText(clockIn(s.at)) })}
                onClick={() => choose(s)}
              >
                {clockText(clockIn(s.at))}
              </button>
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

export function FreeHours({
  librarian,
  from,
  look,
  chosen,
  moving,
  choose,
}: {
  librarian: Librarian;
  /** ISO day. */
  from: string;
  look: (from: string) => void;
  chosen: string;
  /** The start of the hour that is moved; empty for none. */
  moving: string;
  choose: (start: FreeStart) => void;
}) {
  const { info, moment } = useHere();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const first = Math.max(parseDay(from) ?? today, today) as typeof today;
  const rule = info.policy.appointments;
  const hours = useQuery({
    queryKey: ['hours', librarian.id, first, moment.at, moving],
    queryFn: () => getHours(librarian.id, isoDay(first), moment, moving),
    placeholderData: (before) => (before?.librarian.id === librarian.id ? before : undefined),
  });
  if (!rule) return null;
  if (hours.isError) return <Failure error={hours.error} again={() => void hours.refetch()} />;
  const days = (hours.data?.days ?? []).filter((d) => d.sits.length > 0 || d.closed !== null);
  const sits = days.flatMap((d) => d.sits);
  const axis = {
    from: Math.floor(Math.min(...sits.map((s) => s.from), 10 * HOUR) / HOUR) * HOUR,
    to: Math.ceil(Math.max(...sits.map((s) => s.to), 16 * HOUR) / HOUR) * HOUR,
  };
  const last = addDays(first, DAYS_SHOWN - 1);
  const marks = Array.from({ length: (axis.to - axis.from) / HOUR }, (_, i) => axis.from + i * HOUR);
  const free = days.reduce((n, d) => n + d.starts.length, 0);
  return (
    <section aria-labelledby="free" aria-busy={hours.isFetching}>
      <header className={styles.weeks}>
        <h2 id="free">{say('hours.freeOf', { name: librarian.name })}</h2>
        <p>
          <button
            type="button"
            className={kit.link}
            disabled={first <= today}
            onClick={() => look(isoDay(addDays(first, -DAYS_SHOWN)))}
          >
            {say('hours.earlier')}
          </button>{' '}
          <span>{say('hours.range', { from: dayText(first, today), to: dayText(last, today) })}</span>{' '}
          <button
            type="button"
            className={kit.link}
            disabled={last >= today + rule.days}
            onClick={() => look(isoDay(addDays(first, DAYS_SHOWN)))}
          >
            {say('hours.later')}
          </button>
        </p>
      </header>
      <div
        className={styles.marks}
        aria-hidden="true"
        style={{ '--columns': marks.length } as React.CSSProperties}
      >
        {marks.map((m) => (
          <span key={m}>{clockText(m)}</span>
        ))}
      </div>
      <ol className={styles.days}>
        {days.map((d) => (
          <Day key={d.day} day={d} axis={axis} step={rule.every} chosen={chosen} choose={choose} />
        ))}
      </ol>
      {hours.data && (
        <p role="status" className="sr">
          {say('hours.found', { n: free })}
        </p>
      )}
      {!hours.data && <p className={styles.quiet}>{say('hours.looking')}</p>}
      {hours.data && days.length === 0 && <p className={styles.quiet}>{say('hours.noneHere')}</p>}
    </section>
  );
}
