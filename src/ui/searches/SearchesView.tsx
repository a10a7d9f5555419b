/** The reader's searches: those that stand, with what is new, and those that were made. */

import { type MouseEvent, useState } from 'react';
import type { PastSearch, StandingSearch } from '../../browser/rows';
import {
  bringBack,
  endStanding,
  forget,
  markSeen,
  pastOf,
  saveStanding,
  standingSearches,
} from '../../browser/searches';
import { theStore } from '../../browser/store';
import type { Campus } from '../../core/model/library';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { readRequest } from '../../core/query/request';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/searches';
import { sayNumber } from '../../words/say';
import { sentence } from '../../words/sentence';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './searches.module.css';
import { newHref, useNews } from './useNews';

const dayOfIso = (iso: string): string => dayText(dayOf(parseLocal(iso) as Minutes));

/** In the language of today: what was kept was said in the one of its day. */
const inWords = (address: string, campuses: readonly Campus[]): string =>
  sentence(readRequest(new URLSearchParams(address)), campuses);

function Searches() {
  const { reader, moment, info } = useHere();
  const standing = useKept(() => standingSearches(theStore(), reader.id), [reader.id], []) ?? [];
  const past = useKept(() => pastOf(theStore(), reader.id), [reader.id], []) ?? [];
  const news = useNews(standing);
  const [gone, setGone] = useState<readonly PastSearch[]>([]);
  const [ended, setEnded] = useState<StandingSearch | null>(null);
  const today = moment.at.slice(0, 10);
  /** Seen is written before the page is left: leaving would break off the writing. */
  const see = (s: StandingSearch) => (event: MouseEvent) => {
    if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey)
      return void markSeen(theStore(), s.id, today);
    event.preventDefault();
    const href = newHref(s);
    void markSeen(theStore(), s.id, today).then(() => {
      window.location.href = href;
    });
  };
  const drop = (list: readonly PastSearch[]) => {
    setGone(list);
    void forget(
      theStore(),
      list.map((s) => s.id),
    );
  };
  return (
    <div className={styles.view}>
      <h1>{say('searches.yourSearches')}</h1>
      <section>
        <h2>{say('searches.standing')}</h2>
        {standing.length === 0 && <p className={styles.hint}>{say('searches.noneYetKeepAsAStanding')}</p>}
        <Undo
          className={styles.hint}
          said={ended && say('searches.noLongerStands', { name: ended.name })}
          back={() => {
            if (ended) void saveStanding(theStore(), ended);
            setEnded(null);
          }}
        />
        <ul className={styles.list}>
          {standing.map((s, i) => (
            <li key={s.id}>
              <p className={styles.when}>
                {news[i] === null || news[i] === undefined ? (
                  '…'
                ) : news[i] === 0 ? (
                  say('searches.nothingNew')
                ) : (
                  <b>{say('searches.new', { news: news[i] })}</b>
                )}
                <span>{say('searches.since', { parseDay: dayText(parseDay(s.seen) ?? (0 as never)) })}</span>
              </p>
              <div>
                <a href={`/?${s.address}`}>{s.name}</a>
                <p>{inWords(s.address, info.campuses)}</p>
              </div>
              <p className={styles.acts}>
                {(news[i] ?? 0) > 0 && (
                  <a href={newHref(s)} onClick={see(s)}>
                    {say('searches.seeWhatIsNew')}
                  </a>
                )}
                <a href={`/feeds/search.atom?${s.address}`}>{say('searches.feed')}</a>
                <button
                  type="button"
                  className={kit.link}
                  onClick={() => {
                    setEnded(s);
                    void endStanding(theStore(), s.id);
                  }}
                >
                  {say('searches.end')}
                </button>
              </p>
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2>
          {say('searches.madeBefore')}
          {past.length > 0 && (
            <button type="button" className={kit.link} onClick={() => drop(past)}>
              {say('searches.forgetAll')}
            </button>
          )}
        </h2>
        <Undo
          className={styles.hint}
          said={
            gone.length > 0 &&
            say('searches.forgotten', {
              part:
                gone.length === 1
                  ? say('searches.oneSearch')
                  : say('searches.searches', { gone: gone.length }),
            })
          }
          back={() => {
            void bringBack(theStore(), gone);
            setGone([]);
          }}
        />
        {past.length === 0 && gone.length === 0 && (
          <p className={styles.hint}>{say('searches.noneYetTheyAreKeptIn')}</p>
        )}
        <ul className={styles.list}>
          {past.slice(0, 100).map((s) => (
            <li key={s.id}>
              <p className={styles.when}>
                {sayNumber(s.total)}
                <span>{dayOfIso(s.at)}</span>
              </p>
              <div>
                <a href={`/?${s.address}`}>{s.q || say('searches.everything')}</a>
                <p>{inWords(s.address, info.campuses)}</p>
              </div>
              <p className={styles.acts}>
                <button type="button" className={kit.link} onClick={() => drop([s])}>
                  {say('searches.forget')}
                </button>
              </p>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

export default function SearchesView() {
  return (
    <AskingApp>
      <Searches />
    </AskingApp>
  );
}
