import { useQuery } from '@tanstack/react-query';
import { type ReactNode, Suspense, useDeferredValue } from 'react';
import { AskError, getRecord } from '../../browser/client';
import { part } from '../../browser/parts';
import type { Moment } from '../../core/discovery/answers';
import { recordHref } from '../../core/model/address';
import type { Kind } from '../../core/model/kinds';
import type { DayNumber } from '../../core/model/time';
import type { Hit } from '../../words/answers';
import { say } from '../../words/generated/item';
import { sayJoined, sayList } from '../../words/say';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { About, Facts, Notices } from './Details';
import styles from './item.module.css';
import { TitleBlock } from './TitleBlock';
import { Ways } from './Ways';
import { WhatElse } from './WhatElse';

const ReadyAnswers = part(() => import('../ask/ReadyAnswers'));

interface Props {
  readonly id: string;
  readonly needBy: DayNumber | null;
  readonly why?: Hit['why'] | undefined;
  readonly position: { readonly at: number; readonly of: number } | null;
  /** What is gone back to; the Breakdown where it is not said. */
  readonly back?: ReactNode;
  readonly close: () => void;
  readonly step: (by: number) => void;
}

/** Why the search found it: where each of its words stands. */
const Why = ({ why }: { why: Hit['why'] }) => (
  <p className={styles.why}>
    {say('item.foundBy')}
    {why.map((w, i) => (
      <span key={w.word}>
        {i > 0 && sayJoined(['', ''])}
        <b>{w.word}</b>{' '}
        {w.fields.length
          ? `(${sayList(w.fields.map((f) => say(`item.field.${f}`)))})`
          : say('item.notInThisOne')}
      </span>
    ))}
    .
  </p>
);

/** A record, as it is asked for and held. */
export const recordQuery = (id: string, { at }: Moment) => ({
  queryKey: ['record', id, at],
  queryFn: () => getRecord(id, at),
});
/** An item beside the results. */
export function ItemPane({ id, needBy, why, position, back, close, step }: Props) {
  const { moment } = useHere();
  const query = useQuery({
    ...recordQuery(id, moment),
    placeholderData: (before) => (before?.record.id === id ? before : undefined),
    retry: (n, e) => n < 2 && e instanceof AskError && e.sort === 'failed',
  });
  // That something was opened is seen at once; what it is comes behind that, also where it was here already.
  const answer = useDeferredValue(query.data, undefined);
  return (
    <article className={styles.pane}>
      <div className={styles.paneHead}>
        <button type="button" className={styles.back} onClick={close}>
          <kbd className={`${kit.key} ${kit.forKeys}`}>{say('item.esc')}</kbd> {back ?? say('item.breakdown')}
        </button>
        {position && (
          <p>
            {say('item.of', { at: position.at, of: position.of })}
            <button
              type="button"
              className={styles.stepper}
              onClick={() => step(-1)}
              aria-label={say('item.previousResult')}
              disabled={position.at === 1}
            >
              ↑
            </button>
            <button
              type="button"
              className={styles.stepper}
              onClick={() => step(1)}
              aria-label={say('item.nextResult')}
              disabled={position.at === position.of}
            >
              ↓
            </button>
          </p>
        )}
      </div>
      {query.isError && <Failure error={query.error} again={() => void query.refetch()} />}
      {answer && (
        <>
          <TitleBlock answer={answer} heading={2} href={recordHref(id)} />
          <Notices answer={answer} />
          <Ways
            record={id}
            csl={answer.record.csl}
            kind={answer.record.kind as Kind}
            needBy={needBy}
            level={3}
          />
          {why && why.length > 0 && <Why why={why} />}
          <About answer={answer} level={3} />
          <WhatElse id={id} level={3} />
          <Facts answer={answer} level={3} />
          <div className={styles.details}>
            <Suspense>
              <ReadyAnswers place="item" />
            </Suspense>
          </div>
        </>
      )}
      {!answer && !query.isError && <p className={styles.hint}>{say('item.fetchingTheItem')}</p>}
    </article>
  );
}
