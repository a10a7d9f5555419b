/** All values of an open-ended group, with a field to find one by the beginnings of its words. */

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getValues } from '../../browser/client';
import { choiceOf, choose, type Group, type SearchRequest } from '../../core/query/request';
import { say } from '../../words/generated/results';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Dialog } from '../shell/Dialog';
import { BarRow } from './Bar';
import styles from './breakdown.module.css';
import shared from './shared.module.css';

interface Props {
  readonly group: Group;
  readonly label: string;
  readonly request: SearchRequest;
  readonly change: (r: SearchRequest) => void;
  readonly close: () => void;
}
export default function AllValues({ group, label, request, change, close }: Props) {
  const { moment } = useHere();
  const [text, setText] = useState('');
  const query = useQuery({
    queryKey: ['values', group, text, request, moment],
    queryFn: ({ signal }) => getValues(request, moment, { group, contains: text }, signal),
    placeholderData: keepPreviousData,
  });
  const values = query.data?.values ?? [];
  const most = Math.max(1, ...values.map((v) => v.count));
  return (
    <Dialog label={say('results.all', { label })} close={close}>
      <div className={styles.all}>
        <header>
          <h2>{label}</h2>
          <input
            type="search"
            aria-label={say('results.findIn', { label })}
            placeholder={say('results.theBeginningOfAnyOfIts')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <form method="dialog">
            <button type="submit" className={kit.main}>
              {say('results.done')}
            </button>
          </form>
        </header>
        {query.isError && <Failure error={query.error} again={() => void query.refetch()} />}
        <p className={shared.hint} role="status">
          {query.data &&
            (values.length < query.data.distinct
              ? say('results.theMostFrequentOfTypeTo', {
                  values: values.length,
                  distinct: query.data.distinct,
                })
              : say('results.inAll', { values: values.length }))}
        </p>
        <ul>
          {values.map((v) => (
            <BarRow
              key={v.value}
              most={most}
              bar={{
                label: v.label,
                count: v.count,
                choice: choiceOf(request, group, v.value),
                set: (choice) => change(choose(request, group, v.value, choice)),
              }}
            />
          ))}
        </ul>
      </div>
    </Dialog>
  );
}
