/** What else: a few records near this one, each with when it can be read and why it stands here. */
import { useQuery } from '@tanstack/react-query';
import { getRelated } from '../../browser/client';
import { recordHref } from '../../core/model/address';
import { say } from '../../words/generated/item';
import { asideOfFrame } from '../kit/afterFrame';
import { useHere } from '../kit/app';
import { AskingApp } from '../kit/queries';
import styles from './item.module.css';
import { Section } from './Section';

export function WhatElse({ id, level }: { id: string; level: 2 | 3 }) {
  const { moment } = useHere();
  const query = useQuery({
    queryKey: ['related', id, moment],
    queryFn: ({ signal }) => asideOfFrame(() => getRelated(id, moment, signal)),
  });
  // Something beside: where it can't be had nothing is missing.
  const related = query.data?.related ?? [];
  if (!related.length) return null;
  return (
    <div className={styles.details}>
      <Section level={level} title={say('item.whatElse')}>
        <ul className={styles.else}>
          {related.map((r) => (
            <li key={r.id}>
              <span className={styles.elseWait}>{r.wait.label}</span>
              <div>
                <a href={recordHref(r.id)}>{r.title}</a>
                <span>{r.line}</span>
                <span className={styles.elseWhy}>{r.why.join(' · ')}</span>
              </div>
            </li>
          ))}
        </ul>
      </Section>
    </div>
  );
}

/** On the record's page. */
export default function RecordWhatElse({ id }: { id: string }) {
  return (
    <AskingApp quiet>
      <WhatElse id={id} level={2} />
    </AskingApp>
  );
}
