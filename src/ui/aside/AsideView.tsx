/** Aside: what was set aside, latest first, each with when it could be read now. */

import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { asideOf, putBackAside, takeFromAside } from '../../browser/aside';
import { getWays } from '../../browser/client';
import type { AsideItem } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { recordHref } from '../../core/model/address';
import { say } from '../../words/generated/aside';
import { App, useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './aside.module.css';

const WAITS_SHOWN = 60;

function Aside() {
  const { reader, moment } = useHere();
  const items = useKept(() => asideOf(theStore(), reader.id), [reader.id], []);
  const [gone, setGone] = useState<readonly AsideItem[]>([]);
  const waits = useQueries({
    queries: (items ?? []).slice(0, WAITS_SHOWN).map((i) => ({
      queryKey: ['ways', i.record, moment, ''],
      queryFn: () => getWays(i.record, moment, ''),
    })),
  });
  if (!items) return null;
  const drop = (list: readonly AsideItem[]) => {
    setGone(list);
    void takeFromAside(
      theStore(),
      list.map((i) => i.id),
    );
  };
  return (
    <div className={styles.view}>
      <header className={styles.head}>
        <h1>{say('aside.aside')}</h1>
        {items.length > 1 && (
          <button type="button" className={kit.link} onClick={() => drop(items)}>
            {say('aside.clearAll')}
          </button>
        )}
      </header>
      <Undo
        said={
          gone.length > 0 &&
          (gone.length === 1
            ? say('aside.isNoLongerHere', { title: gone[0]?.title })
            : say('aside.areNoLongerHere', { gone: gone.length }))
        }
        back={() => {
          void putBackAside(theStore(), gone);
          setGone([]);
        }}
      />
      {items.length === 0 && (
        <p className={styles.hint}>
          {say('aside.nothingIsSetAsideInThe')} <kbd className={kit.key}>a</kbd>{' '}
          {say('aside.onALineInReferencesSet')}
        </p>
      )}
      <ol>
        {items.map((i, k) => (
          <li key={i.id} className={styles.row}>
            <p className={styles.wait}>{waits[k]?.data?.wait.label ?? ''}</p>
            <div>
              <p className={styles.title}>
                <a href={recordHref(i.record)}>{i.title}</a>
              </p>
              <p className={styles.hint}>{i.line}</p>
            </div>
            <button type="button" className={kit.link} onClick={() => drop([i])}>
              {say('aside.remove')}
              <span className="sr">: {i.title}</span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

export default function AsideView() {
  return (
    <App>
      <Aside />
    </App>
  );
}
