/** Ready answers: found by words, or those that fit where somebody is. */
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useId, useState } from 'react';
import { getReadyAnswers } from '../../browser/client';
import type { AnswerPlace } from '../../core/discovery/guidance';
import { say } from '../../words/generated/ask';
import { asideOfFrame } from '../kit/afterFrame';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import styles from './ask.module.css';

const BESIDE = 3;
/** Letters from which on something can be meant. */
const ENOUGH = 6;

function useAnswers(q: string, place: AnswerPlace | null, enabled = true) {
  const words = useDeferredValue(q.trim());
  return useQuery({
    queryKey: ['answers', words, place],
    queryFn: ({ signal }) => asideOfFrame(() => getReadyAnswers(words, place, signal)),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    enabled,
  });
}
type Shown = NonNullable<ReturnType<typeof useAnswers>['data']>['answers'];
const List = ({ answers }: { answers: Shown }) => (
  <div className={styles.ready}>
    {answers.map((a) => (
      <details key={a.id}>
        <summary>{a.question}</summary>
        <p>
          {a.answer}{' '}
          {a.href && (
            <a href={a.href}>
              {say('ask.goThere')}
              <span className="sr">: {a.question}</span>
            </a>
          )}
        </p>
      </details>
    ))}
  </div>
);

/** Beside a question that is being written: what may answer it already. */
export function MayAnswer({ text }: { text: string }) {
  const enough = text.trim().length >= ENOUGH;
  const { data } = useAnswers(text.slice(0, 300), null, enough);
  const fitting = enough ? (data?.answers.slice(0, BESIDE) ?? []) : [];
  return (
    <div aria-live="polite">
      {fitting.length > 0 && (
        <>
          <p className={kit.legend}>{say('ask.mayAnswer')}</p>
          <List answers={fitting} />
        </>
      )}
    </div>
  );
}

/** All of them, narrowed by words. */
export function AllAnswers() {
  const [q, setQ] = useState('');
  const id = useId();
  const { data, error, refetch } = useAnswers(q, null);
  return (
    <section aria-labelledby={`${id}-head`}>
      <h2 id={`${id}-head`}>{say('ask.readyAnswers')}</h2>
      <label className={styles.findAnswer}>
        <span>{say('ask.findAnswer')}</span>
        <input
          type="search"
          className={kit.box}
          value={q}
          maxLength={200}
          placeholder={say('ask.findAnswerHint')}
          onChange={(e) => setQ(e.target.value)}
        />
      </label>
      {error && <Failure error={error} again={() => void refetch()} />}
      {data && data.total === 0 && <p role="status">{say('ask.noAnswer')}</p>}
      {data && <List answers={data.answers} />}
    </section>
  );
}

/** Those that fit what somebody is at: a slip, nothing found. Nothing where none does. */
export default function ReadyAnswers({ q = '', place }: { q?: string; place: AnswerPlace }) {
  const { data } = useAnswers(q, place);
  if (!data?.answers.length) return null;
  return (
    <section className={styles.beside} aria-label={say('ask.aboutThis')}>
      <p className={kit.legend}>{say('ask.aboutThis')}</p>
      <List answers={data.answers.slice(0, q ? BESIDE : 2 * BESIDE)} />
      <p>
        <a href="/ask">{say('ask.readyAnswers')}</a>
      </p>
    </section>
  );
}
