/**
 * The ask desk: a question with what it is about, and what was answered. Reports of broken links stand among
 * them.
 */

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getAnswers, getRecord } from '../../browser/client';
import { askQuestion, bringBackQuestion, dropQuestion, questionsOf } from '../../browser/questions';
import type { Question } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import { recordHref } from '../../core/model/address';
import { clockOf, clockText, dayOf, parseLocal } from '../../core/model/time';
import { readRequest } from '../../core/query/request';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/ask';
import { sentence } from '../../words/sentence';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './ask.module.css';

const when = (iso: string): string => {
  const t = parseLocal(iso);
  return t === null ? '' : `${dayText(dayOf(t))}, ${clockText(clockOf(t))}`;
};
const LONGEST = 4000;

function Ask() {
  const { info, reader, moment } = useHere();
  const [params] = useState(() => new URLSearchParams(window.location.search));
  const record = params.get('record') ?? '';
  const search = params.get('search') ?? '';
  const [text, setText] = useState('');
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const [gone, setGone] = useState<Question | null>(null);
  const item = useQuery({
    queryKey: ['record', record],
    queryFn: () => getRecord(record),
    enabled: record !== '',
  });
  const questions = useKept(() => questionsOf(theStore(), reader.id), [reader.id], []) ?? [];
  const answers = useQuery({
    queryKey: ['answers', questions.map((q) => q.id), moment.at],
    queryFn: () => getAnswers(questions, moment),
    enabled: questions.length > 0,
  });
  const about = record
    ? (item.data?.record.csl.title ?? '')
    : search
      ? sentence(readRequest(new URLSearchParams(search)), info.campuses)
      : '';
  const send = async () => {
    if (!text.trim()) {
      setSaid(say('ask.thereIsNoQuestionYetWrite'));
      document.getElementById('question')?.focus();
      return;
    }
    if (busy) return;
    setBusy(true);
    try {
      await askQuestion(theStore(), {
        reader: reader.id,
        kind: 'question',
        subject: about || text.trim().slice(0, 80),
        text: text.trim(),
        ...(record ? { record } : {}),
        ...(search ? { search } : {}),
        asked: moment.at,
      });
      setText('');
      setSaid(say('ask.askedTheAnswerComesHere'));
    } catch (error) {
      setSaid(notKept(error));
    } finally {
      setBusy(false);
    }
  };
  const answerOf = (q: Question) => answers.data?.find((a) => a.id === q.id);
  return (
    <div className={styles.view}>
      <h1>{say('ask.askALibrarian')}</h1>
      <form
        className={styles.form}
        onSubmit={(e) => {
          e.preventDefault();
          void send();
        }}
      >
        {about && (
          <p className={styles.about}>
            <span>{record ? say('ask.about') : say('ask.withYourSearch')}</span>{' '}
            {record ? <a href={recordHref(record)}>{about}</a> : <a href={`/?${search}`}>{about}</a>}
          </p>
        )}
        <label htmlFor="question">{say('ask.yourQuestion')}</label>
        <p className={styles.hint}>{say('ask.sayWhatYouAreLookingFor')}</p>
        <textarea
          id="question"
          value={text}
          maxLength={LONGEST}
          readOnly={busy}
          onChange={(e) => setText(e.target.value)}
          rows={5}
        />
        <div className={styles.row}>
          <button type="submit" className={kit.main}>
            {say('ask.ask')}
          </button>
          <p role="status">{said}</p>
        </div>
      </form>
      {answers.isError && <Failure error={answers.error} again={() => void answers.refetch()} />}
      <section aria-labelledby="asked">
        <h2 id="asked">{say('ask.whatYouAsked')}</h2>
        <Undo
          said={
            gone &&
            (gone.kind === 'link' ? say('ask.theReportWasTakenBack') : say('ask.theQuestionWasRemoved'))
          }
          back={() => {
            if (gone) void bringBackQuestion(theStore(), gone);
            setGone(null);
          }}
        />
        {questions.length === 0 && <p className={styles.hint}>{say('ask.nothingYetBrokenLinksThatYou')}</p>}
        <ol className={styles.list}>
          {questions.map((q) => {
            const a = answerOf(q);
            return (
              <li key={q.id}>
                <p className={styles.when}>{when(q.asked)}</p>
                <div>
                  <p className={styles.subject}>
                    {q.kind === 'link' && <span className={kit.tag}>{say('ask.brokenLink')}</span>}{' '}
                    {q.record ? (
                      <a href={recordHref(q.record)}>{q.subject}</a>
                    ) : q.search ? (
                      <a href={`/?${q.search}`}>{q.subject}</a>
                    ) : (
                      q.subject
                    )}
                  </p>
                  <p className={styles.text}>{q.text}</p>
                  {a ? (
                    <p className={styles.answer}>
                      <b>{say('ask.theDesk', { time: when(a.time) })}</b> {a.text}
                    </p>
                  ) : (
                    <p className={styles.hint}>{say('ask.notAnsweredYet')}</p>
                  )}
                  <button
                    type="button"
                    className={kit.link}
                    onClick={() => {
                      setGone(q);
                      void dropQuestion(theStore(), q.id);
                    }}
                  >
                    {q.kind === 'link' ? say('ask.takeTheReportBack') : say('ask.remove')}
                    <span className="sr">: {q.subject}</span>
                  </button>
                </div>
              </li>
            );
          })}
        </ol>
      </section>
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
