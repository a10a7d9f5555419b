/**
 * Requests: the inbox, what is written and not yet sent, what is here, on loan, under way on a common time
 * axis, and finished.
 */

import { Suspense, useState, useSyncExternalStore } from 'react';
import { part } from '../../browser/parts';
import { dropOdd, oddSlips } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { newsFailure, onTrouble } from '../../browser/trouble';
import { recordHref } from '../../core/model/address';
import type { Slip } from '../../core/model/slip';
import { isEnded, isHere, isOnLoan, isUnderWay, needsReader } from '../../core/model/slipStates';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { owedFor } from '../../core/requests/lifecycle';
import { overdueDays } from '../../core/requests/loans';
import { slipTitle } from '../../core/requests/slip';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/requests';
import { messageText, stateLabel, wantedLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { saveFile } from '../kit/saveFile';
import { useKept } from '../kit/useKept';
import { useMoney } from '../kit/useMoney';
import { fileHref } from '../slip/SlipActs';
import { useAct } from '../slip/useAct';
import { Inbox } from './Inbox';
import { dayOfIso, days, promisedDays, tookDays } from './lines';
import { Outgoing } from './Outgoing';
import styles from './requests.module.css';
import { Tracks } from './Tracks';

const TookChart = part(() => import('./TookChart'));

function Here({ slips }: { slips: readonly Slip[] }) {
  const { moment } = useHere();
  const { busy, said, act } = useAct();
  if (!slips.length) return null;
  return (
    <section aria-labelledby="ready">
      <header className={styles.head}>
        <h2 id="ready">{say('requests.readyForYou', { slips: slips.length })}</h2>
      </header>
      {said && <p className={styles.stops}>{said}</p>}
      <ul>
        {slips.map((s) => {
          const came = s.messages.findLast((m) => m.event === 'arrive' || m.event === 'file');
          return (
            <li key={s.id} className={styles.row}>
              <a className={styles.title} href={`/requests/${s.id}`}>
                {slipTitle(s)}
              </a>
              <span>{came && messageText(came)}</span>
              <span className={styles.mono}>
                {came ? say('requests.since', { dayOfIso: dayOfIso(came.time) }) : ''}
              </span>
              <span className={styles.end}>
                {s.state === 'delivered' && s.file && (
                  <a href={fileHref(s, moment.at)} target="_blank" rel="noopener">
                    {say('requests.openTheFile')}
                    <span className="sr">: {slipTitle(s)}</span>
                  </a>
                )}{' '}
                <button
                  type="button"
                  className={kit.link}
                  disabled={busy}
                  onClick={() => void act(s, s.state === 'delivered' ? 'finish' : 'collect')}
                >
                  {s.state === 'delivered' ? say('requests.doneWithIt') : say('requests.iHaveIt')}
                  <span className="sr">: {slipTitle(s)}</span>
                </button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function OnLoan({ slips }: { slips: readonly Slip[] }) {
  const { moment } = useHere();
  const { busy, said, act } = useAct();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  if (!slips.length) return null;
  return (
    <section aria-labelledby="on-loan">
      <header className={styles.head}>
        <h2 id="on-loan">{say('requests.withYou', { slips: slips.length })}</h2>
      </header>
      {said && <p className={styles.stops}>{said}</p>}
      <ul>
        {slips.map((s) => {
          const due = parseDay(s.due ?? '');
          const late = due === null ? 0 : overdueDays(due, today);
          return (
            <li key={s.id} className={styles.row}>
              <a className={styles.title} href={`/requests/${s.id}`}>
                {slipTitle(s)}
              </a>
              <span>
                {stateLabel(s.state)}
                {s.state !== 'returned' && late > 0 && (
                  <span className={kit.tag}>{say('requests.overdue', { days: days(late) })}</span>
                )}
              </span>
              <span className={styles.mono}>
                {s.state !== 'returned' && due !== null ? say('requests.due', { due: dayText(due) }) : ''}
              </span>
              <span className={styles.end}>
                {isOnLoan(s.state) && (
                  <>
                    {s.state !== 'recalled' && s.state !== 'overdue' && (
                      <button
                        type="button"
                        className={kit.link}
                        disabled={busy}
                        onClick={() => void act(s, 'renew')}
                      >
                        {say('requests.renew')}
                        <span className="sr">: {slipTitle(s)}</span>
                      </button>
                    )}{' '}
                    <button
                      type="button"
                      className={kit.link}
                      disabled={busy}
                      onClick={() => void act(s, 'return')}
                    >
                      {say('requests.iBroughtItBack')}
                      <span className="sr">: {slipTitle(s)}</span>
                    </button>
                  </>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Finished({ slips }: { slips: readonly Slip[] }) {
  const money = useMoney();
  if (!slips.length) return null;
  const came = slips.filter((s) => tookDays(s) !== null);
  return (
    <section aria-labelledby="finished">
      <header className={styles.head}>
        <h2 id="finished">{say('requests.finished', { slips: slips.length })}</h2>
      </header>
      {came.length > 0 && (
        <Suspense fallback={<div className={styles.chartSpace} />}>
          <TookChart slips={came.slice(0, 12)} />
        </Suspense>
      )}
      <ul>
        {slips.map((s) => {
          const [took, promised] = [tookDays(s), promisedDays(s)];
          return (
            <li key={s.id} className={styles.row}>
              <a className={styles.title} href={`/requests/${s.id}`}>
                {slipTitle(s)}
              </a>
              <span>{wantedLabel(s.wanted)}</span>
              <span className={styles.mono}>
                {took === null
                  ? s.ended
                    ? dayOfIso(s.ended)
                    : ''
                  : say('requests.promised', { days: days(took), likely: promised?.likely ?? '?' })}
              </span>
              <span className={styles.end}>
                {s.state === 'not-supplied' && s.record ? (
                  <a href={recordHref(s.record)}>{say('requests.notSuppliedOtherWays')}</a>
                ) : (
                  stateLabel(s.state)
                )}
                {owedFor(s) > 0 && say('requests.youPaid', { owedFor: money(owedFor(s)) })}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const FILTERS = {
  all: { label: say('requests.all3'), keeps: () => true },
  you: {
    label: say('requests.needYou2'),
    keeps: (s: Slip) => needsReader(s.state) || s.state === 'draft' || s.state === 'outgoing',
  },
  way: { label: say('requests.underWay'), keeps: (s: Slip) => isUnderWay(s.state) },
  loan: {
    label: say('requests.withYou2'),
    keeps: (s: Slip) => isOnLoan(s.state) || s.state === 'returned' || isHere(s.state),
  },
  over: { label: say('requests.finished2'), keeps: (s: Slip) => isEnded(s.state) },
} as const;
type Filter = keyof typeof FILTERS;

/** That news of the slips could not be had: what is shown is what was known before. */
function NoNews() {
  const why = useSyncExternalStore(onTrouble, newsFailure);
  return why ? (
    <p className={styles.stops} role="status">
      {say('requests.whatStandsHereWasKnownBefore', { why })}
    </p>
  ) : null;
}
/**
 * What is kept among the slips and is none: shown as what it is, so that nothing is lost and nothing breaks.
 */
function OddSlips() {
  const odd = useKept(() => oddSlips(theStore()), [], []);
  if (!odd?.length) return null;
  return (
    <section aria-labelledby="odd">
      <header className={styles.head}>
        <h2 id="odd">{say('requests.keptButNotReadable', { odd: odd.length })}</h2>
      </header>
      <ul>
        {odd.map(({ id, why, row }) => (
          <li key={id} className={styles.row}>
            <span className={styles.title}>{titleOfOdd(row)}</span>
            <span>{say('requests.thisIsNoWholeSlipIs', { why })}</span>
            <span />
            <span className={styles.end}>
              <button
                type="button"
                className={kit.link}
                onClick={() => saveFile(JSON.stringify(row, null, 1), 'application/json', 'slip.json')}
              >
                {say('requests.saveAsAFile')}
              </button>{' '}
              <button type="button" className={kit.link} onClick={() => void dropOdd(theStore(), id)}>
                {say('requests.remove')}
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
function titleOfOdd(row: unknown): string {
  const title = (row as { item?: { title?: unknown } } | null)?.item?.title;
  return typeof title === 'string' && title ? title : say('requests.withoutATitle');
}

const byTime = (a: Slip, b: Slip) => (a.created < b.created ? -1 : 1);
function Requests() {
  const { slips, reader } = useHere();
  const [find, setFind] = useState('');
  const [filter, setFilter] = useState<Filter>('all');
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const says = (s: Slip): boolean => {
    const text = [
      s.item.title,
      s.item.author,
      s.item.container,
      s.item.chapter,
      s.reference,
      s.note,
      s.id,
      stateLabel(s.state),
    ]
      .join(' ')
      .toLowerCase();
    return words.every((w) => text.includes(w));
  };
  const shown = slips.filter((s) => FILTERS[filter].keeps(s) && says(s)).sort(byTime);
  const of = (keeps: (s: Slip) => boolean) => shown.filter(keeps);
  const under = of((s) => isUnderWay(s.state));
  return (
    <div className={styles.view}>
      <div className={styles.top}>
        <h1 className="sr">{say('requests.requestsOf', { name: reader.name || 'none' })}</h1>
        {slips.length > 0 && (
          <>
            <input
              type="search"
              aria-label={say('requests.findASlip')}
              placeholder={say('requests.findASlip')}
              value={find}
              onChange={(e) => setFind(e.target.value)}
            />
            <div className={styles.filters} role="radiogroup" aria-label={say('requests.whichSlips')}>
              {(Object.keys(FILTERS) as Filter[]).map((f) => (
                <label key={f}>
                  <input type="radio" name="filter" checked={filter === f} onChange={() => setFilter(f)} />
                  {FILTERS[f].label}
                  <span className={kit.count}>{slips.filter(FILTERS[f].keeps).length}</span>
                </label>
              ))}
            </div>
          </>
        )}
        <a className={kit.link} href="/requests/new?by=hand">
          {say('requests.writeASlipByHand')}
        </a>
      </div>
      {slips.length === 0 && (
        <div className={styles.empty}>
          <p>{say('requests.noSlipHasBeenWrittenYet')}</p>
          <p>
            <a href="/">{say('requests.search')}</a> {say('requests.forSomethingWhereItIsNot')}{' '}
            <em>{say('requests.makeSlip')}</em> {say('requests.asksForItALoanA')}
          </p>
        </div>
      )}
      {slips.length > 0 && shown.length === 0 && (
        <p className={styles.empty}>{say('requests.noSlipFitsTakeBackA')}</p>
      )}
      <NoNews />
      <OddSlips />
      <Outgoing slips={of((s) => s.state === 'outgoing' || s.state === 'draft')} all={slips} />
      <Inbox slips={shown} />
      <Here slips={of((s) => isHere(s.state))} />
      <OnLoan slips={of((s) => isOnLoan(s.state) || s.state === 'returned')} />
      {under.length > 0 && <Tracks slips={under} />}
      <Finished slips={of((s) => isEnded(s.state)).reverse()} />
    </div>
  );
}

export default function RequestsView() {
  return (
    <AskingApp>
      <Requests />
    </AskingApp>
  );
}
