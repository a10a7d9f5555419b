/**
 * Slips for all that is missing, looked over once: what, how, when, at what price; one acknowledgement; into
 * Outgoing together.
 */

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getPromise, getWays } from '../../browser/client';
import { register } from '../../browser/settings';
import { keepDraft, newSlipId, sendOutgoing, toOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { type Thing, writeSlips } from '../../core/discovery/manySlips';
import { isOpen } from '../../core/model/slipStates';
import { promisedFrom } from '../../core/requests/promise';
import { say } from '../../words/generated/references';
import { inWords } from '../../words/inWords';
import { VERDICT_TEXT } from '../item/links';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { signInHref } from '../kit/signIn';
import { useMoney } from '../kit/useMoney';
import { useMustSignIn } from '../kit/useMustSignIn';
import styles from './references.module.css';
import '../../words/spoken';

/** What was done is said where the work goes on. */
const focused = (said: HTMLElement | null): void => said?.focus();

export default function BulkSlips({
  things: given,
  needBy,
  close,
}: {
  things: readonly Thing[];
  needBy: string;
  close: () => void;
}) {
  const money = useMoney();
  const { reader, moment, info, slips: now } = useHere();
  // As they were when this was opened: what goes out from here must not have all of it written anew.
  const [slips] = useState(now);
  const [declared, setDeclared] = useState(false);
  const mustSignIn = useMustSignIn();
  const [address, setAddress] = useState(reader.address);
  const [agreed, setAgreed] = useState(false);
  const registering = reader.registered || (agreed && address.trim() !== '');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  // What has gone is no longer missing: while it goes, the list stays what was looked over.
  const [underWay, setUnderWay] = useState<readonly Thing[] | null>(null);
  const things = underWay ?? given;
  const written = useQuery({
    // What is asked for already is part of the question: opened again, what went out does not go a second time.
    queryKey: [
      'bulk',
      things.map((t) => [t.match?.id ?? '', t.csl]),
      needBy,
      moment,
      reader.id,
      slips.filter((s) => isOpen(s.state)).map((s) => s.id),
    ],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () =>
      writeSlips(
        things,
        { reader, slips, needBy, now: moment.at },
        {
          ways: async (asked) => (await getWays(asked, moment, needBy)).ways,
          promise: (slip, history) => getPromise(slip, moment, history),
          newId: newSlipId,
        },
      ),
  });
  if (said)
    return (
      <p className={styles.review} role="status" ref={focused} tabIndex={-1}>
        {said} <a href="/requests">{say('references.seeThemInRequests')}</a>{' '}
        <button type="button" className={kit.link} onClick={close}>
          {say('references.close')}
        </button>
      </p>
    );
  if (written.isError) return <Failure error={written.error} again={() => void written.refetch()} />;
  if (!written.data)
    return <p className={styles.hint}>{say('references.writingSlips', { things: things.length })}</p>;
  const list = written.data;
  const going = list.filter((w) => w.slip && !w.hindered && !left.has(w.thing.id));
  const copies = going.some((w) => w.slip?.wanted !== 'loan');
  const total = going.reduce((n, w) => n + (w.promise?.total ?? 0), 0);
  const why = !going.length
    ? say('references.noneIsTicked')
    : copies && !declared
      ? say('references.tickTheDeclaration')
      : registering
        ? ''
        : say('references.registerFirst');
  // What can't go is kept as a draft, so that nothing has to be found again.
  const drafts = list.flatMap((w) => (w.slip && w.hindered && !w.twice ? [w.slip] : []));
  const put = async (send: boolean) => {
    setBusy(true);
    setUnderWay(things);
    try {
      if (!reader.registered)
        await register(theStore(), reader.id, { email: reader.email, address: address.trim() });
      for (const { slip, promise } of going) {
        const promised = promise && promisedFrom(promise);
        if (slip && promised)
          await toOutgoing(theStore(), { ...slip, declared: slip.wanted !== 'loan' }, promised, {
            now: moment.at,
            going: send,
          });
      }
      for (const slip of drafts) await keepDraft(theStore(), slip);
      const part = drafts.length ? say('references.keptAsDrafts', { drafts: drafts.length }) : '';
      if (!send) return setSaid(say('references.inOutgoing', { going: going.length, part }));
      const ids = new Set(going.flatMap((w) => w.slip?.id ?? []));
      const { sent, problem } = await sendOutgoing(theStore(), reader.id, moment, ids);
      setSaid(
        problem
          ? say('references.sentSome', { sent, left: going.length - sent, why: problem.message })
          : say('references.sentAll', { sent, part }),
      );
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className={styles.review} aria-label={say('references.slipsForWhatIsMissing')}>
      <table>
        <thead>
          <tr>
            <th scope="col">{say('references.withIt')}</th>
            <th scope="col">{say('references.what')}</th>
            <th scope="col">{say('references.how')}</th>
            <th scope="col">{say('references.by')}</th>
            <th scope="col">{say('references.youPay')}</th>
          </tr>
        </thead>
        <tbody>
          {list.map((w) => (
            <tr key={w.thing.id}>
              <td>
                <input
                  type="checkbox"
                  aria-label={say('references.slipFor', { title: w.slip?.item.title ?? w.thing.csl.title })}
                  checked={!w.hindered && !left.has(w.thing.id)}
                  disabled={w.hindered !== null}
                  onChange={(e) => {
                    const next = new Set(left);
                    if (e.target.checked) next.delete(w.thing.id);
                    else next.add(w.thing.id);
                    setLeft(next);
                  }}
                />
              </td>
              <td>
                {w.slip?.item.title ?? w.thing.csl.title}
                {w.hindered && <p className={styles.hint}>{inWords(w.hindered)}</p>}
              </td>
              <td>
                {w.promise?.routes.find((r) => r.route === w.promise?.route && r.from === w.promise?.from)
                  ?.title ?? ''}
              </td>
              <td className={styles.mono}>
                {w.promise?.label}
                {w.promise?.verdict && needBy && w.promise.verdict !== 'in-time' && (
                  <span className={kit.tag}>{VERDICT_TEXT[w.promise.verdict]}</span>
                )}
              </td>
              <td className={styles.mono}>{w.promise ? money(w.promise.total) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {copies && (
        <label className={kit.check}>
          <input type="checkbox" checked={declared} onChange={(e) => setDeclared(e.target.checked)} />
          <span>{say('references.forEachCopy', { statement: info.policy.copyright.statement })}</span>
        </label>
      )}
      {!mustSignIn && !reader.registered && (
        <fieldset className={styles.register}>
          <legend>{say('references.youHaveNotUsedInterlibraryLoan')}</legend>
          <label>
            {say('references.homeAddress')}{' '}
            <input value={address} onChange={(e) => setAddress(e.target.value)} />
          </label>
          <label className={kit.check}>
            <input type="checkbox" checked={agreed} onChange={(e) => setAgreed(e.target.checked)} />
            {say('references.registerMeForInterlibraryLoanI')}
          </label>
        </fieldset>
      )}
      <div className={styles.tools}>
        {mustSignIn ? (
          <a className={kit.plum} href={signInHref()}>
            {say('references.signInToSend')}
          </a>
        ) : (
          <>
            <button
              type="button"
              className={kit.plum}
              disabled={busy || why !== ''}
              aria-describedby="bulk-why"
              onClick={() => void put(true)}
            >
              {say('references.sendThem', {
                going: going.length,
                part:
                  total > 0
                    ? say('references.youPay2', { total: money(total) })
                    : say('references.youPayNothing'),
              })}
            </button>
            <button
              type="button"
              className={kit.link}
              disabled={busy || why !== ''}
              onClick={() => void put(false)}
            >
              {say('references.putIntoOutgoing')}
            </button>
          </>
        )}
        <button type="button" className={kit.link} onClick={close}>
          {say('references.notNow')}
        </button>
        <span id="bulk-why" className={styles.hint}>
          {why}
        </span>
      </div>
    </section>
  );
}
