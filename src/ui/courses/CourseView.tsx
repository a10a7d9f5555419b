/** One course: its meetings down the page, what is read for each, and the week plan on top. */
import { Suspense, useState } from 'react';
import { type CourseUndo, newCourse, saveCourse } from '../../browser/courses';
import { part } from '../../browser/parts';
import { theStore } from '../../browser/store';
import type { Course, OwnCourse } from '../../core/courses/course';
import { isDueThisWeek, READING_STANDINGS } from '../../core/courses/weekPlan';
import type { Thing } from '../../core/discovery/manySlips';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/courses';
import { sayList } from '../../words/say';
import { pair } from '../../words/within';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import { focusOn } from '../kit/focusOn';
import kit from '../kit/kit.module.css';
import { saveFile } from '../kit/saveFile';
import { KeptSaid } from '../piles/Keep';
import { useKeeping } from '../piles/usePiles';
import { CourseEditor } from './CourseEditor';
import styles from './courses.module.css';
import { type Axis, axisOf, ReadingRow } from './ReadingRow';
import { type MeetingLines, type ReadingLine, useReadings } from './useReadings';

const BulkSlips = part(() => import('../references/BulkSlips'));

/** What a slip is written from. */
const thingOf = ({ reading, csl, ask }: ReadingLine): Thing => ({
  id: reading.id,
  csl,
  match: reading.record
    ? {
        id: reading.record,
        csl: { ...csl, id: reading.record },
        kind: reading.kind ?? 'book',
        best:
          ask?.best?.does === 'slip' && ask.best.route && ask.best.from
            ? { action: { do: 'slip', route: ask.best.route, from: ask.best.from } }
            : null,
      }
    : null,
});
interface Writing {
  readonly things: readonly Thing[];
  readonly needBy: string;
}

function MeetingSection({
  at,
  number,
  axis,
  write,
}: {
  at: MeetingLines;
  number: number;
  axis: Axis;
  write: (lines: readonly ReadingLine[], needBy: string) => void;
}) {
  const { meeting, lines, needBy, past } = at;
  const day = parseDay(meeting.day);
  const toAsk = lines.filter((l) => l.standing === 'ask');
  return (
    <section className={styles.meeting} aria-label={say('courses.meeting', { n: number })}>
      <header>
        <h2>
          <span className={styles.date}>
            {day === null
              ? say('courses.noDay')
              : say('courses.meetingOn', { day: dayText(day), time: meeting.time ?? 'none' })}
          </span>{' '}
          {meeting.title || say('courses.meeting', { n: number })}
        </h2>
        {!past && toAsk.length > 0 && (
          <button type="button" className={kit.link} onClick={() => write(toAsk, needBy)}>
            {say('courses.askForMeeting', { n: number })}
          </button>
        )}
      </header>
      {lines.length === 0 ? (
        <p className={styles.quiet}>{say('courses.nothingToRead')}</p>
      ) : (
        <ol>
          {lines.map((line) => (
            <ReadingRow
              key={line.reading.id}
              line={line}
              meeting={meeting.day}
              axis={axis}
              past={past}
              askFor={(l) => write([l], needBy)}
            />
          ))}
        </ol>
      )}
    </section>
  );
}

/** What must be done this week, and what of all there is to come can be had. */
function Plan({
  meetings,
  course,
  failed,
  write,
}: {
  meetings: readonly MeetingLines[];
  course: Course | OwnCourse;
  /** Not all could be asked for. */
  failed: boolean;
  write: (lines: readonly ReadingLine[], needBy: string) => void;
}) {
  const { moment } = useHere();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const coming = meetings.filter((m) => !m.past && m.needBy !== '');
  const lines = coming.flatMap((m) => m.lines);
  const count = (standing: ReadingLine['standing']): number =>
    lines.filter((l) => l.standing === standing).length;
  const due = coming.flatMap((m) =>
    m.lines
      .filter((l) => l.standing === 'ask' && isDueThisWeek(l.ask?.best?.askBy ?? null, today))
      .map((line) => ({ line, needBy: m.needBy, n: meetings.indexOf(m) + 1 })),
  );
  const calendar = async () => {
    const { calendarFile } = await import('../../core/formats/letters');
    const dates = coming.flatMap((m) => [
      ...m.lines.flatMap((l) =>
        l.standing === 'ask' && l.ask?.best?.askBy
          ? [
              {
                id: `${course.id}-${l.reading.id}-ask`,
                title: say('courses.calendarAsk', { title: l.csl.title }),
                about: say('courses.calendarRead', {
                  course: course.name,
                  n: meetings.indexOf(m) + 1,
                  title: l.csl.title,
                }),
                start: l.ask.best.askBy,
                end: l.ask.best.askBy,
                allDay: true,
                remind: 24 * 60,
              },
            ]
          : [],
      ),
      {
        id: `${course.id}-${m.meeting.id}`,
        title: say('courses.calendarMeeting', { course: course.name, n: meetings.indexOf(m) + 1 }),
        about: m.lines.map((l) => l.csl.title).join('\n'),
        start: `${m.meeting.day}T${m.meeting.time ?? '00:00'}`,
        end: `${m.meeting.day}T${m.meeting.time ?? '00:00'}`,
        allDay: true,
        remind: null,
      },
    ]);
    saveFile(calendarFile(dates, course.name, moment.at), 'text/calendar', `${course.id}.ics`);
  };
  if (!lines.length) return null;
  if (lines.some((l) => l.standing === null))
    return failed ? null : (
      <p role="status" className={styles.quiet}>
        {say('courses.working')}
      </p>
    );
  return (
    <section className={styles.plan} aria-labelledby="week-plan">
      <h2 id="week-plan">{say('courses.plan')}</h2>
      <p role="status">
        <b data-due={due.length > 0 || undefined}>
          {due.length > 0
            ? pair(say('courses.thisWeek', { n: due.length }), '')
            : say('courses.thisWeek', { n: 0 })}
        </b>
        {due.length > 0 && (
          <>
            {say('courses.thisWeekWhich', {
              n: due.length,
              which: sayList([...new Set(due.map((d) => String(d.n)))]),
            })}
            .{' '}
            <button
              type="button"
              className={kit.link}
              onClick={() =>
                write(
                  due.map((d) => d.line),
                  due.map((d) => d.needBy).sort()[0] ?? '',
                )
              }
            >
              {say('courses.askForThisWeek')}
            </button>
          </>
        )}
      </p>
      <p>
        {say('courses.judged', {
          of: lines.length,
          parts: sayList(
            READING_STANDINGS.flatMap((s) => (count(s) ? [say(`courses.part.${s}`, { n: count(s) })] : [])),
          ),
        })}
      </p>
      <p className={styles.quiet}>
        {say('courses.planHint')} <span className={styles.legend}>{say('courses.legend')}</span>{' '}
        <button type="button" className={kit.link} onClick={() => void calendar()}>
          {say('courses.calendar')}
        </button>
      </p>
    </section>
  );
}

export function CourseView({
  course,
  own,
  goTo,
  removed,
}: {
  course: Course | OwnCourse;
  /** Where it is the reader's own, and can be changed. */
  own: OwnCourse | null;
  goTo: (params: Readonly<Record<string, string>>) => void;
  removed?: (course: OwnCourse, undo: CourseUndo) => void;
}) {
  const { reader, moment } = useHere();
  const [writing, setWriting] = useState<Writing | null>(null);
  const [editing, setEditing] = useState(own !== null && own.meetings.length === 0);
  const keeping = useKeeping();
  const { meetings, error, again } = useReadings(course);
  const axis = axisOf(course.meetings, parseLocal(moment.at) as Minutes);
  const write = (lines: readonly ReadingLine[], needBy: string) => {
    // What was needed in the past is asked for without a day.
    setWriting({ things: lines.map(thingOf), needBy: needBy >= moment.at.slice(0, 10) ? needBy : '' });
  };
  const copy = async () => {
    const mine = newCourse(reader.id, moment.at, course as Course);
    await saveCourse(theStore(), mine);
    goTo({ own: mine.id });
  };
  const things = meetings.flatMap((m) =>
    m.lines.map(({ reading, csl }) => ({
      record: reading.record,
      csl,
      ...(reading.kind ? { kind: reading.kind } : {}),
      note: reading.part,
    })),
  );
  const [past, coming] = [meetings.filter((m) => m.past), meetings.filter((m) => !m.past)];
  const section = (m: MeetingLines) => (
    <MeetingSection key={m.meeting.id} at={m} number={meetings.indexOf(m) + 1} axis={axis} write={write} />
  );
  return (
    <article>
      <p>
        <a href="/courses">← {say('courses.all')}</a>
      </p>
      <header className={styles.head}>
        <h1 className={kit.head} ref={focusOn} tabIndex={-1}>
          {course.code && <span className={styles.code}>{course.code}</span>}{' '}
          {course.name || say('courses.unnamed')}
        </h1>
        <p>
          {course.lecturers.length > 0 && say('courses.with', { lecturers: sayList([...course.lecturers]) })}
          {course.lecturers.length > 0 && course.term && ' · '}
          <bdi>{course.term}</bdi>
        </p>
        {course.note && (
          <p className={styles.note}>
            <bdi>{course.note}</bdi>
          </p>
        )}
        <p className={styles.acts}>
          {own ? (
            <>
              {own.from && own.changed === own.created ? say('courses.copied') : say('courses.private')}{' '}
              <button type="button" className={kit.link} onClick={() => setEditing(!editing)}>
                {editing ? say('courses.done') : say('courses.change')}
              </button>
            </>
          ) : (
            <button type="button" className={kit.link} onClick={() => void copy()}>
              {say('courses.copy')}
            </button>
          )}{' '}
          {things.length > 0 && (
            <button
              type="button"
              className={kit.link}
              onClick={() =>
                void keeping.putIntoNew(things, say('courses.pileOf', { name: course.name || course.code }))
              }
            >
              {say('courses.intoPile')}
            </button>
          )}
        </p>
        <KeptSaid keeping={keeping} className={styles.quiet} />
      </header>
      {error !== null && <Failure error={error} again={again} />}
      {writing ? (
        <Suspense fallback={<p className={styles.quiet}>{say('courses.working')}</p>}>
          <BulkSlips things={writing.things} needBy={writing.needBy} close={() => setWriting(null)} />
        </Suspense>
      ) : editing && own && removed ? (
        <CourseEditor course={own} removed={removed} />
      ) : (
        <>
          <Plan meetings={meetings} course={course} failed={error !== null} write={write} />
          {coming.map(section)}
          {past.length > 0 && (
            <details className={styles.past}>
              <summary>{say('courses.past', { n: past.length })}</summary>
              {past.map(section)}
            </details>
          )}
        </>
      )}
    </article>
  );
}
