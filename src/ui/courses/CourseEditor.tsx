/** A course of the reader's own, changed in place: what it is called, its meetings, what is read for them. */
import { useId, useState } from 'react';
import {
  addReadings,
  type CourseUndo,
  changeCourse,
  moved,
  newMeeting,
  readingOf,
  removeCourse,
} from '../../browser/courses';
import { itemsOf } from '../../browser/piles';
import { theStore } from '../../browser/store';
import type { Meeting, Need, OwnCourse, Reading } from '../../core/courses/course';
import { byDay, LECTURERS, MEETINGS, NAME, NEEDS, NOTE, READINGS } from '../../core/courses/course';
import { addDays, isoDay, parseDay } from '../../core/model/time';
import { say } from '../../words/generated/courses';
import { useHere } from '../kit/app';
import { DateField } from '../kit/DateField';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { Undo } from '../kit/Undo';
import { useTyped } from '../kit/useTyped';
import { pileName, usePiles } from '../piles/usePiles';
import styles from './courses.module.css';
import { Weekly } from './Weekly';

const WEEK = 7;

function Typed({
  label,
  value,
  change,
  hint,
  wide = false,
  long = false,
}: {
  label: string;
  value: string;
  change: (text: string) => void;
  hint?: string;
  wide?: boolean;
  /** Several lines of it. */
  long?: boolean;
}) {
  const id = useId();
  const { type, ...typed } = useTyped(value, change);
  return (
    <label htmlFor={id} className={wide ? styles.wide : undefined}>
      <span>{label}</span>
      {long ? (
        <textarea
          id={id}
          className={kit.box}
          {...typed}
          rows={4}
          maxLength={NOTE}
          onChange={(e) => type(e.target.value)}
        />
      ) : (
        <input
          id={id}
          className={kit.box}
          {...typed}
          placeholder={hint}
          maxLength={NAME}
          onChange={(e) => type(e.target.value)}
        />
      )}
    </label>
  );
}

export function CourseEditor({
  course,
  removed,
}: {
  course: OwnCourse;
  removed: (course: OwnCourse, undo: CourseUndo) => void;
}) {
  const { moment } = useHere();
  const piles = usePiles();
  const [done, setDone] = useState<{ said: string; back: () => void } | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const which = { id: course.id, now: moment.at };
  const tell = (said: string, undo: CourseUndo | null) => {
    setFailure(null);
    setDone(said && undo ? { said, back: () => void undo().then(() => setDone(null), setFailure) } : null);
  };
  const change = (edit: (c: OwnCourse) => Partial<OwnCourse>, said = '') =>
    void changeCourse(theStore(), which, edit).then((undo) => tell(said, undo), setFailure);
  const save = (next: Partial<OwnCourse>) => change(() => next);
  const setMeeting = (id: string, edit: (m: Meeting) => Partial<Meeting>, said = '') =>
    change((c) => ({ meetings: c.meetings.map((m) => (m.id === id ? { ...m, ...edit(m) } : m)) }), said);
  const setReading = (meeting: string, id: string, next: Partial<Reading>) =>
    setMeeting(meeting, (m) => ({ readings: m.readings.map((r) => (r.id === id ? { ...r, ...next } : r)) }));
  const addMeeting = () =>
    change((c) => {
      const last = parseDay(c.meetings.at(-1)?.day ?? '');
      return { meetings: [...c.meetings, newMeeting(last === null ? '' : isoDay(addDays(last, WEEK)))] };
    });
  const addWeekly = (meetings: readonly Meeting[]) =>
    change(
      (c) => ({
        meetings: byDay([...c.meetings, ...meetings]).slice(0, MEETINGS),
      }),
      say('courses.weekly.added', { n: meetings.length }),
    );
  const fromPile = async (id: string) => {
    const items = await itemsOf(theStore(), id);
    const done = await addReadings(theStore(), which, items.map(readingOf));
    if (done) tell(say('courses.added', { n: done.added, left: done.left, room: READINGS }), done.undo);
  };
  return (
    <section className={styles.editor}>
      <Undo said={done?.said} back={done?.back ?? null} className={styles.quiet} />
      {failure !== null && <Failure error={failure} />}
      <div className={styles.fields}>
        <Typed
          label={say('courses.name')}
          value={course.name}
          change={(name) => name.trim() && save({ name })}
          wide
        />
        <Typed label={say('courses.code')} value={course.code} change={(code) => save({ code })} />
        <Typed
          label={say('courses.lecturers')}
          hint={say('courses.lecturersHint')}
          value={course.lecturers.join(', ')}
          change={(text) =>
            save({
              lecturers: text
                .trim()
                .split(/\s*[,;]\s*/)
                .filter(Boolean)
                .slice(0, LECTURERS),
            })
          }
          wide
        />
        <Typed label={say('courses.term')} value={course.term} change={(term) => save({ term })} />
        <Typed
          label={say('courses.note')}
          value={course.note ?? ''}
          change={(note) => save({ note })}
          wide
          long
        />
      </div>
      {course.meetings.map((m, i) => (
        <fieldset key={m.id} className={styles.edited}>
          <legend>{say('courses.meeting', { n: i + 1 })}</legend>
          <div className={styles.fields}>
            <DateField
              label={say('courses.day')}
              value={m.day}
              change={(day) => setMeeting(m.id, () => ({ day }))}
            />
            <Typed
              label={say('courses.meetingTitle')}
              value={m.title}
              change={(title) => setMeeting(m.id, () => ({ title }))}
              wide
            />
            <button
              type="button"
              className={kit.link}
              onClick={() =>
                change(
                  (c) => ({ meetings: c.meetings.filter((x) => x.id !== m.id) }),
                  say('courses.removed', { name: m.title || say('courses.meeting', { n: i + 1 }) }),
                )
              }
            >
              {say('courses.removeMeeting')}
              <span className="sr"> {i + 1}</span>
            </button>
          </div>
          <ul>
            {m.readings.map((r) => (
              <li key={r.id} className={styles.editedReading}>
                <span>{r.csl?.title ?? r.record}</span>
                <label>
                  <span className="sr">{say('courses.need')}</span>
                  <select
                    className={kit.box}
                    value={r.need}
                    onChange={(e) => setReading(m.id, r.id, { need: e.target.value as Need })}
                  >
                    {NEEDS.map((n) => (
                      <option key={n} value={n}>
                        {say(`courses.${n}`)}
                      </option>
                    ))}
                  </select>
                </label>
                <Typed
                  label={say('courses.part')}
                  hint={say('courses.partHint')}
                  value={r.part ?? ''}
                  change={(part) => setReading(m.id, r.id, { part })}
                />
                <label>
                  <span>{say('courses.moveTo')}</span>
                  <select
                    className={kit.box}
                    value={m.id}
                    onChange={(e) => {
                      const to = e.target.value;
                      change((c) => ({ meetings: moved(c.meetings, r.id, to) }));
                    }}
                  >
                    {course.meetings.map((x, k) => (
                      <option key={x.id} value={x.id}>
                        {say('courses.meeting', { n: k + 1 })}
                      </option>
                    ))}
                  </select>
                </label>
                <button
                  type="button"
                  className={kit.link}
                  onClick={() =>
                    setMeeting(
                      m.id,
                      (x) => ({ readings: x.readings.filter((y) => y.id !== r.id) }),
                      say('courses.removed', { name: r.csl?.title ?? r.record }),
                    )
                  }
                >
                  {say('courses.removeReading')}
                  <span className="sr">: {r.csl?.title}</span>
                </button>
              </li>
            ))}
          </ul>
        </fieldset>
      ))}
      <p className={styles.acts}>
        <button
          type="button"
          className={kit.link}
          onClick={addMeeting}
          disabled={course.meetings.length >= MEETINGS}
        >
          {say('courses.addMeeting')}
        </button>
        <Popover
          className={kit.link}
          label={say('courses.weekly.head')}
          describe={say('courses.weekly.hint')}
        >
          {(close) => (
            <Weekly
              room={MEETINGS - course.meetings.length}
              taken={course.meetings.map((m) => m.day)}
              add={(meetings) => {
                close();
                addWeekly(meetings);
              }}
            />
          )}
        </Popover>
        <Popover className={kit.link} label={say('courses.fromPile')} describe={say('courses.fromPileHint')}>
          {(close) => (
            <ul className={styles.piles}>
              {piles.piles.map((p) => (
                <li key={p.id}>
                  <button
                    type="button"
                    className={kit.link}
                    onClick={() => {
                      close();
                      void fromPile(p.id).catch(setFailure);
                    }}
                  >
                    {pileName(p)}
                  </button>
                </li>
              ))}
            </ul>
          )}
        </Popover>
        <button
          type="button"
          className={kit.link}
          onClick={() =>
            void removeCourse(theStore(), course.id).then((undo) => removed(course, undo), setFailure)
          }
        >
          {say('courses.remove')}
        </button>
      </p>
    </section>
  );
}
