/**
 * Results by year. A click keeps a year, a stroke over several keeps the span: the brush is drawn as it goes,
 * the search follows when it is let go. Loaded when the Breakdown is shown, since the chart library is heavy.
 */

import { useState } from 'react';
import { Bar, BarChart, ReferenceArea, ResponsiveContainer, Tooltip, XAxis } from 'recharts';
import { dayOf, type Minutes, parseLocal, yearOf } from '../../core/model/time';
import { say } from '../../words/generated/results';
import { sayNumber } from '../../words/say';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './breakdown.module.css';
import shared from './shared.module.css';

interface Props {
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly from: number | null;
  readonly to: number | null;
  readonly pick: (from: number | null, to: number | null) => void;
}
const SHOWN_BACK_TO = 1950;
interface Shape {
  readonly x?: number;
  readonly y?: number;
  readonly width?: number;
  readonly height?: number;
  readonly payload?: { readonly year: number };
}

export default function YearsChart({ years, from, to, pick }: Props) {
  const { moment } = useHere();
  const now = yearOf(dayOf(parseLocal(moment.at) as Minutes));
  const [stroke, setStroke] = useState<readonly [number, number] | null>(null);
  const known = new Map(years);
  const first = Math.max(SHOWN_BACK_TO, Math.min(years[0]?.[0] ?? now, now - 30));
  const older = years.filter(([y]) => y < first).reduce((n, [, c]) => n + c, 0);
  const data = Array.from({ length: now - first + 1 }, (_, i) => ({
    year: first + i,
    count: known.get(first + i) ?? 0,
  }));
  const inside = (y: number) => y >= (from ?? -1) && y <= (to ?? 9999);
  const chosen = from !== null || to !== null;
  const yearAt = (e: { activeLabel?: string | number | undefined }): number | null =>
    e.activeLabel === undefined ? null : Number(e.activeLabel);
  const span = stroke && ([Math.min(...stroke), Math.max(...stroke)] as const);
  const finish = () => {
    if (span) pick(span[0], span[1] === now ? null : span[1]);
    setStroke(null);
  };
  return (
    <section className={`${styles.group} ${styles.years}`}>
      <div className={styles.chartHead}>
        <h3>{say('results.years')}</h3>
        {[1, 5, 10].map((n) => (
          <button key={n} type="button" className={kit.link} onClick={() => pick(now - n + 1, null)}>
            {n === 1 ? say('results.thisYear') : say('results.last', { n })}
          </button>
        ))}
        {chosen && (
          <button type="button" className={kit.link} onClick={() => pick(null, null)}>
            {say('results.anyYear')}
          </button>
        )}
      </div>
      {years.length > 0 && (
        <p className="sr">
          {say('results.fromToMostInYearsCan', {
            years: years[0]?.[0],
            years2: years.at(-1)?.[0],
            sort: [...years].sort((a, b) => b[1] - a[1])[0]?.[0],
          })}
        </p>
      )}
      <div className={styles.chart} aria-hidden="true" onMouseLeave={() => setStroke(null)}>
        <ResponsiveContainer width="100%" height={104}>
          <BarChart
            data={data}
            margin={{ top: 4, right: 14, bottom: 0, left: 14 }}
            barCategoryGap={1}
            accessibilityLayer={false}
            onMouseDown={(e) => {
              const year = yearAt(e);
              if (year !== null) setStroke([year, year]);
            }}
            onMouseMove={(e) => {
              const year = yearAt(e);
              if (year !== null && stroke && year !== stroke[1]) setStroke([stroke[0], year]);
            }}
            onMouseUp={finish}
          >
            <XAxis
              dataKey="year"
              tickLine={false}
              axisLine={{ stroke: 'var(--rule-strong)' }}
              tick={{ fill: 'var(--ink-quiet)', fontSize: 12, fontFamily: 'var(--mono)' }}
              interval="equidistantPreserveStart"
              minTickGap={40}
            />
            <Tooltip
              cursor={{ fill: 'var(--paper-picked)' }}
              content={({ active, payload }) => {
                const at = active
                  ? (payload?.[0]?.payload as { year: number; count: number } | undefined)
                  : undefined;
                if (!at) return null;
                const count = span
                  ? data
                      .filter((d) => d.year >= span[0] && d.year <= span[1])
                      .reduce((n, d) => n + d.count, 0)
                  : at.count;
                const label = span && span[0] !== span[1] ? `${span[0]}–${span[1]}` : at.year;
                return <p className={styles.tip}>{`${label}: ${sayNumber(count)}`}</p>;
              }}
            />
            <Bar
              dataKey="count"
              isAnimationActive={false}
              cursor="pointer"
              shape={({ x = 0, y = 0, width = 0, height = 0, payload }: Shape) => (
                <rect
                  x={x}
                  y={y}
                  width={width}
                  height={Math.max(0, height)}
                  fill={!chosen || inside(payload?.year ?? 0) ? 'var(--bar-kept)' : 'var(--wait-two-weeks)'}
                />
              )}
            />
            {span && <ReferenceArea x1={span[0]} x2={span[1]} fill="var(--petrol)" fillOpacity={0.18} />}
          </BarChart>
        </ResponsiveContainer>
      </div>
      <p className={`${shared.hint} ${styles.older}`}>
        {older > 0 && say('results.andBefore', { older, first })}
      </p>
    </section>
  );
}
