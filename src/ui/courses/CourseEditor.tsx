/** A course of the reader's own, changed in place: what it is called, its meetings, what is read for them. */
import { useState } from 'react';
import { addReadings, newMeeting, newReading, removeCourse, saveCourse } from '../../browser/courses';
import { itemsOf } from '../../browser/piles';
import { theStore } from '../../browser/store';
import type { Meeting, Need, OwnCourse, Reading } from '../../core/courses/course';
import { NEEDS } from '../../core/courses/course';
import { addDays, isoDay, parseDay } from '../../core/model/time';
import { say } from '../../words/generated/courses';
import { useHere } from '../kit/app';
import { DateField } from '../kit/DateField';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { Undo } from '../kit/Undo';
import { useTyped } from '../kit/useTyped';
import { pileName, usePiles } from '../piles/usePiles';
import styles from './courses.module.css';

const WEEK = 7;

function Typed({
  label,
  value,
  change,
  hint,
  wide = false,
}: {
  label: string;
  value: string;
  change: (text: string) => void;
  hint?: string;
  wide?: boolean;
}) {
  const { type, ...typed } = useTyped(value, change);
  return (
    <label className={wide ? styles.wide : undefined}>
      <span>{label}</span>
      <input
        className={kit.box}
        {...typed}
        placeholder={hint}
        maxLength={300}
        onChange={(e) => type(e.target.value)}
      />
    </label>
  );
}

export function CourseEditor({ course, removed }: { course: OwnCourse; removed: () => void }) {
  const { moment, reader } = useHere();
  const piles = usePiles();
  const [done, setDone] = useState<{ said: string; back: () => void } | null>(null);
  const save = (next: Partial<OwnCourse>, said = '') =>
    saveCourse(theStore(), { ...course, ...next, changed: moment.at }).then((undo) =>
      setDone(said ? { said, back: () => void undo().then(() => setDone(null)) } : null),
    );
  const setMeeting = (id: string, next: Partial<Meeting>) =>
    void save({ meetings: course.meetings.map((m) => (m.id === id ? { ...m, ...next } : m)) });
  const setReading = (meeting: Meeting, id: string, next: Partial<Reading>) =>
    setMeeting(meeting.id, { readings: meeting.readings.map((r) => (r.id === id ? { ...r, ...next } : r)) });
  const move = (from: Meeting, reading: Reading, to: string) =>
    void save({
      meetings: course.meetings.map((m) =>
        m.id === from.id
          ? { ...m, readings: m.readings.filter((r) => r.id !== reading.id) }
          : m.id === to
            ? { ...m, readings: [...m.readings, reading] }
            : m,
      ),
    });
  const addMeeting = () => {
    const last = parseDay(course.meetings.at(-1)?.day ?? '');
    void save({
      meetings: [...course.meetings, newMeeting(last === null ? '' : isoDay(addDays(last, WEEK)))],
    });
  };
  const fromPile = async (id: string) => {
    const items = await itemsOf(theStore(), id);
    const readings = items.map((i) =>
      newReading({
        record: i.record,
        csl: i.csl,
        need: 'required',
        ...(i.kind ? { kind: i.kind } : {}),
        ...(i.note ? { note: i.note } : {}),
      }),
    );
    const undo = await addReadings(theStore(), course.id, { readings, now: moment.at });
    if (undo)
      setDone({
        said: say('courses.added', { n: readings.length }),
        back: () => void undo().then(() => setDone(null)),
      });
  };
  return (
    <section className={styles.editor}>
      <Undo said={done?.said} back={done?.back ?? null} className={styles.quiet} />
      <div className={styles.fields}>
        <Typed
          label={say('courses.name')}
          value={course.name}
          change={(name) => name.trim() && void save({ name })}
          wide
        />
        <Typed label={say('courses.code')} value={course.code} change={(code) => void save({ code })} />
        <Typed
          label={say('courses.lecturers')}
          hint={say('courses.lecturersHint')}
          value={course.lecturers.join(', ')}
          change={(text) =>
            void save({
              lecturers: text
                .split(/\s*[,;]\s*/)
                .map((l) => l.trim())
                .filter(Boolean),
            })
          }
          wide
        />
        <Typed label={say('courses.term')} value={course.term} change={(term) => void save({ term })} />
        <Typed
          label={say('courses.note')}
          value={course.note ?? ''}
          change={(note) => void save({ note })}
          wide
        />
      </div>
      {course.meetings.map((m, i) => (
        <fieldset key={m.id} className={styles.edited}>
          <legend>{say('courses.meeting', { n: i + 1 })}</legend>
          <div className={styles.fields}>
            <DateField label={say('courses.day')} value={m.day} change={(day) => setMeeting(m.id, { day })} />
            <Typed
              label={say('courses.meetingTitle')}
              value={m.title}
              change={(title) => setMeeting(m.id, { title })}
              wide
            />
            <button
              type="button"
              className={kit.link}
              onClick={() =>
                void save(
                  { meetings: course.meetings.filter((x) => x.id !== m.id) },
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
                    onChange={(e) => setReading(m, r.id, { need: e.target.value as Need })}
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
                  change={(part) => setReading(m, r.id, { part })}
                />
                <label>
                  <span>{say('courses.moveTo')}</span>
                  <select className={kit.box} value={m.id} onChange={(e) => move(m, r, e.target.value)}>
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
                    void save(
                      {
                        meetings: course.meetings.map((x) =>
                          x.id === m.id ? { ...x, readings: x.readings.filter((y) => y.id !== r.id) } : x,
                        ),
                      },
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
        <button type="button" className={kit.link} onClick={addMeeting}>
          {say('courses.addMeeting')}
        </button>
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
                      void fromPile(p.id);
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
            void removeCourse(theStore(), course.id).then(() => {
              sessionStorage.setItem(REMOVED, JSON.stringify({ reader: reader.id, course }));
              removed();
            })
          }
        >
          {say('courses.remove')}
        </button>
      </p>
    </section>
  );
}
/** Where a course that was just removed waits for *Undo* on the page that follows. */
export const REMOVED = 'legendum-removed-course';
