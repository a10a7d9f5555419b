/** Before the first search: what the box takes, and what of the reader's is under way. */

import { standingOf } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { EXAMPLE_SORTS } from '../../core/model/library';
import { isOpen, isUnderWay } from '../../core/model/slipStates';
import { dayOf, dayText, parseDay, parseLocal } from '../../core/model/time';
import { STATE_LABEL } from '../../core/requests/lifecycle';
import { slipTitle } from '../../core/requests/slip';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { useNews } from '../searches/useNews';
import styles from './first.module.css';
import shared from './shared.module.css';

const EXAMPLES: Readonly<Record<(typeof EXAMPLE_SORTS)[number], readonly [what: string, says: string]>> = {
  topic: ['A topic', 'words are joined; quotation marks hold a phrase together'],
  title: ['A title', 'whole or in part'],
  person: ['A person', 'by: asks for people only'],
  journal: ['A journal', 'in: asks for a journal or book'],
  either: ['One word or another', 'OR widens, a minus leaves out'],
  place: ['A place in a journal', 'volume and page find the article'],
  number: ['A number', 'a DOI, an ISBN, an ISSN or a call number'],
  reference: ['A reference', 'whole, as it was pasted'],
};

/** Standing searches that have something new. */
function Standing() {
  const { reader } = useHere();
  const standing = useKept(() => standingOf(theStore(), reader.id), [reader.id], []) ?? [];
  const news = useNews(standing);
  if (!standing.length) return null;
  return (
    <>
      <h2 className={styles.second}>
        <a href="/searches">Standing searches</a>
      </h2>
      <ul className={styles.openSlips}>
        {standing.slice(0, 6).map((s, i) => (
          <li key={s.id}>
            <a href={`/?${s.address}`}>{s.name}</a>
            <span>
              {news[i] === null
                ? '…'
                : news[i]
                  ? `${news[i]?.toLocaleString('en')} new since ${dayText(parseDay(s.seen) ?? (0 as never))}`
                  : 'nothing new'}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

export function FirstVisit() {
  const { slips, info } = useHere();
  const examples = EXAMPLE_SORTS.flatMap((sort) => {
    const q = info.words.examples[sort];
    const [what, says] = EXAMPLES[sort];
    return q ? [[what, q, says] as const] : [];
  });
  const open = slips.filter((s) => isOpen(s.state));
  return (
    <div className={styles.first}>
      <section>
        <h1>What can you be reading, how soon, and what must you do for it?</h1>
        <dl className={styles.examples}>
          {examples.map(([what, q, says]) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>
                <a href={`/?q=${encodeURIComponent(q)}&drop.kind=newspaper-article`}>{q}</a>
                <span>{says}</span>
              </dd>
            </div>
          ))}
        </dl>
      </section>
      <section>
        <h2>Under way</h2>
        {open.length === 0 ? (
          <p className={shared.hint}>
            No slip is open. What is missing on our shelves can be asked for from any result.
          </p>
        ) : (
          <ul className={styles.openSlips}>
            {open.slice(0, 6).map((s) => (
              <li key={s.id}>
                <a href={`/requests/${s.id}`}>{slipTitle(s)}</a>
                <span>
                  {STATE_LABEL[s.state]}
                  {s.promised && isUnderWay(s.state)
                    ? `, promised ${dayText(dayOf(parseLocal(s.promised.median) ?? (0 as never)))}`
                    : ''}
                </span>
              </li>
            ))}
          </ul>
        )}
        <Standing />
      </section>
    </div>
  );
}
