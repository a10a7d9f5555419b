/** What is promised for the slip as it stands: when, for how much, by whom, under which rules. */

import { recordHref } from '../../core/model/address';
import type { Route } from '../../core/model/library';
import type { Slip } from '../../core/model/slip';
import { dayOf, dayText, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import type { SlipPromise } from '../../core/requests/promise';
import type { SlipFault } from '../../core/requests/schema';
import { VERDICT_TEXT } from '../item/links';
import kit from '../kit/kit.module.css';
import { useMoney } from '../kit/useMoney';
import { PriceTable } from './PriceTable';
import styles from './slip.module.css';

interface Props {
  readonly promise: SlipPromise | null;
  readonly slip: Slip;
  readonly duplicate: Slip | null;
  readonly faults: readonly SlipFault[];
  /** On its way out; `sending` once it is kept in Outgoing. */
  readonly going: 'keeping' | 'sending' | null;
  readonly use: (route: Route, from: string) => void;
  readonly send: () => void;
  readonly later: () => void;
}

function spare(promise: SlipPromise, needBy: string): string {
  const need = parseDay(needBy);
  const likely = promise.likely ? parseLocal(promise.likely) : null;
  if (likely === null) return '';
  const by = `very likely by ${dayText(dayOf(likely))}`;
  if (need === null) return by;
  const days = need - dayOf(likely);
  return days > 0
    ? `${by}, ${days} ${days === 1 ? 'day' : 'days'} before you need it`
    : days === 0
      ? `${by}, the day you need it`
      : `${by}, ${-days} ${days === -1 ? 'day' : 'days'} after you need it`;
}

export function PromisePane({ promise: p, slip, duplicate, faults, going, use, send, later }: Props) {
  const money = useMoney();
  if (!p) return <p className={styles.quiet}>Working out the promise…</p>;
  const refused = p.rules.some((r) => r.weight === 'refuse') || duplicate !== null || !p.median;
  return (
    <>
      <section aria-live="polite">
        <h2>Promise</h2>
        <p className={styles.date}>
          {p.label}{' '}
          {p.verdict && p.verdict !== 'in-time' && <span className={kit.tag}>{VERDICT_TEXT[p.verdict]}</span>}
        </p>
        <p className={styles.quiet}>
          {spare(p, slip.needBy)}
          {p.chance < 0.995 && p.median && `; chance ${Math.round(p.chance * 100)} %`}
        </p>
        {p.steps.length > 1 && (
          <ol className={styles.steps} aria-label="Step by step">
            {p.steps.map((s) => (
              <li key={s.what}>
                <b>{dayText(dayOf(parseLocal(s.by) as Minutes))}</b>
                <span>{s.what}</span>
              </li>
            ))}
          </ol>
        )}
      </section>
      <section>
        <h2>Price</h2>
        <PriceTable lines={p.lines} />
      </section>
      {p.options.length > 0 && (
        <section>
          <h2>What would change</h2>
          <ul className={styles.options}>
            {p.options.map((o) => (
              <li key={o.what}>
                <span>
                  {o.what}
                  {o.note && `, ${o.note}`}
                </span>
                <b>
                  {o.label}
                  {o.sub && ` ${o.sub}`}
                </b>
                <b>{o.cents === 0 ? '±0' : `${o.cents > 0 ? '+' : ''}${money(o.cents)}`}</b>
              </li>
            ))}
          </ul>
        </section>
      )}
      {p.asked.length > 0 && (
        <section>
          <h2>Who will be asked</h2>
          <ol className={styles.asked}>
            {p.asked.map((a, i) => (
              <li key={a.name}>
                <span>{i + 1}</span>
                <b>{Math.min(99, Math.round(a.cumulative * 100))} %</b>
                <span>
                  {a.name}, {a.days} working {a.days === 1 ? 'day' : 'days'}
                </span>
              </li>
            ))}
          </ol>
          <p className={styles.quiet}>The percentage is the chance that it has come by then. {p.owners}.</p>
        </section>
      )}
      <section>
        <h2>Rules that apply</h2>
        <ul className={styles.rules}>
          {p.rules.map((r) => (
            <li key={r.text} data-weight={r.weight} title={r.rule}>
              {r.text} {r.allowed && <span className={styles.allowed}>{r.allowed}</span>}
            </li>
          ))}
        </ul>
      </section>
      {p.better && (
        <p className={styles.better}>
          Sooner, {p.better.label}: {p.better.title}
          {p.better.place && !p.better.title.includes(p.better.place) && `, ${p.better.place}`}.{' '}
          {p.better.href ? (
            <a href={p.better.href} target="_blank" rel="noopener">
              Read it now
            </a>
          ) : p.better.route && p.better.from !== null ? (
            <button
              type="button"
              className={kit.link}
              onClick={() => use(p.better?.route as Route, p.better?.from ?? '')}
            >
              Take that instead
            </button>
          ) : (
            <a href={recordHref(slip.record)}>See where</a>
          )}
        </p>
      )}
      {p.alternatives.length > 0 && (
        <section>
          <h2>What else would do</h2>
          <ul className={styles.options}>
            {p.alternatives.map((a) => (
              <li key={`${a.sort}${a.record ?? ''}`}>
                <span>
                  {a.record ? <a href={recordHref(a.record)}>{a.title}</a> : null}
                  {!a.record && a.slip ? (
                    <button
                      type="button"
                      className={kit.link}
                      onClick={() => use(a.slip?.route as Route, a.slip?.from ?? '')}
                    >
                      {a.title}
                    </button>
                  ) : null}
                  {!a.record && !a.slip ? a.title : null}
                </span>
                <b>{a.label}</b>
              </li>
            ))}
          </ul>
        </section>
      )}
      {duplicate && (
        <p className={styles.better} role="alert">
          You have already asked for this, on {dayText(dayOf(parseLocal(duplicate.created) ?? (0 as never)))}.{' '}
          <a href={`/requests/${duplicate.id}`}>Go to that slip</a>; a second one is not sent.
        </p>
      )}
      {faults.length > 0 && (
        <p className={styles.better} role="alert">
          {faults.length === 1 ? 'One thing is' : `${faults.length} things are`} to be mended first:{' '}
          {faults.map((f) => f.text).join(' ')} All you wrote is kept.
        </p>
      )}
      <div className={styles.send}>
        <button type="button" className={kit.plum} onClick={send} disabled={going !== null || refused}>
          {going === 'sending' ? 'Sending…' : p.mediated ? 'Send for approval' : 'Send slip'}
        </button>
        <button type="button" className={kit.link} onClick={later} disabled={going !== null || refused}>
          Add to Outgoing
        </button>
        <span className={styles.quiet}>can be withdrawn until it is started</span>
      </div>
    </>
  );
}
