/** The picture of the results: every bar can be kept or left out, and says how many it would leave. */
import type { MouseEvent, ReactNode } from 'react';
import type { BreakdownValue, SearchAnswer } from '../../core/engine/port';
import { choiceOf, choose, type Group, type SearchRequest } from '../../core/query/request';
import kit from '../kit/kit.module.css';
import styles from './search.module.css';

const SHOWN: readonly (readonly [group: Group, label: string, most: number])[] = [
  ['kind', 'Kind', 8],
  ['peer', 'Peer review', 3],
  ['subject', 'Subject', 8],
  ['journal', 'In', 6],
  ['person', 'Person', 6],
  ['language', 'Language', 6],
  ['place', 'On our shelves', 3],
  ['carrier', 'Form', 6],
];

function Row({
  group,
  value,
  most,
  request,
  change,
}: {
  group: Group;
  value: BreakdownValue;
  most: number;
  request: SearchRequest;
  change: (r: SearchRequest) => void;
}) {
  const choice = choiceOf(request, group, value.value);
  const label = value.label.charAt(0).toUpperCase() + value.label.slice(1);
  const pick = (event: MouseEvent) => change(choose(request, group, value.value, choice ? null : event.altKey ? 'drop' : 'keep'));
  return (
    <li className={styles.bar} data-choice={choice ?? undefined}>
      <button
        type="button"
        className={styles.barButton}
        aria-pressed={choice !== null}
        aria-label={`${label}, ${value.count}${choice === 'drop' ? ', left out' : choice ? ', kept' : ''}`}
        onClick={pick}
      >
        <span className={styles.barLabel}>{label}</span>
        <span className={styles.barTrack} aria-hidden="true">
          <span style={{ width: `${Math.max(1, (100 * value.count) / most)}%` }} />
        </span>
        <span className={styles.barCount}>{value.count.toLocaleString('en')}</span>
      </button>
      <button
        type="button"
        className={styles.leave}
        aria-pressed={choice === 'drop'}
        onClick={() => change(choose(request, group, value.value, choice === 'drop' ? null : 'drop'))}
      >
        {choice === 'drop' ? 'let in' : 'leave out'}
        <span className="sr">: {label}</span>
      </button>
    </li>
  );
}

export function Breakdown({
  request,
  answer,
  change,
  children,
}: {
  request: SearchRequest;
  answer: SearchAnswer;
  change: (r: SearchRequest) => void;
  children: ReactNode;
}) {
  return (
    <div className={styles.breakdown}>
      <header className={styles.listHead}>
        <h2>Breakdown of {answer.total.toLocaleString('en')}</h2>
        <p className={styles.byNeed}>
          click keeps, <kbd className={kit.key}>Alt</kbd> click leaves out
        </p>
      </header>
      {answer.years.length > 0 && children}
      {SHOWN.map(([group, label, limit]) => {
        const all = answer.breakdown[group];
        const values = all.filter((v, i) => (i < limit && v.count > 0) || choiceOf(request, group, v.value));
        if (!values.length) return null;
        const most = Math.max(1, ...values.map((v) => v.count));
        return (
          <section key={group} className={styles.group}>
            <h3>{label}</h3>
            <ul>
              {values.map((v) => (
                <Row key={v.value} group={group} value={v} most={most} request={request} change={change} />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
