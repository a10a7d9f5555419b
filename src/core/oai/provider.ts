/**
 * OAI-PMH 2.0, the side that is asked: what a request means, and what an answer says. Records come in the order of
 * the days on which they came into the index, then what has changed since, so that a resumption token is a place in
 * that order. There are no sets; what is gone is remembered (`persistent`).
 */
import { oaiDcOf } from '../formats/dublinCore';
import { marcxmlOf } from '../formats/marcxml';
import type { DiscoveryRecord } from '../model/record';
import { parseDay } from '../model/time';
import { element, textElement, type Xml, xmlDocument } from '../xml';

export type OaiPrefix = 'oai_dc' | 'marcxml';
const FORMATS: Readonly<Record<OaiPrefix, { readonly schema: string; readonly namespace: string }>> = {
  oai_dc: {
    schema: 'http://www.openarchives.org/OAI/2.0/oai_dc.xsd',
    namespace: 'http://www.openarchives.org/OAI/2.0/oai_dc/',
  },
  marcxml: {
    schema: 'http://www.loc.gov/standards/marcxml/schema/MARC21slim.xsd',
    namespace: 'http://www.loc.gov/MARC21/slim',
  },
};
const PREFIXES = Object.keys(FORMATS) as readonly OaiPrefix[];
/** OAI-PMH 2.0, 3.6. */
export type OaiError =
  | 'badArgument'
  | 'badResumptionToken'
  | 'badVerb'
  | 'cannotDisseminateFormat'
  | 'idDoesNotExist'
  | 'noRecordsMatch'
  | 'noSetHierarchy';
/** A stretch of records: days taken in, and the place in the order of the index from which on. */
export interface OaiList {
  readonly verb: 'ListRecords' | 'ListIdentifiers';
  readonly prefix: OaiPrefix;
  readonly from: string;
  readonly until: string;
  readonly place: number;
}
export type OaiRequest =
  | { readonly verb: 'Identify' | 'ListMetadataFormats'; readonly identifier?: string }
  | { readonly verb: 'GetRecord'; readonly prefix: OaiPrefix; readonly identifier: string }
  | OaiList
  | { readonly verb: 'fault'; readonly error: OaiError; readonly about: string };

/** Which arguments each verb takes; those with a mark have to be there. */
const ARGUMENTS = new Map([
  ['Identify', ''],
  ['ListMetadataFormats', 'identifier'],
  ['ListSets', 'resumptionToken'],
  ['GetRecord', 'identifier! metadataPrefix!'],
  ['ListRecords', 'metadataPrefix! from until set resumptionToken'],
  ['ListIdentifiers', 'metadataPrefix! from until set resumptionToken'],
]);
const isPrefix = (text: string): text is OaiPrefix => (PREFIXES as readonly string[]).includes(text);
const fault = (error: OaiError, about = ''): OaiRequest => ({ verb: 'fault', error, about });
const FIRST_DAY = '1000-01-01';
const LAST_DAY = '9999-12-31';

/** A place in a list that was begun: `oai_dc~2026-01-01~9999-12-31~200`. */
export const tokenOf = ({ prefix, from, until, place }: OaiList): string =>
  [prefix, from, until, place].join('~');
function listOf(verb: OaiList['verb'], token: string): OaiRequest {
  const [prefix = '', from = '', until = '', place = ''] = token.split('~');
  return isPrefix(prefix) &&
    parseDay(from) !== null &&
    parseDay(until) !== null &&
    /^\d{1,10}$/.test(place) &&
    token.split('~').length === 4
    ? { verb, prefix, from, until, place: Number(place) }
    : fault('badResumptionToken');
}

/** What is asked; every fault as OAI-PMH names it. */
export function readOai(params: URLSearchParams): OaiRequest {
  const verbs = params.getAll('verb');
  const verb = verbs[0] ?? '';
  const takes = ARGUMENTS.get(verb);
  if (verbs.length !== 1 || takes === undefined) return fault('badVerb', verb);
  const known = takes.split(' ').filter(Boolean);
  const names = known.map((n) => n.replace('!', ''));
  for (const name of new Set(params.keys()))
    if (name !== 'verb' && (!names.includes(name) || params.getAll(name).length > 1))
      return fault('badArgument', name);
  const get = (name: string): string => params.get(name) ?? '';
  if (verb === 'ListSets') return fault('noSetHierarchy');
  if (verb === 'Identify') return { verb };
  if (verb === 'ListMetadataFormats') return { verb, identifier: get('identifier') };
  const token = params.get('resumptionToken');
  if (token !== null && (verb === 'ListRecords' || verb === 'ListIdentifiers'))
    // An exclusive argument.
    return [...params.keys()].length > 2 ? fault('badArgument', 'resumptionToken') : listOf(verb, token);
  for (const name of known)
    if (name.endsWith('!') && !get(name.slice(0, -1))) return fault('badArgument', name.slice(0, -1));
  const prefix = get('metadataPrefix');
  if (!isPrefix(prefix)) return fault('cannotDisseminateFormat', prefix);
  if (verb === 'GetRecord') return { verb, prefix, identifier: get('identifier') };
  if (params.has('set')) return fault('noSetHierarchy');
  const [from, until] = [get('from') || FIRST_DAY, get('until') || LAST_DAY];
  for (const [name, day] of [
    ['from', from],
    ['until', until],
  ] as const)
    if (parseDay(day) === null) return fault('badArgument', name);
  if (from > until) return fault('badArgument', 'until');
  return { verb: verb as OaiList['verb'], prefix, from, until, place: 0 };
}

/** Who answers, and when. */
export interface OaiSource {
  /** Address of the door itself. */
  readonly address: string;
  readonly name: string;
  readonly mail: string;
  /** The day on which the first records came. */
  readonly earliest: string;
  /** UTC, to the second: `2026-11-02T09:10:00Z`. */
  readonly now: string;
}
/** A record by its id, with the day of its last change; null where it is gone since then. */
export interface OaiEntry {
  readonly id: string;
  readonly day: string;
  readonly record: DiscoveryRecord | null;
}
/** Identifiers of records: `oai:host:id` (OAI identifier format). */
export const oaiId = (source: OaiSource, id: string): string =>
  `oai:${new URL(source.address).hostname}:${id}`;
export function idIn(source: OaiSource, identifier: string): string {
  const head = oaiId(source, '');
  return identifier.startsWith(head) ? identifier.slice(head.length) : '';
}
const headerOf = ({ id, day, record }: OaiEntry, source: OaiSource): Xml =>
  element(
    'header',
    [textElement('identifier', oaiId(source, id)), textElement('datestamp', day)],
    record ? {} : { status: 'deleted' },
  );
const recordOf = (entry: OaiEntry, prefix: OaiPrefix, source: OaiSource): Xml =>
  element('record', [
    headerOf(entry, source),
    entry.record
      ? element('metadata', [prefix === 'oai_dc' ? oaiDcOf(entry.record) : marcxmlOf(entry.record)])
      : [],
  ]);

function answer(source: OaiSource, attributes: Readonly<Record<string, string>>, body: Xml): string {
  return xmlDocument(
    element(
      'OAI-PMH',
      [textElement('responseDate', source.now), textElement('request', source.address, attributes), body],
      {
        xmlns: 'http://www.openarchives.org/OAI/2.0/',
        'xmlns:xsi': 'http://www.w3.org/2001/XMLSchema-instance',
        'xsi:schemaLocation':
          'http://www.openarchives.org/OAI/2.0/ http://www.openarchives.org/OAI/2.0/OAI-PMH.xsd',
      },
    ),
  );
}
export const oaiFault = (source: OaiSource, error: OaiError, about: string): string =>
  // A verb or argument that was not understood is not repeated as an attribute (3.2).
  answer(source, {}, element('error', about ? [[{ '#text': about }]] : [], { code: error }, true));

export const oaiIdentify = (source: OaiSource): string =>
  answer(
    source,
    { verb: 'Identify' },
    element('Identify', [
      textElement('repositoryName', source.name),
      textElement('baseURL', source.address),
      textElement('protocolVersion', '2.0'),
      textElement('adminEmail', source.mail),
      textElement('earliestDatestamp', source.earliest),
      textElement('deletedRecord', 'persistent'),
      textElement('granularity', 'YYYY-MM-DD'),
    ]),
  );
export const oaiFormats = (source: OaiSource): string =>
  answer(
    source,
    { verb: 'ListMetadataFormats' },
    element(
      'ListMetadataFormats',
      PREFIXES.map((prefix) =>
        element('metadataFormat', [
          textElement('metadataPrefix', prefix),
          textElement('schema', FORMATS[prefix].schema),
          textElement('metadataNamespace', FORMATS[prefix].namespace),
        ]),
      ),
    ),
  );
export const oaiRecord = (
  source: OaiSource,
  entry: OaiEntry,
  prefix: OaiPrefix,
  identifier: string,
): string =>
  answer(
    source,
    { verb: 'GetRecord', identifier, metadataPrefix: prefix },
    element('GetRecord', [recordOf(entry, prefix, source)]),
  );
/**
 * A piece of a list.
 * @param next where the list goes on; null at its end
 */
export function oaiList(
  source: OaiSource,
  asked: OaiList,
  entries: readonly OaiEntry[],
  next: number | null,
): string {
  // At the end of a list that was given in pieces stands an empty token (3.5).
  const token =
    next !== null
      ? textElement('resumptionToken', tokenOf({ ...asked, place: next }))
      : asked.place > 0
        ? element('resumptionToken', [], {}, true)
        : [];
  return answer(
    source,
    { verb: asked.verb, ...(asked.place ? {} : { metadataPrefix: asked.prefix }) },
    element(asked.verb, [
      ...entries.map((e) =>
        asked.verb === 'ListRecords' ? recordOf(e, asked.prefix, source) : headerOf(e, source),
      ),
      token,
    ]),
  );
}
