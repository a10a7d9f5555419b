/**
 * Outgoing: slips written and not yet sent, looked over together: what each costs and when it comes now, and
 * what speaks against it.
 */

import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { getPromise } from '../../browser/client';
import { dropDraft, reopen, repromise, restoreDraft, sendOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import { recordHref } from '../../core/model/address';
import type { Slip } from '../../core/model/slip';
import { historyFor } from '../../core/requests/history';
import { promisedFrom } from '../../core/requests/promise';
import { duplicateOf, slipTitle } from '../../core/requests/slip';
import type { SlipPromise } from '../../words/answers';
import { say } from '../../words/generated/requests';
import { wantedLabel } from '../../words/labels';
import { VERDICT_TEXT } from '../item/links';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { signInHref } from '../kit/signIn';
import { Undo } from '../kit/Undo';
import { useMoney } from '../kit/useMoney';
import { useMustSignIn } from '../kit/useMustSignIn';
import { dayOfIso, whereTo } from './lines';
import styles from './requests.module.css';
import '../../words/spoken';
import { sayJoined } from '../../words/say';

/** Why a slip can't go, had better not, or what is worth knowing; null when nothing speaks against it. */
function against(
  slip: Slip,
  promise: SlipPromise | undefined,
  others: readonly Slip[],
): { weight: 'stops' | 'doubts' | 'notes'; text: string; href?: string } | null {
  const twin = duplicateOf(slip, others);
  if (twin)
    return {
      weight: 'stops',
      text: say('requests.youHaveAnOpenSlipFor'),
      href: `/requests/${twin.id}`,
    };
  if (!promise) return null;
  const refused = promise.rules.find((r) => r.weight === 'refuse');
  if (refused) return { weight: 'stops', text: `${refused.text} ${refused.allowed ?? ''}`.trim() };
  if (!promise.median) return { weight: 'stops', text: say('requests.noDateCanBePromisedFor') };
  const { better } = promise;
  if (better?.href)
    return {
      weight: 'doubts',
      text: say('requests.itCanBeReadNow', { place: better.place || better.title }),
      href: better.href,
    };
  if (better)
    return {
      weight: 'notes',
      text: say('requests.sooner', { label: better.label, title: better.title }),
      href: recordHref(slip.record),
    };
  return null;
}

export function Outgoing({ slips, all }: { slips: readonly Slip[]; all: readonly Slip[] }) {
  const money = useMoney();
  const { info, reader, moment } = useHere();
  /** What the reader ticked or unticked; the rest goes unless something speaks against it. */
  const [ticked, setTicked] = useState<ReadonlyMap<string, boolean>>(new Map());
  const mustSignIn = useMustSignIn();
  const [sending, setSending] = useState(false);
  const [said, setSaid] = useState('');
  const [stayed, setStayed] = useState<ReadonlyMap<string, string>>(new Map());
  const [gone, setGone] = useState<Slip | null>(null);
  const written = slips.filter((s) => s.state === 'outgoing');
  const drafts = slips.filter((s) => s.state === 'draft');
  const promises = useQueries({
    queries: written.map((s) => {
      const history = historyFor(s, all);
      return {
        queryKey: ['promise', s, moment, history],
        queryFn: () => getPromise(s, moment, history),
        retry: false,
      };
    }),
  });
  const rows = written.map((slip, i) => {
    const promise = promises[i]?.data;
    // Of two slips for the same thing the first goes, the second is the double.
    const before = all.filter((s) => s.state !== 'outgoing' || written.indexOf(s) < i);
    const fault = against(slip, promise, before);
    const total = promise?.total ?? slip.promised?.total ?? 0;
    return {
      slip,
      promise,
      fault,
      total,
      goes: fault?.weight !== 'stops' && (ticked.get(slip.id) ?? fault?.weight !== 'doubts'),
    };
  });
  const going = rows.filter((r) => r.goes);
  const total = going.reduce((n, r) => n + r.total, 0);
  const send = async () => {
    setSending(true);
    try {
      // What goes out is the promise as it was last seen here.
      for (const { slip, promise: p } of going) {
        const promised = p ? promisedFrom(p) : null;
        if (promised) await repromise(theStore(), slip.id, promised);
      }
      const {
        sent,
        problem,
        stayed: why,
      } = await sendOutgoing(theStore(), reader.id, moment, new Set(going.map((r) => r.slip.id)));
      setStayed(new Map(why.map((w) => [w.id, w.why])));
      setSaid(
        problem
          ? say('requests.whatWasNotSentStaysIn', {
              part: sent ? `${say('requests.sent', { sent })} ` : '',
              message: problem.message,
            })
          : say('requests.sent', { sent }),
      );
    } catch (error) {
      setSaid(say('requests.whatWasNotSentStaysIn2', { notKept: notKept(error) }));
    } finally {
      setSending(false);
    }
  };
  const drop = async (slip: Slip) => {
    await dropDraft(theStore(), slip.id);
    setGone(slip);
  };
  if (!written.length && !drafts.length && !said && !gone) return null;
  return (
    <section aria-labelledby="outgoing">
      <header className={styles.head}>
        <h2 id="outgoing">
          {say('requests.outgoing')}
          {written.length + drafts.length > 0 && `, ${written.length + drafts.length}`}
        </h2>
        {written.length > 0 && mustSignIn && (
          <a className={kit.plum} href={signInHref()}>
            {say('requests.signInToSend')}
          </a>
        )}
        {written.length > 0 && !mustSignIn && (
          <button
            type="button"
            className={kit.plum}
            onClick={() => void send()}
            disabled={sending || going.length === 0}
          >
            {sending
              ? say('requests.sending')
              : say('requests.send', {
                  part:
                    going.length === 1
                      ? say('requests.it')
                      : going.length === written.length
                        ? say('requests.all2', { going: going.length })
                        : going.length,
                  part2:
                    total > 0
                      ? say('requests.youPay', { total: money(total) })
                      : say('requests.youPayNothing'),
                })}
          </button>
        )}
      </header>
      <p aria-live="polite" className={said ? styles.said : 'sr'}>
        {said}
      </p>
      <Undo
        className={styles.said}
        said={gone && say('requests.theDraftIsGone', { slipTitle: slipTitle(gone) })}
        back={() => {
          if (gone) void restoreDraft(theStore(), gone);
          setGone(null);
        }}
      />
      <ul>
        {rows.map(({ slip, promise, fault, total: cents, goes }) => (
          <li key={slip.id} className={styles.row}>
            <div className={styles.pick}>
              <input
                type="checkbox"
                aria-label={say('requests.send2', { slipTitle: slipTitle(slip) })}
                checked={goes}
                disabled={fault?.weight === 'stops'}
                onChange={(e) => setTicked(new Map(ticked).set(slip.id, e.target.checked))}
              />
              <div>
                <a className={styles.title} href={`/requests/${slip.id}`}>
                  {slipTitle(slip)}
                </a>
                {fault && (
                  <p className={fault.weight === 'notes' ? styles.state : styles.stops}>
                    {fault.text}{' '}
                    {fault.href && (
                      <a
                        href={fault.href}
                        {...(fault.href.startsWith('/standin') ? { target: '_blank', rel: 'noopener' } : {})}
                      >
                        {fault.href.startsWith('/standin') ? say('requests.readIt') : say('requests.seeIt')}
                      </a>
                    )}
                  </p>
                )}
                {stayed.has(slip.id) && (
                  <p className={styles.stops}>{say('requests.notSent', { get: stayed.get(slip.id) })}</p>
                )}
              </div>
            </div>
            <span>{sayJoined([wantedLabel(slip.wanted), whereTo(slip, info)])}</span>
            <span className={styles.mono}>
              {promise?.median
                ? `≈ ${dayOfIso(promise.median)}`
                : slip.promised
                  ? `≈ ${dayOfIso(slip.promised.median)}`
                  : ''}
              {promise?.verdict && promise.verdict !== 'in-time' && (
                <span className={kit.tag}>{VERDICT_TEXT[promise.verdict]}</span>
              )}
            </span>
            <span className={styles.end}>
              {money(cents)}{' '}
              <button
                type="button"
                className={kit.link}
                onClick={() =>
                  void reopen(theStore(), slip.id, moment.at).then(() =>
                    window.location.assign(`/requests/${slip.id}`),
                  )
                }
              >
                {say('requests.change')}
                <span className="sr"> {slipTitle(slip)}</span>
              </button>
            </span>
          </li>
        ))}
        {drafts.map((slip) => (
          <li key={slip.id} className={styles.row}>
            <a className={styles.title} href={`/requests/${slip.id}`}>
              {slipTitle(slip) || say('requests.aSlipWithoutATitle')}
            </a>
            <span>{sayJoined([wantedLabel(slip.wanted), whereTo(slip, info)])}</span>
            <span className={styles.mono} />
            <span className={styles.end}>
              <span className={kit.tag}>{say('requests.draft')}</span>{' '}
              <button type="button" className={kit.link} onClick={() => void drop(slip)}>
                {say('requests.discard')}
                <span className="sr"> {slipTitle(slip)}</span>
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
