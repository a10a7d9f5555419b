/** One reading: what it is, what is to be done for it and until when, and its track up to the meeting. */
import { hoursOn, nextOpen } from '../../core/access/calendar';
import { recordHref } from '../../core/model/address';
import { numbering } from '../../core/model/describe';
import {
  clockOf,
  clockText,
  dayOf,
  type Minutes,
  minutes,
  parseDay,
  parseLocal,
  startOf,
} from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/courses';
import { peopleLabel } from '../../words/labels';
import { sayJoined } from '../../words/say';
import { wayName } from '../../words/within';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { useMoney } from '../kit/useMoney';
import styles from './courses.module.css';
import type { ReadingLine } from './useReadings';

/** `Thu 5 Nov, 18:30`. */
export function whenText(iso: string, today: Minutes): string {
  const t = parseLocal(iso);
  if (t === null) return '';
  return say('courses.lastMinute', {
    day: dayText(dayOf(t), dayOf(today)),
    clock: clockText(clockOf(t)),
  });
}

/** The time from now to the last meeting, as a share of which things are drawn. */
export interface Axis {
  readonly from: Minutes;
  readonly to: Minutes;
}
const share = (t: Minutes, { from, to }: Axis): number =>
  Math.max(0, Math.min(100, (100 * (t - from)) / Math.max(1, to - from)));

/** From now to the ask-by there is time; from there it is on its way; the meeting stands at the end. */
function Track({
  askBy,
  likelyBy,
  meeting,
  axis,
}: {
  askBy: string | null;
  likelyBy: string | null;
  meeting: string;
  axis: Axis;
}) {
  const day = parseDay(meeting);
  const [ask, comes] = [askBy, likelyBy].map((iso) => (iso === null ? null : parseLocal(iso)));
  if (day === null) return <div className={styles.track} aria-hidden="true" />;
  const at = share(startOf(day), axis);
  return (
    <div className={styles.track} aria-hidden="true">
      {ask != null && (
        <span className={styles.leeway} style={{ insetInlineStart: 0, width: `${share(ask, axis)}%` }} />
      )}
      {ask != null && comes != null && (
        <span
          className={styles.road}
          style={{
            insetInlineStart: `${share(ask, axis)}%`,
            width: `${Math.max(0, share(comes, axis) - share(ask, axis))}%`,
          }}
        />
      )}
      {ask != null && <span className={styles.askBy} style={{ insetInlineStart: `${share(ask, axis)}%` }} />}
      <span className={styles.meetingMark} style={{ insetInlineStart: `${at}%` }} />
    </div>
  );
}

function DeskLine({ line }: { line: ReadingLine }) {
  const { info, moment } = useHere();
  const { desk } = line.reading;
  const campus = desk && info.campuses.find((c) => c.id === desk.campus);
  if (!desk || !campus) return null;
  const now = parseLocal(moment.at) as Minutes;
  const today = hoursOn(campus, info.policy, dayOf(now));
  const open = today && clockOf(now) >= today.open && clockOf(now) < today.close;
  const next = nextOpen(campus, info.policy, now, 0);
  return (
    <p className={styles.desk}>
      {say('courses.desk', {
        campus: campus.name,
        callNumber: desk.callNumber || 'none',
        rule: say(`courses.rule.${desk.rule}`),
      })}
      {' · '}
      {open
        ? say('courses.deskOpen', { close: clockText(today.close) })
        : next !== null && say('courses.deskOpens', { when: whenOpen(next, now) })}
    </p>
  );
}
const whenOpen = (t: Minutes, now: Minutes): string =>
  say('courses.lastMinute', { day: dayText(dayOf(t), dayOf(now)), clock: clockText(clockOf(t)) });

export function ReadingRow({
  line,
  meeting,
  axis,
  past,
  askFor,
  children,
}: {
  line: ReadingLine;
  /** ISO day of its meeting; empty where none is said. */
  meeting: string;
  axis: Axis;
  past: boolean;
  askFor: (line: ReadingLine) => void;
  children?: React.ReactNode;
}) {
  const { moment } = useHere();
  const money = useMoney();
  const now = parseLocal(moment.at) as Minutes;
  const { reading, ask, standing, found } = line;
  const csl = { id: reading.record, ...line.csl };
  const best = ask?.best ?? null;
  const open = found?.best?.action.do === 'open' ? found.best.action.href : null;
  const what = [
    peopleLabel(csl),
    csl['container-title']
      ? `${csl['container-title']} ${numbering(csl)}`
      : sayJoined([csl.publisher ?? '', numbering(csl)].filter(Boolean)),
  ].filter(Boolean);
  return (
    <li className={styles.reading} data-standing={standing ?? undefined}>
      <p className={styles.when}>
        {standing ? <b>{say(`courses.standing.${standing}`)}</b> : <span>{say('courses.notYet')}</span>}
        {standing === 'ask' && best?.askBy && (
          <span>{say('courses.askBy', { when: whenText(best.askBy, now) })}</span>
        )}
        {standing === 'fetch' && best?.askBy && best.does === 'go' && (
          <span>{say('courses.fetchBy', { when: whenText(best.askBy, now) })}</span>
        )}
        {standing === 'late' && (
          <span>
            {ask?.late
              ? say('courses.lateComes', { when: whenText(ask.late, now) })
              : say('courses.lateNever')}
          </span>
        )}
      </p>
      <div className={styles.what}>
        <p className={styles.title} lang={csl.language}>
          {reading.record ? <a href={recordHref(reading.record)}>{csl.title}</a> : csl.title}
          {reading.part && <span className={styles.part}> {reading.part}</span>}
        </p>
        <p className={styles.quiet}>
          {say(`courses.${reading.need}`)}
          {what.length > 0 && (
            <>
              {' · '}
              <bdi>{what.join(' · ')}</bdi>
            </>
          )}
          {standing === 'ask' && best && (
            <>
              {' · '}
              {sayJoined([
                wayName(best),
                best.price > 0 ? money(best.price) : say('courses.free'),
                say('courses.then', { when: dayText(dayOf(parseLocal(best.likelyBy) as Minutes)) }),
              ])}
            </>
          )}
        </p>
        {reading.note && (
          <p className={styles.quiet}>
            <bdi>{reading.note}</bdi>
          </p>
        )}
        <DeskLine line={line} />
        {children}
      </div>
      {past ? (
        <span />
      ) : (
        <Track
          askBy={
            standing === 'ask' || (standing === 'fetch' && best?.does === 'go') ? (best?.askBy ?? null) : null
          }
          likelyBy={standing === 'ask' ? (best?.likelyBy ?? null) : null}
          meeting={meeting}
          axis={axis}
        />
      )}
      <p className={styles.act}>
        {standing === 'read' && open && (
          <a className={kit.link} href={open} target="_blank" rel="noopener">
            {say('courses.standing.read')}
            <span className="sr">: {csl.title}</span>
          </a>
        )}
        {(standing === 'ask' || standing === 'late') && (
          <button type="button" className={kit.link} onClick={() => askFor(line)}>
            {say('courses.askForOne')}
            <span className="sr">: {csl.title}</span>
          </button>
        )}
      </p>
    </li>
  );
}
export const axisOf = (meetings: readonly { readonly day: string }[], now: Minutes): Axis => {
  const last = meetings.reduce((max, m) => Math.max(max, parseDay(m.day) ?? 0), 0);
  const end = last > dayOf(now) ? startOf(last as never) : now + 14 * 1440;
  return { from: now, to: minutes(end + 1440) };
};
