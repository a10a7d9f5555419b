/** The hours that a reader took: when, with whom, where, with what; moved, given back, into the calendar. */
import { useState } from 'react';
import { bringBackHour, forgetHour, giveBack, takeHour } from '../../browser/appointments';
import { theStore } from '../../browser/store';
import { type Appointment, endOf } from '../../core/appointments/appointment';
import { calendarFile } from '../../core/formats/letters';
import { recordHref } from '../../core/model/address';
import { clockOf, clockText, dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/hours';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { saveFile } from '../kit/saveFile';
import { Undo } from '../kit/Undo';
import { pileHref } from '../piles/usePiles';
import styles from './hours.module.css';

const REMIND = 60;

/** `Thu 5 Nov, 10:00–11:00`. */
export function hourText(hour: Pick<Appointment, 'start' | 'minutes'>, now: string): string {
  const [from, to, today] = [hour.start, endOf(hour), now].map((t) => parseLocal(t) as Minutes) as [
    Minutes,
    Minutes,
    Minutes,
  ];
  return say('hours.span', {
    day: dayText(dayOf(from), dayOf(today)),
    from: clockText(clockOf(from)),
    to: clockText(clockOf(to)),
  });
}
const hrefOf = ({ record, search, pile }: Appointment): string =>
  record ? recordHref(record) : search ? `/?${search}` : pile ? pileHref(pile) : '';

function Hour({
  hour,
  moving,
  busy,
  move,
  back,
  forget,
}: {
  hour: Appointment;
  moving: boolean;
  busy: boolean;
  move: () => void;
  back: () => void;
  forget: () => void;
}) {
  const { info, moment } = useHere();
  const over = endOf(hour) <= moment.at;
  const href = hrefOf(hour);
  const campus = info.campuses.find((c) => c.id === hour.campus);
  const calendar = () =>
    saveFile(
      calendarFile(
        [
          {
            id: hour.id,
            title: say('hours.with', { name: hour.name }),
            about: [hour.place || hour.conference, hour.title, hour.note].filter(Boolean).join('\n'),
            start: hour.start,
            end: endOf(hour),
            allDay: false,
            remind: REMIND,
            where: hour.place || (campus?.name ?? hour.conference),
            changed: hour.sequence,
          },
        ],
        say('hours.title'),
        moment.at,
        info.policy.zone,
      ),
      'text/calendar',
      `${hour.id}.ics`,
    );
  return (
    <li data-moving={moving || undefined} data-state={over ? 'over' : hour.state}>
      <p className={styles.hourWhen}>
        <b>{hourText(hour, moment.at)}</b> {say('hours.withName', { name: hour.name })}
      </p>
      {hour.state === 'taken' && (
        <p>
          {hour.campus ? (
            <>
              {hour.place || campus?.name}
              {campus?.address && <span className={styles.quiet}> · {campus.address}</span>}
            </>
          ) : hour.conference ? (
            <>
              {say('hours.online')} · <a href={hour.conference}>{say('hours.openTheCall')}</a>
            </>
          ) : (
            say('hours.online')
          )}
          {over && <span className={styles.quiet}> · {say('hours.over')}</span>}
        </p>
      )}
      {hour.state === 'called-off' && (
        <p className={styles.calledOff}>{say('hours.calledOff', { why: hour.said || 'none' })}</p>
      )}
      {hour.state === 'given-back' && <p className={styles.quiet}>{say('hours.givenBack')}</p>}
      {hour.title && (
        <p>
          {say('hours.goesAlong')} {href ? <a href={href}>{hour.title}</a> : hour.title}
        </p>
      )}
      {hour.note && <p className={styles.note}>{hour.note}</p>}
      <p className={kit.ways}>
        {hour.state === 'taken' && !over ? (
          <>
            <button type="button" className={kit.link} aria-pressed={moving} onClick={move}>
              {say(moving ? 'hours.leaveIt' : 'hours.move')}
              <span className="sr">: {hourText(hour, moment.at)}</span>
            </button>
            <button type="button" className={kit.link} aria-disabled={busy} onClick={back}>
              {say('hours.giveBack')}
              <span className="sr">: {hourText(hour, moment.at)}</span>
            </button>
            <button type="button" className={kit.link} onClick={calendar}>
              {say('hours.calendarFile')}
              <span className="sr">: {hourText(hour, moment.at)}</span>
            </button>
          </>
        ) : (
          <button type="button" className={kit.link} onClick={forget}>
            {say('hours.remove')}
            <span className="sr">: {hourText(hour, moment.at)}</span>
          </button>
        )}
      </p>
    </li>
  );
}

/** What can be taken back, and how. */
interface Gone {
  readonly said: string;
  readonly back: () => Promise<unknown>;
}
export function OwnHours({
  hours,
  moving,
  move,
  changed,
}: {
  hours: readonly Appointment[];
  /** The id of the one that is being moved; empty for none. */
  moving: string;
  move: (hour: Appointment | null) => void;
  /** The librarian's hours are others now. */
  changed: () => void;
}) {
  const { moment } = useHere();
  const [gone, setGone] = useState<Gone | null>(null);
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<unknown>(null);
  const run = async (work: () => Promise<unknown>, then: Gone | null) => {
    if (busy) return;
    setBusy(true);
    setFailed(null);
    try {
      await work();
      setGone(then);
      changed();
    } catch (error) {
      setFailed(error);
    } finally {
      setBusy(false);
    }
  };
  const back = (hour: Appointment) => {
    move(null);
    void run(() => giveBack(theStore(), hour, moment), {
      said: say('hours.backSaid', { when: hourText(hour, moment.at) }),
      back: () => takeHour(theStore(), hour, { ...hour, sequence: hour.sequence + 1 }, moment),
    });
  };
  if (!hours.length && !gone) return null;
  const now = moment.at;
  const order = [...hours.filter((h) => endOf(h) > now), ...hours.filter((h) => endOf(h) <= now).reverse()];
  return (
    <section aria-labelledby="own-hours" className={styles.own}>
      <h2 id="own-hours">{say('hours.yours')}</h2>
      <Undo
        said={gone?.said}
        back={() => {
          if (gone) void run(gone.back, null);
        }}
      />
      {failed !== null && <Failure error={failed} />}
      <ol>
        {order.map((h) => (
          <Hour
            key={h.id}
            hour={h}
            moving={h.id === moving}
            busy={busy}
            move={() => move(h.id === moving ? null : h)}
            back={() => back(h)}
            forget={() =>
              void run(() => forgetHour(theStore(), h.id), {
                said: say('hours.removed', { when: hourText(h, now) }),
                back: () => bringBackHour(theStore(), h),
              })
            }
          />
        ))}
      </ol>
    </section>
  );
}
