import { choiceOf, choose, type SearchRequest } from '../../core/query/request';
import type { SearchAnswer } from '../../words/answers';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/results';
import { sayNumber } from '../../words/say';
import styles from './waitBar.module.css';

/**
 * How many of all results fall in each wait class; a class can be picked. Widths follow the counts, with a
 * legible least.
 */
export function WaitBar({
  waits,
  byNeed,
  request,
  change,
}: {
  waits: SearchAnswer['waits'];
  /** How many of the results come by the day they are needed; null without such a day. */
  byNeed: number | null;
  request: SearchRequest;
  change: (r: SearchRequest) => void;
}) {
  const any = (request.keep.wait ?? []).length > 0;
  const shown = waits.filter((w) => w.count > 0 || choiceOf(request, 'wait', w.class));
  if (!shown.length) return null;
  const total = waits.reduce((n, w) => n + w.count, 0);
  return (
    <fieldset className={styles.waitBar}>
      <legend className="sr">{say('results.howSoonTheyCanBeRead')}</legend>
      {shown.map((w) => {
        const picked = choiceOf(request, 'wait', w.class) === 'keep';
        return (
          <button
            key={w.class}
            type="button"
            data-wait={w.class}
            className={styles.segment}
            style={{ flexGrow: Math.max(1, w.count) }}
            aria-pressed={picked}
            data-off={any && !picked ? '' : undefined}
            title={picked ? say('results.showAllAgain') : say('results.keepOnlyThese', { label: w.label })}
            onClick={() => change(choose(request, 'wait', w.class, picked ? null : 'keep'))}
          >
            <b>{sayNumber(w.count)}</b> <span>{w.label}</span>
          </button>
        );
      })}
      {byNeed !== null && !any && request.needBy !== null && (
        <p className={styles.needSpan}>
          <span
            style={{ width: `${(100 * byNeed) / Math.max(1, total)}%` }}
            data-none={byNeed === 0 ? '' : undefined}
          >
            {byNeed > 0 && say('results.inTimeFor', { needBy: dayText(request.needBy), byNeed })}
          </span>
          {total > byNeed && <span>{say('results.tooLate', { total: total - byNeed })}</span>}
        </p>
      )}
    </fieldset>
  );
}
