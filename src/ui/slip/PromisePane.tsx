/** What is promised for the slip as it stands: when, for how much, by whom, under which rules. */

import { recordHref } from '../../core/model/address';
import type { Route } from '../../core/model/codes';
import type { Slip } from '../../core/model/slip';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import type { SlipFault } from '../../core/requests/schema';
import type { SlipPromise } from '../../words/answers';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/slip';
import type { InWords } from '../../words/inWords';
import { sayJoined } from '../../words/say';
import { wayName } from '../../words/within';
import { VERDICT_TEXT } from '../item/links';
import kit from '../kit/kit.module.css';
import { signInHref } from '../kit/signIn';
import { useMoney } from '../kit/useMoney';
import { useMustSignIn } from '../kit/useMustSignIn';
import { PriceTable } from './PriceTable';
import styles from './slip.module.css';

/** The button that the way through the form leads to. */
export const SEND = 'send-slip';

interface Props {
  readonly promise: SlipPromise | null;
  readonly slip: Slip;
  readonly duplicate: Slip | null;
  readonly faults: readonly InWords<SlipFault>[];
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
  const by = say('slip.veryLikelyBy', { dayOf: dayText(dayOf(likely)) });
  if (need === null) return by;
  const days = need - dayOf(likely);
  return days > 0
    ? say('slip.beforeYouNeedIt', { by, days })
    : days === 0
      ? say('slip.theDayYouNeedIt', { by })
      : say('slip.afterYouNeedIt', { by, days: -days });
}

export function PromisePane({ promise: p, slip, duplicate, faults, going, use, send, later }: Props) {
  const money = useMoney();
  const mustSignIn = useMustSignIn();
  if (!p) return <p className={styles.quiet}>{say('slip.workingOutThePromise')}</p>;
  const refused = p.rules.some((r) => r.weight === 'refuse') || duplicate !== null || !p.median;
  return (
    <>
      <section aria-live="polite">
        <h2>{say('slip.promise')}</h2>
        <p className={styles.date}>
          {p.label}{' '}
          {p.verdict && p.verdict !== 'in-time' && <span className={kit.tag}>{VERDICT_TEXT[p.verdict]}</span>}
        </p>
        <p className={styles.quiet}>
          {spare(p, slip.needBy)}
          {p.chance < 0.995 && p.median && say('slip.chance', { share: { share: p.chance } })}
        </p>
        {p.steps.length > 1 && (
          <ol className={styles.steps} aria-label={say('slip.stepByStep')}>
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
        <h2>{say('slip.price')}</h2>
        <PriceTable lines={p.lines} />
      </section>
      {p.options.length > 0 && (
        <section>
          <h2>{say('slip.whatWouldChange')}</h2>
          <ul className={styles.options}>
            {p.options.map((o) => (
              <li key={o.what}>
                <span>
                  {o.what}
                  {o.note && sayJoined(['', o.note])}
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
          <h2>{say('slip.whoWillBeAsked')}</h2>
          <ol className={styles.asked}>
            {p.asked.map((a, i) => (
              <li key={a.name}>
                <span>{i + 1}</span>
                <b>{Math.min(99, Math.round(a.cumulative * 100))} %</b>
                <span>{say('slip.working', { name: a.name, days: a.days })}</span>
              </li>
            ))}
          </ol>
          <p className={styles.quiet}>{say('slip.thePercentageIsTheChanceThat', { owners: p.owners })}</p>
        </section>
      )}
      <section>
        <h2>{say('slip.rulesThatApply')}</h2>
        <ul className={styles.rules}>
          {p.rules.map((r) => (
            <li key={r.text} data-weight={r.weight}>
              {r.text} {r.allowed && <span className={styles.allowed}>{r.allowed}</span>}
            </li>
          ))}
        </ul>
      </section>
      {p.better && (
        <p className={styles.better}>
          {say('slip.sooner', { label: p.better.label, title: wayName(p.better) })}.{' '}
          {p.better.href ? (
            <a href={p.better.href} target="_blank" rel="noopener">
              {say('slip.readItNow')}
            </a>
          ) : p.better.route && p.better.from !== null ? (
            <button
              type="button"
              className={kit.link}
              onClick={() => use(p.better?.route as Route, p.better?.from ?? '')}
            >
              {say('slip.takeThatInstead')}
            </button>
          ) : (
            <a href={recordHref(slip.record)}>{say('slip.seeWhere')}</a>
          )}
        </p>
      )}
      {p.alternatives.length > 0 && (
        <section>
          <h2>{say('slip.whatElseWouldDo')}</h2>
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
          {say('slip.youHaveAlreadyAskedForThis', {
            dayOf: dayText(dayOf(parseLocal(duplicate.created) ?? (0 as never))),
          })}
          <a href={`/requests/${duplicate.id}`}>{say('slip.goToThatSlip')}</a>
          {say('slip.aSecondOneIsNotSent')}
        </p>
      )}
      {faults.length > 0 && (
        <p className={styles.better} role="alert">
          {say('slip.beforeItCanGo', { faults: faults.map((f) => f.text).join(' ') })}
        </p>
      )}
      <div className={styles.send}>
        {mustSignIn ? (
          <>
            <a id={SEND} className={kit.plum} href={signInHref()}>
              {say('slip.signInToSend')}
            </a>
            <span className={styles.quiet}>{say('slip.theDraftStays')}</span>
          </>
        ) : (
          <>
            <button
              id={SEND}
              type="button"
              className={kit.plum}
              onClick={send}
              disabled={going !== null || refused}
            >
              {going === 'sending'
                ? say('slip.sending')
                : p.mediated
                  ? say('slip.sendForApproval')
                  : say('slip.sendSlip')}
            </button>
            <button type="button" className={kit.link} onClick={later} disabled={going !== null || refused}>
              {say('slip.addToOutgoing')}
            </button>
            <span className={styles.quiet}>{say('slip.canBeWithdrawnUntilItIs')}</span>
          </>
        )}
      </div>
    </>
  );
}
