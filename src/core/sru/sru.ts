/**
 * SRU, Search/Retrieve via URL: versions 1.2 and 2.0 (OASIS searchRetrieve 1.0 parts 3 and 4), operations
 * explain, searchRetrieve and scan, queries in CQL, records in Dublin Core and MARCXML. Pure: what a request asks,
 * and what an answer says.
 */

import { DC_SCHEMA, dublinCoreOf } from '../formats/dublinCore';
import { MARCXML_SCHEMA, marcxmlOf } from '../formats/marcxml';

import { type Message, msg } from '../model/message';
import type { DiscoveryRecord } from '../model/record';
import { indexNames, readScanClause } from '../query/cql';
import { FIELD_NAMES, FIELD_TABLE, type FieldName } from '../query/fields';
import { type AskedSearch, askedSearch } from '../query/read';
import { NEW_SEARCH } from '../query/request';
import { table } from '../table';
import { element, textElement, writeXml, type Xml, xmlDocument } from '../xml';

export type SruVersion = '1.2' | '2.0';
export interface Diagnostic {
  /** Number in info:srw/diagnostic/1/. */
  readonly code: number;
  readonly details: string;
  readonly message: Message;
}
export interface SruSearch {
  readonly operation: 'searchRetrieve';
  readonly version: SruVersion;
  readonly query: string;
  /** The same as the app searches it: every record, the news too. */
  readonly asked: AskedSearch;
  readonly start: number;
  readonly count: number;
  readonly schema: 'dc' | 'marcxml';
  readonly packing: 'xml' | 'string';
}
/** A list of terms to be walked through. */
export interface SruScan {
  readonly operation: 'scan';
  readonly version: SruVersion;
  readonly clause: string;
  readonly list: ScanList;
  readonly term: string;
  /** Where among the terms the one asked for is wanted: 0 before the first of them. */
  readonly position: number;
  readonly count: number;
}
/** The lists that can be scanned, as `GET /api/browse` names them. */
export type ScanList = 'people' | 'titles' | 'subjects' | 'journals' | 'callnumbers';
export type SruRequest =
  | { readonly operation: 'explain'; readonly version: SruVersion }
  | SruSearch
  | SruScan
  | {
      readonly operation: 'fault';
      readonly version: SruVersion;
      readonly diagnostics: readonly Diagnostic[];
    };

const SCHEMAS = table<'dc' | 'marcxml'>({
  dc: 'dc',
  [DC_SCHEMA]: 'dc',
  marcxml: 'marcxml',
  [MARCXML_SCHEMA]: 'marcxml',
  'http://www.loc.gov/MARC21/slim': 'marcxml',
});
const DEFAULT_COUNT = 10;
export const MOST_RECORDS = 100;
const KNOWN = new Set([
  'operation',
  'version',
  'query',
  'queryType',
  'startRecord',
  'maximumRecords',
  'recordSchema',
  'recordPacking',
  'recordXMLEscaping',
  'httpAccept',
  'resultSetTTL',
  'stylesheet',
  'renderedBy',
  'sortKeys',
  'scanClause',
  'responsePosition',
  'maximumTerms',
]);
const SCANNED: Readonly<Partial<Record<FieldName, ScanList>>> = {
  title: 'titles',
  by: 'people',
  subject: 'subjects',
  in: 'journals',
  callno: 'callnumbers',
};
const DEFAULT_TERMS = 20;
export const MOST_TERMS = 100;

/**
 * Reads the parameters. Without operation and query it is an explain, as both versions say.
 * @example readSru(new URLSearchParams('operation=scan')).diagnostics[0].code // 7
 */
export function readSru(params: URLSearchParams): SruRequest {
  const given = params.get('version');
  const version: SruVersion =
    given === '1.2' || given === '1.1' || (given === null && params.has('operation')) ? '1.2' : '2.0';
  const fault = (code: number, message: Message, details: string): SruRequest => ({
    operation: 'fault',
    version,
    diagnostics: [{ code, message, details }],
  });
  if (given !== null && !['1.1', '1.2', '2.0'].includes(given))
    return fault(5, msg('cql.unsupportedVersion'), '1.2, 2.0');
  const unknown = [...params.keys()].find((k) => !KNOWN.has(k) && !k.startsWith('x-'));
  if (unknown) return fault(8, msg('cql.unsupportedParameter'), unknown);
  const operation =
    params.get('operation') ??
    (params.has('query') ? 'searchRetrieve' : params.has('scanClause') ? 'scan' : 'explain');
  if (operation === 'explain') return { operation, version };
  if (operation === 'scan') return readScan(params, version, fault);
  if (operation !== 'searchRetrieve') return fault(4, msg('cql.unsupportedOperation'), operation);
  const query = params.get('query');
  if (query === null) return fault(7, msg('cql.mandatoryParameterNotSupplied'), 'query');
  if (!query.trim()) return fault(27, msg('cql.emptyTermUnsupported'), 'query');
  if ((params.get('queryType') ?? 'cql') !== 'cql')
    return fault(6, msg('cql.unsupportedParameterValue'), 'queryType');
  const sorted = sortBy(params.get('sortKeys') ?? '');
  if (sorted === null) return fault(80, msg('cql.sortNotSupported'), params.get('sortKeys') ?? '');
  const start = wholeIn(params, 'startRecord', 1);
  const count = wholeIn(params, 'maximumRecords', DEFAULT_COUNT);
  if (start === null || start < 1) return fault(6, msg('cql.unsupportedParameterValue'), 'startRecord');
  if (count === null) return fault(6, msg('cql.unsupportedParameterValue'), 'maximumRecords');
  const schema = SCHEMAS.get(params.get('recordSchema') ?? 'dc');
  if (!schema) return fault(66, msg('cql.unknownSchemaForRetrieval'), params.get('recordSchema') ?? '');
  const packing =
    version === '2.0' ? (params.get('recordXMLEscaping') ?? 'xml') : (params.get('recordPacking') ?? 'xml');
  if (packing !== 'xml' && packing !== 'string')
    return fault(71, msg('cql.unsupportedRecordPacking'), packing);
  const asked = askedSearch({ ...NEW_SEARCH, drop: {}, q: `${query}${sorted}`, syntax: 'cql' });
  if ('problem' in asked) {
    const { code, text, details, at } = asked.problem;
    return fault(code, msg('cql.atCharacter', { text, at: at + 1 }), details);
  }
  return { operation, version, query, asked, start, count: Math.min(count, MOST_RECORDS), schema, packing };
}

/**
 * Sort keys of SRU 1.1 and 1.2 (`title date,,0`: path, schema, ascending, …) as CQL has them; empty for none, null
 * for one that can't be sorted by.
 */
function sortBy(keys: string): string | null {
  const list = keys.trim().split(/\s+/).filter(Boolean);
  const out = list.map((key) => {
    const [path = '', , ascending = '1'] = key.split(',');
    const down = ascending === '0' || ascending === 'false';
    const name = path.replace(/^.*[/.:]/, '').toLowerCase();
    if (name === 'title' && !down) return 'dc.title';
    return /^(?:date|year|issued|dateissued)$/.test(name) ? `dc.date${down ? '/sort.descending' : ''}` : null;
  });
  return out.includes(null) ? null : out.length ? ` sortBy ${out.join(' ')}` : '';
}

function wholeIn(params: URLSearchParams, name: string, otherwise: number): number | null {
  const text = params.get(name);
  return text === null ? otherwise : /^\d{1,6}$/.test(text) ? Number(text) : null;
}
/** A scan (SRU 1.2; OASIS searchRetrieve 1.0 part 6): a clause, a position and a number of terms. */
function readScan(
  params: URLSearchParams,
  version: SruVersion,
  fault: (code: number, message: Message, details: string) => SruRequest,
): SruRequest {
  const clause = params.get('scanClause');
  if (clause === null) return fault(7, msg('cql.mandatoryParameterNotSupplied'), 'scanClause');
  const read = readScanClause(clause);
  if ('problem' in read) {
    const { code, text, details, at } = read.problem;
    return fault(code, msg('cql.atCharacter', { text, at: at + 1 }), details);
  }
  const list = read.field === null ? 'titles' : SCANNED[read.field];
  if (!list) return fault(16, msg('cql.unsupportedIndex'), FIELD_TABLE[read.field as FieldName].cql);
  const count = wholeIn(params, 'maximumTerms', DEFAULT_TERMS);
  if (count === null || count < 1) return fault(6, msg('cql.unsupportedParameterValue'), 'maximumTerms');
  const position = wholeIn(params, 'responsePosition', 1);
  if (position === null || position > count + 1)
    return fault(120, msg('cql.responsePositionOutOfRange'), 'responsePosition');
  if (count > MOST_TERMS) return fault(121, msg('cql.tooManyTermsRequested'), String(MOST_TERMS));
  return { operation: 'scan', version, clause, list, term: read.term, position, count };
}

/** What is known of a term of a list. */
export interface ScannedTerm {
  readonly value: string;
  readonly records: number;
}
const SCAN_NAMESPACE: Record<SruVersion, string> = {
  '1.2': 'http://www.loc.gov/zing/srw/',
  '2.0': 'http://docs.oasis-open.org/ns/search-ws/scan',
};
/** The answer to a scan. */
export function sruScanned(
  scan: SruScan,
  terms: readonly ScannedTerm[],
  ends: { readonly first: boolean; readonly last: boolean },
): string {
  const where = (i: number): string | null => {
    const [first, last] = [ends.first && i === 0, ends.last && i === terms.length - 1];
    return first && last ? 'only' : first ? 'first' : last ? 'last' : null;
  };
  return xmlDocument(
    element(
      'sru:scanResponse',
      [
        textElement('sru:version', scan.version),
        element(
          'sru:terms',
          terms.map((t, i) => {
            const place = where(i);
            return element('sru:term', [
              textElement('sru:value', t.value),
              textElement('sru:numberOfRecords', String(t.records)),
              place === null ? [] : textElement('sru:whereInList', place),
            ]);
          }),
        ),
        element('sru:echoedScanRequest', [
          textElement('sru:version', scan.version),
          textElement('sru:scanClause', scan.clause),
          textElement('sru:responsePosition', String(scan.position)),
          textElement('sru:maximumTerms', String(scan.count)),
        ]),
      ],
      { 'xmlns:sru': SCAN_NAMESPACE[scan.version] },
    ),
  );
}

const NAMESPACE: Record<SruVersion, string> = {
  '1.2': 'http://www.loc.gov/zing/srw/',
  '2.0': 'http://docs.oasis-open.org/ns/search-ws/sruResponse',
};
const wrap = (version: SruVersion, root: string, body: readonly Xml[]): string =>
  xmlDocument(
    element(`sru:${root}`, [textElement('sru:version', version), ...body], {
      'xmlns:sru': NAMESPACE[version],
    }),
  );

/** Puts a message into words: the caller's, since the core has none. */
type Say = (message: Message) => string;
function diagnostics(list: readonly Diagnostic[], version: SruVersion, say: Say): Xml {
  const ns =
    version === '1.2'
      ? 'http://www.loc.gov/zing/srw/diagnostic/'
      : 'http://docs.oasis-open.org/ns/search-ws/diagnostic';
  const one = (d: Diagnostic): Xml =>
    element(
      'diag:diagnostic',
      [
        textElement('diag:uri', `info:srw/diagnostic/1/${d.code}`),
        textElement('diag:details', d.details),
        textElement('diag:message', say(d.message)),
      ],
      { 'xmlns:diag': ns },
    );
  return element('sru:diagnostics', list.map(one));
}

/** An SRU response with nothing in it but one diagnostic (`info:srw/diagnostic/1/…`). */
export const sruFault = (fault: Extract<SruRequest, { operation: 'fault' }>, say: Say): string =>
  wrap(fault.version, 'searchRetrieveResponse', [
    textElement('sru:numberOfRecords', '0'),
    diagnostics(fault.diagnostics, fault.version, say),
  ]);

/** What the version calls the way in which a record is packed. */
const packingName = (version: SruVersion): string =>
  version === '2.0' ? 'sru:recordXMLEscaping' : 'sru:recordPacking';

/** The answer to a search. `records` begin at the search's start. */
export function sruAnswer(
  search: SruSearch,
  found: { readonly total: number; readonly records: readonly DiscoveryRecord[] },
  say: Say,
): string {
  const { total, records } = found;
  const beyond = search.start > total && (total > 0 || search.start > 1) && search.count > 0;
  const next = search.start + records.length;
  const data = (r: DiscoveryRecord): Xml => (search.schema === 'dc' ? dublinCoreOf(r) : marcxmlOf(r));
  const record = (r: DiscoveryRecord, i: number): Xml =>
    element('sru:record', [
      textElement('sru:recordSchema', search.schema === 'dc' ? DC_SCHEMA : MARCXML_SCHEMA),
      textElement(packingName(search.version), search.packing),
      search.packing === 'xml'
        ? element('sru:recordData', [data(r)])
        : textElement('sru:recordData', writeXml(data(r))),
      textElement('sru:recordIdentifier', r.id),
      textElement('sru:recordPosition', String(search.start + i)),
    ]);
  const outOfRange = {
    code: 61,
    message: msg('cql.firstRecordPositionOutOfRange'),
    details: String(search.start),
  };
  return wrap(search.version, 'searchRetrieveResponse', [
    textElement('sru:numberOfRecords', String(total)),
    element('sru:records', records.map(record)),
    next <= total && records.length ? textElement('sru:nextRecordPosition', String(next)) : [],
    element('sru:echoedSearchRetrieveRequest', [
      textElement('sru:version', search.version),
      textElement('sru:query', search.query),
    ]),
    beyond ? diagnostics([outOfRange], search.version, say) : [],
  ]);
}

const CONTEXT_SETS = [
  ['cql', 'info:srw/cql-context-set/1/cql-v1.2'],
  ['dc', 'info:srw/cql-context-set/1/dc-v1.1'],
  ['bib', 'info:srw/cql-context-set/1/bib-v1'],
  ['sort', 'info:srw/cql-context-set/1/sort-v1.0'],
  ['bath', 'http://zing.z3950.org/cql/bath/2.0/'],
  ['rec', 'info:srw/cql-context-set/2/rec-1.1'],
] as const;
const RECORD_SCHEMAS = [
  ['dc', DC_SCHEMA, 'Dublin Core'],
  ['marcxml', MARCXML_SCHEMA, 'MARCXML'],
] as const;
const ZEEREX = 'http://explain.z3950.org/dtd/2.0/';

/** What can be sorted by. */
const SORTED: ReadonlySet<FieldName> = new Set(['title', 'year']);
function indexInfo(): Xml {
  const index = (field: FieldName): Xml => {
    const maps = indexNames(field).map((name) => {
      const [set = '', title = ''] = name.split('.');
      return element('map', [textElement('name', title, { set })]);
    });
    return element('index', [textElement('title', field), ...maps], {
      search: 'true',
      scan: String(SCANNED[field] !== undefined),
      sort: String(SORTED.has(field)),
    });
  };
  return element('indexInfo', [
    ...CONTEXT_SETS.map(([name, identifier]) => element('set', [], { name, identifier }, true)),
    ...FIELD_NAMES.map(index),
  ]);
}
/**
 * The explain record (ZeeRex 2.0): what can be asked.
 * @param at where the asker reached the server
 */
export function sruExplain(
  version: SruVersion,
  at: { readonly host: string; readonly port: string },
  name: string,
): string {
  const where = [textElement('host', at.host), textElement('port', at.port), textElement('database', 'sru')];
  const explain = element(
    'explain',
    [
      element('serverInfo', where, { protocol: 'SRU', version }),
      element('databaseInfo', [textElement('title', name)]),
      indexInfo(),
      element(
        'schemaInfo',
        RECORD_SCHEMAS.map(([short, identifier, title]) =>
          element('schema', [textElement('title', title)], { name: short, identifier }),
        ),
      ),
      element('configInfo', [
        textElement('default', String(DEFAULT_COUNT), { type: 'numberOfRecords' }),
        textElement('setting', String(MOST_RECORDS), { type: 'maximumRecords' }),
        ...['=', '==', 'any', 'all', 'adj', '<', '>', '<=', '>=', '<>', 'within'].map((r) =>
          textElement('supports', r, { type: 'relation' }),
        ),
        ...['stem', 'relevant', 'word', 'string', 'ignoreCase', 'masked'].map((r) =>
          textElement('supports', r, { type: 'relationModifier' }),
        ),
        textElement('supports', 'prox', { type: 'booleanModifier' }),
      ]),
    ],
    { xmlns: ZEEREX },
  );
  const record = [
    textElement('sru:recordSchema', ZEEREX),
    textElement(packingName(version), 'xml'),
    element('sru:recordData', [explain]),
  ];
  return wrap(version, 'explainResponse', [element('sru:record', record)]);
}
