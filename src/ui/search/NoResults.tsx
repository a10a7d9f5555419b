import type { SearchAnswer } from '../../core/engine/port';
import { NEW_SEARCH, type SearchRequest } from '../../core/query/request';
import kit from '../kit/kit.module.css';
import styles from './search.module.css';

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
  const conditioned =
    Object.keys(request.keep).length > 0 || request.from !== null || request.to !== null || Object.keys(request.drop).length > 0;
  const wider = request.reach !== 'index' ? answer.reach.index : 0;
  const words = request.q.trim().split(/\s+/).length;
  return (
    <div className={styles.none}>
      <p>Nothing in the index fits all of this at once.</p>
      <ul>
        {wider > 0 && (
          <li>
            <button type="button" className={kit.link} onClick={() => change({ ...request, reach: 'index' })}>
              Look through everything indexed
            </button>
            : {wider.toLocaleString('en')} more.
          </li>
        )}
        {conditioned && (
          <li>
            <button
              type="button"
              className={kit.link}
              onClick={() => change({ ...NEW_SEARCH, drop: {}, q: request.q, needBy: request.needBy })}
            >
              Search without conditions
            </button>
          </li>
        )}
        {/["“”]/.test(request.q) && (
          <li>
            <button type="button" className={kit.link} onClick={() => change({ ...request, q: request.q.replace(/["“”]/g, '') })}>
              Search the words without the quotation marks
            </button>
          </li>
        )}
        {words > 3 && <li>All words must occur in a record: leave out the less important ones.</li>}
      </ul>
    </div>
  );
}
