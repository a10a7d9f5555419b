/** Before the first search: what the box takes, and what of the reader's is under way. */

import { Suspense } from 'react';
import { part } from '../../browser/parts';
import { pastOf, standingSearches } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { EXAMPLE_SORTS } from '../../core/model/library';
import { say } from '../../words/generated/search';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import styles from './first.module.css';
import shared from './shared.module.css';

const loadYours = () => import('./Yours');
const UnderWay = part(() => loadYours().then((m) => ({ default: m.UnderWay })));
const Standing = part(() => loadYours().then((m) => ({ default: m.Standing })));
const Earlier = part(() => loadYours().then((m) => ({ default: m.Earlier })));

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

export function FirstVisit() {
  const { slips, info, reader } = useHere();
  const standing = useKept(() => standingSearches(theStore(), reader.id), [reader.id], []) ?? [];
  const past = useKept(() => pastOf(theStore(), reader.id), [reader.id], []) ?? [];
  const examples = EXAMPLE_SORTS.flatMap((sort) => {
    const q = info.words.examples[sort];
    const [what, says] = EXAMPLES[sort];
    return q ? [[what, q, says] as const] : [];
  });
  return (
    <div className={styles.first}>
      <section>
        <h1>{say('search.whatCanYouBeReadingHow')}</h1>
        <dl className={styles.examples}>
          {examples.map(([what, q, says]) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>
                <a dir="auto" href={`/?q=${encodeURIComponent(q)}&drop.kind=newspaper-article`}>
                  {q}
                </a>
                <span>{says}</span>
              </dd>
            </div>
          ))}
        </dl>
      </section>
      <section>
        <Suspense fallback={<h2>{say('search.underWay')}</h2>}>
          {slips.length ? (
            <UnderWay slips={slips} />
          ) : (
            <>
              <h2>{say('search.underWay')}</h2>
              <p className={shared.hint}>{say('search.noSlipIsOpenWhatIs')}</p>
            </>
          )}
          {standing.length > 0 && <Standing standing={standing} />}
          {past.length > 0 && <Earlier past={past} />}
        </Suspense>
      </section>
    </div>
  );
}
