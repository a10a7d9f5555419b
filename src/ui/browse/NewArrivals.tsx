/** What came into the index, the latest first, up to the reader's own moment. */
import { useInfiniteQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import { getBrowse } from '../../browser/further';
import { recordHref } from '../../core/model/address';
import { parseDay } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/walk';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import styles from './browse.module.css';

const ROWS = 60;

function Rows({ from }: { from: string }) {
  const { moment } = useHere();
  const query = useInfiniteQuery({
    queryKey: ['new', from, moment.at],
    queryFn: ({ pageParam, signal }) =>
      getBrowse({ list: 'new', from: pageParam, after: ROWS, at: moment.at }, signal),
    initialPageParam: from,
    // The last row stands again at the beginning of the next piece.
    getNextPageParam: (piece) => (piece.more.after ? piece.rows.at(-1)?.id : null),
  });
  if (query.isError) return <Failure error={query.error} again={() => void query.refetch()} />;
  if (query.isPending) return <p role="status">{say('walk.lookingNew')}</p>;
  const rows = query.data?.pages.flatMap((p, i) => (i === 0 ? p.rows : p.rows.slice(1))) ?? [];
  if (query.data && !rows.length) return <p>{say('walk.nothingNew')}</p>;
  return (
    <>
      <ol className={styles.rows}>
        {rows.map((r, i) => (
          <Fragment key={r.id}>
            {r.text !== rows[i - 1]?.text && (
              <li className={styles.day}>
                <h2>{dayText(parseDay(r.text) ?? (0 as never))}</h2>
              </li>
            )}
            <li className={styles.row}>
              <a className={styles.text} href={recordHref(r.id ?? '')}>
                {r.title}
              </a>
              <span className={styles.counts}>{r.line}</span>
            </li>
          </Fragment>
        ))}
      </ol>
      {query.hasNextPage && (
        <p className={styles.way}>
          <button type="button" className={kit.link} onClick={() => void query.fetchNextPage()}>
            ↓ {say('walk.moreNew')}
          </button>
        </p>
      )}
    </>
  );
}

export default function NewArrivals({ from }: { from: string }) {
  return (
    <AskingApp>
      <Rows from={from} />
    </AskingApp>
  );
}
