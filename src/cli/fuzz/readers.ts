/** What reads what comes from outside, each with what somebody wrote of its sort. */
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'fflate';
import { parse } from 'yaml';
import { readAccount } from '../../core/account/file';
import { readBusy, readHour, readReply } from '../../core/appointments/itip';
import { readDaia } from '../../core/circulation/daia';
import { readDocuments, readFees, readPatron, readToken } from '../../core/circulation/paia';
import { styleFromXml } from '../../core/citing/styleXml';
import { readSyllabus } from '../../core/courses/syllabus';
import { readEmbargo } from '../../core/coverage/embargo';
import { readKbart } from '../../core/coverage/kbart';
import { readOpenUrl } from '../../core/coverage/openurl';
import { readCourseCsv } from '../../core/formats/courseCsv';
import { formatOf, READ_FORMATS, type ReadFormat, readAs } from '../../core/formats/read';
import { type WrittenFormat, writeItems } from '../../core/formats/write';
import { readHeadings } from '../../core/libraryData/headings';
import { HELP_LIST, type HelpFile, readHelp } from '../../core/libraryData/help';
import { readHoldings } from '../../core/libraryData/holdings';
import { readLenders } from '../../core/libraryData/lenders';
import { readLibraryFile } from '../../core/libraryData/libraryFile';
import { readMapping } from '../../core/libraryData/mapping';
import { readOwners } from '../../core/libraryData/owners';
import { readDoi, readIsbn, readIssn, readOrcid } from '../../core/model/identifiers';
import type { CslItem } from '../../core/model/record';
import { parseDay } from '../../core/model/time';
import { readOai } from '../../core/oai/provider';
import { readPile } from '../../core/piles/share';
import { parsePolicy } from '../../core/policy/schema';
import { readCql, readScanClause } from '../../core/query/cql';
import { readPlain } from '../../core/query/plain';
import { readRequest as readSearch } from '../../core/query/request';
import { ListReader } from '../../core/references/alike';
import { splitReferences } from '../../core/references/split';
import type { Model } from '../../core/references/tagger';
import { readWish } from '../../core/requests/begin';
import { readRequestingMessage, readSupplyingMessage } from '../../core/requests/iso18626/messages';
import { readRequest } from '../../core/requests/iso18626/request';
import { readCallNumber } from '../../core/shelf/callNumber';
import { readSru } from '../../core/sru/sru';
import { LIBRARY } from '../../demo/library';
import { dayWords, wordList } from '../../words/dayWords';
import { say } from '../../words/generated/courses';

export interface Reader {
  readonly name: string;
  /** What somebody wrote. */
  readonly written: readonly string[];
  readonly json?: boolean;
  /** How often it is asked, beside the others. */
  readonly weight?: number;
  /** Throws only CodedErrors, which are for people. */
  readonly read: (text: string) => unknown;
}

const FOLDER = 'examples/gralsund';
const textFile = (name: string): string => readFileSync(`${FOLDER}/${name}`, 'utf8');
/** Bytes as letters, and letters as bytes: what is broken is a text, whatever it was. */
const latin1 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1');
/** Longer ones take longer, and hold nothing that shorter ones have not. */
const PIECE = 2500;
const some = (text: string): string => text.slice(0, PIECE);

/** Things of every kind that formats know, as a program wrote them. */
function things(): readonly CslItem[] {
  const lines = Buffer.from(gunzipSync(readFileSync(`${FOLDER}/records/3-aufsaetze.jsonl.gz`)))
    .toString('utf8')
    .split('\n')
    .filter(Boolean);
  return lines.slice(0, 4).map((line, n) => ({ ...(JSON.parse(line) as CslItem), id: `f${n}` }));
}
const WRITTEN: Readonly<Record<ReadFormat, (items: readonly CslItem[]) => readonly string[]>> = {
  ris: (items) => [written('ris', items), some(textFile('records/5-fachbibliographie.ris'))],
  bibtex: (items) => [written('bibtex', items), some(textFile('records/6-seminar.bib'))],
  csl: (items) => [written('csl', items)],
  csv: (items) => [written('csv', items)],
  marc: (items) => [
    written('marc', items),
    latin1(gunzipSync(readFileSync(`${FOLDER}/records/1-katalog.mrc.gz`))).slice(0, PIECE),
    latin1(gunzipSync(readFileSync(`${FOLDER}/records/2-navigationsschule.mrc.gz`))).slice(0, PIECE),
  ],
  marcxml: (items) => [written('marcxml', items)],
  oai_dc: () => [some(textFile('records/4-hochschulschriften.xml'))],
  openurl: () => [
    'ctx_ver=Z39.88-2004&rft_val_fmt=info:ofi/fmt:kev:mtx:journal&rft.genre=article&rft.atitle=Kelp&rft.aulast=L&rft.date=2019&rft.issn=7000-9910&rft_id=info:doi/10.5555/x',
    '?sid=a&genre=book&title=Shore&isbn=9789990000528&aulast=Lindqvarn&pid=%26%23',
  ],
};
function written(format: WrittenFormat, items: readonly CslItem[]): string {
  const out = writeItems(format, items);
  return typeof out === 'string' ? out : latin1(out);
}
/** As a person would write them. */
const REFERENCES = `Vennemark, Ottilie (2011): Das Gedächtnis der Küste. Tang, Torf und Tagebücher. Rønnvik: Quayside Verlag.
[2] B. Trømdal, "Why harbours freeze," Ann. Cold Eng., vol. 44, no. 2, pp. 118-131, Feb. 1998. doi:10.5555/x(98)1
Oyelamba TK, Fresk J, de Waarden L. Salt intake among lighthouse keepers. Nord J Occup Nutr. 2004;18(7):771-9.`;
const QUERIES = [
  'title:"edible shore" by:Lindqvarn -kelp OR (sea* NEAR/3 weed)',
  'in:"Annals of Island Nutrition" 8 55',
  '10.5555/s1.2023.101 isbn:9789990000528',
  'dc.title = "sea weed" and dc.date > 2015 or bib.isbn exact 9789990000528 sortBy dc.date/sort.descending',
  '> dc = "info:srw/context-set/1/dc-v1.1" dc.creator any "a b" prox/distance<=3/unit=word c',
];
const XML = (root: string, body: string): string =>
  `<?xml version="1.0" encoding="UTF-8"?><ISO18626Message xmlns="http://illtransactions.org/2013/iso18626" ill:version="1.2"><${root}>${body}</${root}></ISO18626Message>`;
const HEADER =
  '<header><supplyingAgencyId><agencyIdType>ISIL</agencyIdType><agencyIdValue>A</agencyIdValue></supplyingAgencyId><requestingAgencyId><agencyIdType>ISIL</agencyIdType><agencyIdValue>B</agencyIdValue></requestingAgencyId><timestamp>2026-11-02T09:10:00Z</timestamp><requestingAgencyRequestId>Q-1</requestingAgencyRequestId></header>';
const ITIP =
  'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REQUEST\r\nBEGIN:VEVENT\r\nUID:h1@x\r\nDTSTAMP:20261102T091000Z\r\nDTSTART;TZID=Europe/Berlin:20261103T100000\r\nDTEND:20261103T103000Z\r\nORGANIZER;CN=A:mailto:a@x.example\r\nATTENDEE;PARTSTAT=ACCEPTED:mailto:b@x.example\r\nSUMMARY:Kelp\r\nEND:VEVENT\r\nBEGIN:VFREEBUSY\r\nFREEBUSY:20261103T100000Z/PT1H\r\nEND:VFREEBUSY\r\nEND:VCALENDAR\r\n';
const SYLLABUS = `Seaweed as food (ALG 210)\n\nWeek 1: What grows\nRequired:\n${REFERENCES}\n\n12 November 2026 – Harvests\nFurther: chapter 3 of Lindqvarn, The Edible Shore\n`;
const STYLE =
  '<?xml version="1.0"?><style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0"><info><title>S</title><id>s</id></info><macro name="m"><names variable="author"><name form="short"/></names></macro><citation><layout><text macro="m"/></layout></citation><bibliography><sort><key macro="m"/></sort><layout><text macro="m"/><text variable="title"/></layout></bibliography></style>';
const PAIA = JSON.stringify({
  doc: [
    {
      status: 3,
      item: 'urn:x:1',
      edition: 'urn:x:e',
      about: 'Kelp',
      label: 'QK 1',
      queue: 1,
      renewals: 2,
      starttime: '2026-11-01T10:00:00+01:00',
      endtime: '2026-12-01',
      canrenew: true,
      condition: { a: { multiple: false, option: [{ id: 'a', about: 'b' }] } },
    },
  ],
  name: 'A',
  email: 'a@x.example',
  expires: '2027-01-01',
  status: 0,
  type: ['x'],
  amount: '3.50 EUR',
  fee: [{ amount: '3.50 EUR', date: '2026-10-01', about: 'late', feetype: 'x' }],
  access_token: 't',
  token_type: 'Bearer',
  scope: 'read_patron',
  patron: 'p',
  expires_in: 3600,
  document: [
    {
      id: 'd',
      item: [
        {
          id: 'i',
          label: 'QK 1',
          department: { content: 'Q' },
          available: [{ service: 'loan', delay: 'P1D' }],
          unavailable: [{ service: 'remote', expected: '2026-12-01', queue: 2 }],
        },
      ],
    },
  ],
});
const ACCOUNT = JSON.stringify({
  format: 'legendum-account',
  version: 1,
  reader: 'r',
  written: '2026-11-02T09:10',
  account: {
    slips: [],
    piles: [
      {
        id: 'P',
        reader: 'r',
        name: 'N',
        purpose: '',
        needBy: '',
        note: '',
        order: 'hand',
        created: '2026-11-02T09:10',
      },
    ],
    pileItems: [],
    history: [],
    standing: [],
    questions: [],
    corrections: [],
    styles: [],
    courses: [],
    appointments: [],
    pastLoans: [],
    bibliography: null,
    settings: {},
  },
});
const PILE = JSON.stringify({
  format: 'legendum-pile',
  version: 1,
  name: 'N',
  purpose: '',
  needBy: '',
  note: '',
  items: [{ record: 'tu1', csl: { type: 'book', title: 'T' } }],
});

/** @param value what YAML makes of a text; what is no YAML is said by who asks for it */
const yaml = (read: (value: unknown) => unknown) => (text: string) => {
  let value: unknown;
  try {
    value = parse(text, { maxAliasCount: 100, logLevel: 'error' });
  } catch {
    return null;
  }
  return read(value);
};
const json = (read: (value: unknown) => unknown) => (text: string) => {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return null;
  }
  return read(value);
};
const params = (read: (params: URLSearchParams) => unknown) => (text: string) =>
  read(new URLSearchParams(text));
const bytes = (text: string): Uint8Array => Buffer.from(text, 'latin1');

const NO_HELP = Object.fromEntries(HELP_LIST.map((name) => [name, undefined])) as Record<HelpFile, unknown>;

/** @param model for reading references */
export function readers(model: Model): readonly Reader[] {
  const items = things();
  const zone = LIBRARY.policy.zone;
  const today = parseDay('2026-11-02') ?? (0 as never);
  const campuses = new Set(LIBRARY.campuses.map((c) => c.id as string));
  const words = {
    ...dayWords(),
    session: wordList(say('courses.sessionWords')),
    required: wordList(say('courses.requiredWords')),
    further: wordList(say('courses.furtherWords')),
  };
  return [
    ...READ_FORMATS.map(
      (format): Reader => ({
        name: format,
        written: WRITTEN[format](items),
        json: format === 'csl',
        weight: 3,
        read: (text) => [
          formatOf('x', bytes(text)),
          readAs(format, bytes(text)),
          readAs(format, Buffer.from(text)),
        ],
      }),
    ),
    {
      name: 'references',
      written: [REFERENCES],
      weight: 0.2,
      read: (text) => {
        const texts = splitReferences(text.slice(0, 4000), model)
          .slice(0, 6)
          .map((r) => r.text.slice(0, 2000));
        const list = new ListReader(texts, model);
        return texts.map((t) => list.read(t));
      },
    },
    {
      name: 'kbart',
      written: [
        some(textFile('kbart/deichverlag_2026-10.txt')),
        some(textFile('kbart/wattpresse_2026-10.txt')),
      ],
      weight: 2,
      read: (text) => readKbart(text, 'p'),
    },
    { name: 'embargo', written: ['P1Y;R10Y', 'R6M', 'P365D'], read: readEmbargo },
    { name: 'query', written: QUERIES, weight: 2, read: readPlain },
    { name: 'cql', written: QUERIES, weight: 2, read: (text) => [readCql(text), readScanClause(text)] },
    {
      name: 'search',
      written: [
        `q=${encodeURIComponent(QUERIES[0] ?? '')}&keep.kind=book&from=1990&need=2026-11-13&sort=newest`,
      ],
      read: params(readSearch),
    },
    {
      name: 'sru',
      written: [
        'version=2.0&operation=searchRetrieve&query=dc.title%3Dkelp&startRecord=1&maximumRecords=10&recordSchema=marcxml',
      ],
      read: params(readSru),
    },
    {
      name: 'oai',
      written: [
        'verb=ListRecords&metadataPrefix=oai_dc&from=2026-01-01&until=2026-11-02&set=a',
        'verb=ListRecords&resumptionToken=oai_dc,0,,',
      ],
      read: params(readOai),
    },
    { name: 'openurlOne', written: WRITTEN.openurl(items), read: params(readOpenUrl) },
    {
      name: 'wish',
      written: ['record=tu1&route=ill-loan&from=lending&need=2026-11-13&title=Kelp'],
      read: params(readWish),
    },
    {
      name: 'iso18626',
      written: [
        XML(
          'request',
          `${HEADER}<bibliographicInfo><supplierUniqueRecordId>1</supplierUniqueRecordId><title>Kelp</title></bibliographicInfo><serviceInfo><requestType>New</requestType><serviceType>Loan</serviceType><needBeforeDate>2026-11-13T23:59:59Z</needBeforeDate></serviceInfo>`,
        ),
        XML(
          'supplyingAgencyMessage',
          `${HEADER}<messageInfo><reasonForMessage>StatusChange</reasonForMessage><note>n</note></messageInfo><statusInfo><status>Loaned</status><dueDate>2026-12-01T00:00:00Z</dueDate></statusInfo>`,
        ),
        XML('requestingAgencyMessage', `${HEADER}<action>Received</action><note>n</note>`),
      ],
      weight: 2,
      read: (text) => [
        readRequest(text, zone),
        readSupplyingMessage(text, zone),
        readRequestingMessage(text, zone),
      ],
    },
    {
      name: 'paia',
      written: [PAIA],
      json: true,
      read: json((v) => [readDocuments(v), readPatron(v), readFees(v), readToken(v)]),
    },
    { name: 'daia', written: [PAIA], json: true, read: json(readDaia) },
    {
      name: 'itip',
      written: [ITIP],
      read: (text) => [readHour(text, zone), readReply(text), readBusy(text, zone)],
    },
    { name: 'account', written: [ACCOUNT], json: true, read: (text) => readAccount(text, 'r') },
    { name: 'pile', written: [PILE], json: true, read: readPile },
    { name: 'style', written: [STYLE], read: styleFromXml },
    { name: 'policy', written: [JSON.stringify(LIBRARY.policy)], json: true, weight: 0.3, read: parsePolicy },
    {
      name: 'syllabus',
      written: [SYLLABUS],
      read: (text) => readSyllabus(text, today, today, words),
    },
    {
      name: 'courses',
      written: [some(textFile('courses.csv'))],
      read: (text) => readCourseCsv(text, campuses),
    },
    {
      name: 'holdings',
      written: [some(textFile('holdings.csv'))],
      read: (text) => readHoldings(text, campuses),
    },
    { name: 'lenders', written: [textFile('lenders.csv')], read: readLenders },
    {
      name: 'owners',
      written: [some(textFile('owners.csv'))],
      read: (text) => readOwners(text, ['hohensiel', 'verbund']),
    },
    { name: 'headings', written: ['heading,language,names\nAlgae,de,Algen|Tang\n'], read: readHeadings },
    {
      name: 'library.yaml',
      written: [textFile('library.yaml')],
      weight: 0.2,
      read: yaml((v) => readLibraryFile(v, LIBRARY.policy, [])),
    },
    { name: 'mapping.yaml', written: [textFile('mapping.yaml')], weight: 0.3, read: yaml(readMapping) },
    ...HELP_LIST.map(
      (name): Reader => ({
        name,
        written: [some(textFile(name))],
        weight: 0.2,
        read: yaml((v) => readHelp({ ...NO_HELP, [name]: v }, campuses)),
      }),
    ),
    {
      name: 'identifiers',
      written: ['9789990000528', '7000-9910', 'https://doi.org/10.5555/a(b)<c>', '0000-0002-1825-0097'],
      read: (text) => [readIsbn(text), readIssn(text), readDoi(text), readOrcid(text)],
    },
    {
      name: 'callNumber',
      written: ['QK 569 .L5 2019', '581.6', 'QV 100'],
      read: (text) => readCallNumber(text),
    },
  ];
}
