/**
 * Loans: what is with the reader and until when, what renewing would gain, what is waited for, owed, and what was
 * brought back. What slips brought from elsewhere stands among what the desk lent.
 */
import { Suspense, useRef, useState } from 'react';
import { isOffline } from '../../browser/client';
import { tellDesk } from '../../browser/desk';
import { doOrWait, waitForDesk } from '../../browser/offline/waiting';
import { part } from '../../browser/parts';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import { type Account, type Hold, type Loan, renewable } from '../../core/circulation/account';
import type { DeskAsk } from '../../core/discovery/ports';
import { type DayNumber, dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import '../../words/generated/circulation';
import { say } from '../../words/generated/loans';
import { say as sayOffline } from '../../words/generated/offline';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { signInHref } from '../kit/signIn';
import { useMoney } from '../kit/useMoney';
import { axisFor } from './axis';
import { Band } from './Band';
import { HoldRow } from './HoldRow';
import { type Answer, LoanRow } from './LoanRow';
import styles from './loans.module.css';
import { useAccount, useLookAgain, wantsSignIn } from './useAccount';

const Beside = part(() => import('./Beside'));

type Answers = ReadonlyMap<string, Answer>;
const NO_ANSWERS: Answers = new Map();
/** It is done when there is a network again. */
const waits = (what: 'renew' | 'cancel' | 'request'): Answer => ({
  done: true,
  text: sayOffline('offline.waitsForNetwork', { what: sayOffline(`offline.what.${what}`) }),
});

/** Doing something about several things, each with its own answer. */
function useDoing() {
  const { reader, moment } = useHere();
  const lookAgain = useLookAgain();
  const [busy, setBusy] = useState(false);
  const [answers, setAnswers] = useState<Answers>(NO_ANSWERS);
  const [failed, setFailed] = useState<unknown>(null);
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const desk = async (
    what: 'renew' | 'cancel' | 'request',
    asked: readonly {
      readonly key: string;
      readonly title: string;
      readonly ask: DeskAsk & { readonly item: string };
    }[],
    done: (due: string | undefined) => string,
  ): Promise<readonly (readonly [string, Answer])[]> => {
    if (!asked.length) return [];
    let documents: Awaited<ReturnType<typeof tellDesk>>;
    try {
      documents = await tellDesk(
        what,
        asked.map((a) => a.ask),
        moment,
      );
    } catch (error) {
      if (!isOffline(error)) throw error;
      for (const { title, ask } of asked)
        await waitForDesk(theStore(), what, { reader: reader.id, title, ...ask }, moment.at);
      return asked.map(({ key }) => [key, waits(what)] as const);
    }
    return asked.map(({ key }, i) => {
      const { error, duedate } = documents[i] ?? {};
      const text = error ? say('loans.notDone', { why: error }) : done(duedate);
      return [key, { done: !error, text }] as const;
    });
  };
  // One after the other: what is pressed while the list is asked anew waits for its turn, and no key is lost.
  const line = useRef<Promise<void>>(Promise.resolve());
  const run = (work: () => Promise<readonly (readonly [string, Answer])[]>) => {
    setBusy(true);
    const turn = line.current.then(async () => {
      setFailed(null);
      try {
        setAnswers(new Map(await work()));
        await lookAgain();
      } catch (error) {
        setFailed(error);
      }
      if (line.current === turn) setBusy(false);
    });
    line.current = turn;
    return turn;
  };
  const renew = (loans: readonly Loan[]) =>
    run(async () => {
      const own = loans.filter((l) => l.from === 'desk');
      const answered = [
        ...(await desk(
          'renew',
          own.map((l) => ({ key: l.key, title: l.title, ask: { item: l.key } })),
          (due) => {
            const day = parseDay((due ?? '').slice(0, 10));
            return day === null ? say('loans.renewed') : say('loans.renewedTo', { day: dayText(day, today) });
          },
        )),
      ];
      // Whoever lent the others is asked by message, one by one.
      for (const { key, slip } of loans) {
        if (!slip) continue;
        const said = await doOrWait(theStore(), slip, { what: 'renew' }, moment).then(
          (done) => (done ? { done, text: say('loans.renewalAsked') } : waits('renew')),
          (error: unknown) => ({ done: false, text: say('loans.notDone', { why: notKept(error) }) }),
        );
        answered.push([key, said]);
      }
      return answered;
    });
  const cancel = ({ key, title, slip }: Hold) =>
    run(async () => {
      if (!slip) return desk('cancel', [{ key, title, ask: { item: key } }], () => say('loans.cancelled'));
      const done = await doOrWait(theStore(), slip, { what: 'cancel' }, moment);
      return [[key, done ? { done, text: say('loans.cancelled') } : waits('cancel')]];
    });
  const collectAt = ({ key, title }: Hold, pickup: string, name: string) =>
    run(() =>
      desk('request', [{ key, title, ask: { item: key, pickup } }], () => say('loans.movedTo', { name })),
    );
  return { busy, answers, failed, renew, cancel, collectAt };
}

function Loans({
  account,
  doing,
  today,
}: {
  account: Account;
  doing: ReturnType<typeof useDoing>;
  today: DayNumber;
}) {
  const { info, moment } = useHere();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [asked, setAsked] = useState(false);
  const axis = axisFor(account, today);
  const can = renewable(account.loans);
  const picked = can.filter((l) => chosen.has(l.key));
  const going = picked.length ? picked : can;
  const renew = (loans: readonly Loan[]) => {
    setAsked(false);
    setChosen(new Set());
    void doing.renew(loans);
  };
  const turn = (key: string) =>
    setChosen((now) => {
      const next = new Set(now);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  const name = (id: string) => info.campuses.find((c) => c.id === id)?.name ?? id;
  return (
    <>
      <Band account={account} axis={axis} today={today} />
      <section aria-labelledby="with-you">
        <header className={styles.head}>
          <h2 id="with-you">{say('loans.withMe', { n: account.loans.length })}</h2>
          {can.length > 0 && (
            <button type="button" className={kit.link} aria-expanded={asked} onClick={() => setAsked(!asked)}>
              {picked.length
                ? say('loans.renewChosen', { n: picked.length })
                : say('loans.renewAll', { n: can.length })}
            </button>
          )}
        </header>
        {asked && (
          <section className={styles.sure} aria-label={say('loans.whatItGains')}>
            <ul>
              {going.map((l) => (
                <li key={l.key}>
                  <b>{l.title}</b>{' '}
                  {l.renewal.can &&
                    say('loans.fromTo', {
                      from: dayText(l.due, today),
                      to: dayText(l.renewal.due, today),
                      days: l.renewal.gains,
                    })}
                </li>
              ))}
            </ul>
            <button type="button" className={kit.main} disabled={doing.busy} onClick={() => renew(going)}>
              {say('loans.renewThem', { n: going.length })}
            </button>{' '}
            <button type="button" className={kit.link} onClick={() => setAsked(false)}>
              {say('loans.leaveThem')}
            </button>
          </section>
        )}
        {account.loans.length === 0 && <p className={styles.quiet}>{say('loans.nothingWithYou')}</p>}
        <ul>
          {account.loans.map((loan) => (
            <LoanRow
              key={loan.key}
              loan={loan}
              axis={axis}
              today={today}
              chosen={chosen.has(loan.key)}
              busy={doing.busy}
              answer={doing.answers.get(loan.key)}
              choose={() => turn(loan.key)}
              renew={() => renew([loan])}
            />
          ))}
        </ul>
        {info.words.counter && (
          <p className={styles.quiet}>
            <a href={`${info.words.counter}?at=${encodeURIComponent(moment.at)}`}>
              {say('loans.atTheCounter')}
            </a>
          </p>
        )}
      </section>
      <section aria-labelledby="waited-for">
        <header className={styles.head}>
          <h2 id="waited-for">{say('loans.waitedFor', { n: account.holds.length })}</h2>
        </header>
        {account.holds.length === 0 && <p className={styles.quiet}>{say('loans.nothingWaitedFor')}</p>}
        <ul>
          {account.holds.map((hold) => (
            <HoldRow
              key={hold.key}
              hold={hold}
              axis={axis}
              today={today}
              answer={doing.answers.get(hold.key)}
              cancel={() => void doing.cancel(hold)}
              collectAt={(campus) => void doing.collectAt(hold, campus, name(campus))}
            />
          ))}
        </ul>
      </section>
      <Fees account={account} today={today} />
    </>
  );
}

function Fees({ account, today }: { account: Account; today: DayNumber }) {
  const { info, moment } = useHere();
  const money = useMoney();
  if (!account.fees.length) return null;
  return (
    <section aria-labelledby="owed">
      <header className={styles.head}>
        <h2 id="owed">{say('loans.youOwe', { amount: money(account.owed) })}</h2>
        {info.words.counter && (
          <a href={`${info.words.counter}?at=${encodeURIComponent(moment.at)}`}>
            {say('loans.payAtTheCounter')}
          </a>
        )}
      </header>
      {account.currency && (
        <p className={styles.quiet}>{say('loans.otherCurrency', { code: account.currency })}</p>
      )}
      <table className={styles.fees}>
        <thead className="sr">
          <tr>
            <th>{say('loans.feeFor')}</th>
            <th>{say('loans.feeSince')}</th>
            <th>{say('loans.feeAmount')}</th>
          </tr>
        </thead>
        <tbody>
          {account.fees.map((f) => (
            <tr key={`${f.about}|${f.sort}|${f.day}`}>
              <td>
                {f.about}{' '}
                {f.sort === 'overdue' && <span className={styles.quiet}>{say('loans.feeOverdue')}</span>}
              </td>
              <td>{f.day === null ? '' : dayText(f.day, today)}</td>
              <td className={styles.amount}>{money(f.cents)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** How old what is shown is, and what could not be asked. */
function Said({ now }: { now: ReturnType<typeof useAccount> }) {
  const { info, moment } = useHere();
  if (info.signsIn && info.desk && !info.reader)
    return (
      <div className={styles.signIn}>
        <p>{say('loans.signInToSee')}</p>
        <a className={kit.main} href={signInHref()}>
          {say('loans.signIn')}
        </a>
      </div>
    );
  if (!info.desk) return <p className={styles.quiet}>{say('loans.noDesk')}</p>;
  if (now.error === null) return null;
  const seen = now.seen === null ? null : parseLocal(now.seen);
  return (
    <>
      <Failure error={now.error} again={wantsSignIn(now.error) ? undefined : now.again} />
      <p className={styles.quiet}>
        {seen === null
          ? say('loans.onlySlips')
          : say('loans.asSeen', {
              day: dayText(dayOf(seen), dayOf(parseLocal(moment.at) as Minutes)),
              time: (now.seen ?? '').slice(11),
            })}
      </p>
    </>
  );
}

function TheLoans() {
  const { moment } = useHere();
  const now = useAccount();
  const doing = useDoing();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const { account } = now;
  return (
    <div className={styles.view}>
      <h1 className="sr">{say('loans.title')}</h1>
      <Said now={now} />
      {account?.block && (
        <p className={styles.block} role="alert">
          {say(account.block)}
        </p>
      )}
      {doing.failed !== null && <Failure error={doing.failed} />}
      {!account && now.pending && <p className={styles.quiet}>{say('loans.looking')}</p>}
      {account && <Loans account={account} doing={doing} today={today} />}
      {account && (
        <Suspense>
          <Beside account={account} />
        </Suspense>
      )}
    </div>
  );
}

export default function LoansView() {
  return (
    <AskingApp>
      <TheLoans />
    </AskingApp>
  );
}
