/**
 * Results by year. A click keeps a year, a stroke over several keeps the span: the brush is drawn as it goes, the search
 * follows when it is let go. Of Recharts only its surface and its curves: a whole chart of it has a store of its own, and
 * drawing the first one stops the page for a tenth of a second, beside the list that somebody reads (decision 50).
 */

import { type MouseEvent, useEffect, useRef, useState } from 'react';
import { Curve, Surface } from 'recharts';
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
/** Pixels of the chart: its height, the room above the highest year and below for the numbers, at both sides. */
const [HEIGHT, TOP, FOOT, EDGE] = [104, 4, 30, 14];
const FLOOR = HEIGHT - FOOT;
/** From the floor down to the numbers' line, and the width of one with the room around it. */
const [DOWN, LABEL] = [18, 70];
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
/** Years that are written below: round ones, as many as stand beside each other. */
function written(first: number, last: number, width: number): number[] {
  const room = Math.max(1, Math.floor(width / LABEL));
  const step = [1, 2, 5, 10, 20, 50].find((n) => (last - first) / n <= room) ?? 100;
  const years: number[] = [];
  for (let y = Math.ceil(first / step) * step; y <= last; y += step) years.push(y);
  return years;
}

/** Pixels between the year that is pointed at and what is said of it. */
const ASIDE = 10;
/** How many there are in the year that is pointed at, or in the years of the stroke; on the side that has more room. */
function Tip({
  at,
  x,
  width,
  span,
  known,
}: {
  at: { readonly y: number };
  x: number;
  width: number;
  span: readonly [number, number];
  known: ReadonlyMap<number, number>;
}) {
  const [from, to] = span;
  let count = 0;
  for (let year = from; year <= to; year++) count += known.get(year) ?? 0;
  const side = x < width / 2 ? { left: x + ASIDE } : { right: width - x + ASIDE };
  return (
    <p className={styles.tip} style={{ ...side, top: Math.max(0, Math.min(FLOOR - FOOT, at.y)) }}>
      {pair(from === to ? String(from) : `${from}–${to}`, sayNumber(count))}
    </p>
  );
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
  const [at, setAt] = useState<{ readonly year: number; readonly y: number } | null>(null);
  // A year is a step as wide as its neighbours'; the outermost have the edges for their other half.
  const all = Array.from({ length: now - first + 1 }, (_, i) => first + i);
  const step = (width - 2 * EDGE) / (all.length + 1);
  const xOf = (year: number): number => EDGE + (year - first + 1) * step;
  const most = Math.max(1, ...all.map((y) => known.get(y) ?? 0));
  const ours = (year: number): boolean => year >= first && year <= now;
  const areaOf = (counts: (year: number) => boolean) =>
    [first - 1, ...all, now + 1].map((year) => ({
      x: xOf(year),
      y: FLOOR - ((FLOOR - TOP) * (ours(year) && counts(year) ? (known.get(year) ?? 0) : 0)) / most,
    }));
  const placeOf = (e: MouseEvent<HTMLElement>) => {
    const { left, top } = e.currentTarget.getBoundingClientRect();
    const year = first - 1 + Math.round((e.clientX - left - EDGE) / step);
    return { year: Math.max(first, Math.min(now, year)), y: e.clientY - top };
  };
  const span = stroke && ([Math.min(...stroke), Math.max(...stroke)] as const);
  const finish = () => {
    if (span) pick(span[0], span[1] === now ? null : span[1]);
    setStroke(null);
  };
  const move = (e: MouseEvent<HTMLElement>) => {
    const place = placeOf(e);
    setAt(place);
    if (stroke && place.year !== stroke[1]) setStroke([stroke[0], place.year]);
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
        onMouseDown={(e) => {
          const { year } = placeOf(e);
          setStroke([year, year]);
        }}
        onMouseMove={move}
        onMouseUp={finish}
        onMouseLeave={() => {
          setStroke(null);
          setAt(null);
        }}
      >
        {width > 0 && (
          <Surface width={width} height={HEIGHT}>
            <Curve
              type="step"
              points={areaOf(() => true)}
              baseLine={FLOOR}
              fill={chosen ? 'var(--wait-two-weeks)' : 'var(--bar-kept)'}
            />
            {chosen && <Curve type="step" points={areaOf(inside)} baseLine={FLOOR} fill="var(--bar-kept)" />}
            <line x1={EDGE} x2={width - EDGE} y1={FLOOR + 0.5} y2={FLOOR + 0.5} stroke="var(--rule-strong)" />
            {written(first, now, width).map((year) => (
              <text
                key={year}
                x={xOf(year)}
                y={FLOOR + DOWN}
                textAnchor="middle"
                className={styles.yearWritten}
              >
                {year}
              </text>
            ))}
            {at && <line x1={xOf(at.year)} x2={xOf(at.year)} y1={TOP} y2={FLOOR} stroke="var(--petrol)" />}
            {span && (
              <rect
                x={xOf(span[0] - 0.5)}
                width={(span[1] - span[0] + 1) * step}
                y={TOP}
                height={FLOOR - TOP}
                fill="var(--petrol)"
                fillOpacity={0.18}
              />
            )}
          </Surface>
        )}
        {at && <Tip at={at} x={xOf(at.year)} width={width} span={span ?? [at.year, at.year]} known={known} />}
      </div>
      <p className={`${shared.hint} ${styles.older}`}>
        {older > 0 && say('results.andBefore', { older, first })}
      </p>
    </section>
  );
}
