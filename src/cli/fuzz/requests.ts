/**
 * Requests to every endpoint and page: valid ones with something wrong in them. Drawn by seed, so that a
 * finding can be met again.
 */

import { ROUTES, WANTED } from '../../core/model/codes';
import type { Slip } from '../../core/model/slip';
import { GROUPS } from '../../core/query/request';
import type { Random } from '../../core/random';
import { requestFor } from '../../core/requests/iso18626';
import { newSlip } from '../../core/requests/slip';
import { phrase, spoilt, text } from './words';

/** What the fuzzer needs to know of the library it knocks at. */
export interface Known {
  readonly campus: string;
  readonly providers: readonly string[];
  readonly records: readonly {
    readonly id: string;
    readonly csl: { readonly type: string; readonly title: string };
    readonly kind: string;
  }[];
  readonly correspondent: Parameters<typeof requestFor>[2];
  readonly reader: Parameters<typeof newSlip>[0]['reader'];
  readonly start: string;
}
export interface Shot {
  readonly method: string;
  /** As it is sent: it may not be encoded as it should be. */
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body?: string | Buffer;
}

const JSON_TYPE = { 'content-type': 'application/json' };
const PARAMS: Readonly<Record<string, readonly string[]>> = {
  '/api/search': [
    'q',
    'syntax',
    'exact',
    'reach',
    'from',
    'to',
    'sort',
    'need',
    'since',
    'offset',
    'limit',
    'campus',
    'remote',
    'at',
    ...GROUPS.flatMap((g) => [`keep.${g}`, `drop.${g}`]),
  ],
  '/api/values': ['group', 'contains', 'q', 'syntax', 'campus', 'at', ...GROUPS.map((g) => `keep.${g}`)],
  '/api/suggest': ['q'],
  '/api/journals': ['q', 'campus'],
  '/api/shelf': ['record', 'callno', 'campus', 'before', 'after', 'q', 'at'],
  '/api/browse': ['list', 'from', 'record', 'before', 'after', 'at'],
  '/api/related': ['record', 'campus', 'remote', 'at'],
  '/api/courses': ['q'],
  '/api/guidance': [],
  '/api/library': [],
  '/api/hours': ['librarian', 'from', 'at'],
  '/api/pass': ['place', 'at'],
  '/places': [],
  '/ask/hour': ['librarian', 'record', 'search', 'pile', 'start', 'from'],
  '/standin/calendars/oddny': ['start', 'end', 'at'],
  '/api/account': ['campus', 'remote', 'at', 'need'],
  '/sign-in': ['to'],
  '/sign-in/back': ['code', 'state', 'error', 'iss'],
  '/standin/circulation/daia': ['id', 'format', 'at'],
  '/standin/circulation/core/imke/items': ['access_token', 'at'],
  '/standin/identity/authorize': ['client_id', 'redirect_uri', 'scope', 'state', 'response_type'],
  '/standin/counter': ['at'],
  '/sru': [
    'operation',
    'version',
    'query',
    'startRecord',
    'maximumRecords',
    'recordSchema',
    'recordPacking',
    'recordXMLEscaping',
    'sortKeys',
    'scanClause',
    'stylesheet',
  ],
  '/oai': ['verb', 'metadataPrefix', 'from', 'until', 'set', 'resumptionToken', 'identifier'],
  '/openurl': [
    'genre',
    'title',
    'atitle',
    'jtitle',
    'rft.genre',
    'rft.atitle',
    'rft.jtitle',
    'rft.au',
    'rft_id',
    'rft_val_fmt',
    'rft.issn',
    'rft.isbn',
    'rft.volume',
    'rft.spage',
    'rft.date',
    'issn',
    'isbn',
    'date',
    'volume',
    'spage',
    'pages',
    'sid',
  ],
  '/opensearch.xml': [],
  '/api/export': ['q', 'syntax', 'from', 'campus', 'at', 'format'],
  '/feeds/search.atom': ['q', 'syntax', 'from', 'to', 'campus', 'at', 'keep.kind'],
  '/': ['q', 'syntax', 'from', 'keep.kind', 'item'],
  '/journals': ['q', 'campus'],
  '/browse': ['list', 'from', 'record', 'way', 'at'],
  '/shelf': ['record', 'callno', 'campus', 'q'],
  '/courses': ['q', 'course', 'own'],
  '/databases': ['subject'],
  '/policy': [],
  '/desk': ['token'],
  '/desk/requests': [],
  '/library.css': [],
  '/library-logo': [],
  '/about': [],
  '/references': [],
  '/requests': [],
  '/requests/new': ['record', 'route', 'from', 'journal', 'by', 'rft.title'],
  '/searches': [],
  '/aside': [],
  '/account': [],
  '/cleared': [],
  '/piles': ['pile', 'item', 'sheet', 'bin'],
  '/ask': ['record', 'q'],
  '/healthz': [],
  '/readyz': [],
  '/standin/sign-in': ['to'],
  '/_image': ['href', 'w', 'h', 'f'],
};
const VALID: Readonly<Record<string, readonly string[]>> = {
  syntax: ['plain', 'cql'],
  sort: ['match', 'newest', 'soonest', 'title'],
  reach: ['online', 'shelves', 'partners', 'index'],
  group: GROUPS,
  operation: ['explain', 'searchRetrieve', 'scan'],
  version: ['1.1', '1.2', '2.0'],
  recordSchema: ['dc', 'marcxml'],
  at: ['2026-11-02T09:10', '2026-12-31T23:59'],
  librarian: ['oddny', 'wendel'],
  place: ['ostmere', 'coastarchive'],
  start: ['20261102T081000Z'],
  end: ['20261112T081000Z'],
  rft_val_fmt: ['info:ofi/fmt:kev:mtx:journal', 'info:ofi/fmt:kev:mtx:book'],
};
/** Broken pieces of percent encoding go as they are. */
const encoded = (r: Random, part: string): string => {
  if (r.chance(0.03)) return part.replace(/[^\x21-\x7e]|[#?]/g, '');
  try {
    return encodeURIComponent(part);
  } catch {
    // A lone half of a letter can't be encoded: it is left out, as a browser would.
    return encodeURIComponent(part.replace(/\p{Cs}/gu, ''));
  }
};

export function shot(r: Random, known: Known): Shot {
  const kind = r();
  if (kind < 0.45) return asked(r, known);
  if (kind < 0.6) return page(r, known);
  if (kind < 0.9) return posted(r, known);
  if (kind < 0.95) return references(r, known);
  if (kind < 0.98) return calendar(r);
  return wrongMethod(r, known);
}
const accept = (r: Random): Record<string, string> => ({
  accept: r.pick([
    '*/*',
    'text/html',
    'application/json',
    'application/marcxml+xml',
    text(r).replace(/[^\x20-\x7e]/g, '') || '*/*',
  ]),
});

function asked(r: Random, known: Known): Shot {
  const path = r.pick(Object.keys(PARAMS));
  const names = PARAMS[path] ?? [];
  const pairs = names
    .filter(() => r.chance(Math.min(0.6, 4 / names.length)))
    .map((name) => {
      const right = VALID[name];
      const own =
        name === 'campus' && r.chance(0.7)
          ? known.campus
          : right && r.chance(0.7)
            ? r.pick(right)
            : r.chance(0.5)
              ? phrase(r)
              : text(r);
      return `${encoded(r, name)}=${encoded(r, own)}`;
    });
  if (r.chance(0.05)) pairs.push(`${encoded(r, text(r))}=${encoded(r, text(r))}`);
  if (r.chance(0.05) && pairs[0]) pairs.push(pairs[0]);
  return {
    method: r.chance(0.02) ? 'HEAD' : 'GET',
    path: `${path}${pairs.length ? `?${pairs.join('&')}` : ''}`,
    headers: accept(r),
  };
}
function page(r: Random, known: Known): Shot {
  const id = r.chance(0.5) ? r.pick(known.records).id : text(r);
  const provider = r.chance(0.7) ? r.pick(known.providers) : text(r);
  const path = r.pick([
    `/records/${encoded(r, id)}`,
    `/api/records/${encoded(r, id)}`,
    `/api/records/${encoded(r, id)}?format=${encoded(r, r.pick(['csl', 'ris', 'bibtex', 'marcxml', 'dc', text(r)]))}`,
    `/requests/${encoded(r, id)}`,
    `/guides/${encoded(r, id)}`,
    `/pass/${encoded(r, id)}`,
    `/standin/call/${encoded(r, id)}`,
    `/standin/database/${encoded(r, id)}?q=${encoded(r, text(r))}`,
    `/standin/publisher/${encoded(r, provider)}/${encoded(r, id)}`,
    `/standin/publisher/${encoded(r, provider)}/${encoded(r, id)}.pdf`,
    `/standin/delivery/${encoded(r, id)}.pdf?slip=${encoded(r, text(r))}&until=${encoded(r, text(r))}&at=${encoded(r, text(r))}&title=${encoded(r, text(r))}`,
    `/${encoded(r, text(r))}`,
    `/${encoded(r, text(r))}/${encoded(r, text(r))}`,
  ]);
  return { method: 'GET', path, headers: accept(r) };
}
const slipOf = (r: Random, known: Known): Slip => {
  const record = r.pick(known.records);
  return newSlip({
    id: `S-fuzz-${r.int(1000, 9999)}`,
    record: record as never,
    reader: known.reader,
    wanted: r.pick(WANTED),
    route: r.pick(ROUTES),
    from: r.pick(['lending', known.campus, 'acquisitions', 'ask']),
    needBy: r.chance(0.3) ? '2026-11-13' : '',
    now: known.start,
  });
};
function posted(r: Random, known: Known): Shot {
  const record = r.pick(known.records);
  const moment = {
    situation: { campus: known.campus, category: 'undergraduate', remote: false },
    at: known.start,
  };
  const slip: Slip = { ...slipOf(r, known), declared: true };
  const sent = { ...slip, state: 'sent', sent: known.start };
  const history = { journalThisYear: 0, sameIssue: 0, sameBookCopies: 0, open: 0 };
  const { path, body } = r.pick([
    { path: '/api/ways', body: { record: record.id, moment, needBy: '' } as unknown },
    { path: '/api/ways', body: { csl: record.csl, moment, needBy: '2026-11-13' } },
    { path: '/api/promise', body: { slip, moment, history } },
    { path: '/api/slips', body: { slip, moment, history } },
    {
      path: '/api/slips/act',
      body: { slip: sent, act: r.pick(['cancel', 'note', 'renew', 'collect']), text: 'x', moment },
    },
    { path: '/api/slips/news', body: { slips: [sent, sent], moment } },
    {
      path: '/api/ask',
      body: {
        questions: [{ id: 'Q-000001', kind: 'question', subject: 'kelp', asked: known.start }],
        moment,
      },
    },
    {
      path: '/api/mail',
      body: { to: ['a@b.example'], subject: 'x', text: 'y', moment },
    },
    {
      path: '/api/account/act',
      body: {
        what: r.pick(['renew', 'cancel', 'request']),
        things: [{ item: `urn:x-copy:${record.id}:0` }, { record: record.id, pickup: known.campus }],
        moment,
      },
    },
    {
      path: '/api/hours/act',
      body: {
        what: r.pick(['take', 'stands', 'give-back']),
        hours: [
          {
            id: 'H-fuzz0001',
            sequence: r.int(0, 3),
            librarian: 'oddny',
            start: r.pick(['2026-11-05T09:00', '2026-11-05T09:30']),
            minutes: 60,
            campus: 'fellgate',
            title: 'kelp',
            attach: [],
            note: phrase(r),
          },
        ],
        moment,
      },
    },
    { path: '/api/live', body: { records: known.records.slice(0, 30).map((k) => k.id), moment, needBy: '' } },
    {
      path: '/standin/circulation/auth/login',
      body: { username: known.reader.id, password: 'demo', grant_type: 'password', scope: 'read_items' },
    },
    { path: '/standin/circulation/core/imke/renew', body: { doc: [{ item: `urn:x-copy:${record.id}:0` }] } },
    {
      path: '/api/policy-reports',
      body: { 'csp-report': { 'effective-directive': 'img-src', 'blocked-uri': 'https://x.example/a' } },
    },
    { path: '/api/references/resolve', body: { items: [record.csl, record.csl], moment, needBy: '' } },
  ]);
  const bad = r.chance(0.9) ? spoilt(r, body) : body;
  let sentText = r.chance(0.03) ? text(r) : (JSON.stringify(bad) ?? '');
  if (r.chance(0.03)) sentText = sentText.slice(0, r.int(0, sentText.length));
  return {
    method: 'POST',
    path,
    headers: r.chance(0.97) ? JSON_TYPE : { 'content-type': 'text/plain' },
    body: sentText,
  };
}
function references(r: Random, known: Known): Shot {
  if (r.chance(0.5)) {
    const lines = Array.from({ length: r.int(1, 12) }, () =>
      r.chance(0.5) ? `Lind, A. (2019). ${r.pick(known.records).csl.title}. Annals, 8(2), 55–71.` : phrase(r),
    );
    return {
      method: 'POST',
      path: `/api/references?need=${encoded(r, r.chance(0.8) ? '' : text(r))}`,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
      body: lines.join('\n'),
    };
  }
  let xml = requestFor(slipOf(r, known), 'LGD:X', known.correspondent, known.start);
  for (let n = r.int(0, 3); n > 0; n--) {
    const at = r.int(0, xml.length);
    xml = r.chance(0.3)
      ? xml.slice(0, at)
      : `${xml.slice(0, at)}${text(r).slice(0, 5000)}${xml.slice(at + r.int(0, 20))}`;
  }
  const body = r.chance(0.1) ? Buffer.from(xml, 'utf16le') : xml;
  return {
    method: 'POST',
    path: `/standin/lending${r.chance(0.1) ? `?at=${encoded(r, text(r))}` : ''}`,
    headers: { 'content-type': 'application/xml' },
    body,
  };
}
/** What a calendar is told: a message of ours with something in it that does not belong there. */
function calendar(r: Random): Shot {
  let body = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    `METHOD:${r.pick(['REQUEST', 'CANCEL', 'REPLY'])}`,
    'BEGIN:VEVENT',
    'UID:H-fuzz0002@legendum',
    `DTSTART:20261105T0${r.int(0, 9)}0000Z`,
    'DTEND:20261105T090000Z',
    'ATTENDEE;PARTSTAT=ACCEPTED:mailto:oddny@library.example',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');
  for (let n = r.int(0, 3); n > 0; n--) {
    const at = r.int(0, body.length);
    body = `${body.slice(0, at)}${text(r).slice(0, 3000)}${body.slice(at + r.int(0, 20))}`;
  }
  return {
    method: 'POST',
    path: `/standin/calendars/${r.pick(['oddny', encoded(r, text(r))])}`,
    headers: { 'content-type': 'text/calendar' },
    body,
  };
}
function wrongMethod(r: Random, known: Known): Shot {
  const { path } = asked(r, known);
  return {
    method: r.pick(['PUT', 'DELETE', 'PATCH', 'OPTIONS', 'TRACE', 'POST', 'GET']),
    path: r.chance(0.5) ? path : '/api/slips',
    headers: {},
  };
}
