/**
 * All that is known of a record, the same in the pane and on its page. Pure: rendered on the server and in
 * the browser.
 */

import { recordHref, shelfHref } from '../../core/model/address';
import { fullName } from '../../core/model/describe';
import type { Audience, Carrier } from '../../core/model/kinds';
import type { Copy, CopyStatus, PartnerCopy } from '../../core/model/record';
import { parseDay } from '../../core/model/time';
import type { RecordAnswer, RelatedRecord } from '../../words/answers';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/item';
import { audienceLabel, carrierLabel, genreLabel, kindLabel, languageLabel } from '../../words/labels';
import { sayJoined } from '../../words/say';
import { type Fact, FactList } from '../kit/FactList';
import styles from './item.module.css';
import { Section } from './Section';

/** `level`: of the headings, one below the title's. */
interface Props {
  readonly answer: RecordAnswer;
  readonly level: 2 | 3;
}

const searchFor = (group: 'subject' | 'person' | 'journal', value: string): string =>
  `/?${new URLSearchParams([
    ['q', ''],
    [`keep.${group}`, value],
  ])}`;
function statusText(s: CopyStatus): string {
  const day = (iso: string) => dayText(parseDay(iso) ?? (0 as never));
  switch (s.state) {
    case 'in':
      return say('item.in2');
    case 'out':
      return say('item.onLoanUntil', {
        due: day(s.due),
        part: s.queue ? say('item.waiting', { queue: s.queue }) : '',
      });
    case 'transit':
      return say('item.inTransitExpected', { due: day(s.due) });
    case 'missing':
      return say('item.missing');
  }
}
const rule = (of: 'loan' | 'short-loan' | 'premises'): string =>
  of === 'loan' ? '' : say(of === 'premises' ? 'item.readOnThePremises' : 'item.shortLoan');

function Places({ answer, level }: Props) {
  if (!answer.places.length) return null;
  return (
    <Section level={level} title={say('item.whereTheCopiesStand')}>
      <table className={styles.copies}>
        <thead className="sr">
          <tr>
            <th>{say('item.library')}</th>
            <th>{say('item.shelf')}</th>
            <th>{say('item.status')}</th>
          </tr>
        </thead>
        <tbody>
          {answer.places.flatMap((p) =>
            p.copies.map((c: Copy | PartnerCopy, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: copies have no number of their own
              <tr key={`${p.name}${i}`}>
                <th scope="row">{i === 0 ? p.name : <span className="sr">{p.name}</span>}</th>
                <td>
                  {'location' in c ? `${c.location}, ` : ''}
                  {'campus' in c ? (
                    <a
                      className={styles.mono}
                      href={shelfHref({ ...c, record: answer.record.id })}
                      aria-label={say('item.walkTheShelf', { callNumber: c.callNumber, place: p.name })}
                    >
                      {c.callNumber}
                    </a>
                  ) : (
                    <span className={styles.mono}>{c.callNumber}</span>
                  )}
                </td>
                <td>
                  {statusText(c.status)}
                  {'rule' in c && rule(c.rule) ? `, ${rule(c.rule)}` : ''}
                </td>
              </tr>
            )),
          )}
        </tbody>
      </table>
    </Section>
  );
}

function Related({ title, list, level }: { title: string; list: readonly RelatedRecord[]; level: 2 | 3 }) {
  if (!list.length) return null;
  return (
    <Section level={level} title={title}>
      <ul className={styles.related}>
        {list.map((r) => (
          <li key={r.id}>
            <a href={recordHref(r.id)}>{r.title}</a>
            <span>{[r.note, r.line].filter(Boolean).join(' · ')}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

export function Notices({ answer }: { answer: RecordAnswer }) {
  const { retraction, retracts } = answer;
  return (
    <>
      {retraction && (
        <p className={styles.notice} role="note">
          {say('item.thisArticleHasBeenRetracted', { date: answer.record.retraction?.date.slice(0, 4) })}
          <a href={recordHref(retraction.id)}>{say('item.readTheNotice')}</a> {say('item.beforeYouUseIt')}
        </p>
      )}
      {retracts && (
        <p className={styles.notice} role="note">
          {say('item.retracts')} <a href={recordHref(retracts.id)}>{retracts.title}</a>
        </p>
      )}
    </>
  );
}

/** What it is about, who made it, what it is related to. */
export function About({ answer, level }: Props) {
  const { record } = answer;
  const { csl } = record;
  const people = [
    ...(csl.author ?? []).map((n) => [n, ''] as const),
    ...(csl.editor ?? []).map((n) => [n, 'editor'] as const),
    ...(csl.translator ?? []).map((n) => [n, 'translator'] as const),
  ];
  return (
    <div className={styles.details}>
      {csl.abstract && (
        <Section level={level} title={say('item.abstract')}>
          <p className={styles.abstract} lang={csl.language}>
            {csl.abstract}
          </p>
        </Section>
      )}
      {record.contents && (
        <Section level={level} title={say('item.contents')}>
          <ol className={styles.contents}>
            {record.contents.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ol>
        </Section>
      )}
      {record.subjects.length > 0 && (
        <Section level={level} title={say('item.subjects')}>
          <ul className={styles.terms}>
            {record.subjects.map((s) => (
              <li key={s}>
                <a href={searchFor('subject', s)}>{s}</a>
              </li>
            ))}
          </ul>
        </Section>
      )}
      {people.length > 0 && (
        <Section level={level} title={say('item.people')}>
          <ul className={styles.terms}>
            {people.map(([n, role]) => (
              <li key={`${fullName(n)}${role}`}>
                <a
                  href={
                    role === 'translator'
                      ? `/?q=${encodeURIComponent(`by:"${fullName(n)}"`)}`
                      : searchFor('person', fullName(n))
                  }
                >
                  {fullName(n)}
                </a>
                {role && ` (${say(`item.role.${role}`)})`}
              </li>
            ))}
          </ul>
        </Section>
      )}
      {answer.host && <Related level={level} title={say('item.inTheBook')} list={[answer.host]} />}
      <Related level={level} title={say('item.editionsAndVersions')} list={answer.editions} />
      <Related
        level={level}
        title={say('item.citedBy', { citedBy: answer.citedBy.length })}
        list={answer.citedBy}
      />
      <Related level={level} title={say('item.cites', { cites: answer.cites.length })} list={answer.cites} />
    </div>
  );
}

const FILES = [
  ['ris', 'RIS'],
  ['bibtex', 'BibTeX'],
  ['csl', 'CSL-JSON'],
  ['marcxml', 'MARCXML'],
] as const;

/** Why it counts as peer-reviewed, where copies stand, who shows it online, the plain facts. */
export function Facts({ answer, level }: Props) {
  const { record, peerReview, journal } = answer;
  const { csl } = record;
  const rows: readonly Fact[] = [
    [say('item.kind'), sayJoined([kindLabel(record.kind), ...(csl.genre ? [genreLabel(csl.genre)] : [])])],
    [say('item.form'), carrierLabel(record.carrier as Carrier)],
    [
      say('item.published'),
      sayJoined(
        [
          csl.publisher ?? '',
          csl['publisher-place'] ?? '',
          csl.issued?.['date-parts'][0].join('-') ?? '',
        ].filter(Boolean),
      ),
    ],
    [say('item.series'), csl['collection-title']],
    [say('item.originalTitle'), csl['original-title']],
    [say('item.edition'), csl.edition],
    [say('item.pages'), csl['number-of-pages']],
    [say('item.language'), sayJoined(record.languages.map(languageLabel))],
    [say('item.for'), record.audience ? audienceLabel(record.audience as Audience) : undefined],
    ['ISBN', csl.ISBN],
    ['ISSN', csl.ISSN],
    ['DOI', csl.DOI],
    [say('item.indexedFrom'), record.source],
    [say('item.record'), record.id],
  ];
  return (
    <div className={styles.details}>
      <Section level={level} title={say('item.peerReview')} id="peer-review">
        <p>{peerReview.reason}</p>
      </Section>
      <Places answer={answer} level={level} />
      {answer.coverage.length > 0 && (
        <Section level={level} title={say('item.onlineCoverage')}>
          <ul className={styles.plain}>
            {answer.coverage.map((c) => (
              <li key={c.text}>{c.text}</li>
            ))}
          </ul>
        </Section>
      )}
      <Section level={level} title={say('item.details')}>
        <FactList facts={rows} className={styles.facts} />
        {journal && (
          <p>
            <a href={searchFor('journal', journal.title)}>
              {say('item.everythingIndexedFrom', { title: journal.title })}
            </a>
          </p>
        )}
        <p className={styles.asFile}>
          {say('item.asAFile')}
          {FILES.map(([format, label], i) => (
            <span key={format}>
              {i > 0 && ' · '}
              <a href={`/api${recordHref(record.id)}?format=${format}`} download={`${record.id}.${format}`}>
                {label}
              </a>
            </span>
          ))}
        </p>
      </Section>
    </div>
  );
}
