/** Courses: found by lecturer, name, code or what is read; the reader's own; one of them with its plan. */
import { useQuery } from '@tanstack/react-query';
import { type FormEvent, Suspense, useState } from 'react';
import { AskError, getCourses } from '../../browser/client';
import { type CourseUndo, coursesOf, newCourse, saveCourse } from '../../browser/courses';
import { getCourse } from '../../browser/further';
import { part } from '../../browser/parts';
import { theStore } from '../../browser/store';
import { type OwnCourse, readingsOf } from '../../core/courses/course';
import { parseDay } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/courses';
import { sayList } from '../../words/say';
import { go, useAddress } from '../kit/address';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import { CourseView } from './CourseView';
import styles from './courses.module.css';

const Syllabus = part(() => import('./Syllabus'));
const NONE: OwnCourse[] = [];
const goTo = (params: Readonly<Record<string, string>>): void => go(new URLSearchParams(params));
const dayOf = (iso: string, now: string): string => {
  const day = parseDay(iso);
  return day === null ? '' : dayText(day, parseDay(now.slice(0, 10)) ?? day);
};

function Find({ q }: { q: string }) {
  const { moment } = useHere();
  const [text, setText] = useState(q);
  const query = useQuery({
    queryKey: ['courses', q],
    queryFn: ({ signal }) => getCourses(q, signal),
    placeholderData: (before) => before,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    goTo(text.trim() ? { q: text.trim() } : {});
  };
  const { data } = query;
  return (
    <section aria-labelledby="find-course">
      <form className={styles.find} onSubmit={submit}>
        <label htmlFor="course-q" id="find-course">
          {say('courses.find')}
        </label>
        <input
          className={kit.box}
          id="course-q"
          type="search"
          value={text}
          maxLength={200}
          placeholder={say('courses.findHint')}
          onChange={(e) => setText(e.target.value)}
        />
        <button type="submit" className={kit.main}>
          {say('courses.go')}
        </button>
      </form>
      {query.isError && <Failure error={query.error} again={() => void query.refetch()} />}
      {data && (
        <>
          <p className={styles.quiet} role="status">
            {say('courses.found', {
              total: data.total,
              more:
                data.total > data.courses.length
                  ? say('courses.firstOf', { shown: data.courses.length })
                  : '',
            })}
          </p>
          <ul className={styles.list}>
            {data.courses.map((c) => (
              <li key={c.id}>
                <span className={styles.code}>{c.code}</span>
                <div>
                  <a
                    href={`/courses?${new URLSearchParams({ course: c.id })}`}
                    onClick={(e) => {
                      if (e.metaKey || e.ctrlKey || e.shiftKey) return;
                      e.preventDefault();
                      goTo({ course: c.id });
                    }}
                  >
                    {c.name}
                  </a>
                  <p className={styles.quiet}>
                    {[
                      say('courses.with', { lecturers: sayList([...c.lecturers]) }),
                      c.from &&
                        say('courses.span', { from: dayOf(c.from, moment.at), to: dayOf(c.to, moment.at) }),
                      say('courses.counts', { meetings: c.meetings, readings: c.readings }),
                      c.reading && say('courses.byReading', { title: c.reading }),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </p>
                </div>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** A course that was just removed, with the way back. */
interface Gone {
  readonly course: OwnCourse;
  readonly undo: CourseUndo;
}
function Yours({ own, gone, back }: { own: readonly OwnCourse[]; gone: Gone | null; back: () => void }) {
  const { reader, moment } = useHere();
  const [pasting, setPasting] = useState(false);
  const make = async () => {
    const course = {
      ...newCourse(reader.id, moment.at),
      name: say('courses.unnamed'),
      meetings: [],
    };
    await saveCourse(theStore(), course);
    goTo({ own: course.id });
  };
  return (
    <section aria-labelledby="your-courses" className={styles.yours}>
      <h2 id="your-courses">{say('courses.yours')}</h2>
      <Undo
        said={gone && say('courses.removed', { name: gone.course.name })}
        back={gone && back}
        className={styles.quiet}
      />
      {own.length === 0 && <p className={styles.quiet}>{say('courses.noneYet')}</p>}
      <ul className={styles.list}>
        {own.map((c) => (
          <li key={c.id}>
            <span className={styles.code}>{c.code}</span>
            <div>
              <a href={`/courses?${new URLSearchParams({ own: c.id })}`}>{c.name}</a>
              <p className={styles.quiet}>
                {say('courses.counts', { meetings: c.meetings.length, readings: readingsOf(c).length })}
              </p>
            </div>
          </li>
        ))}
      </ul>
      <p className={styles.acts}>
        <button type="button" className={kit.link} onClick={() => void make()}>
          {say('courses.make')}
        </button>
        <button
          type="button"
          className={kit.link}
          aria-expanded={pasting}
          onClick={() => setPasting(!pasting)}
        >
          {say('courses.paste')}
        </button>
      </p>
      {pasting && (
        <Suspense>
          <Syllabus made={(c) => goTo({ own: c.id })} />
        </Suspense>
      )}
    </section>
  );
}

function Library({ id }: { id: string }) {
  const query = useQuery({ queryKey: ['course', id], queryFn: () => getCourse(id), retry: false });
  if (query.isError)
    return query.error instanceof AskError && query.error.sort === 'refused' ? (
      <p>
        {say('courses.notThere')} <a href="/courses">{say('courses.all')}</a>
      </p>
    ) : (
      <Failure error={query.error} again={() => void query.refetch()} whole />
    );
  return query.data ? (
    <CourseView key={id} course={query.data} own={null} goTo={goTo} />
  ) : (
    <>
      <h1 className={kit.head}>{say('courses.title')}</h1>
      <p role="status" className={styles.quiet}>
        {say('courses.working')}
      </p>
    </>
  );
}

function TheCourses() {
  const { reader } = useHere();
  const [gone, setGone] = useState<Gone | null>(null);
  const address = useAddress();
  const own = useKept(() => coursesOf(theStore(), reader.id), [reader.id], NONE);
  const [course, mine, q] = [address.get('course'), address.get('own'), address.get('q') ?? ''];
  const removed = (of: OwnCourse, undo: CourseUndo) => {
    setGone({ course: of, undo });
    goTo({});
  };
  if (course) return <Library id={course} />;
  if (mine) {
    const found = own?.find((c) => c.id === mine);
    if (own === undefined) return null;
    return found ? (
      <CourseView key={mine} course={found} own={found} goTo={goTo} removed={removed} />
    ) : (
      <p>
        {say('courses.notThere')} <a href="/courses">{say('courses.all')}</a>
      </p>
    );
  }
  return (
    <>
      <h1 className={kit.head}>{say('courses.title')}</h1>
      <div className={styles.columns}>
        <Find key={q} q={q} />
        <Yours
          own={own ?? NONE}
          gone={gone?.course.reader === reader.id ? gone : null}
          back={() => void gone?.undo().then(() => setGone(null))}
        />
      </div>
    </>
  );
}
export default function CoursesView() {
  return (
    <AskingApp>
      <div className={styles.view}>
        <TheCourses />
      </div>
    </AskingApp>
  );
}
