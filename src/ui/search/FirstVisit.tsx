/** Before the first search: what the box takes, and what of the reader's is under way. */
import { standingOf } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { isOpen, isUnderWay } from '../../core/model/slipStates';
import { dayOf, dayText, parseDay, parseLocal } from '../../core/model/time';
import { STATE_LABEL } from '../../core/requests/lifecycle';
import { slipTitle } from '../../core/requests/slip';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { useNews } from '../searches/useNews';
import styles from './first.module.css';
import shared from './shared.module.css';

const EXAMPLES: readonly (readonly [what: string, q: string, says: string])[] = [
  ['A topic', 'seaweed farming "food security"', 'words are joined; quotation marks hold a phrase together'],
  ['A title', 'Iodine, arsenic and appetite', 'whole or in part'],
  ['A person', 'by:Lindqvarn', 'by: asks for people only'],
  ['A journal', 'in:"Annals of Island Nutrition" iodine', 'in: asks for a journal or book'],
  ['One word or another', 'dulse OR nori -supermarket', 'OR widens, a minus leaves out'],
  ['A place in a journal', 'Annals of Island Nutrition 8 55', 'volume and page find the article'],
  ['A number', '10.5555/s1.2023.101', 'a DOI, an ISBN, an ISSN or a call number'],
  [
    'A reference',
    'Brandsæter, I. & Patanini, L. (2021). Edible seaweeds and food security: a review of two decades. Coastal Food Systems, 12(1), 1–46.',
    'whole, as it was pasted',
  ],
];

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
  const { slips } = useHere();
  const open = slips.filter((s) => isOpen(s.state));
  return (
    <div className={styles.first}>
      <section>
        <h1>What can you be reading, how soon, and what must you do for it?</h1>
        <dl className={styles.examples}>
          {EXAMPLES.map(([what, q, says]) => (
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
