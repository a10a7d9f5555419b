/** What can be done with a search as a whole: keep it standing, follow it as a feed. */

import type { FormEvent } from 'react';
import { searchParams } from '../../browser/client';
import { saveStanding, standingSearches } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { printRequest, type SearchRequest } from '../../core/query/request';
import type { SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { useKept } from '../kit/useKept';
import { CopyLink, FetchAs } from '../share/Share';
import styles from './sentence.module.css';
import shared from './shared.module.css';

/** So many at most are written into one file. */
const EXPORTED = 5000;
export function SearchTools({ request, answer }: { request: SearchRequest; answer: SearchAnswer }) {
  const { reader, moment } = useHere();
  const here = searchParams(request, moment, { offset: 0, limit: 1 });
  const address = printRequest({ ...request, since: null, needBy: null }).toString();
  const standing = useKept(() => standingSearches(theStore(), reader.id), [reader.id], []);
  const kept = standing?.find((s) => s.address === address);
  const save = (event: FormEvent<HTMLFormElement>, close: () => void) => {
    event.preventDefault();
    const name =
      String(new FormData(event.currentTarget).get('name') ?? '').trim() ||
      request.q ||
      say('results.everything');
    void saveStanding(theStore(), {
      id: `${reader.id}|${address}`,
      reader: reader.id,
      name,
      address,
      sentence: answer.sentence,
      created: moment.at,
      seen: moment.at.slice(0, 10),
    });
    close();
  };
  return (
    <>
      {kept ? (
        <span className={shared.hint} role="status">
          {say('results.standingAs', { name: kept.name })}{' '}
          <a href="/searches">{say('results.yourSearches')}</a>
        </span>
      ) : (
        <Popover
          className={kit.link}
          label={say('results.keepAsAStandingSearch')}
          describe={say('results.keepAsAStandingSearch')}
        >
          {(close) => (
            <form onSubmit={(e) => save(e, close)} className={shared.choices}>
              <label className={kit.legend} htmlFor="standing-name">
                {say('results.itsName')}
              </label>
              <p className={styles.yearRow}>
                <input
                  id="standing-name"
                  name="name"
                  defaultValue={request.q}
                  maxLength={120}
                  style={{ width: '16em', fontFamily: 'var(--serif)' }}
                />
                <button type="submit" className={kit.main}>
                  {say('results.keep')}
                </button>
              </p>
              <p className={shared.hint}>{say('results.itTellsWhatIsNewSince')}</p>
            </form>
          )}
        </Popover>
      )}
      <a href={`/feeds/search.atom?${address}`}>{say('results.feed')}</a>
      <CopyLink href={() => `/?${printRequest(request)}`} />
      <FetchAs most={EXPORTED} address={(format) => `/api/export?${here}&format=${format}`} />
    </>
  );
}
