import type { RecordAnswer } from '../../core/discovery/answers';
import { creators, editionText, fullName, numbering } from '../../core/model/describe';
import { CARRIERS, KINDS } from '../../core/model/kinds';
import { PEER_LABEL } from '../../core/model/peerReview';
import { say } from '../../words/generated/item';
import styles from './item.module.css';

/** Title, people, where it appeared, what it is. `heading` is 1 on the record's own page. */
export function TitleBlock({
  answer,
  heading,
  href,
}: {
  answer: RecordAnswer;
  heading: 1 | 2;
  href?: string;
}) {
  const { record, peerReview } = answer;
  const { csl } = record;
  const by = creators(csl);
  const H = heading === 1 ? 'h1' : 'h2';
  const imprint = csl['container-title']
    ? numbering(csl)
    : [csl.publisher, numbering(csl), editionText(csl.edition)].filter(Boolean).join(', ');
  return (
    <header className={styles.titleBlock}>
      <H className={styles.title} lang={csl.language}>
        {href ? <a href={href}>{csl.title}</a> : csl.title}
      </H>
      {by.names.length > 0 && (
        <p>
          {by.names.map(fullName).join(' and ')}
          {by.role}
        </p>
      )}
      <p>
        {csl['container-title'] && (
          <>
            {say('item.in')} <cite>{csl['container-title']}</cite>{' '}
          </>
        )}
        {imprint} · {(csl.genre ?? KINDS[record.kind].label).toLowerCase()}
        {record.carrier !== 'print' &&
          record.carrier !== 'online' &&
          `, ${CARRIERS[record.carrier].toLowerCase()}`}{' '}
        · {PEER_LABEL[peerReview.status]}{' '}
        <a href={heading === 1 ? '#peer-review' : `${href}#peer-review`} title={peerReview.reason}>
          {say('item.why')}
        </a>
      </p>
    </header>
  );
}
