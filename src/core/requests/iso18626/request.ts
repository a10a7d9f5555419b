/** The request message: what a slip asks another library for (ISO 18626). */

import { ownNameOf } from '../../model/inOther';
import { KINDS } from '../../model/kinds';
import type { Campus } from '../../model/library';
import { msg } from '../../model/message';
import type { Slip } from '../../model/slip';
import type { Zone } from '../../model/zone';
import { isCopy, limitOf } from '../slip';
import { type IsoError, type IsoService, isAmong, PUBLICATION_TYPE, REQUEST_TYPES, SERVICES } from './codes';
import {
  agency,
  amount,
  badlyFormed,
  dayEnd,
  dayOfStamp,
  documentOf,
  listAt,
  messageIn,
  stamp,
  textAt,
  unstamp,
} from './xml';

/** Our side of an exchange: who we are, where and in what money we reckon. */
export interface Correspondent {
  readonly agency: string;
  readonly zone: Zone;
  /** ISO 4217 code. */
  readonly currency: string;
  readonly campuses: readonly Pick<Campus, 'id' | 'name' | 'ownName'>[];
}
/** Suggestions and questions are no interlibrary requests: they go to our own desks. */
export const isForOthers = (slip: Pick<Slip, 'wanted'>): boolean =>
  slip.wanted !== 'purchase' && slip.wanted !== 'question';

/** The whole and the part: for a part, `title` and `author` are of the journal or book it stands in. */
function bibliographic(slip: Slip) {
  const { item } = slip;
  const { family } = KINDS[item.kind];
  const ofBook = slip.wanted === 'chapter' && family !== 'chapter' && family !== 'article';
  const isPart = !ofBook && (family === 'article' || family === 'chapter') && item.container !== '';
  const ids = (code: string, text: string) =>
    text
      .split(/[;,]\s*/)
      .filter(Boolean)
      .map((value) => ({ bibliographicItemIdentifier: value, bibliographicItemIdentifierCode: code }));
  return {
    title: isPart ? item.container : item.title,
    author: isPart ? '' : item.author,
    seriesTitle: isPart ? '' : item.container,
    edition: item.edition,
    titleOfComponent: isPart ? item.title : ofBook ? item.chapter : '',
    authorOfComponent: isPart ? item.author : '',
    volume: item.volume,
    issue: item.issue,
    pagesRequested: isCopy(slip) ? item.pages : '',
    bibliographicItemId: [...ids('ISBN', item.isbn), ...ids('ISSN', item.issn), ...ids('DOI', item.doi)],
    bibliographicRecordId: [
      ['Local', slip.record],
      ['PMID', item.pmid],
    ].flatMap(([code, id]) =>
      id ? [{ bibliographicRecordIdentifierCode: code, bibliographicRecordIdentifier: id }] : [],
    ),
  };
}
/** Where it goes: an e-mail address, a postal address, or the desk where the reader collects it. */
function addressOf(slip: Slip, us: Correspondent) {
  const { delivery } = slip;
  if (delivery.to === 'email')
    return { electronicAddress: { electronicAddressType: 'Email', electronicAddressData: delivery.email } };
  if (delivery.to === 'pickup') {
    const campus = us.campuses.find((c) => c.id === delivery.campus);
    return { physicalAddress: { line1: campus ? ownNameOf(campus) : delivery.campus } };
  }
  const [line1 = '', line2 = '', ...rest] = delivery.address
    .split(/\n|,\s*/)
    .map((l) => l.trim())
    .filter(Boolean);
  return { physicalAddress: { line1, line2, locality: rest.join(', ') } };
}

/**
 * The request for a slip. It names no reader: the requesting library knows whose slip it is.
 * @param to the agency that is asked
 * @param now ISO local time
 */
export function requestFor(slip: Slip, to: string, us: Correspondent, now: string): string {
  const { zone } = us;
  const copy = isCopy(slip);
  return documentOf({
    request: {
      header: {
        supplyingAgencyId: agency(to),
        requestingAgencyId: agency(us.agency),
        timestamp: stamp(zone, now),
        requestingAgencyRequestId: slip.id,
      },
      bibliographicInfo: bibliographic(slip),
      publicationInfo: {
        publisher: slip.item.publisher,
        publicationType: PUBLICATION_TYPE[slip.item.kind],
        publicationDate: slip.item.year,
      },
      serviceInfo: {
        requestType: 'New',
        requestSubType: ['PatronRequest'],
        serviceType: copy ? 'Copy' : 'Loan',
        serviceLevel: slip.speed === 'fast' ? 'Express' : 'Standard',
        preferredFormat: [copy ? 'PDF' : 'Printed'],
        needBeforeDate: dayEnd(zone, slip.needBy),
        copyrightCompliance: copy ? (slip.commercial ? 'RoyaltyPaid' : 'PrivateStudy') : '',
        anyEdition: slip.editions === 'this' ? 'N' : 'Y',
        note: slip.note,
      },
      supplierInfo: [{ sortOrder: '1', supplierCode: agency(to) }],
      requestedDeliveryInfo: [{ sortOrder: '1', address: addressOf(slip, us) }],
      billingInfo: { maximumCosts: amount(limitOf(slip), us.currency) },
    },
  });
}

export interface IsoRequest {
  readonly requestId: string;
  readonly requestingAgency: string;
  readonly supplyingAgency: string;
  /** ISO local time of the reader of the message. */
  readonly timestamp: string;
  readonly title: string;
  readonly author: string;
  readonly part: string;
  readonly authorOfPart: string;
  readonly volume: string;
  readonly issue: string;
  readonly pages: string;
  readonly year: string;
  readonly publicationType: string;
  readonly isbn: readonly string[];
  readonly issn: readonly string[];
  readonly doi: readonly string[];
  readonly pmid: string;
  readonly record: string;
  readonly service: IsoService;
  readonly serviceLevel: string;
  /** ISO day; empty: none. */
  readonly needBefore: string;
  readonly note: string;
  readonly maximumCosts: { readonly amount: string; readonly currency: string } | null;
}

/** Reads a request; what is wrong with it comes back as the standard's error. */
export function readRequest(xml: string, zone: Zone): IsoRequest | { readonly error: IsoError } {
  const found = messageIn(xml);
  if ('error' in found) return found;
  if (found.name !== 'request') return { error: { type: 'UnrecognisedDataElement', value: found.name } };
  const r = found.node;
  const lacks = (name: string) => badlyFormed(msg('iso.lacks', { element: name }));
  const unknown = (name: string, value: string): { error: IsoError } => ({
    error: { type: 'UnrecognisedDataValue', value: `${name}: ${value.slice(0, 100)}` },
  });
  const requestId = textAt(r, 'header', 'requestingAgencyRequestId');
  const stamped = textAt(r, 'header', 'timestamp');
  if (!requestId) return lacks('header/requestingAgencyRequestId');
  if (!stamped) return lacks('header/timestamp');
  const timestamp = unstamp(zone, stamped);
  if (timestamp === null) return unknown('timestamp', stamped);
  const b = (name: string): string => textAt(r, 'bibliographicInfo', name);
  if (!b('title') && !b('titleOfComponent')) return lacks('bibliographicInfo/title');
  const s = (name: string): string => textAt(r, 'serviceInfo', name);
  const service = s('serviceType');
  if (!service) return lacks('serviceInfo/serviceType');
  if (!isAmong(SERVICES, service)) return unknown('serviceType', service);
  const type = s('requestType');
  if (type && !isAmong(REQUEST_TYPES, type)) return unknown('requestType', type);
  const edition = s('anyEdition');
  if (edition && edition !== 'Y' && edition !== 'N') return unknown('anyEdition', edition);
  const need = s('needBeforeDate');
  if (need && unstamp(zone, need) === null) return unknown('needBeforeDate', need);
  const [info] = listAt(r, 'bibliographicInfo');
  const numbers = (code: string): string[] =>
    listAt(info, 'bibliographicItemId')
      .filter((id) => textAt(id, 'bibliographicItemIdentifierCode').toUpperCase() === code)
      .map((id) => textAt(id, 'bibliographicItemIdentifier'));
  const recordId = (code: string): string =>
    textAt(
      listAt(info, 'bibliographicRecordId').find(
        (id) => textAt(id, 'bibliographicRecordIdentifierCode').toUpperCase() === code,
      ),
      'bibliographicRecordIdentifier',
    );
  const money = textAt(r, 'billingInfo', 'maximumCosts', 'monetaryValue');
  return {
    requestId,
    timestamp,
    requestingAgency: textAt(r, 'header', 'requestingAgencyId', 'agencyIdValue'),
    supplyingAgency: textAt(r, 'header', 'supplyingAgencyId', 'agencyIdValue'),
    title: b('title'),
    author: b('author'),
    part: b('titleOfComponent'),
    authorOfPart: b('authorOfComponent'),
    volume: b('volume'),
    issue: b('issue'),
    pages: b('pagesRequested'),
    year: textAt(r, 'publicationInfo', 'publicationDate'),
    publicationType: textAt(r, 'publicationInfo', 'publicationType'),
    isbn: numbers('ISBN'),
    issn: numbers('ISSN'),
    doi: numbers('DOI'),
    pmid: recordId('PMID'),
    record: recordId('LOCAL'),
    service,
    serviceLevel: s('serviceLevel'),
    needBefore: dayOfStamp(zone, need),
    note: s('note'),
    maximumCosts: money
      ? { amount: money, currency: textAt(r, 'billingInfo', 'maximumCosts', 'currencyCode') }
      : null,
  };
}
