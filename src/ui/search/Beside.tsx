/** Beside the results: databases and study guides that fit, and what of them the index does not hold. */

import { useQuery } from '@tanstack/react-query';
import { getGuidance } from '../../browser/client';
import { guidanceFor, handOn } from '../../core/discovery/guidance';
import type { SearchRequest } from '../../core/query/request';
import type { SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import styles from './breakdown.module.css';

const HEADINGS = 6;

export default function Beside({ request, answer }: { request: SearchRequest; answer: SearchAnswer }) {
  const { data: map } = useQuery({
    queryKey: ['guidance'],
    queryFn: getGuidance,
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (!map || !request.q.trim()) return null;
  const headings = answer.breakdown.subject.slice(0, HEADINGS).map((s) => s.value);
  const { databases, guides } = guidanceFor(request.q, headings, map);
  if (!databases.length && !guides.length) return null;
  return (
    <section className={styles.beside} aria-label={say('results.whereElseToLook')}>
      <h3>{say('results.whereElseToLook')}</h3>
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
      </ul>
      <p>
        <a href="/databases">{say('results.allDatabases')}</a>,{' '}
        <a href="/journals">{say('results.allJournals')}</a>
      </p>
    </section>
  );
}
