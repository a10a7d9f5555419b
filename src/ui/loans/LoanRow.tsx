/** One thing that is with the reader: what it is, until when, what renewing would gain; and its track. */
import type { Loan } from '../../core/circulation/account';
import { recordHref } from '../../core/model/address';
import { addDays, type DayNumber } from '../../core/model/time';
import { overdueDays } from '../../core/requests/loans';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/loans';
import '../../words/generated/circulation';
import kit from '../kit/kit.module.css';
import type { Axis } from './axis';
import styles from './loans.module.css';

/** What came of the last act, by the key of the thing. */
export interface Answer {
  readonly done: boolean;
  readonly text: string;
}
/** Percent of the track below which a day has no room before it. */
const EARLY = 28;
interface Props {
  readonly loan: Loan;
  readonly axis: Axis;
  readonly today: DayNumber;
  readonly chosen: boolean;
  readonly busy: boolean;
  readonly answer: Answer | undefined;
  readonly choose: () => void;
  readonly renew: () => void;
}
export function Title({ title, record, slip }: { title: string; record: string; slip: string | null }) {
  const href = slip ? `/requests/${slip}` : record ? recordHref(record) : null;
  return href ? (
    <a className={styles.title} href={href}>
      {title}
    </a>
  ) : (
    <span className={styles.title}>{title}</span>
  );
}

export function LoanRow({ loan, axis, today, chosen, busy, answer, choose, renew }: Props) {
  const { renewal, due } = loan;
  const late = overdueDays(due, today);
  const begun = loan.begun ?? axis.first;
  const end = axis.x(addDays(due, 1));
  const bar = (part: string, from: DayNumber, to: DayNumber) =>
    axis.x(to) > axis.x(from) && (
      <span
        className={styles.bar}
        data-part={part}
        style={{ insetInlineStart: `${axis.x(from)}%`, width: `${axis.x(to) - axis.x(from)}%` }}
      />
    );
  return (
    <li className={styles.row}>
      <div className={styles.what}>
        <input
          type="checkbox"
          aria-label={say('loans.choose', { title: loan.title })}
          checked={chosen}
          disabled={!renewal.can}
          onChange={choose}
        />
        <div>
          <Title title={loan.title} record={loan.record} slip={loan.slip?.id ?? null} />
          <p className={styles.line}>
            {loan.callNumber && <span className={styles.mono}>{loan.callNumber} · </span>}
            {loan.place ? say('loans.backTo', { place: loan.place }) : say('loans.backByPost')}
            {loan.from === 'slip' && ` · ${say('loans.bySlip')}`}
          </p>
          <p className={styles.line}>
            <b className={styles.due}>{say('loans.due', { day: dayText(due, today) })}</b>
            {late > 0 && <span className={kit.tag}>{say('loans.overdue', { days: late })}</span>}
            {loan.recalled && <span className={kit.tag}>{say('loans.calledBack')}</span>}{' '}
            {renewal.can ? (
              <>
                <button type="button" className={kit.link} disabled={busy} onClick={renew}>
                  {say('loans.renew')}
                  <span className="sr">: {loan.title}</span>
                </button>{' '}
                <span>{say('loans.gains', { days: renewal.gains, day: dayText(renewal.due, today) })}</span>
              </>
            ) : (
              <span>{say(renewal.why)}</span>
            )}
          </p>
          {answer && (
            <p className={styles.answer} data-done={answer.done || undefined} role="status">
              {answer.text}
            </p>
          )}
        </div>
      </div>
      <div className={styles.track} aria-hidden="true">
        <span className={styles.now} style={{ insetInlineStart: `${axis.x(today)}%` }} />
        {bar(
          'had',
          begun,
          late > 0 ? addDays(due, 1) : (Math.min(due + 1, Math.max(begun, today)) as DayNumber),
        )}
        {late === 0 && bar('left', Math.max(begun, today) as DayNumber, addDays(due, 1))}
        {late > 0 && bar('late', addDays(due, 1), addDays(today, 1))}
        {renewal.can && bar('gain', addDays(due, 1), addDays(renewal.due, 1))}
        <span
          className={styles.mark}
          data-early={end < EARLY || undefined}
          style={{ insetInlineStart: `${end < EARLY ? 0 : end}%` }}
        >
          {dayText(due)}
        </span>
      </div>
    </li>
  );
}
