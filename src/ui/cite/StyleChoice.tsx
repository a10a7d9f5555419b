/** Which style: those that courses ask for, any other by its name, or a file of the reader's own. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Citer, dropStyle, keepStyle, ownStyles } from '../../browser/citing';
import { getStyles } from '../../browser/further';
import { theStore } from '../../browser/store';
import { say } from '../../words/generated/cite';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { useKept } from '../kit/useKept';
import styles from './cite.module.css';

export interface Chosen {
  readonly style: string;
  readonly title: string;
}
function Choices({ citer, pick }: { citer: Citer; pick: (chosen: Chosen) => void }) {
  const { reader } = useHere();
  const [words, setWords] = useState('');
  const [said, setSaid] = useState('');
  const own = useKept(() => ownStyles(theStore(), reader.id), [reader.id], []) ?? [];
  const found = useQuery({
    queryKey: ['styles', words],
    queryFn: () => getStyles(words),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      const xml = await file.text();
      const title = (await citer.check(xml)) || file.name;
      const id = await keepStyle(theStore(), { reader: reader.id, title, xml });
      pick({ style: id, title });
    } catch (error) {
      setSaid(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <div className={styles.choice}>
      <input
        type="search"
        aria-label={say('cite.findStyle', { total: found.data?.total ?? 0 })}
        placeholder={say('cite.findStyle', { total: found.data?.total ?? 0 })}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      {own.length > 0 && !words && (
        <>
          <p className={kit.legend}>{say('cite.yourOwn')}</p>
          <ul>
            {own.map((s) => (
              <li key={s.id}>
                <button type="button" onClick={() => pick({ style: s.id, title: s.title })}>
                  {s.title}
                </button>
                <button type="button" className={kit.link} onClick={() => void dropStyle(theStore(), s.id)}>
                  {say('cite.remove')}
                  <span className="sr">: {s.title}</span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className={kit.legend}>
        {words ? say('cite.found', { n: found.data?.styles.length ?? 0 }) : say('cite.askedFor')}
      </p>
      <ul aria-busy={found.isFetching}>
        {found.data?.styles.map((s) => (
          <li key={s.id}>
            <button type="button" lang="en" onClick={() => pick({ style: s.id, title: s.title })}>
              {s.title}
            </button>
          </li>
        ))}
      </ul>
      <label className={styles.file}>
        {say('cite.fromFile')}
        <input type="file" accept=".csl,.xml" onChange={(e) => void read(e.target.files?.[0])} />
      </label>
      {said && (
        <p role="alert" className={kit.failure}>
          {said}
        </p>
      )}
    </div>
  );
}

export function StyleChoice({
  title,
  citer,
  pick,
}: {
  title: string;
  citer: Citer;
  pick: (chosen: Chosen) => void;
}) {
  return (
    <Popover className={styles.style} label={<>{title} ▾</>} describe={say('cite.styleChange', { title })}>
      {(close) => (
        <Choices
          citer={citer}
          pick={(chosen) => {
            pick(chosen);
            close();
          }}
        />
      )}
    </Popover>
  );
}
