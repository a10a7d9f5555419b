/**
 * A record as MARC 21, whatever the form (MARCXML, ISO 2709) it is then written in. What MARC has no place
 * for is left out: waits, coverage, references. Leader and 008 follow the MARC 21 Format for Bibliographic
 * Data; positions we know nothing about are `|` (no attempt to code).
 */
import { fullName, numbering } from '../model/describe';
import { KINDS, marcLanguage } from '../model/kinds';
import type { DiscoveryRecord } from '../model/record';
import { yearOfRecord } from '../model/record';

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

export interface MarcField {
  readonly tag: string;
  readonly ind1: string;
  readonly ind2: string;
  readonly subfields: readonly (readonly [code: string, text: string])[];
}
export interface MarcRecord {
  readonly leader: string;
  readonly control: readonly (readonly [tag: string, text: string])[];
  readonly fields: readonly MarcField[];
}
/** A record that was read, with where it stood: its line, or its number where there are no lines. */
export interface PlacedRecord extends MarcRecord {
  readonly line: number;
}
/** What MARC is written from: a record of the index, or an item that only has a description. */
export type MarcSource = Pick<
  DiscoveryRecord,
  'id' | 'csl' | 'kind' | 'carrier' | 'languages' | 'subjects' | 'contents' | 'about' | 'copies'
>;

const field = (
  tag: string,
  ind1: string,
  ind2: string,
  ...subfields: readonly (readonly [code: string, text: string | undefined])[]
): MarcField => ({
  tag,
  ind1,
  ind2,
  subfields: subfields.filter((x): x is readonly [string, string] => Boolean(x[1])),
});

/** Leader 06 and 07: type of record and bibliographic level. */
function typeAndLevel(r: MarcSource): string {
  const level =
    r.kind === 'journal' ? 's' : KINDS[r.kind].family === 'article' ? 'b' : r.kind === 'chapter' ? 'a' : 'm';
  const type =
    r.kind === 'score'
      ? 'c'
      : r.kind === 'map'
        ? 'e'
        : r.kind === 'video'
          ? 'g'
          : r.carrier === 'audiobook'
            ? 'i'
            : r.kind === 'sound-recording'
              ? 'j'
              : 'a';
  return type + level;
}

/** A record as MARC fields, in the order of their tags. */
export function marcOf(r: MarcSource): MarcRecord {
  const { csl } = r;
  const year = yearOfRecord(csl);
  const language = marcLanguage(r.languages[0] ?? 'und')
    .padEnd(3)
    .slice(0, 3);
  const part = csl['container-title'];
  const [first, ...others] = csl.author ?? [];
  const month = csl.issued?.['date-parts'][0][1];
  const heads = Math.max(0, /^(the |a |an |der |die |das |le |la |les )/i.exec(csl.title)?.[0].length ?? 0);
  const [main, ...rest] = csl.title.split(/:\s+/);
  const person = (tag: string, n: NonNullable<typeof csl.author>[number], role?: string): MarcField =>
    n.literal
      ? field(tag.replace('00', '10'), '2', ' ', ['a', n.literal], ['e', role])
      : field(tag, '1', ' ', ['a', fullName(n)], ['e', role]);
  const control: readonly (readonly [string, string])[] = [
    ['001', r.id],
    ['008', `000000s${year ?? 'uuuu'}    xx |||||||||||||||||${language} d`],
  ];
  const fields = [
    field('020', ' ', ' ', ['a', csl.ISBN]),
    field('022', ' ', ' ', ['a', part ? undefined : csl.ISSN]),
    field('024', '7', ' ', ['a', csl.DOI], ['2', csl.DOI && 'doi']),
    ...(r.copies ?? [])
      .slice(0, 1)
      .map((c) =>
        field(/^[A-Z]/.test(c.callNumber) ? '050' : '082', /^[A-Z]/.test(c.callNumber) ? ' ' : '0', '4', [
          'a',
          c.callNumber,
        ]),
      ),
    ...(first ? [person('100', first)] : []),
    field(
      '245',
      first ? '1' : '0',
      String(Math.min(9, heads)),
      ['a', main],
      ['b', rest.join(': ') || undefined],
    ),
    field('250', ' ', ' ', ['a', csl.edition]),
    field(
      '264',
      ' ',
      '1',
      ['a', csl['publisher-place']],
      ['b', csl.publisher],
      ['c', year === null ? undefined : String(year)],
    ),
    field('300', ' ', ' ', ['a', csl['number-of-pages'] && `${csl['number-of-pages']} pages`]),
    field('490', '0', ' ', ['a', csl['collection-title']]),
    field('502', ' ', ' ', ['b', r.kind === 'thesis' ? csl.genre : undefined]),
    field('505', '0', ' ', ['a', r.contents?.join(' -- ')]),
    field('520', ' ', ' ', ['a', csl.abstract]),
    ...r.subjects.map((s) => field('650', ' ', '4', ['a', s])),
    ...(r.about ?? []).map((n) => field('600', '1', '4', ['a', fullName(n)])),
    ...others.map((n) => person('700', n)),
    ...(csl.editor ?? []).map((n) => person('700', n, 'editor')),
    ...(csl.translator ?? []).map((n) => person('700', n, 'translator')),
    field(
      '773',
      '0',
      ' ',
      ['t', part],
      ['g', part && [numbering(csl), month ? MONTHS[month - 1] : ''].filter(Boolean).join(', ')],
      ['x', part ? csl.ISSN : undefined],
    ),
    field('856', '4', '0', ['u', csl.DOI && `https://doi.org/${csl.DOI}`]),
  ];
  return {
    leader: `00000n${typeAndLevel(r)} a22000003u 4500`,
    control,
    fields: fields.filter((f) => f.subfields.length > 0),
  };
}

/** Record status d, or s and x of its kin: the record is no longer there (MARC 21, leader 05). */
export const isDeleted = ({ leader }: Pick<MarcRecord, 'leader'>): boolean =>
  'dsx'.includes(leader[5] || '-');
