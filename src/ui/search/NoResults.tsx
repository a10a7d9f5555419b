import { Suspense } from 'react';
import { part } from '../../browser/parts';
import { writeOpenUrl } from '../../core/coverage/openurl';
import { isoDay } from '../../core/model/time';
import {
  CONDITIONS,
  hasCondition,
  NEW_SEARCH,
  printRequest,
  type SearchRequest,
  withoutCondition,
} from '../../core/query/request';
import { looksLikeReference } from '../../core/references/shared';
import type { SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import { sayNumber } from '../../words/say';
import { conditionText } from '../../words/sentence';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './timetable.module.css';

const ReadyAnswers = part(() => import('../ask/ReadyAnswers'));

/** What was typed as the title of what is wanted, marks of the query left out. */
function slipFor({ q, needBy }: SearchRequest): URLSearchParams {
  const title = q
    .replace(/\b\w+:(?=\S)|["“”()]|\b(?:OR|AND|NOT)\b/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const params = writeOpenUrl({ type: 'book', title });
  if (needBy !== null) params.set('need', isoDay(needBy));
  return params;
}
/** Nothing found: says why as far as it is known, and offers what would find more. */
export function NoResults({
  request,
  answer,
  change,
}: {
  request: SearchRequest;
  answer: SearchAnswer;
  change: (r: SearchRequest) => void;
}) {
  const { info } = useHere();
  const asked = CONDITIONS.filter((c) => hasCondition(request, c));
  const costs = asked.filter((c) => (answer.cost[c] ?? 0) > 0);
  const words = request.q.trim().split(/\s+/).length;
  return (
    <div className={styles.none}>
      <p>{say('results.nothingInTheIndexFitsAll')}</p>
      <ul>
        {costs.map((c) => (
          <li key={c}>
            <button type="button" className={kit.link} onClick={() => change(withoutCondition(request, c))}>
              {say('results.without2', { conditionText: conditionText(request, c, info.campuses) })}
            </button>
            : {sayNumber(answer.cost[c] ?? 0)}
          </li>
        ))}
        {asked.length > 0 && (
          <li>
            <button
              type="button"
              className={kit.link}
              onClick={() =>
                change({
                  ...NEW_SEARCH,
                  drop: {},
                  q: request.q,
                  syntax: request.syntax,
                  needBy: request.needBy,
                })
              }
            >
              {say('results.searchWithoutConditions')}
            </button>
          </li>
        )}
        {/["“”]/.test(request.q) && request.syntax === 'plain' && (
          <li>
            <button
              type="button"
              className={kit.link}
              onClick={() => change({ ...request, q: request.q.replace(/["“”]/g, '') })}
            >
              {say('results.searchTheWordsWithoutTheQuotation')}
            </button>
          </li>
        )}
        {words > 3 && <li>{say('results.allWordsMustOccurInA')}</li>}
        <li>
          {looksLikeReference(request.q) ? (
            <a href={`/references?${new URLSearchParams({ paste: request.q })}`}>
              {say('results.readItAndAskForIt')}
            </a>
          ) : (
            <a href={`/requests/new?${slipFor(request)}`}>{say('results.askForItAsTyped')}</a>
          )}
        </li>
        {(request.reach !== 'index' || NEW_SEARCH.reach !== request.reach) && (
          <li>
            <button type="button" className={kit.link} onClick={() => change({ ...request, reach: 'index' })}>
              {say('results.lookEverywhere')}
            </button>
          </li>
        )}
        <li>
          <a href="/databases">{say('results.allDatabases')}</a>
        </li>
        <li>
          <a href={`/ask?${new URLSearchParams({ search: printRequest(request).toString() })}`}>
            {say('results.askALibrarian')}
          </a>
          {say('results.thisSearchGoesWithIt')}
        </li>
      </ul>
      <Suspense>
        <ReadyAnswers place="error" />
      </Suspense>
    </div>
  );
}
