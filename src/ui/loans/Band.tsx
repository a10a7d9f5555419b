/** The coming weeks: terms, days on which the library stays shut, every day on which something is due. */
import { closingOn, hoursOn } from '../../core/access/calendar';
import type { Account } from '../../core/circulation/account';
import { addDays, type DayNumber, isoDay, weekdayOf } from '../../core/model/time';
import { dayText, shortDay } from '../../words/days';
import { say } from '../../words/generated/loans';
import { pair } from '../../words/within';
import { useHere } from '../kit/app';
import type { Axis } from './axis';
import styles from './loans.module.css';

const MONDAY = 1;
/** Percent of the band that a day's number takes. */
const CLOSE = 4;
/** Percent of the narrowest band after which no day fits behind its line. */
const NEAR_END = 75;
/** Behind it a day does not fit before the end. */
const LAST = 84;

export function Band({ account, axis, today }: { account: Account; axis: Axis; today: DayNumber }) {
  const { info, reader } = useHere();
  const { policy } = info;
  const home = info.campuses.find((c) => c.id === reader.campus);
  const days = Array.from({ length: axis.days }, (_, i) => addDays(axis.first, i));
  const shut = days.filter((d) => (home ? !hoursOn(home, policy, d) : closingOn(policy.holidays, d)));
  const due = new Map<DayNumber, number>();
  for (const { due: day } of account.loans) due.set(day, (due.get(day) ?? 0) + 1);
  const shown = [...due]
    .filter(([day]) => day >= axis.first && day < axis.first + axis.days)
    .sort(([a], [b]) => a - b);
  const named = days.filter(
    (d) => closingOn(policy.holidays, d) && !closingOn(policy.holidays, addDays(d, -1)),
  );
  const width = 100 / axis.days;
  const lastIso = isoDay(addDays(axis.first, axis.days));
  const terms = policy.terms.filter((t) => t.from < lastIso && t.to >= isoDay(axis.first));
  return (
    <div className={styles.bandRow}>
      <p className={styles.bandLabel}>{say('loans.comingWeeks')}</p>
      <div className={styles.band} aria-hidden="true">
        {terms.map((t) => {
          const from = days.find((d) => isoDay(d) >= t.from) ?? axis.first;
          const to = days.findLast((d) => isoDay(d) <= t.to) ?? axis.first;
          return (
            <span
              key={t.from}
              className={styles.term}
              style={{
                insetInlineStart: `${axis.x(from)}%`,
                width: `${axis.x(addDays(to, 1)) - axis.x(from)}%`,
              }}
            >
              {t.name}
            </span>
          );
        })}
        {shut.map((d) => (
          <span
            key={d}
            className={styles.shut}
            data-named={closingOn(policy.holidays, d) ? '' : undefined}
            style={{ insetInlineStart: `${axis.x(d)}%`, width: `${width}%` }}
          />
        ))}
        {days
          .filter((d) => weekdayOf(d) === MONDAY)
          .map((d, i) => (
            <span
              key={d}
              className={styles.week}
              data-between={i % 4 === 2 || axis.x(d) > NEAR_END || undefined}
              style={{ insetInlineStart: `${axis.x(d)}%` }}
            >
              {i % 2 === 0 && axis.x(d) <= LAST ? shortDay(d) : ''}
            </span>
          ))}
        {shown.map(([day, n], i) => {
          const near = i > 0 && axis.x(day) - axis.x(shown[i - 1]?.[0] as DayNumber) < CLOSE;
          return (
            <span
              key={day}
              className={styles.dueDay}
              data-late={day < today || undefined}
              data-low={near && i % 2 === 1 ? '' : undefined}
              style={{ insetInlineStart: `${axis.x(addDays(day, 1))}%` }}
            >
              {n > 1 ? n : ''}
            </span>
          );
        })}
        <span className={styles.today} style={{ insetInlineStart: `${axis.x(today)}%` }} />
      </div>
      <p className="sr">
        {say('loans.dueDays', {
          days: shown.map(([day, n]) => say('loans.dueDay', { day: dayText(day), n })),
        })}{' '}
        {named.length > 0 &&
          say('loans.closings', {
            days: named.map((d) =>
              say('loans.closing', { day: dayText(d), name: closingOn(policy.holidays, d)?.name ?? '' }),
            ),
          })}
      </p>
      <p className={styles.closings}>
        {named.map((d) => (
          <span key={d}>{pair(dayText(d), closingOn(policy.holidays, d)?.name ?? '')}</span>
        ))}
      </p>
    </div>
  );
}
