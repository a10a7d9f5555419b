/** Before the first search: what the box takes, and what of the reader's is under way. */
import { OPEN_STATES, STATE_LABEL, slipTitle } from '../../core/requests/slip';
import { dayOf, dayText, parseLocal } from '../../core/time';
import { useHere } from '../kit/app';
import styles from './search.module.css';

const EXAMPLES: readonly (readonly [what: string, q: string, says: string])[] = [
  ['A topic', 'seaweed farming "food security"', 'words are joined; quotation marks hold a phrase together'],
  ['A title', 'Iodine, arsenic and appetite', 'whole or in part'],
  ['A person', 'by:Lindqvarn', 'by: asks for people only'],
  ['A journal', 'in:"Annals of Island Nutrition" iodine', 'in: asks for a journal or book'],
  ['One word or another', 'dulse OR nori -supermarket', 'OR widens, a minus leaves out'],
  ['A subject', 'subject:foreshore', 'subject: asks the subject headings'],
  ['A number', '10.5555/s1.2023.101', 'a DOI, an ISBN or an ISSN'],
];

export function FirstVisit() {
  const { slips } = useHere();
  const open = slips.filter((s) => OPEN_STATES.has(s.state));
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
          <p className={styles.hint}>No slip is open. What is missing on our shelves can be asked for from any result.</p>
        ) : (
          <ul className={styles.openSlips}>
            {open.slice(0, 6).map((s) => (
              <li key={s.id}>
                <a href={`/requests/${s.id}`}>{slipTitle(s)}</a>
                <span>
                  {STATE_LABEL[s.state]}
                  {s.promised && s.state !== 'ready' ? `, promised ${dayText(dayOf(parseLocal(s.promised.median) ?? (0 as never)))}` : ''}
                </span>
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}
