/** The picture of the results: every bar can be kept or left out, and says how many it would leave. */

import { type ReactNode, Suspense, useState } from 'react';
import { part } from '../../browser/parts';
import { KIND_FAMILIES } from '../../core/model/kinds';
import { choiceOf, choose, type Group, type SearchRequest } from '../../core/query/request';
import type { BreakdownValue, SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import { familyLabel } from '../../words/labels';
import { sayNumber } from '../../words/say';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { type Bar, BarRow } from './Bar';
import styles from './breakdown.module.css';
import shared from './shared.module.css';

const AllValues = part(() => import('./AllValues'));

const SHOWN: readonly (readonly [group: Group, label: string, most: number])[] = [
  ['peer', say('results.peerReview'), 3],
  ['open', say('results.openToAll'), 2],
  ['subject', say('results.subject'), 8],
  ['journal', say('results.in'), 6],
  ['person', say('results.person'), 6],
  ['language', say('results.language'), 6],
  ['place', say('results.onOurShelves'), 3],
  ['carrier', say('results.form'), 6],
  ['audience', say('results.for'), 4],
  ['source', say('results.indexedFrom'), 7],
];
const OPEN_ENDED = ['subject', 'journal', 'person'] as const satisfies readonly Group[];
const KINDS_SHOWN = 4;

const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

interface Props {
  readonly request: SearchRequest;
  readonly answer: SearchAnswer;
  readonly change: (r: SearchRequest) => void;
}
const barOf = (group: Group, v: BreakdownValue, { request, change }: Props): Bar => ({
  label: cap(v.label),
  count: v.count,
  choice: choiceOf(request, group, v.value),
  set: (choice) => change(choose(request, group, v.value, choice)),
});

/** Two levels: a family stands for all its kinds; the kinds of the larger families stand under it. */
function Kinds(props: Props) {
  const { request, answer, change } = props;
  const counts = new Map(answer.breakdown.kind.map((v) => [v.value, v]));
  const all = (kinds: readonly string[], choice: 'keep' | 'drop' | null) =>
    change(kinds.reduce((r, k) => choose(r, 'kind', k, choice), request));
  const bars = KIND_FAMILIES.flatMap(({ id, kinds }): Bar[] => {
    const label = familyLabel(id);
    const own = kinds.flatMap((k) => counts.get(k) ?? []);
    const chosen = kinds.map((k) => choiceOf(request, 'kind', k));
    const count = own.reduce((n, v) => n + v.count, 0);
    if (!count && !chosen.some(Boolean)) return [];
    const same = chosen.every((c) => c === chosen[0]) ? (chosen[0] ?? null) : null;
    const family: Bar = { label, count, choice: same, set: (choice) => all(kinds, choice) };
    const one = own[0];
    if (own.length === 1 && one)
      return [{ ...barOf('kind', one, props), label: kinds.length > 1 ? cap(one.label) : label }];
    const shown = own
      .sort((a, b) => b.count - a.count)
      .filter((v, i) => i < KINDS_SHOWN || choiceOf(request, 'kind', v.value));
    return [family, ...shown.map((v) => ({ ...barOf('kind', v, props), sub: true }))];
  });
  const most = Math.max(1, ...bars.map((b) => b.count));
  return (
    <section className={styles.group}>
      <h3>{say('results.kind')}</h3>
      <ul>
        {bars.map((b) => (
          <BarRow key={`${b.label}${b.sub ? 1 : 0}`} bar={b} most={most} />
        ))}
      </ul>
    </section>
  );
}

export function Breakdown(props: Props & { children: ReactNode }) {
  const { request, answer, change, children } = props;
  const { info } = useHere();
  const [all, setAll] = useState<Group | null>(null);
  const campuses = info.campuses.map((c) => c.id as string);
  const ours = campuses.every((c) => choiceOf(request, 'place', c) === 'keep');
  const tool = (group: Group): ReactNode => {
    // A broad search doesn't count how many people there are; there are many.
    const n = (OPEN_ENDED as readonly Group[]).includes(group)
      ? (answer.distinct[group] ?? Number.POSITIVE_INFINITY)
      : 0;
    const text = n < Number.POSITIVE_INFINITY ? sayNumber(n) : say('results.ofThem');
    if (n > 8)
      return (
        <button
          type="button"
          className={kit.link}
          onClick={() => setAll(group)}
          aria-label={say('results.all3', { text, find: SHOWN.find(([g]) => g === group)?.[1] })}
        >
          {say('results.all2', { text })}
        </button>
      );
    if (group === 'place')
      return (
        <button
          type="button"
          className={kit.link}
          aria-pressed={ours}
          onClick={() =>
            change(campuses.reduce((r, c) => choose(r, 'place', c, ours ? null : 'keep'), request))
          }
        >
          {ours ? say('results.anywhere') : say('results.anyOfOurs')}
        </button>
      );
    return null;
  };
  return (
    <div className={styles.breakdown}>
      <header className={`${shared.listHead} ${styles.head}`}>
        <h2>{say('results.breakdownOf', { total: answer.total })}</h2>
        <p className={`${shared.byNeed} ${kit.forKeys}`}>
          {say('results.clickKeeps')} <kbd className={kit.key}>{say('results.alt')}</kbd>{' '}
          {say('results.clickLeavesOut')}
        </p>
      </header>
      {answer.years.length > 0 && children}
      <Kinds request={request} answer={answer} change={change} />
      {SHOWN.map(([group, label, limit]) => {
        const values = answer.breakdown[group].filter(
          (v, i) => (i < limit && v.count > 0) || choiceOf(request, group, v.value),
        );
        if (!values.length) return null;
        const most = Math.max(1, ...values.map((v) => v.count));
        return (
          <section key={group} className={styles.group}>
            <div className={styles.chartHead}>
              <h3>{label}</h3>
              {tool(group)}
            </div>
            <ul>
              {values.map((v) => (
                <BarRow key={v.value} bar={barOf(group, v, props)} most={most} />
              ))}
            </ul>
          </section>
        );
      })}
      {all && (
        <Suspense>
          <AllValues
            group={all}
            label={SHOWN.find(([g]) => g === all)?.[1] ?? ''}
            request={request}
            change={change}
            close={() => setAll(null)}
          />
        </Suspense>
      )}
    </div>
  );
}
