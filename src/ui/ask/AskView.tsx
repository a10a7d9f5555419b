/**
 * The ask desk: a question with what it is about, and what was answered. Reports of broken links stand among
 * them.
 */

import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useId, useRef, useState } from 'react';
import { getAnswers } from '../../browser/client';
import {
  askQuestion,
  bringBackQuestion,
  dropQuestion,
  questionsOf,
  threadsOf,
} from '../../browser/questions';
import type { Question } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import { recordHref } from '../../core/model/address';
import { clockOf, clockText, dayOf, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/ask';
import { sayJoined } from '../../words/say';
import { useBrought } from '../hours/useBrought';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import { pileHref } from '../piles/usePiles';
import styles from './ask.module.css';
import { AllAnswers, MayAnswer } from './ReadyAnswers';

const when = (iso: string): string => {
  const t = parseLocal(iso);
  return t === null ? '' : sayJoined([dayText(dayOf(t)), clockText(clockOf(t))]);
};
const LONGEST = 4000;

/** One field and its button: a first question, or one more in a thread. */
function Composer({
  label,
  hint,
  rows,
  send,
  answers = false,
}: {
  /** Whether ready answers are shown while it is written. */
  answers?: boolean;
  label: string;
  hint?: string;
  rows: number;
  /** Keeps the question; rejects when it could not be kept. */
  send: (text: string) => Promise<void>;
}) {
  const id = useId();
  const box = useRef<HTMLTextAreaElement>(null);
  const [text, setText] = useState('');
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!text.trim()) {
      setSaid(say('ask.thereIsNoQuestionYetWrite'));
      box.current?.focus();
      return;
    }
    if (busy) return;
    setBusy(true);
    try {
      await send(text.trim());
      setText('');
      setSaid(say('ask.askedTheAnswerComesHere'));
    } catch (error) {
      setSaid(notKept(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <form className={styles.form} onSubmit={(e) => void submit(e)}>
      <label htmlFor={id}>{label}</label>
      {hint && <p className={styles.hint}>{hint}</p>}
      <textarea
        id={id}
        ref={box}
        className={kit.writing}
        value={text}
        maxLength={LONGEST}
        readOnly={busy}
        onChange={(e) => setText(e.target.value)}
        rows={rows}
      />
      {answers && <MayAnswer text={text} />}
      <div className={styles.row}>
        <button type="submit" className={kit.main}>
          {say('ask.ask')}
        </button>
        <p role="status">{said}</p>
      </div>
    </form>
  );
}

/** A question with all that was written after it, in the order of time, and a field for more. */
function Thread({
  thread,
  answerOf,
  more,
  remove,
}: {
  /** The first question first. */
  thread: readonly Question[];
  answerOf: (q: Question) => { readonly time: string; readonly text: string } | undefined;
  more: (text: string) => Promise<void>;
  remove: () => void;
}) {
  const [first] = thread;
  if (!first) return null;
  const last = thread.at(-1) as Question;
  return (
    <li>
      <p className={styles.subject}>
        {first.kind === 'link' && <span className={kit.tag}>{say('ask.brokenLink')}</span>}{' '}
        {first.record ? (
          <a href={recordHref(first.record)}>{first.subject}</a>
        ) : first.search ? (
          <a href={`/?${first.search}`}>{first.subject}</a>
        ) : first.pile ? (
          <a href={pileHref(first.pile)}>{first.subject}</a>
        ) : (
          first.subject
        )}
      </p>
      <ol className={styles.thread}>
        {thread.map((q) => {
          const a = answerOf(q);
          return (
            <li key={q.id}>
              <p className={styles.turn}>
                <b>{say('ask.you', { time: when(q.asked) })}</b> {q.text}
              </p>
              {a ? (
                <p className={styles.answer}>
                  <b>{say('ask.theDesk', { time: when(a.time) })}</b> {a.text}
                </p>
              ) : (
                <p className={styles.hint}>{say('ask.notAnsweredYet')}</p>
              )}
            </li>
          );
        })}
      </ol>
      {first.kind === 'question' && answerOf(last) && (
        <Composer label={say('ask.writeAgain')} rows={2} send={more} />
      )}
      <button type="button" className={kit.link} onClick={remove}>
        {first.kind === 'link' ? say('ask.takeTheReportBack') : say('ask.remove')}
        <span className="sr">: {first.subject}</span>
      </button>
    </li>
  );
}

function Ask() {
  const { info, reader, moment } = useHere();
  const { brought, pending, missing, leave } = useBrought();
  const [gone, setGone] = useState<readonly Question[]>([]);
  const questions = useKept(() => questionsOf(theStore(), reader.id), [reader.id], []) ?? [];
  const answers = useQuery({
    queryKey: ['answers', questions.map((q) => q.id), moment.at],
    queryFn: () => getAnswers(questions, moment),
    placeholderData: (before) => before,
    enabled: questions.length > 0,
  });
  const ask = async (text: string, more: Partial<Question>) => {
    await askQuestion(theStore(), {
      reader: reader.id,
      kind: 'question',
      subject: text.slice(0, 80),
      text,
      asked: moment.at,
      ...more,
    });
  };
  const answerOf = (q: Question) => answers.data?.find((a) => a.id === q.id);
  return (
    <div className={styles.view}>
      <h1>{say('ask.askALibrarian')}</h1>
      {info.hours && (
        <p>
          <a href={`/ask/hour${brought ? window.location.search : ''}`}>{say('ask.orAnHour')}</a>
        </p>
      )}
      <div>
        {brought && (
          <p className={styles.about}>
            <span>{say('ask.goesWithIt')}</span> <a href={brought.href}>{brought.title}</a>{' '}
            <button type="button" className={kit.link} onClick={leave}>
              {say('ask.leaveItOut')}
            </button>
          </p>
        )}
        {missing && <p className={styles.about}>{say('ask.theItemCouldNotBeFound')}</p>}
        {!pending && (
          <Composer
            label={say('ask.yourQuestion')}
            hint={say('ask.sayWhatYouAreLookingFor')}
            rows={5}
            answers
            send={(text) => {
              const { title, ...as } = brought?.as ?? {};
              return ask(text, { ...as, ...(title ? { subject: title } : {}) });
            }}
          />
        )}
      </div>
      {answers.isError && <Failure error={answers.error} again={() => void answers.refetch()} />}
      <section aria-labelledby="asked">
        <h2 id="asked">{say('ask.whatYouAsked')}</h2>
        <Undo
          said={
            gone[0] &&
            (gone[0].kind === 'link' ? say('ask.theReportWasTakenBack') : say('ask.theQuestionWasRemoved'))
          }
          back={() => {
            for (const q of gone) void bringBackQuestion(theStore(), q);
            setGone([]);
          }}
        />
        {questions.length === 0 && <p className={styles.hint}>{say('ask.nothingYetBrokenLinksThatYou')}</p>}
        <ol className={styles.list}>
          {threadsOf(questions).map((thread) => {
            const [first] = thread as [Question];
            return (
              <Thread
                key={first.id}
                thread={thread}
                answerOf={answerOf}
                more={(text) =>
                  ask(text, {
                    subject: first.subject,
                    after: first.id,
                    ...(first.record ? { record: first.record } : {}),
                    ...(first.search ? { search: first.search } : {}),
                    ...(first.pile ? { pile: first.pile } : {}),
                  })
                }
                remove={() => {
                  setGone(thread);
                  for (const q of thread) void dropQuestion(theStore(), q.id);
                }}
              />
            );
          })}
        </ol>
      </section>
      <AllAnswers />
    </div>
  );
}

export default function AskView() {
  return (
    <AskingApp>
      <Ask />
    </AskingApp>
  );
}
