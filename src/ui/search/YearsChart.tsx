/** Results by year; clicking a bar keeps that year. Loaded when the Breakdown is shown, since the chart library is heavy. */
import { Bar, BarChart, Cell, ResponsiveContainer, Tooltip, XAxis } from 'recharts';
import { dayOf, type Minutes, parseLocal, yearOf } from '../../core/time';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './search.module.css';

interface Props {
  readonly years: readonly (readonly [year: number, count: number])[];
  readonly from: number | null;
  readonly to: number | null;
  readonly pick: (from: number | null, to: number | null) => void;
}
const SHOWN_BACK_TO = 1950;

export default function YearsChart({ years, from, to, pick }: Props) {
  const { moment } = useHere();
  const now = yearOf(dayOf(parseLocal(moment.at) as Minutes));
  const known = new Map(years);
  const first = Math.max(SHOWN_BACK_TO, Math.min(years[0]?.[0] ?? now, now - 30));
  const older = years.filter(([y]) => y < first).reduce((n, [, c]) => n + c, 0);
  const data = Array.from({ length: now - first + 1 }, (_, i) => ({ year: first + i, count: known.get(first + i) ?? 0 }));
  const inside = (y: number) => y >= (from ?? -1) && y <= (to ?? 9999);
  const chosen = from !== null || to !== null;
  return (
    <section className={styles.group}>
      <div className={styles.chartHead}>
        <h3>Years</h3>
        {[5, 10].map((n) => (
          <button key={n} type="button" className={kit.link} onClick={() => pick(now - n + 1, null)}>
            last {n}
          </button>
        ))}
        {chosen && (
          <button type="button" className={kit.link} onClick={() => pick(null, null)}>
            any year
          </button>
        )}
      </div>
      <p className="sr">{`From ${years[0]?.[0]} to ${years.at(-1)?.[0]}; most in ${[...years].sort((a, b) => b[1] - a[1])[0]?.[0]}. Years can be typed in the search sentence.`}</p>
      <div className={styles.chart} aria-hidden="true">
        <ResponsiveContainer width="100%" height={104}>
          <BarChart data={data} margin={{ top: 4, right: 14, bottom: 0, left: 14 }} barCategoryGap={1} accessibilityLayer={false}>
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
              content={({ active, payload }) =>
                active && payload?.[0] ? (
                  <p className={styles.tip}>{`${(payload[0].payload as { year: number }).year}: ${payload[0].value}`}</p>
                ) : null
              }
            />
            <Bar
              dataKey="count"
              isAnimationActive={false}
              onClick={(bar: { payload?: { year: number } }) => bar.payload && pick(bar.payload.year, bar.payload.year)}
              cursor="pointer"
            >
              {data.map((d) => (
                <Cell key={d.year} fill={!chosen || inside(d.year) ? 'var(--bar-kept)' : 'var(--wait-two-weeks)'} />
              ))}
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </div>
      {older > 0 && <p className={styles.hint}>{`and ${older.toLocaleString('en')} before ${first}`}</p>}
    </section>
  );
}
