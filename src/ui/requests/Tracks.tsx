/**
 * Slips under way as horizontal tracks on a common time axis, from sent to ready, with today's line and the
 * need-by mark.
 */

import type { Slip } from '../../core/model/slip';
import {
  addDays,
  type DayNumber,
  dayOf,
  isoDay,
  type Minutes,
  parseDay,
  parseLocal,
  startOf,
} from '../../core/model/time';
import { slipTitle } from '../../core/requests/slip';
import { dayText, shortDay } from '../../words/days';
import { say } from '../../words/generated/requests';
import { messageText, stateLabel, wantedLabel } from '../../words/labels';
import { sayJoined } from '../../words/say';
import { VERDICT_TEXT } from '../item/links';
import { useHere } from '../kit/app';
import { verdictOfSlip } from '../slip/verdict';
import { whereTo } from './lines';
import styles from './requests.module.css';

const LEAST_DAYS = 12;

interface Axis {
  readonly first: DayNumber;
  readonly days: number;
  readonly x: (t: Minutes) => number;
}
/** From the first sending to the last promise or need-by date, at least twelve days. */
function axisFor(slips: readonly Slip[], now: Minutes): Axis {
  const starts = slips.flatMap((s) => (s.sent ? [parseLocal(s.sent) as Minutes] : []));
  const ends = slips.flatMap((s) => [
    ...(s.promised ? [parseLocal(s.promised.likely) as Minutes] : []),
    ...(parseDay(s.needBy) === null ? [] : [startOf(parseDay(s.needBy) as DayNumber)]),
  ]);
  const first = dayOf(Math.min(now, ...starts) as Minutes);
  const days = Math.max(LEAST_DAYS, dayOf(Math.max(now, ...ends) as Minutes) - first + 2);
  return { first, days, x: (t) => Math.max(0, Math.min(100, (100 * (t - startOf(first))) / (days * 1440))) };
}

function Track({ slip, axis, now }: { slip: Slip; axis: Axis; now: Minutes }) {
  const sent = parseLocal(slip.sent ?? '') as Minutes;
  const median = slip.promised ? (parseLocal(slip.promised.median) as Minutes) : now;
  const likely = slip.promised ? (parseLocal(slip.promised.likely) as Minutes) : now;
  const need = parseDay(slip.needBy);
  const late = now > likely;
  const verdict = verdictOfSlip(slip, dayOf(now));
  const bar = (kind: string, from: number, to: number) =>
    to > from ? (
      <span
        className={styles.bar}
        data-part={kind}
        style={{ insetInlineStart: `${from}%`, width: `${to - from}%` }}
      />
    ) : null;
  const { x } = axis;
  const label = late
    ? say('requests.promisedByLate', { dayOf: shortDay(dayOf(likely)) })
    : dayOf(median) === dayOf(likely)
      ? `≈ ${dayText(dayOf(median))}`
      : say('requests.by', { dayOf: dayText(dayOf(median)), dayOf2: dayText(dayOf(likely)) });
  const at = x(Math.max(likely, now) as Minutes);
  return (
    <div className={styles.track}>
      <span className="sr">
        {say('requests.promised2', {
          label,
          part: verdict ? ` ${VERDICT_TEXT[verdict]}.` : '',
          part2: need === null ? '' : ` ${say('requests.neededBy', { need: dayText(need) })}`,
        })}
      </span>
      <span className={styles.nowLine} style={{ insetInlineStart: `${x(now)}%` }} />
      {bar('done', x(sent), x(now))}
      {bar('sure', x(now), x(median))}
      {bar('maybe', x(Math.max(median, now) as Minutes), x(likely))}
      {need !== null && (
        <span
          className={styles.need}
          style={{ insetInlineStart: `${x(startOf(addDays(need, 1)))}%` }}
          title={say('requests.neededBy2', { need: dayText(need) })}
        />
      )}
      <span
        className={styles.trackLabel}
        aria-hidden="true"
        style={at > 62 ? { right: `${100 - at}%` } : { insetInlineStart: `${at}%` }}
      >
        {label}
        {verdict && verdict !== 'in-time' && <b className={styles.stops}> {VERDICT_TEXT[verdict]}</b>}
      </span>
    </div>
  );
}

const lastWords = (s: Slip): string => {
  const last = s.messages.at(-1);
  return last ? messageText(last) : '';
};
/** Longer than this, a day with its month leaves no room for the next number. */
const SHORT = 6;
/** On a phone so many numbers behind a day with its month. */
const NEAR = 3;
/**
 * What stands at each mark of the axis: the month where it begins, else the day's number.
 * `near`: there is no room for it on a phone
 */
function axisLabels(days: readonly DayNumber[], every: number): { label: string; near: boolean }[] {
  const monthOf = (d: DayNumber): string => isoDay(d).slice(0, 7);
  let [behind, long] = [0, false];
  return days.map((d, i) => {
    if (i === 0 || monthOf(d) !== monthOf(addDays(d, -every))) {
      const label = shortDay(d);
      [behind, long] = [0, label.length > SHORT];
      return { label, near: false };
    }
    behind++;
    const label = long && behind === 1 ? '' : String(Number(isoDay(d).slice(8)));
    return { label, near: behind <= NEAR };
  });
}

export function Tracks({ slips }: { slips: readonly Slip[] }) {
  const { info, moment } = useHere();
  const now = parseLocal(moment.at) as Minutes;
  const axis = axisFor(slips, now);
  const every = Math.ceil(axis.days / 16);
  const days = Array.from({ length: Math.ceil(axis.days / every) }, (_, i) => addDays(axis.first, i * every));
  const labels = axisLabels(days, every);
  return (
    <section aria-labelledby="under-way">
      <div className={styles.axisRow}>
        <h2 id="under-way">{say('requests.underWay2', { slips: slips.length })}</h2>
        <div className={styles.axis} aria-hidden="true">
          {days.map((d, i) => (
            <span
              key={d}
              style={{ insetInlineStart: `${(100 * i * every) / axis.days}%` }}
              data-today={d === dayOf(now) ? '' : undefined}
              data-near={labels[i]?.near || undefined}
            >
              {labels[i]?.label}
            </span>
          ))}
        </div>
      </div>
      <ul>
        {slips.map((s) => (
          <li key={s.id} className={styles.trackRow}>
            <div>
              <a className={styles.title} href={`/requests/${s.id}`}>
                {slipTitle(s)}
              </a>
              <p className={styles.state}>
                {sayJoined([wantedLabel(s.wanted), whereTo(s, info)])} · <b>{stateLabel(s.state)}</b>
                {s.messages.length > 0 && s.state !== 'sent' && `. ${lastWords(s)}`}
              </p>
            </div>
            <Track slip={s} axis={axis} now={now} />
          </li>
        ))}
      </ul>
      <p className={styles.legend} aria-hidden="true">
        <span data-part="done" /> {say('requests.soFar')} <span data-part="sure" /> {say('requests.expected')}{' '}
        <span data-part="maybe" /> {say('requests.atTheLatestVeryLikely')} <i className={styles.legendNow} />{' '}
        {say('requests.now')} <i className={styles.legendNeed} /> {say('requests.neededByTheEndOfThat')}
      </p>
    </section>
  );
}
