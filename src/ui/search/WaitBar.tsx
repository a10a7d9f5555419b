import type { SearchAnswer } from '../../core/engine/port';
import { choiceOf, choose, type SearchRequest } from '../../core/query/request';
import styles from './search.module.css';

/** How many of all results fall in each wait class; a class can be picked. Widths follow the counts, with a legible least. */
export function WaitBar({
  waits,
  request,
  change,
}: {
  waits: SearchAnswer['waits'];
  request: SearchRequest;
  change: (r: SearchRequest) => void;
}) {
  const any = (request.keep.wait ?? []).length > 0;
  const shown = waits.filter((w) => w.count > 0 || choiceOf(request, 'wait', w.class));
  if (!shown.length) return null;
  return (
    <fieldset className={styles.waitBar}>
      <legend className="sr">How soon they can be read</legend>
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
            title={picked ? 'Show all again' : `Keep only these: ${w.label}`}
            onClick={() => change(choose(request, 'wait', w.class, picked ? null : 'keep'))}
          >
            <b>{w.count.toLocaleString('en')}</b> <span>{w.label}</span>
          </button>
        );
      })}
    </fieldset>
  );
}
