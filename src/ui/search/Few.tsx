/** A small answer: which condition costs how much, what else the subject is called. Each is one gesture. */

import { REACHES } from '../../core/model/waits';
import { CONDITIONS, hasCondition, type SearchRequest, withoutCondition } from '../../core/query/request';
import type { SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import { reachLabel, waitsInWords } from '../../words/labels';
import { sayJoined } from '../../words/say';
import { conditionText } from '../../words/sentence';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './timetable.module.css';

const FEW = 20;

export function Few({
  request,
  answer,
  change,
}: {
  request: SearchRequest;
  answer: SearchAnswer;
  change: (r: SearchRequest) => void;
}) {
  const { info } = useHere();
  if (answer.total > FEW) return null;
  const wider = REACHES.slice(REACHES.indexOf(request.reach) + 1).filter(
    (r) => answer.reach[r] > answer.reach[request.reach],
  );
  const costs = CONDITIONS.filter(
    (c) => c !== 'reach' && hasCondition(request, c) && (answer.cost[c] ?? 0) > 0,
  );
  const subjects = answer.breakdown.subject.filter((s) => s.count > 1).slice(0, 4);
  if (!wider.length && !costs.length && !subjects.length) return null;
  return (
    <section className={styles.few} aria-label={say('results.toFindMore2')}>
      <h2>
        {say('results.toFindMore', {
          part:
            answer.total === 1 ? say('results.oneResult') : say('results.results', { total: answer.total }),
        })}
      </h2>
      <ul>
        {costs.map((c) => (
          <li key={c}>
            <button type="button" className={kit.link} onClick={() => change(withoutCondition(request, c))}>
              {say('results.without', { conditionText: conditionText(request, c, info.campuses) })}
            </button>
            {say('results.more', { cost: answer.cost[c] ?? 0 })}
          </li>
        ))}
        {wider.map((r) => (
          <li key={r}>
            <button type="button" className={kit.link} onClick={() => change({ ...request, reach: r })}>
              {say('results.lookAsFarAs', { reach_label: reachLabel(r) })}
            </button>
            {say('results.more2', {
              reach: answer.reach[r] - answer.reach[request.reach],
              part: answer.wider[r] ? ` (${waitsInWords(answer.wider[r])})` : '',
            })}
          </li>
        ))}
        {subjects.length > 0 && (
          <li>
            {say('results.theSameSubjects')}
            {subjects.map((s, i) => (
              <span key={s.value}>
                {i > 0 && sayJoined(['', ''])}
                <a href={`/?${new URLSearchParams({ q: `subject:"${s.value}"` })}`}>{s.label}</a>
              </span>
            ))}
          </li>
        )}
      </ul>
    </section>
  );
}
