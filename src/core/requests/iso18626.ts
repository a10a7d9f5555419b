/**
 * ISO 18626:2017 "Information and documentation – Interlibrary loan transactions": the request and supplying agency
 * message as XML, with the standard's element names and closed codes. Only what we use is written; what we don't know in
 * a received message is passed over.
 */
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import type { Slip } from './slip';

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
export type IsoReason = 'RequestResponse' | 'StatusChange' | 'Notification' | 'CancelResponse';

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
  readonly expected: string;
  readonly url: string;
}

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
export function requestFor(slip: Slip, requestingAgency: string, now: string): string {
  const { item } = slip;
  const chapter = slip.wanted === 'chapter' && item.kind !== 'chapter';
  return whole({
    request: {
      header: {
        supplyingAgencyId: agency(`LGD:${slip.from}`),
        requestingAgencyId: agency(requestingAgency),
        timestamp: now,
        requestingAgencyRequestId: slip.id,
      },
      bibliographicInfo: given({
        supplierUniqueRecordId: slip.record,
        title: chapter || item.kind === 'chapter' ? item.container || item.title : item.title,
        author: item.author,
        titleOfComponent: chapter ? item.chapter : item.kind === 'chapter' ? item.title : undefined,
        volume: item.volume,
        issue: item.issue,
        pagesRequested: slip.wanted === 'loan' ? undefined : item.pages,
        edition: item.edition,
        seriesTitle: item.kind === 'chapter' || chapter ? undefined : item.container,
      }),
      publicationInfo: given({ publisher: item.publisher, publicationDate: item.year }),
      serviceInfo: given({
        requestType: 'New',
        serviceType: slip.wanted === 'loan' ? 'Loan' : 'Copy',
        serviceLevel: slip.speed === 'fast' ? 'Express' : 'Standard',
        preferredFormat: slip.wanted === 'loan' ? 'Printed' : 'PDF',
        needBeforeDate: slip.needBy,
        copyrightCompliance: slip.wanted === 'loan' ? undefined : 'PrivateStudy',
        anyEdition: slip.anyEdition ? 'Y' : 'N',
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

export function readRequest(xml: string): IsoRequest | { problem: string } {
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
    timestamp,
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

export const confirmationFor = (r: IsoRequest, now: string): string =>
  whole({
    requestConfirmation: {
      confirmationHeader: {
        supplyingAgencyId: agency(r.supplyingAgency),
        requestingAgencyId: agency(r.requestingAgency),
        timestamp: now,
        requestingAgencyRequestId: r.requestId,
        timestampReceived: now,
        messageStatus: 'OK',
      },
    },
  });

export const supplyingMessage = (m: IsoSupplyingMessage, requestingAgency: string): string =>
  whole({
    supplyingAgencyMessage: {
      header: {
        supplyingAgencyId: agency(m.supplyingAgency),
        requestingAgencyId: agency(requestingAgency),
        timestamp: m.timestamp,
        requestingAgencyRequestId: m.requestId,
      },
      messageInfo: given({ reasonForMessage: m.reason, note: m.note }),
      statusInfo: given({ status: m.status, expectedDeliveryDate: m.expected, lastChange: m.timestamp }),
      ...(m.supplierName || m.url
        ? { deliveryInfo: given({ dateSent: m.timestamp, sentVia: m.url ? 'URL' : 'Mail', itemId: m.url, deliveredBy: m.supplierName }) }
        : {}),
    },
  });

export function readSupplyingMessage(xml: string): IsoSupplyingMessage | { problem: string } {
  const root = open(xml);
  if (typeof root.problem === 'string') return { problem: root.problem };
  const m = (root as Node).supplyingAgencyMessage;
  if (typeof m !== 'object') return { problem: 'The message carries no supplyingAgencyMessage.' };
  const status = at(m, 'statusInfo', 'status');
  if (!(STATUSES as readonly string[]).includes(status)) return { problem: `Status “${status}” is not one of ISO 18626.` };
  return {
    requestId: at(m, 'header', 'requestingAgencyRequestId'),
    supplyingAgency: at(m, 'header', 'supplyingAgencyId', 'agencyIdValue'),
    supplierName: at(m, 'deliveryInfo', 'deliveredBy'),
    timestamp: at(m, 'header', 'timestamp'),
    reason: at(m, 'messageInfo', 'reasonForMessage') as IsoReason,
    status: status as IsoStatus,
    note: at(m, 'messageInfo', 'note'),
    expected: at(m, 'statusInfo', 'expectedDeliveryDate'),
    url: at(m, 'deliveryInfo', 'itemId'),
  };
}
