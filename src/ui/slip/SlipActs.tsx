/**
 * What can be done about a slip now, as buttons; and the questions and conditions that wait for the reader.
 */

import { useState } from 'react';
import { takeBack } from '../../browser/offline/waiting';
import { reopen, sendOutgoing, undoWithdrawal } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { recordHref } from '../../core/model/address';
import type { Slip } from '../../core/model/slip';
import { isOnLoan } from '../../core/model/slipStates';
import { keyOf } from '../../core/piles/pile';
import { canDo } from '../../core/requests/lifecycle';
import { renewalsLeft } from '../../core/requests/loans';
import { cslOfSlip, slipTitle } from '../../core/requests/slip';
import { say as sayOffline } from '../../words/generated/offline';
import { say } from '../../words/generated/slip';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { KeepDelivered } from '../offline/Papers';
import { useWaiting } from '../offline/useReach';
import styles from './slip.module.css';
import { useAct } from './useAct';

/** A delivered file's address: it is closed after its day, by the reader's clock. */
export const fileHref = (slip: Slip, at: string): string => `${slip.file}&${new URLSearchParams({ at })}`;

function Answer({ slip, send, busy }: { slip: Slip; send: (text: string) => void; busy: boolean }) {
  const [text, setText] = useState('');
  return (
    <form
      className={styles.answer}
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim()) send(text.trim());
      }}
    >
      <label htmlFor={`answer-${slip.id}`}>{say('slip.yourAnswer')}</label>
      <textarea
        id={`answer-${slip.id}`}
        rows={2}
        maxLength={1000}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <button type="submit" className={kit.plum} disabled={busy || !text.trim()}>
        {say('slip.answer')}
      </button>
    </form>
  );
}

export function SlipActs({ slip }: { slip: Slip }) {
  const here = useHere();
  const { busy, said, act } = useAct();
  const [unsent, setUnsent] = useState('');
  const waiting = useWaiting().filter((w) => w.slip === slip.id && !w.refused);
  const sendNow = () =>
    sendOutgoing(theStore(), here.reader.id, here.moment, new Set([slip.id])).then(({ problem }) =>
      setUnsent(problem ? say('slip.itStaysInOutgoing', { message: problem.message }) : ''),
    );
  const again = () =>
    void undoWithdrawal(theStore(), slip, here.moment).then((id) => {
      if (id !== slip.id) window.location.assign(`/requests/${id}`);
    });
  const asks = slip.messages.filter((m) => m.event === 'question' || m.event === 'offer').at(-1);
  const left = renewalsLeft(here.info.policy, here.reader.category, slip.renewals ?? 0);
  const renewable = canDo(slip, 'renew');
  // What was done without a network has not happened yet: nothing else is begun before it has.
  if (waiting.length)
    return (
      <div className={styles.send}>
        {waiting.map((w) => (
          <p key={w.id}>
            {sayOffline('offline.waitsForNetwork', { what: sayOffline(`offline.what.${w.what}`) })}{' '}
            <button type="button" className={kit.link} onClick={() => void takeBack(theStore(), w.id)}>
              {sayOffline('offline.takeBack')}
            </button>
          </p>
        ))}
      </div>
    );
  return (
    <>
      {(slip.state === 'question' || slip.state === 'conditional') && asks && (
        <div className={styles.asks}>
          <p>{asks.text}</p>
          {slip.state === 'question' ? (
            <Answer slip={slip} busy={busy} send={(text) => void act(slip, 'answer', text)} />
          ) : (
            <div className={styles.send}>
              <button
                type="button"
                className={kit.plum}
                disabled={busy}
                onClick={() => void act(slip, 'accept')}
              >
                {say('slip.accept')}
              </button>
              <button
                type="button"
                className={kit.link}
                disabled={busy}
                onClick={() => void act(slip, 'decline')}
              >
                {say('slip.noAskTheNextLibrary')}
              </button>
            </div>
          )}
        </div>
      )}
      <div className={styles.send}>
        {slip.state === 'outgoing' && (
          <>
            <button type="button" className={kit.plum} onClick={() => void sendNow()}>
              {say('slip.sendSlip')}
            </button>
            <button
              type="button"
              className={kit.link}
              onClick={() => void reopen(theStore(), slip.id, here.moment.at)}
            >
              {say('slip.changeIt')}
            </button>
          </>
        )}
        {slip.file && slip.state === 'delivered' && (
          <a className={kit.main} href={fileHref(slip, here.moment.at)} target="_blank" rel="noopener">
            {say('slip.openTheFile')}
          </a>
        )}
        {slip.file && (slip.state === 'delivered' || slip.state === 'finished') && (
          <KeepDelivered
            of={{ key: keyOf(slip.record, cslOfSlip(slip.item)), title: slipTitle(slip) }}
            href={fileHref(slip, here.moment.at)}
          />
        )}
        {canDo(slip, 'collect') && (
          <button
            type="button"
            className={kit.main}
            disabled={busy}
            onClick={() => void act(slip, 'collect')}
          >
            {say('slip.iHaveIt')}
          </button>
        )}
        {canDo(slip, 'finish') && (
          <button type="button" className={kit.link} disabled={busy} onClick={() => void act(slip, 'finish')}>
            {say('slip.doneWithIt')}
          </button>
        )}
        {isOnLoan(slip.state) && (
          <>
            <button
              type="button"
              className={renewable ? kit.main : kit.link}
              disabled={busy || !renewable}
              onClick={() => void act(slip, 'renew')}
            >
              {say('slip.renew')}
            </button>
            <button
              type="button"
              className={kit.link}
              disabled={busy}
              onClick={() => void act(slip, 'return')}
            >
              {say('slip.iBroughtItBack')}
            </button>
            <span className={styles.quiet}>
              {slip.state === 'recalled'
                ? say('slip.recalledItCantBeRenewed')
                : slip.state === 'overdue'
                  ? say('slip.overdueItCantBeRenewedBring')
                  : left > 0
                    ? say('slip.left', { left })
                    : say('slip.noRenewalLeft')}
            </span>
          </>
        )}
        {canDo(slip, 'cancel') && (
          <button type="button" className={kit.link} disabled={busy} onClick={() => void act(slip, 'cancel')}>
            {say('slip.withdraw')}
          </button>
        )}
        {slip.state === 'withdrawn' && slip.promised && (
          <button type="button" className={kit.link} disabled={busy} onClick={again}>
            {slip.sent === null ? say('slip.takeTheWithdrawalBack') : say('slip.askForItAgain')}
          </button>
        )}
        {(slip.state === 'not-supplied' || slip.state === 'withdrawn') && slip.record && (
          <a href={recordHref(slip.record)}>{say('slip.otherWaysToReadIt')}</a>
        )}
      </div>
      <p role="status" className={said || unsent ? styles.fault : 'sr'}>
        {said || unsent}
      </p>
    </>
  );
}
