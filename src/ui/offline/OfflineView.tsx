/** Without a network: what waits, what works, what is kept for it and how large it is. */
import { useEffect, useState } from 'react';
import { begin, bytesKept, canKeep, isOff, look, turn } from '../../browser/offline/page';
import { papersOf, putPaper } from '../../browser/offline/papers';
import type { Paper, Waiting } from '../../browser/offline/rows';
import { partsOf } from '../../browser/offline/rules';
import { takeBack } from '../../browser/offline/waiting';
import { reopen } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { recordHref } from '../../core/model/address';
import { clockText } from '../../core/model/time';
import { recordOfKey } from '../../core/piles/ids';
import { slipTitle } from '../../core/requests/slip';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/offline';
import { pair, quoted } from '../../words/within';
import { App, useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './offline.module.css';
import { PaperActs, sizeText } from './Papers';
import { useReach, useWaiting } from './useReach';

const at = (ms: number) => {
  const { day, clock } = partsOf(ms);
  return { day: dayText(day), clock: clockText(clock) };
};
/** Asked for in vain: the page of another address stands here. */
const isNowhere = (): boolean => window.location.pathname !== '/offline';

function WhatWaits() {
  const { slips, moment } = useHere();
  const waiting = useWaiting();
  const going = slips.filter((s) => s.state === 'outgoing' && s.going);
  const what = (w: Waiting): string =>
    [w.title, say(`offline.what.${w.what}`), w.text && quoted(w.text)].filter(Boolean).join(' · ');
  return (
    <section aria-labelledby="waits">
      <h2 id="waits">
        {say('offline.waiting')}
        {waiting.length + going.length > 0 && `, ${waiting.length + going.length}`}
      </h2>
      <p className={styles.hint}>
        {waiting.length + going.length > 0 ? say('offline.waitingOrder') : say('offline.waitingNone')}
      </p>
      <ul className={styles.rows}>
        {waiting.map((w) => (
          <li key={w.id}>
            <span>{w.slip ? <a href={`/requests/${w.slip}`}>{what(w)}</a> : what(w)}</span>
            <button type="button" className={kit.link} onClick={() => void takeBack(theStore(), w.id)}>
              {w.refused ? say('offline.iHaveRead') : say('offline.takeBack')}
              <span className="sr">: {w.title}</span>
            </button>
            {w.refused && <p className={styles.fault}>{say('offline.refused', { why: w.refused })}</p>}
          </li>
        ))}
        {going.map((s) => (
          <li key={s.id}>
            <span>
              <a href={`/requests/${s.id}`}>{slipTitle(s)}</a> · {say('offline.slipWaits')}
            </span>
            <button
              type="button"
              className={kit.link}
              onClick={() => void reopen(theStore(), s.id, moment.at)}
            >
              {say('offline.takeBack')}
              <span className="sr">: {slipTitle(s)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const WORKS = ['piles', 'requests', 'loans', 'references', 'courses', 'account'] as const;

function Papers() {
  const { reader } = useHere();
  const papers = useKept(() => papersOf(theStore(), reader.id), [reader.id], []) ?? [];
  const [gone, setGone] = useState<Paper | null>(null);
  const total = papers.reduce((n, p) => n + p.size, 0);
  return (
    <section aria-labelledby="papers">
      <h2 id="papers">{say('offline.papers')}</h2>
      <p className={styles.hint}>
        {papers.length
          ? say('offline.papersTotal', { n: papers.length, size: sizeText(total) })
          : say('offline.papersNone')}
      </p>
      <ul className={styles.rows}>
        {papers.map((p) => (
          <li key={p.id}>
            <span>
              {recordOfKey(p.key) ? <a href={recordHref(recordOfKey(p.key))}>{p.title}</a> : p.title}
            </span>
            <span className={styles.size}>{sizeText(p.size)}</span>
            <PaperActs paper={p} gone={setGone} />
          </li>
        ))}
      </ul>
      <Undo
        className={styles.hint}
        said={gone && say('offline.takenOut', { title: gone.title })}
        back={gone ? () => void putPaper(theStore(), gone).then(() => setGone(null)) : null}
      />
    </section>
  );
}

function Itself() {
  const { kept, newer } = useReach();
  const [off, setOff] = useState(isOff);
  const [bytes, setBytes] = useState<number | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: counted again when something was kept or taken out
  useEffect(() => {
    void bytesKept().then(setBytes);
  }, [kept, off]);
  const change = (on: boolean) => void turn(on).then(() => setOff(!on));
  return (
    <section aria-labelledby="itself">
      <h2 id="itself">{say('offline.itself')}</h2>
      <p className={styles.hint}>
        {!canKeep()
          ? say('offline.itselfCannot')
          : off
            ? say('offline.itselfOff')
            : kept
              ? say('offline.itselfKept', at(kept.at))
              : say('offline.itselfNot')}{' '}
        {bytes !== null && say('offline.itselfSize', { size: sizeText(bytes) })}{' '}
        {newer && say('offline.newer')}
      </p>
      {canKeep() && (
        <p>
          <button type="button" className={kit.link} onClick={() => change(off)}>
            {off ? say('offline.turnOn') : say('offline.turnOff')}
          </button>
        </p>
      )}
    </section>
  );
}

function Offline() {
  const { reached, since } = useReach();
  const lost = isNowhere();
  useEffect(() => {
    void begin();
  }, []);
  // The page that was asked for, as soon as it can be had.
  useEffect(() => {
    if (!lost) return;
    const again = () => window.location.reload();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, [lost]);
  return (
    <div className={styles.view}>
      <div>
        <h1>{lost ? say('offline.nowhere') : say('offline.title')}</h1>
        <p className={styles.lead}>{lost ? say('offline.nowhereLead') : say('offline.lead')}</p>
        <p className={styles.lead}>
          {reached === false && since !== null ? (
            <>
              {say('offline.away', { clock: at(since).clock })}{' '}
              <button type="button" className={kit.link} onClick={() => void look()}>
                {say('offline.tryNow')}
              </button>
            </>
          ) : (
            reached && say('offline.reachedNow')
          )}
        </p>
      </div>
      <WhatWaits />
      <section aria-labelledby="works">
        <h2 id="works">{say('offline.works')}</h2>
        <ul className={styles.works}>
          {WORKS.map((w) => (
            <li key={w}>
              <a href={`/${w}`}>{say(`offline.works.${w}`)}</a>
            </li>
          ))}
        </ul>
        <p className={styles.hint}>
          <b>{pair(say('offline.needs'), '')}</b>
          {say('offline.needsLead')}
        </p>
      </section>
      <Papers />
      <Itself />
    </div>
  );
}

export default function OfflineView() {
  return (
    <App>
      <Offline />
    </App>
  );
}
