/** Beside the results: databases and study guides that fit, and what of them the index does not hold. */

import { useQuery } from '@tanstack/react-query';
import { getCourses, getGuidance, getReadyAnswers } from '../../browser/client';
import { byFit } from '../../core/appointments/free';
import { guidanceFor, handOn, subjectsOf } from '../../core/discovery/guidance';
import { printRequest, type SearchRequest } from '../../core/query/request';
import type { SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import { sayList } from '../../words/say';
import { asideOfFrame } from '../kit/afterFrame';
import { useHere } from '../kit/app';
import styles from './breakdown.module.css';

const HEADINGS = 6;
/** Courses that are named, and letters by which they are asked for, at most. */
const [COURSES, LONGEST] = [3, 200];

export default function Beside({ request, answer }: { request: SearchRequest; answer: SearchAnswer }) {
  const { data: map } = useQuery({
    queryKey: ['guidance'],
    queryFn: () => asideOfFrame(getGuidance),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const { info } = useHere();
  const words = request.q.trim();
  const { data: courses } = useQuery({
    queryKey: ['courses', words],
    queryFn: ({ signal }) => asideOfFrame(() => getCourses(words, signal)),
    enabled: words !== '' && words.length <= LONGEST,
  });
  const { data: ready } = useQuery({
    queryKey: ['answers', words, 'search'],
    queryFn: ({ signal }) => asideOfFrame(() => getReadyAnswers(words, 'search', signal)),
    enabled: words !== '' && words.length <= LONGEST,
  });
  if (!map || !words) return null;
  const answered = ready?.answers[0];
  const headings = answer.breakdown.subject.slice(0, HEADINGS).map((s) => s.value);
  const { databases, guides } = guidanceFor(request.q, headings, map);
  const [subject] = subjectsOf(request.q, headings, map.topics);
  const [librarian] = info.hours && subject ? byFit(map.librarians ?? [], [subject]) : [];
  const knows = librarian?.subjects.includes(subject ?? '') ? librarian : undefined;
  if (!databases.length && !guides.length && !courses?.total && !answered && !knows) return null;
  return (
    <section className={styles.beside} aria-label={say('results.whereElseToLook')}>
      <h3>{say('results.whereElseToLook')}</h3>
      {answered && (
        <details>
          <summary>{answered.question}</summary>
          <p>{answered.answer}</p>
        </details>
      )}
      <ul>
        {databases.map((d) => (
          <li key={d.id}>
            <a href={handOn(d, request.q)} target="_blank" rel="noopener">
              {say('results.searchIn', {
                part: request.q.length > 40 ? `${request.q.slice(0, 39)}…` : request.q,
                name: d.name,
              })}
            </a>
            <p>
              {d.indexed === 'whole'
                ? say('results.allOfItIsInOur', { about: d.about })
                : `${d.about} ${d.missing}`}
            </p>
          </li>
        ))}
        {guides.map((g) => (
          <li key={g.id}>
            <a href={`/guides/${g.id}`}>{g.title}</a>
            <p>{g.about}</p>
          </li>
        ))}
        {courses?.courses.slice(0, COURSES).map((c) => (
          <li key={c.id}>
            <a href={`/courses?${new URLSearchParams({ course: c.id })}`}>
              {say('results.courseReadings', { name: c.code ? `${c.code} ${c.name}` : c.name })}
            </a>
            <p>
              {c.reading
                ? say('results.readThere', { title: c.reading })
                : say('results.taughtBy', { lecturers: sayList([...c.lecturers]) })}
            </p>
          </li>
        ))}
        {knows && (
          <li>
            <a href={`/ask/hour?${new URLSearchParams({ search: printRequest(request).toString() })}`}>
              {say('results.anHourWith', { name: knows.name })}
            </a>
            <p>{knows.about}</p>
          </li>
        )}
      </ul>
      <p>
        {courses && courses.total > COURSES && (
          <>
            <a href={`/courses?${new URLSearchParams({ q: words })}`}>
              {say('results.allCourses', { total: courses.total })}
            </a>
            ,{' '}
          </>
        )}
        <a href="/databases">{say('results.allDatabases')}</a>,{' '}
        <a href="/journals">{say('results.allJournals')}</a>
      </p>
    </section>
  );
}
