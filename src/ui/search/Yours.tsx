/** What of the reader's own stands on the first page, where there is some: slips, searches that stand or were made. */
import type { PastSearch, StandingSearch } from '../../browser/rows';
import type { Slip } from '../../core/model/slip';
import { isOpen, isUnderWay } from '../../core/model/slipStates';
import { dayOf, parseDay, parseLocal } from '../../core/model/time';
import { slipTitle } from '../../core/requests/slip';
import { dayText } from '../../words/days';
import '../../words/generated/search';
import { say } from '../../words/generated/yours';
import { stateLabel } from '../../words/labels';
import { Queries } from '../kit/queries';
import { useNews } from '../searches/useNews';
import styles from './first.module.css';
import shared from './shared.module.css';

const SHOWN = 6;

export function UnderWay({ slips }: { slips: readonly Slip[] }) {
  const open = slips.filter((s) => isOpen(s.state));
  return (
    <>
      <h2>{say('search.underWay')}</h2>
      {open.length === 0 && <p className={shared.hint}>{say('search.noSlipIsOpenWhatIs')}</p>}
      <ul className={styles.openSlips}>
        {open.slice(0, SHOWN).map((s) => (
          <li key={s.id}>
            <a href={`/requests/${s.id}`}>{slipTitle(s)}</a>
            <span>
              {stateLabel(s.state)}
              {s.promised && isUnderWay(s.state)
                ? say('yours.promised', {
                    dayOf: dayText(dayOf(parseLocal(s.promised.median) ?? (0 as never))),
                  })
                : ''}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

interface News {
  readonly standing: readonly StandingSearch[];
}
/** Standing searches, each with what is new. */
export const Standing = (props: News) => (
  <Queries>
    <StandingList {...props} />
  </Queries>
);
function StandingList({ standing }: News) {
  const news = useNews(standing);
  return (
    <>
      <h2 className={styles.second}>
        <a href="/searches">{say('yours.standingSearches')}</a>
      </h2>
      <ul className={styles.openSlips}>
        {standing.slice(0, SHOWN).map((s, i) => (
          <li key={s.id}>
            <a href={`/?${s.address}`}>{s.name}</a>
            <span>
              {news[i] === null
                ? '…'
                : news[i]
                  ? say('yours.newSince', {
                      news: news[i],
                      parseDay: dayText(parseDay(s.seen) ?? (0 as never)),
                    })
                  : say('yours.nothingNew')}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** The searches made last. */
export const Earlier = ({ past }: { past: readonly PastSearch[] }) => (
  <>
    <h2 className={styles.second}>
      <a href="/searches">{say('yours.earlierSearches')}</a>
    </h2>
    <ul className={styles.openSlips}>
      {past.slice(0, SHOWN).map((s) => (
        <li key={s.id}>
          <a href={`/?${s.address}`}>{s.q}</a>
          <span>{say('yours.foundThen', { total: s.total })}</span>
        </li>
      ))}
    </ul>
  </>
);
