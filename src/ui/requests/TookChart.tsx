/**
 * How long finished requests took and what they cost: a bar of days each, the promise as a mark, the price
 * beside it. Loaded late: the chart library is heavy.
 */

import {
  Bar,
  CartesianGrid,
  ComposedChart,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Slip } from '../../core/model/slip';
import { owedFor } from '../../core/requests/lifecycle';
import { slipTitle } from '../../core/requests/slip';
import { say } from '../../words/generated/requests';
import { useMoney } from '../kit/useMoney';
import { days, promisedDays, tookDays } from './lines';
import styles from './requests.module.css';

interface Point {
  readonly name: string;
  readonly title: string;
  readonly took: number;
  readonly likely: number;
  readonly cents: number;
}
function Said({ active, payload }: { active?: boolean; payload?: readonly { readonly payload: Point }[] }) {
  const money = useMoney();
  const p = active ? payload?.[0]?.payload : undefined;
  return p ? (
    <p className={styles.tip}>
      <b>{p.title}</b>
      <span>
        {say('requests.tookPromisedWithin', {
          days: days(p.took),
          likely: p.likely,
          part:
            p.cents > 0
              ? say('requests.youPaid2', { cents: money(p.cents) })
              : say('requests.youPaidNothing'),
        })}
      </span>
    </p>
  ) : null;
}

export default function TookChart({ slips }: { slips: readonly Slip[] }) {
  const money = useMoney();
  const points = slips.flatMap((s): Point[] => {
    const [took, promised] = [tookDays(s), promisedDays(s)];
    if (took === null || !promised) return [];
    const title = slipTitle(s);
    return [
      {
        name: title.length > 18 ? `${title.slice(0, 17)}…` : title,
        title,
        took,
        likely: promised.likely,
        cents: owedFor(s),
      },
    ];
  });
  const paid = points.reduce((n, p) => n + p.cents, 0);
  const within = points.filter((p) => p.took <= p.likely).length;
  const middle = [...points].sort((a, b) => a.took - b.took)[Math.floor(points.length / 2)]?.took ?? 0;
  return (
    <figure className={styles.chart}>
      <figcaption>
        {say('requests.byThePromisedDayYouPaid', {
          part:
            points.length === 1
              ? say('requests.oneCameWithin', { days: days(middle) })
              : say('requests.cameHalfOfThemWithin', { points: points.length, days: days(middle) }),
          within,
          part2: paid > 0 ? say('requests.inAll', { paid: money(paid) }) : say('requests.nothing'),
        })}
      </figcaption>
      {points.length > 1 && (
        <div aria-hidden="true" style={{ maxWidth: points.length * 150 + 60 }}>
          <ResponsiveContainer width="100%" height={170}>
            <ComposedChart
              data={points}
              margin={{ top: 8, right: 8, bottom: 0, left: -18 }}
              barCategoryGap="35%"
            >
              <CartesianGrid vertical={false} stroke="var(--rule-soft)" />
              <XAxis
                dataKey="name"
                tick={{ fontSize: 12, fill: 'var(--ink-soft)' }}
                stroke="var(--rule-strong)"
                interval={0}
              />
              <YAxis
                allowDecimals={false}
                tick={{ fontSize: 12, fill: 'var(--ink-soft)' }}
                stroke="var(--rule-strong)"
              />
              <Tooltip content={<Said />} cursor={{ fill: 'var(--rule-soft)' }} isAnimationActive={false} />
              <Bar dataKey="took" fill="var(--plum)" maxBarSize={34} isAnimationActive={false} />
              <Scatter dataKey="likely" shape="cross" fill="var(--ink)" isAnimationActive={false} />
            </ComposedChart>
          </ResponsiveContainer>
        </div>
      )}
      {points.length > 1 && (
        <p className={styles.legend} aria-hidden="true">
          <span data-part="done" /> {say('requests.daysItTook')} <i className={styles.legendCross} />{' '}
          {say('requests.promisedWithin')}
        </p>
      )}
    </figure>
  );
}
