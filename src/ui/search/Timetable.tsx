/** The timetable: each line begins with when it could be read. */
import type { Hit, SearchAnswer } from '../../core/engine/port';
import { type SearchRequest, SORT_LABEL, SORTS, type Sort } from '../../core/query/request';
import { dayText } from '../../core/time';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { HitLine } from './HitLine';
import { NoResults } from './NoResults';
import styles from './search.module.css';

interface Props {
  readonly request: SearchRequest;
  readonly answer: SearchAnswer | undefined;
  readonly hits: readonly Hit[];
  readonly open: string | null;
  readonly loading: boolean;
  readonly more: (() => void) | null;
  readonly change: (r: SearchRequest) => void;
  readonly show: (id: string | null) => void;
}

export function Timetable({ request, answer, hits, open, loading, more, change, show }: Props) {
  return (
    <section className={styles.timetable} aria-label="Results" aria-busy={loading}>
      <header className={styles.listHead}>
        <h1>{answer ? `${answer.total.toLocaleString('en')} to read` : 'Looking…'}</h1>
        <Popover className={styles.sortButton} describe={`Order: ${SORT_LABEL[request.sort]}. Change`} label={SORT_LABEL[request.sort]}>
          {(close) => (
            <fieldset className={styles.choices}>
              <legend className={kit.legend}>Order</legend>
              {SORTS.map((sort: Sort) => (
                <label key={sort} className={kit.check}>
                  <input
                    type="radio"
                    name="sort"
                    checked={request.sort === sort}
                    onChange={() => {
                      change({ ...request, sort });
                      close();
                    }}
                  />
                  {SORT_LABEL[sort]}
                </label>
              ))}
            </fieldset>
          )}
        </Popover>
        {answer?.byNeed !== null && answer !== undefined && request.needBy !== null && (
          <p className={styles.byNeed}>
            {answer.byNeed.toLocaleString('en')} can be yours by {dayText(request.needBy)}
          </p>
        )}
      </header>
      {!answer && <Waiting />}
      {answer && hits.length === 0 && <NoResults request={request} answer={answer} change={change} />}
      <ol className={styles.lines} data-stale={loading ? '' : undefined}>
        {hits.map((hit) => (
          <HitLine key={hit.id} hit={hit} open={hit.id === open} needBy={request.needBy} show={show} />
        ))}
      </ol>
      {more && (
        <p className={styles.more}>
          <button type="button" className={kit.main} onClick={more} disabled={loading}>
            {loading ? 'Fetching…' : 'More lines'}
          </button>
          <span>
            {hits.length.toLocaleString('en')} of {answer?.total.toLocaleString('en')} shown
          </span>
        </p>
      )}
    </section>
  );
}

/** Empty lines of the right height while the first answer is on its way. */
const Waiting = () => (
  <ol className={styles.lines} aria-hidden="true">
    {[0, 1, 2, 3, 4].map((i) => (
      <li key={i} className={styles.ghost}>
        <span />
        <span />
      </li>
    ))}
  </ol>
);
