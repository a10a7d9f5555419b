/**
 * ISO 18626:2017 "Information and documentation – Interlibrary loan transactions": the request and supplying agency
 * message as XML, with the standard's element names and closed codes. Only what we use is written; what we don't know in
 * a received message is passed over.
 */
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { fromZoned, zoned } from '../access/calendar';
import type { Zone } from '../policy/types';
import { isoLocal, parseLocal } from '../time';
import { isCopy, type Slip } from './slip';

const NAMESPACE = 'http://illtransactions.org/2013/iso18626';
export const STATUSES = [
  'RequestReceived',
  'ExpectToSupply',
  'WillSupply',
  'Loaned',
  'Overdue',
  'Recalled',
  'RetryPossible',
  'Unfilled',
  'CopyCompleted',
  'LoanCompleted',
  'CompletedWithoutReturn',
  'Cancelled',
] as const;
export type IsoStatus = (typeof STATUSES)[number];
export type IsoReason = 'RequestResponse' | 'StatusChange' | 'Notification' | 'CancelResponse' | 'RenewResponse';
/** Actions of the requesting agency (ISO 18626 7.4.3). */
export const ACTIONS = ['Received', 'Cancel', 'Renew', 'ShippedReturn', 'Notification', 'StatusRequest'] as const;
export type IsoAction = (typeof ACTIONS)[number];

export interface IsoRequest {
  readonly requestId: string;
  readonly requestingAgency: string;
  readonly supplyingAgency: string;
  readonly timestamp: string;
  readonly record: string;
  readonly title: string;
  readonly author: string;
  readonly container: string;
  readonly volume: string;
  readonly issue: string;
  readonly pages: string;
  readonly year: string;
  readonly serviceType: 'Loan' | 'Copy';
  readonly serviceLevel: 'Standard' | 'Express';
  readonly needBefore: string;
  readonly copyright: string;
  readonly note: string;
  readonly maximumCosts: string;
  /** Route and place, in the supplier preference; local code list of ours. */
  readonly route: string;
  readonly from: string;
  readonly pickup: string;
}
export interface IsoSupplyingMessage {
  readonly requestId: string;
  readonly supplyingAgency: string;
  readonly supplierName: string;
  readonly timestamp: string;
  readonly reason: IsoReason;
  readonly status: IsoStatus;
  readonly note: string;
  /** Expected delivery; for a file, the last day on which it can be opened. */
  readonly expected: string;
  readonly url: string;
  /** For RenewResponse and CancelResponse. */
  readonly answer: '' | 'Y' | 'N';
  /** ISO day on which the volume is due. */
  readonly due: string;
  /** Offered costs in hundredths; null: nothing said. */
  readonly cost: number | null;
  readonly reasonUnfilled: string;
  /** From the standard's open list; `Question` is ours, for staff who ask the reader. */
  readonly reasonRetry: string;
  readonly loanCondition: string;
  /** ISO day until which an offer stands. */
  readonly retryBefore: string;
}
/** What the requesting agency says of a request it has made. */
export interface IsoRequestingMessage {
  readonly requestId: string;
  readonly supplyingAgency: string;
  readonly timestamp: string;
  readonly action: IsoAction;
  readonly note: string;
}
/** Parts that most messages leave empty. */
export const NOTHING_MORE = {
  expected: '',
  url: '',
  answer: '',
  due: '',
  cost: null,
  reasonUnfilled: '',
  reasonRetry: '',
  loanCondition: '',
  retryBefore: '',
} as const satisfies Partial<IsoSupplyingMessage>;

/** Times in messages are xs:dateTime with the offset of the requesting library's zone; inside, they are its local times. */
const stamp = (zone: Zone, local: string): string => {
  const t = parseLocal(local);
  return t === null ? local : zoned(zone, t);
};
const unstamp = (zone: Zone, text: string): string => {
  const t = fromZoned(zone, text);
  return t === null ? text : isoLocal(t);
};

const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: false });
const parser = new XMLParser({
  ignoreAttributes: false,
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: true,
  processEntities: { enabled: true, maxTotalExpansions: 100_000, maxExpandedLength: 1_000_000 },
});
const agency = (value: string) => ({ agencyIdType: 'ISIL', agencyIdValue: value });
/** XML 1.0 cannot carry control characters; they are dropped rather than refused. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are the characters XML 1.0 section 2.2 leaves out
const clean = (text: string): string => text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');
const whole = (body: object): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build({ ISO18626Message: { '@_xmlns': NAMESPACE, '@_version': '1.2', ...body } })}`;
const given = (o: Record<string, string | undefined>): Record<string, string> =>
  Object.fromEntries(Object.entries(o).flatMap(([k, v]) => (v ? [[k, clean(v)]] : [])));

/** The request for a slip. It names no reader: the requesting library knows whose slip it is. */
export function requestFor(slip: Slip, requestingAgency: string, now: string, zone: Zone): string {
  const { item } = slip;
  const chapter = slip.wanted === 'chapter' && item.kind !== 'chapter';
  return whole({
    request: {
      header: {
        supplyingAgencyId: agency(`LGD:${slip.from}`),
        requestingAgencyId: agency(requestingAgency),
        timestamp: stamp(zone, now),
        requestingAgencyRequestId: slip.id,
      },
      bibliographicInfo: given({
        supplierUniqueRecordId: slip.record,
        title: chapter || item.kind === 'chapter' ? item.container || item.title : item.title,
        author: item.author,
        titleOfComponent: chapter ? item.chapter : item.kind === 'chapter' ? item.title : undefined,
        volume: item.volume,
        issue: item.issue,
        pagesRequested: isCopy(slip) ? item.pages : undefined,
        edition: item.edition,
        seriesTitle: item.kind === 'chapter' || chapter ? undefined : item.container,
      }),
      publicationInfo: given({ publisher: item.publisher, publicationDate: item.year }),
      serviceInfo: given({
        requestType: 'New',
        // Suggestions and questions are local service types, as the standard's open list allows.
        serviceType: isCopy(slip) ? 'Copy' : 'Loan',
        serviceSubtype: slip.wanted === 'purchase' ? 'PurchaseSuggestion' : slip.wanted === 'question' ? 'Question' : undefined,
        serviceLevel: slip.speed === 'fast' ? 'Express' : 'Standard',
        preferredFormat: isCopy(slip) ? 'PDF' : 'Printed',
        needBeforeDate: slip.needBy,
        copyrightCompliance: isCopy(slip) ? (slip.commercial ? 'RoyaltyPaid' : 'PrivateStudy') : undefined,
        anyEdition: slip.editions === 'this' ? 'N' : 'Y',
        note: slip.note,
      }),
      supplierInfo: { supplierCode: agency(`LGD:${slip.from}`), callNumber: '', summaryHoldings: slip.route },
      requestedDeliveryInfo: {
        sortOrder: '1',
        address: {
          electronicAddress: {
            electronicAddressType: slip.delivery.to === 'email' ? 'Email' : 'PickupLocation',
            electronicAddressData: slip.delivery.to === 'pickup' ? slip.delivery.campus : slip.delivery.to,
          },
        },
      },
      billingInfo: given({ maximumCosts: slip.limit }),
    },
  });
}

type Node = { readonly [key: string]: Node | string | undefined };
const at = (node: Node | string | undefined, ...path: string[]): string => {
  let here: Node | string | undefined = node;
  for (const p of path) here = typeof here === 'object' ? here[p] : undefined;
  return typeof here === 'string' ? here : '';
};
function open(xml: string): Node | { problem: string } {
  const valid = XMLValidator.validate(xml);
  if (valid !== true) return { problem: `This is not well-formed XML: ${valid.err.msg} (line ${valid.err.line}).` };
  const root = (parser.parse(xml) as Node).ISO18626Message;
  return typeof root === 'object' ? root : { problem: 'The root element is not ISO18626Message.' };
}

export function readRequest(xml: string, zone: Zone): IsoRequest | { problem: string } {
  const root = open(xml);
  if (typeof root.problem === 'string') return { problem: root.problem };
  const r = (root as Node).request;
  if (typeof r !== 'object') return { problem: 'The message carries no request.' };
  const requestId = at(r, 'header', 'requestingAgencyRequestId');
  const timestamp = at(r, 'header', 'timestamp');
  const service = at(r, 'serviceInfo', 'serviceType');
  if (!requestId || !timestamp) return { problem: 'The header lacks requestingAgencyRequestId or timestamp.' };
  if (service !== 'Loan' && service !== 'Copy') return { problem: `serviceType “${service}” is not Loan or Copy.` };
  const b = (...p: string[]) => at(r, 'bibliographicInfo', ...p);
  const s = (...p: string[]) => at(r, 'serviceInfo', ...p);
  return {
    requestId,
    timestamp: unstamp(zone, timestamp),
    requestingAgency: at(r, 'header', 'requestingAgencyId', 'agencyIdValue'),
    supplyingAgency: at(r, 'header', 'supplyingAgencyId', 'agencyIdValue'),
    record: b('supplierUniqueRecordId'),
    title: b('titleOfComponent') || b('title'),
    author: b('author'),
    container: b('seriesTitle'),
    volume: b('volume'),
    issue: b('issue'),
    pages: b('pagesRequested'),
    year: at(r, 'publicationInfo', 'publicationDate'),
    serviceType: service,
    serviceLevel: s('serviceLevel') === 'Express' ? 'Express' : 'Standard',
    needBefore: s('needBeforeDate'),
    copyright: s('copyrightCompliance'),
    note: s('note'),
    maximumCosts: at(r, 'billingInfo', 'maximumCosts'),
    route: at(r, 'supplierInfo', 'summaryHoldings'),
    from: at(r, 'supplierInfo', 'supplierCode', 'agencyIdValue').replace(/^LGD:/, ''),
    pickup: at(r, 'requestedDeliveryInfo', 'address', 'electronicAddress', 'electronicAddressData'),
  };
}

/** Confirms a request or a requesting agency message; `problem` turns it into the standard's ERROR. */
export const confirmationFor = (
  r: { readonly requestId: string; readonly requestingAgency: string; readonly supplyingAgency: string },
  now: string,
  zone: Zone,
  problem = '',
  of: 'request' | 'requestingAgencyMessage' = 'request',
): string =>
  whole({
    [`${of}Confirmation`]: {
      confirmationHeader: {
        supplyingAgencyId: agency(r.supplyingAgency),
        requestingAgencyId: agency(r.requestingAgency),
        timestamp: stamp(zone, now),
        requestingAgencyRequestId: r.requestId,
        timestampReceived: stamp(zone, now),
        messageStatus: problem ? 'ERROR' : 'OK',
      },
      ...(problem ? { errorData: { errorType: 'UnrecognisedDataValue', errorValue: clean(problem) } } : {}),
    },
  });

/** What the reader did, as the requesting agency tells it. */
export const requestingMessage = (m: IsoRequestingMessage, requestingAgency: string, zone: Zone): string =>
  whole({
    requestingAgencyMessage: {
      header: {
        supplyingAgencyId: agency(m.supplyingAgency),
        requestingAgencyId: agency(requestingAgency),
        timestamp: stamp(zone, m.timestamp),
        requestingAgencyRequestId: m.requestId,
      },
      ...given({ action: m.action, note: m.note }),
    },
  });
export function readRequestingMessage(
  xml: string,
  zone: Zone,
): (IsoRequestingMessage & { readonly requestingAgency: string }) | { problem: string } {
  const root = open(xml);
  if (typeof root.problem === 'string') return { problem: root.problem };
  const m = (root as Node).requestingAgencyMessage;
  if (typeof m !== 'object') return { problem: 'The message carries no requestingAgencyMessage.' };
  const action = at(m, 'action');
  if (!(ACTIONS as readonly string[]).includes(action)) return { problem: `Action “${action}” is not one of ISO 18626.` };
  return {
    requestId: at(m, 'header', 'requestingAgencyRequestId'),
    supplyingAgency: at(m, 'header', 'supplyingAgencyId', 'agencyIdValue'),
    requestingAgency: at(m, 'header', 'requestingAgencyId', 'agencyIdValue'),
    timestamp: unstamp(zone, at(m, 'header', 'timestamp')),
    action: action as IsoAction,
    note: at(m, 'note'),
  };
}

const crowns = (cents: number | null): string | undefined => (cents === null ? undefined : (cents / 100).toFixed(2));

export const supplyingMessage = (m: IsoSupplyingMessage, requestingAgency: string, zone: Zone): string =>
  whole({
    supplyingAgencyMessage: {
      header: {
        supplyingAgencyId: agency(m.supplyingAgency),
        requestingAgencyId: agency(requestingAgency),
        timestamp: stamp(zone, m.timestamp),
        requestingAgencyRequestId: m.requestId,
      },
      messageInfo: given({
        reasonForMessage: m.reason,
        answerYesNo: m.answer,
        note: m.note,
        reasonUnfilled: m.reasonUnfilled,
        reasonRetry: m.reasonRetry,
        offeredCosts: crowns(m.cost),
        retryBefore: m.retryBefore,
      }),
      statusInfo: given({
        status: m.status,
        expectedDeliveryDate: m.expected,
        dueDate: m.due,
        lastChange: stamp(zone, m.timestamp),
      }),
      ...(m.supplierName || m.url
        ? {
            deliveryInfo: given({
              dateSent: stamp(zone, m.timestamp),
              sentVia: m.url ? 'URL' : 'Mail',
              itemId: m.url,
              loanCondition: m.loanCondition,
              deliveredBy: m.supplierName,
            }),
          }
        : {}),
    },
  });

export function readSupplyingMessage(xml: string, zone: Zone): IsoSupplyingMessage | { problem: string } {
  const root = open(xml);
  if (typeof root.problem === 'string') return { problem: root.problem };
  const m = (root as Node).supplyingAgencyMessage;
  if (typeof m !== 'object') return { problem: 'The message carries no supplyingAgencyMessage.' };
  const status = at(m, 'statusInfo', 'status');
  if (!(STATUSES as readonly string[]).includes(status)) return { problem: `Status “${status}” is not one of ISO 18626.` };
  const info = (name: string): string => at(m, 'messageInfo', name);
  const answer = info('answerYesNo');
  const cost = info('offeredCosts');
  return {
    requestId: at(m, 'header', 'requestingAgencyRequestId'),
    supplyingAgency: at(m, 'header', 'supplyingAgencyId', 'agencyIdValue'),
    supplierName: at(m, 'deliveryInfo', 'deliveredBy'),
    timestamp: unstamp(zone, at(m, 'header', 'timestamp')),
    reason: info('reasonForMessage') as IsoReason,
    status: status as IsoStatus,
    note: info('note'),
    expected: at(m, 'statusInfo', 'expectedDeliveryDate'),
    url: at(m, 'deliveryInfo', 'itemId'),
    answer: answer === 'Y' || answer === 'N' ? answer : '',
    due: at(m, 'statusInfo', 'dueDate'),
    cost: /^\d+(\.\d+)?$/.test(cost) ? Math.round(Number(cost) * 100) : null,
    reasonUnfilled: info('reasonUnfilled'),
    reasonRetry: info('reasonRetry'),
    loanCondition: at(m, 'deliveryInfo', 'loanCondition'),
    retryBefore: info('retryBefore'),
  };
}
