/**
 * The made-up university as a folder (docs/library-data.md), as if a library had written it: from it the same index
 * is built as from the generator.
 */
import { stringify } from 'yaml';
import { UNKNOWN_OWNERS } from '../core/access/chance';
import type { Course } from '../core/courses/course';
import { writeKbart } from '../core/coverage/kbart';
import { itemWithCustom } from '../core/libraryData/custom';
import { BETWEEN_NAMES, HEADING_COLUMNS } from '../core/libraryData/headings';
import { LENDER_COLUMNS } from '../core/libraryData/lenders';
import type { Lender, Week } from '../core/model/library';
import type { Spread } from '../core/model/policy';
import { ownersIn } from '../core/model/record';
import type { World } from './world';

const yaml = (value: unknown): string => stringify(value, { lineWidth: 110, aliasDuplicateObjects: false });
/** Entries without their empty texts: what is left out is empty. */
const filled = (list: readonly object[]): object[] =>
  list.map((one) => Object.fromEntries(Object.entries(one).filter(([, v]) => v !== '')));
const DAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];
const hours = (week: Week): object =>
  Object.fromEntries(week.flatMap((span, d) => (span ? [[DAYS[d], `${span[0]}-${span[1]}`]] : [])));
const withHours = <T extends { readonly hours: Week; readonly vacationHours?: Week }>(place: T): object => ({
  ...place,
  hours: hours(place.hours),
  ...(place.vacationHours ? { vacationHours: hours(place.vacationHours) } : {}),
});

const cell = (value: unknown): string => {
  const text = value === undefined ? '' : String(value);
  return /[",;\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text;
};
const csv = (columns: readonly string[], rows: readonly (readonly unknown[])[]): string =>
  [columns, ...rows].map((row) => `${row.map(cell).join(',')}\n`).join('');

const spread = ({ median, likely }: Spread): string => `${median}/${likely}`;
const money = (cents: number): string => (cents / 100).toFixed(2);
/** Columns that are written otherwise than as they are. */
const WRITTEN: Readonly<Partial<Record<keyof Lender, (l: Lender) => string>>> = {
  lends: (l) => l.lends.join(' '),
  carriers: (l) => l.carriers.join(' '),
  copies: (l) => (l.copies ? 'yes' : 'no'),
  loanDays: (l) => spread(l.loanDays),
  copyDays: (l) => spread(l.copyDays),
  answerDays: (l) => spread(l.answerDays),
  loanCost: (l) => money(l.loanCost),
  copyCost: (l) => money(l.copyCost),
};

/**
 * Every file, piece by piece in order: pieces of one path belong behind each other.
 */
export function* worldFolder(world: World): Generator<readonly [path: string, text: string]> {
  const { library, journals, lines, readers, guidance } = world;
  const { policy, lenders, campuses, elsewhere, ...said } = library;
  const ids = lenders.map((l) => l.id);
  yield [
    'library.yaml',
    yaml({ ...said, campuses: campuses.map(withHours), elsewhere: (elsewhere ?? []).map(withHours) }),
  ];
  yield ['policy.yaml', yaml(policy)];
  // All of it is described once, and says itself what belongs together.
  yield ['mapping.yaml', yaml({ join: false })];
  const columns = LENDER_COLUMNS as readonly (keyof Lender)[];
  yield [
    'lenders.csv',
    csv(
      columns,
      lenders.map((l) => columns.map((c) => WRITTEN[c]?.(l) ?? l[c])),
    ),
  ];
  const issn = new Map(journals.map((j) => [j.id, j.issn]));
  yield [
    'journals.csv',
    csv(
      [
        'id',
        'issn',
        'eissn',
        'title',
        'publisher',
        'language',
        'discipline',
        'from',
        'to',
        'continues',
        'continuedBy',
      ],
      journals.map((j) => [
        ...[j.id, j.issn, j.eissn, j.title, j.publisher, j.language, j.discipline, j.from, j.to],
        ...[j.continues, j.continuedBy].map((id) => (id ? issn.get(id) : undefined)),
      ]),
    ),
  ];
  yield [
    'refereed.csv',
    csv(
      ['issn', 'from', 'to', 'known'],
      journals.flatMap((j) =>
        j.refereed === 'unknown'
          ? [[j.issn, '', '', 'no']]
          : j.refereed.map((s) => [j.issn, s.from, s.to, 'yes']),
      ),
    ),
  ];
  yield [
    'holdings.csv',
    csv(
      ['issn', 'campus', 'partner', 'callNumber', 'rule', 'from', 'to'],
      journals.flatMap((j) => [
        ...j.print.map((r) => [j.issn, r.campus, '', r.callNumber, r.rule, r.from, r.to]),
        ...j.partnerPrint.map((r) => [j.issn, '', r.partner, r.callNumber, r.rule, r.from, r.to]),
      ]),
    ),
  ];
  yield [
    'owners.csv',
    csv(
      ['issn', 'lenders'],
      journals.flatMap((j) =>
        j.owners === UNKNOWN_OWNERS
          ? []
          : [
              [
                j.issn,
                ownersIn(j.owners)
                  .map((n) => ids[n])
                  .join(' '),
              ],
            ],
      ),
    ),
  ];
  for (const p of library.providers) {
    const own = [...lines.values()].flat().filter((l) => l.provider === p.id);
    if (own.length) yield [`kbart/${p.id}.txt`, writeKbart(own)];
  }
  yield ['questions.yaml', yaml(guidance.answers ?? [])];
  yield ['databases.yaml', yaml(filled(guidance.databases))];
  yield ['guides.yaml', yaml(guidance.guides)];
  yield ['subjects.yaml', yaml(guidance.topics)];
  yield [
    'headings.csv',
    csv(
      HEADING_COLUMNS,
      (guidance.headings ?? []).map((h) => [h.heading, h.language, h.names.join(` ${BETWEEN_NAMES} `)]),
    ),
  ];
  yield ['librarians.yaml', yaml(guidance.librarians ?? [])];
  yield ['readers.yaml', yaml(filled(readers))];
  for (const record of world.records) {
    world.courses.saw(record);
    yield ['records/records.jsonl', `${JSON.stringify(itemWithCustom(record, ids))}\n`];
  }
  const courses: readonly Course[] = world.courses.made();
  yield ['courses.json', JSON.stringify({ courses })];
}
