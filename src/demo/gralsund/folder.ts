/**
 * The second made-up library as a folder, as a systems librarian has it: a catalogue out of a system (MARC 21, older
 * things UNIMARC), articles as CSL-JSON, theses out of a repository (Dublin Core in OAI-PMH), a subject bibliography
 * (RIS) and a seminar's list (BibTeX) that describe in part what the catalogue has, title lists, tables.
 */
import { gzipSync, strToU8 } from 'fflate';
import { stringify } from 'yaml';
import { writeIso2709 } from '../../core/formats/iso2709';
import type { MarcField, MarcRecord } from '../../core/formats/marc';
import { joinedBytes, writeItems } from '../../core/formats/write';
import type { CslItem } from '../../core/model/record';
import {
  type Article,
  type Book,
  makeArticles,
  makeBooks,
  makeTheses,
  type Person,
  SERIALS,
  type Thesis,
} from './records';
import * as texts from './texts';

const SEED = 1909;
const [BOOKS, OLD, ARTICLES, THESES] = [1500, 120, 1000, 260];

const field = (
  tag: string,
  inds: string,
  ...subfields: (readonly [string, string | undefined])[]
): MarcField => ({
  tag,
  ind1: inds[0] as string,
  ind2: inds[1] as string,
  subfields: subfields.flatMap(([c, t]) => (t ? [[c, t] as const] : [])),
});
const inverted = ({ family, given }: Person): string => `${family}, ${given}`;
const straight = ({ family, given }: Person): string => `${given} ${family}`;

/** MARC 21 with ISBD punctuation, the place in 852 and each piece in 876. */
export function marcOfBook(b: Book): MarcRecord {
  const [first, ...others] = b.people;
  const [title = '', rest] = b.title.split(/: (.*)/s);
  return {
    leader: '00000nam a2200000 c 4500',
    control: [
      ['001', b.id],
      ['005', '20261015120000.0'],
      ['008', `261015s${b.year}    xx            000 0 ${b.language} d`],
    ],
    fields: [
      field('020', '  ', ['a', b.isbn], ['c', 'gebunden']),
      field('041', '  ', ['a', b.language]),
      field('082', '04', ['a', b.callNumber.split(' ')[0]]),
      field('100', '1 ', ['a', `${inverted(first as Person)},`], ['d', '1961-'], ['e', 'Verfasser']),
      field(
        '245',
        '10',
        ['a', rest ? `${title} :` : `${title} /`],
        ['b', rest && `${rest} /`],
        ['c', b.people.map(straight).join(', ')],
      ),
      ...(b.edition > 1 ? [field('250', '  ', ['a', `${b.edition}., überarbeitete Auflage`])] : []),
      field('264', ' 1', ['a', 'Gralsund :'], ['b', `${b.publisher},`], ['c', `[${b.year}]`]),
      field('300', '  ', ['a', `${b.pages} Seiten :`], ['b', 'Illustrationen']),
      field('338', '  ', ['a', 'Band'], ['b', 'nc'], ['2', 'rdacarrier']),
      ...(b.contents.length ? [field('505', '0 ', ['a', b.contents.join(' -- ')])] : []),
      ...b.headings.map((h) => field('650', ' 7', ['a', h], ['2', 'gnd'])),
      field('650', ' 7', ['a', 'Lehrbuch']),
      ...others.map((p) => field('700', '1 ', ['a', inverted(p)], ['e', 'Verfasser'])),
      ...(b.online
        ? [field('856', '40', ['u', `https://buch.deichverlag.example/${b.isbn}`], ['3', 'Volltext'])]
        : []),
      ...(b.pieces.length
        ? [field('852', '  ', ['8', '1'], ['b', 'HGS'], ['c', b.level], ['h', b.callNumber])]
        : []),
      ...b.pieces.map((p, i) =>
        field(
          '876',
          '  ',
          ['8', `1.${i + 1}`],
          ['p', `${b.id}-${i + 1}`],
          ['h', p.rule],
          ['j', p.status],
          ['d', p.due],
        ),
      ),
    ],
  };
}
/** UNIMARC, as the library of the old navigation school had it. Its copies are in holdings.csv. */
function unimarcOfBook(b: Book): MarcRecord {
  const [first, ...others] = b.people;
  const [title, rest] = b.title.split(/: (.*)/s);
  return {
    leader: '00000nam0 2200000   450 ',
    control: [['001', b.id]],
    fields: [
      field('010', '  ', ['a', b.isbn]),
      field('100', '  ', ['a', `20261001d${b.year}    m  y0gery50      ba`]),
      field('101', '0 ', ['a', b.language]),
      field('200', '1 ', ['a', title], ['e', rest], ['f', b.people.map(straight).join(', ')]),
      field('210', '  ', ['a', 'Ostervoog'], ['c', b.publisher], ['d', String(b.year)]),
      field('215', '  ', ['a', `${b.pages} S.`]),
      ...b.headings.map((h) => field('606', '  ', ['a', h])),
      field('700', ' 1', ['a', first?.family], ['b', first?.given], ['4', '070']),
      ...others.map((p) => field('701', ' 1', ['a', p.family], ['b', p.given], ['4', '070'])),
    ],
  };
}
const iso2709 = (records: readonly MarcRecord[]): Uint8Array =>
  joinedBytes(records.flatMap((m) => writeIso2709(m) ?? []));

const itemOfArticle = (a: Article): CslItem => ({
  id: a.id,
  type: 'article-journal',
  title: a.title,
  author: a.people.map(({ family, given }) => ({ family, given })),
  issued: { 'date-parts': [[a.year]] },
  'container-title': a.serial.title,
  ISSN: a.serial.issn,
  volume: String(a.volume),
  issue: String(a.issue),
  page: a.pages,
  DOI: a.doi,
  language: 'de',
  abstract: a.abstract,
  keyword: a.headings.join('; '),
});
const itemOfBook = (b: Book, id: string): CslItem => ({
  id,
  type: 'book',
  title: b.title,
  author: b.people.map(({ family, given }) => ({ family, given })),
  issued: { 'date-parts': [[b.year]] },
  publisher: b.publisher,
  'publisher-place': 'Gralsund',
  ISBN: b.isbn,
  language: b.language === 'ger' ? 'de' : 'en',
  ...(b.edition > 1 ? { edition: String(b.edition) } : {}),
});

const xml = (t: string): string => t.replace(/&/g, '&amp;').replace(/</g, '&lt;');
/** An answer of the repository to ListRecords. */
function oaiOf(theses: readonly Thesis[]): string {
  const records = theses.map(
    (
      t,
    ) => `<record><header><identifier>oai:repo.gralsund.example:${t.id}</identifier><datestamp>2026-10-0${1 + (Number(t.id.slice(2)) % 9)}</datestamp></header>
<metadata><oai_dc:dc xmlns:oai_dc="http://www.openarchives.org/OAI/2.0/oai_dc/" xmlns:dc="http://purl.org/dc/elements/1.1/">
<dc:title>${xml(t.title)}</dc:title>${t.people.map((p) => `<dc:creator>${xml(inverted(p))}</dc:creator>`).join('')}
${t.headings.map((h) => `<dc:subject>${xml(h)}</dc:subject>`).join('')}<dc:description>&lt;p&gt;${xml(t.abstract)}&lt;/p&gt;</dc:description>
<dc:publisher>Hochschule Gralsund</dc:publisher><dc:date>${t.year}</dc:date><dc:type>${t.degree === 'Dissertation' ? 'Dissertation' : `Hochschulschrift: ${t.degree}`}</dc:type>
<dc:identifier>https://repo.gralsund.example/${t.id}</dc:identifier><dc:language>deu</dc:language></oai_dc:dc></metadata></record>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<OAI-PMH xmlns="http://www.openarchives.org/OAI/2.0/"><responseDate>2026-10-15T08:00:00Z</responseDate>
<request verb="ListRecords" metadataPrefix="oai_dc">https://repo.gralsund.example/oai</request>
<ListRecords>
${records.join('\n')}
</ListRecords></OAI-PMH>
`;
}

const row = (...cells: (string | number)[]): string =>
  cells.map((c) => (/[";\n]/.test(String(c)) ? `"${String(c).replace(/"/g, '""')}"` : String(c))).join(';');
function titleList(provider: string): string {
  const head =
    'publication_title\tprint_identifier\tonline_identifier\tdate_first_issue_online\tnum_first_vol_online\tdate_last_issue_online\ttitle_url\tcoverage_depth\tpublisher_name\tpublication_type\tembargo_info';
  const rows = SERIALS.filter((s) => s.provider === provider).map((s, i) => {
    const from = Math.max(s.from, 1990);
    const embargo = provider === 'wattpresse' && i % 2 === 0 ? 'P1Y' : '';
    return [
      s.title,
      s.issn,
      s.eissn,
      from,
      from - s.from + 1,
      '',
      `https://${provider}.example/${s.issn}`,
      'fulltext',
      provider === 'offen' ? 'Küstenverbund' : 'Deichverlag',
      'serial',
      embargo,
    ].join('\t');
  });
  return `${head}\n${rows.join('\n')}\n`;
}

/** Every file of the folder by its path. */
export function gralsundFolder(): ReadonlyMap<string, string | Uint8Array> {
  const books = makeBooks(BOOKS, SEED);
  // Older, and numbered on: no two have an ISBN or an id in common.
  const old = makeBooks(BOOKS + OLD, SEED + 1)
    .slice(BOOKS)
    .map((b): Book => ({ ...b, id: `ns${b.id.slice(2)}`, year: 1950 + (b.year % 40), level: 'MAG' }));
  const articles = makeArticles(ARTICLES, SEED + 2);
  const theses = makeTheses(THESES, SEED + 3);
  // What others describe as well: some of the catalogue, some of the articles, and what nobody else has.
  const bibliography = [
    ...books.filter((_, i) => i % 17 === 3).map((b) => itemOfBook(b, `fb-${b.id}`)),
    ...articles
      .filter((_, i) => i % 13 === 5)
      .map((a) => ({ ...itemOfArticle(a), id: `fb-${a.id}`, DOI: '' })),
    ...makeBooks(2 * BOOKS + 60, SEED + 4)
      .slice(2 * BOOKS)
      .map((b) => itemOfBook(b, `fb-${b.id}`)),
  ];
  const seminar = articles
    .filter((_, i) => i % 41 === 7)
    .map((a) => ({ ...itemOfArticle(a), id: `sem${a.id}` }));
  const of = (status: string): string =>
    status === 'entliehen' ? 'out' : status === 'vermisst' ? 'missing' : 'in';
  const reading = (b: Book): string =>
    row('wasserbau-1', '', '', '', '', '', '2026-11-16', '10:15', 'Deiche', b.id, 'required', '');
  const shore = books.filter((b) => b.subject.id === 'wasserbau' && b.pieces.length).slice(0, 4);
  return new Map<string, string | Uint8Array>([
    ['library.yaml', texts.LIBRARY_YAML],
    [
      'policy.yaml',
      `# Die Regeln, soweit sie nicht die üblichen sind. Beträge in Hundertsteln, Dauern in Werktagen.\n${stringify(texts.RULES, { lineWidth: 100 })}`,
    ],
    ['mapping.yaml', texts.MAPPING_YAML],
    ['lenders.csv', texts.LENDERS_CSV],
    [
      'owners.csv',
      `isbn;lenders\n${books
        .filter((_, i) => i % 3 === 0)
        .map((b, i) => row(b.isbn, i % 2 ? 'hohensiel' : 'hohensiel verbund'))
        .join('\n')}\n`,
    ],
    [
      'holdings.csv',
      `isbn;issn;campus;level;callNumber;status;due;rule;from;to\n${[
        ...old.flatMap((b) =>
          b.pieces.map((p) =>
            row(
              b.isbn,
              '',
              'haus',
              'Magazin',
              `NS ${b.callNumber}`,
              of(p.status),
              p.due ?? '',
              p.rule === 'Präsenz' ? 'premises' : 'loan',
              '',
              '',
            ),
          ),
        ),
        ...SERIALS.filter((_, i) => i % 3 === 0).map((s) =>
          row('', s.issn, 'haus', 'Magazin', `Z ${s.subject.dewey}`, '', '', 'premises', s.from, 1999),
        ),
      ].join('\n')}\n`,
    ],
    [
      'journals.csv',
      `issn;eissn;title;publisher;language;discipline;from\n${SERIALS.map((s) => row(s.issn, s.eissn, s.title, s.provider === 'offen' ? 'Küstenverbund' : 'Deichverlag', 'de', s.subject.name, s.from)).join('\n')}\n`,
    ],
    [
      'refereed.csv',
      `issn;from;to\n${SERIALS.flatMap((s) => (s.refereedFrom ? [row(s.issn, s.refereedFrom, '')] : [])).join('\n')}\n`,
    ],
    [
      'courses.csv',
      `${[
        'course;code;name;lecturers;term;subject;day;time;meeting;record;need;note',
        row(
          'wasserbau-1',
          'WB 101',
          'Einführung in den Wasserbau',
          'Renke Siefhusen',
          'Wintersemester 2026',
          'Wasserbau',
          '2026-11-09',
          '10:15',
          'Küste und Siel',
          shore[0]?.id ?? '',
          'required',
          '',
        ),
        ...shore.slice(1).map(reading),
      ].join('\n')}\n`,
    ],
    ['questions.yaml', texts.QUESTIONS_YAML],
    ['databases.yaml', texts.DATABASES_YAML],
    ['guides.yaml', texts.GUIDES_YAML],
    ['subjects.yaml', texts.SUBJECTS_YAML],
    ['librarians.yaml', texts.LIBRARIANS_YAML],
    ['readers.yaml', texts.READERS_YAML],
    ...(['deichverlag', 'wattpresse', 'offen'] as const).map(
      (provider) => [`kbart/${provider}_2026-10.txt`, titleList(provider)] as const,
    ),
    ['records/1-katalog.mrc.gz', gzipSync(iso2709(books.map(marcOfBook)), { mtime: 0 })],
    ['records/2-navigationsschule.mrc.gz', gzipSync(iso2709(old.map(unimarcOfBook)), { mtime: 0 })],
    [
      'records/3-aufsaetze.jsonl.gz',
      gzipSync(strToU8(articles.map((a) => JSON.stringify(itemOfArticle(a))).join('\n')), { mtime: 0 }),
    ],
    ['records/4-hochschulschriften.xml', oaiOf(theses)],
    ['records/5-fachbibliographie.ris', writeItems('ris', bibliography) as string],
    ['records/6-seminar.bib', writeItems('bibtex', seminar) as string],
  ]);
}
