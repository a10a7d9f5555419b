/**
 * Results by year. A click keeps a year, a stroke over several keeps the span: the brush is drawn as it goes,
 * the search follows when it is let go. Loaded when the Breakdown is shown, since the chart library is heavy.
 */

import { startTransition, useEffect, useRef, useState } from 'react';
import { Area, AreaChart, ReferenceArea, Tooltip, XAxis } from 'recharts';
import { dayOf, type Minutes, parseLocal, yearOf } from '../../core/model/time';
import { say } from '../../words/generated/results';
import { sayNumber } from '../../words/say';
import { pair } from '../../words/within';
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
/** Pixels of the chart, and of its bottom line's label with the room around it. */
const [HEIGHT, EDGE, LABEL] = [104, 14, 70];
/** How wide the chart's room is; followed as it changes. 0 before it was laid out. */
function useWidth() {
  const room = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const el = room.current;
    if (!el) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.round(entry?.contentRect.width ?? 0)));
    observer.observe(el);
    return () => observer.disconnect();
  }, []);
  return { room, width };
}
/** What comes one after the other, each in a task of its own: drawn at once, the first chart blocks the page for long. */
const PARTS = ['axis', 'area', 'tip'] as const;
/** How many parts may stand by now. */
function useParts(begun: boolean): number {
  const [parts, setParts] = useState(0);
  useEffect(() => {
    if (!begun || parts >= PARTS.length) return;
    const later = setTimeout(() => startTransition(() => setParts(parts + 1)));
    return () => clearTimeout(later);
  }, [begun, parts]);
  return parts;
}
/** Years that are written below: round ones, as many as stand beside each other. */
function written(first: number, last: number, width: number): number[] {
  const room = Math.max(1, Math.floor(width / LABEL));
  const step = [1, 2, 5, 10, 20, 50].find((n) => (last - first) / n <= room) ?? 100;
  const years: number[] = [];
  for (let y = Math.ceil(first / step) * step; y <= last; y += step) years.push(y);
  return years;
}

export default function YearsChart({ years, from, to, pick }: Props) {
  const { moment } = useHere();
  const now = yearOf(dayOf(parseLocal(moment.at) as Minutes));
  const [stroke, setStroke] = useState<readonly [number, number] | null>(null);
  const known = new Map(years);
  const first = Math.max(SHOWN_BACK_TO, Math.min(years[0]?.[0] ?? now, now - 30));
  const older = years.filter(([y]) => y < first).reduce((n, [, c]) => n + c, 0);
  const inside = (y: number) => y >= (from ?? -1) && y <= (to ?? 9999);
  const chosen = from !== null || to !== null;
  const { room, width } = useWidth();
  const parts = useParts(width > 0);
  const stands = (part: (typeof PARTS)[number]): boolean => PARTS.indexOf(part) < parts;
  // A year is a step as wide as its neighbours'; the empty ones at both ends give the outermost their half.
  const data = Array.from({ length: now - first + 3 }, (_, i) => {
    const year = first - 1 + i;
    const count = year < first || year > now ? 0 : (known.get(year) ?? 0);
    return { year, count, kept: inside(year) ? count : 0 };
  });
  const ours = (year: number): number => Math.max(first, Math.min(now, year));
  const yearAt = (e: { activeLabel?: string | number | undefined }): number | null =>
    e.activeLabel === undefined ? null : ours(Number(e.activeLabel));
  const span = stroke && ([Math.min(...stroke), Math.max(...stroke)] as const);
  const finish = () => {
    if (span) pick(span[0], span[1] === now ? null : span[1]);
    // The chart is not drawn anew within the gesture: that it was taken is seen beside it.
    startTransition(() => setStroke(null));
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
      <div
        ref={room}
        className={styles.chart}
        style={{ height: HEIGHT }}
        aria-hidden="true"
        onMouseLeave={() => setStroke(null)}
      >
        {width > 0 && (
          <AreaChart
            width={width}
            height={HEIGHT}
            data={data}
            margin={{ top: 4, right: EDGE, bottom: 0, left: EDGE }}
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
            {stands('axis') && (
              <XAxis
                dataKey="year"
                tickLine={false}
                axisLine={{ stroke: 'var(--rule-strong)' }}
                tick={{ fill: 'var(--ink-quiet)', fontSize: 12, fontFamily: 'var(--mono)' }}
                // All that are given: else the width of each label is measured in the page.
                ticks={written(first, now, width)}
                interval={0}
              />
            )}
            {stands('tip') && (
              <Tooltip
                cursor={{ stroke: 'var(--petrol)', strokeWidth: 1 }}
                isAnimationActive={false}
                content={({ active, payload }) => {
                  const at = active
                    ? (payload?.[0]?.payload as { year: number; count: number } | undefined)
                    : undefined;
                  if (!at || at.year !== ours(at.year)) return null;
                  const count = span
                    ? data
                        .filter((d) => d.year >= span[0] && d.year <= span[1])
                        .reduce((n, d) => n + d.count, 0)
                    : at.count;
                  const label = span && span[0] !== span[1] ? `${span[0]}–${span[1]}` : at.year;
                  return <p className={styles.tip}>{pair(String(label), sayNumber(count))}</p>;
                }}
              />
            )}
            {stands('area') && (
              <Area
                dataKey="count"
                type="step"
                isAnimationActive={false}
                stroke="none"
                fill={chosen ? 'var(--wait-two-weeks)' : 'var(--bar-kept)'}
                fillOpacity={1}
                activeDot={false}
              />
            )}
            {stands('area') && chosen && (
              <Area
                dataKey="kept"
                type="step"
                isAnimationActive={false}
                stroke="none"
                fill="var(--bar-kept)"
                fillOpacity={1}
                activeDot={false}
              />
            )}
            {span && (
              <ReferenceArea
                x1={span[0] - (span[0] === span[1] ? 1 : 0)}
                x2={span[1] + (span[0] === span[1] ? 1 : 0)}
                fill="var(--petrol)"
                fillOpacity={0.18}
              />
            )}
          </AreaChart>
        )}
      </div>
      <p className={`${shared.hint} ${styles.older}`}>
        {older > 0 && say('results.andBefore', { older, first })}
      </p>
    </section>
  );
}
