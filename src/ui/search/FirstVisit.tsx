/** Before the first search: what the box takes, and what of the reader's is under way. */

import { standingSearches } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { EXAMPLE_SORTS } from '../../core/model/library';
import { isOpen, isUnderWay } from '../../core/model/slipStates';
import { dayOf, parseDay, parseLocal } from '../../core/model/time';
import { slipTitle } from '../../core/requests/slip';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/search';
import { stateLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { useNews } from '../searches/useNews';
import styles from './first.module.css';
import shared from './shared.module.css';

const EXAMPLES: Readonly<Record<(typeof EXAMPLE_SORTS)[number], readonly [what: string, says: string]>> = {
  topic: [say('search.aTopic'), say('search.wordsAreJoinedQuotationMarksHold')],
  title: [say('search.aTitle'), say('search.wholeOrInPart')],
  person: [say('search.aPerson'), say('search.byAsksForPeopleOnly')],
  journal: [say('search.aJournal'), say('search.inAsksForAJournalOr')],
  either: [say('search.oneWordOrAnother'), say('search.orWidensAMinusLeavesOut')],
  place: [say('search.aPlaceInAJournal'), say('search.volumeAndPageFindTheArticle')],
  number: [say('search.aNumber'), say('search.aDoiAnIsbnAnIssn')],
  reference: [say('search.aReference'), say('search.wholeAsItWasPasted')],
};

/** Standing searches that have something new. */
function Standing() {
  const { reader } = useHere();
  const standing = useKept(() => standingSearches(theStore(), reader.id), [reader.id], []) ?? [];
  const news = useNews(standing);
  if (!standing.length) return null;
  return (
    <>
      <h2 className={styles.second}>
        <a href="/searches">{say('search.standingSearches')}</a>
      </h2>
      <ul className={styles.openSlips}>
        {standing.slice(0, 6).map((s, i) => (
          <li key={s.id}>
            <a href={`/?${s.address}`}>{s.name}</a>
            <span>
              {news[i] === null
                ? '…'
                : news[i]
                  ? say('search.newSince', {
                      news: news[i],
                      parseDay: dayText(parseDay(s.seen) ?? (0 as never)),
                    })
                  : say('search.nothingNew')}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

export function FirstVisit() {
  const { slips, info } = useHere();
  const examples = EXAMPLE_SORTS.flatMap((sort) => {
    const q = info.words.examples[sort];
    const [what, says] = EXAMPLES[sort];
    return q ? [[what, q, says] as const] : [];
  });
  const open = slips.filter((s) => isOpen(s.state));
  return (
    <div className={styles.first}>
      <section>
        <h1>{say('search.whatCanYouBeReadingHow')}</h1>
        <dl className={styles.examples}>
          {examples.map(([what, q, says]) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>
                <a href={`/?q=${encodeURIComponent(q)}&drop.kind=newspaper-article`}>{q}</a>
                <span>{says}</span>
              </dd>
            </div>
          ))}
        </dl>
      </section>
      <section>
        <h2>{say('search.underWay')}</h2>
        {open.length === 0 ? (
          <p className={shared.hint}>{say('search.noSlipIsOpenWhatIs')}</p>
        ) : (
          <ul className={styles.openSlips}>
            {open.slice(0, 6).map((s) => (
              <li key={s.id}>
                <a href={`/requests/${s.id}`}>{slipTitle(s)}</a>
                <span>
                  {stateLabel(s.state)}
                  {s.promised && isUnderWay(s.state)
                    ? say('search.promised', {
                        dayOf: dayText(dayOf(parseLocal(s.promised.median) ?? (0 as never))),
                      })
                    : ''}
                </span>
              </li>
            ))}
          </ul>
        )}
        <Standing />
      </section>
    </div>
  );
}
