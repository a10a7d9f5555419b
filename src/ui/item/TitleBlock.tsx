import { creators, fullName, numbering } from '../../core/model/describe';
import type { RecordAnswer } from '../../words/answers';
import { say } from '../../words/generated/item';
import { carrierName, editionLabel, genreLabel, kindName, namesLabel, peerLabel } from '../../words/labels';
import { sayJoined } from '../../words/say';
import { within } from '../../words/within';
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
  const { names, role } = creators(csl);
  const H = heading === 1 ? 'h1' : 'h2';
  const imprint = csl['container-title']
    ? numbering(csl)
    : sayJoined([csl.publisher ?? '', numbering(csl), editionLabel(csl.edition)].filter(Boolean));
  return (
    <header className={styles.titleBlock}>
      <H className={styles.title} lang={csl.language}>
        {href ? <a href={href}>{csl.title}</a> : csl.title}
      </H>
      {names.length > 0 && <p>{namesLabel(names.map(fullName), role)}</p>}
      {/* Not a p: the reason that opens in it is more than text. */}
      <div>
        {csl['container-title'] && (
          <>
            {say('item.in')} <cite>{csl['container-title']}</cite>{' '}
          </>
        )}
        {imprint} ·{' '}
        {sayJoined([
          csl.genre ? within(genreLabel(csl.genre)) : kindName(record.kind),
          ...(record.carrier !== 'print' && record.carrier !== 'online' ? [carrierName(record.carrier)] : []),
        ])}{' '}
        · {peerLabel(peerReview.status)}{' '}
        <details className={styles.whyPeer}>
          <summary>{say('item.why')}</summary>
          {peerReview.reason}
        </details>
      </div>
    </header>
  );
}
