/** All that is known of a record, the same in the pane and on its page. Pure: rendered on the server and in the browser. */

import type { RecordAnswer, RelatedRecord } from '../../core/discovery/answers';
import { recordHref } from '../../core/model/address';
import { fullName } from '../../core/model/describe';
import { AUDIENCES, CARRIERS, KINDS, languageLabel } from '../../core/model/kinds';
import type { Copy, CopyStatus, PartnerCopy } from '../../core/model/record';
import { dayText, parseDay } from '../../core/model/time';
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
      return 'in';
    case 'out':
      return `on loan until ${day(s.due)}${s.queue ? `, ${s.queue} waiting` : ''}`;
    case 'transit':
      return `in transit, expected ${day(s.due)}`;
    case 'missing':
      return 'missing';
  }
}
const RULE = { loan: '', 'short-loan': 'short loan', premises: 'read on the premises' } as const;

function Places({ answer, level }: Props) {
  if (!answer.places.length) return null;
  return (
    <Section level={level} title="Where the copies stand">
      <table className={styles.copies}>
        <thead className="sr">
          <tr>
            <th>Library</th>
            <th>Shelf</th>
            <th>Status</th>
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
                  <span className={styles.mono}>{c.callNumber}</span>
                </td>
                <td>
                  {statusText(c.status)}
                  {'rule' in c && RULE[c.rule] ? `, ${RULE[c.rule]}` : ''}
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
          This article has been retracted ({answer.record.retraction?.date.slice(0, 4)}).{' '}
          <a href={recordHref(retraction.id)}>Read the notice</a> before you use it.
        </p>
      )}
      {retracts && (
        <p className={styles.notice} role="note">
          Retracts: <a href={recordHref(retracts.id)}>{retracts.title}</a>
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
        <Section level={level} title="Abstract">
          <p className={styles.abstract} lang={csl.language}>
            {csl.abstract}
          </p>
        </Section>
      )}
      {record.contents && (
        <Section level={level} title="Contents">
          <ol className={styles.contents}>
            {record.contents.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ol>
        </Section>
      )}
      {record.subjects.length > 0 && (
        <Section level={level} title="Subjects">
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
        <Section level={level} title="People">
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
                {role && ` (${role})`}
              </li>
            ))}
          </ul>
        </Section>
      )}
      {answer.host && <Related level={level} title="In the book" list={[answer.host]} />}
      <Related level={level} title="Editions and versions" list={answer.editions} />
      <Related level={level} title={`Cited by ${answer.citedBy.length}`} list={answer.citedBy} />
      <Related level={level} title={`Cites ${answer.cites.length}`} list={answer.cites} />
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
  const rows: readonly (readonly [string, string | undefined])[] = [
    ['Kind', csl.genre ? `${KINDS[record.kind].label}, ${csl.genre}` : KINDS[record.kind].label],
    ['Form', CARRIERS[record.carrier]],
    [
      'Published',
      [csl.publisher, csl['publisher-place'], csl.issued?.['date-parts'][0].join('-')]
        .filter(Boolean)
        .join(', '),
    ],
    ['Series', csl['collection-title']],
    ['Original title', csl['original-title']],
    ['Edition', csl.edition],
    ['Pages', csl['number-of-pages']],
    ['Language', record.languages.map(languageLabel).join(', ')],
    ['For', record.audience ? AUDIENCES[record.audience] : undefined],
    ['ISBN', csl.ISBN],
    ['ISSN', csl.ISSN],
    ['DOI', csl.DOI],
    ['Indexed from', record.source],
    ['Record', record.id],
  ];
  return (
    <div className={styles.details}>
      <Section level={level} title="Peer review" id="peer-review">
        <p>{peerReview.reason}</p>
      </Section>
      <Places answer={answer} level={level} />
      {answer.coverage.length > 0 && (
        <Section level={level} title="Online coverage">
          <ul className={styles.plain}>
            {answer.coverage.map((c) => (
              <li key={c.text}>{c.text}</li>
            ))}
          </ul>
        </Section>
      )}
      <Section level={level} title="Details">
        <dl className={styles.facts}>
          {rows.map(([label, value]) =>
            value ? (
              <div key={label}>
                <dt>{label}</dt>
                <dd>{value}</dd>
              </div>
            ) : null,
          )}
        </dl>
        {journal && (
          <p>
            <a href={searchFor('journal', journal.title)}>Everything indexed from {journal.title}</a>
          </p>
        )}
        <p>
          As a file:{' '}
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
