/**
 * What supplying and requesting agencies say after the request, and the confirmation that each message gets
 * (ISO 18626).
 */

import { msg } from '../../model/message';
import type { Zone } from '../../model/zone';
import {
  ACTIONS,
  type IsoAction,
  type IsoError,
  type IsoReason,
  type IsoStatus,
  isAmong,
  REASONS,
  STATUSES,
} from './codes';
import type { Correspondent } from './request';
import {
  agency,
  amount,
  badlyFormed,
  dayEnd,
  dayOfStamp,
  documentOf,
  messageIn,
  type Node,
  stamp,
  textAt,
  unstamp,
} from './xml';

export interface IsoSupplyingMessage {
  readonly requestId: string;
  readonly supplyingAgency: string;
  /** ISO local time, to the minute. */
  readonly timestamp: string;
  readonly reason: IsoReason;
  readonly status: IsoStatus;
  readonly note: string;
  /** ISO day of the expected delivery; for a file, the last day on which it can be opened. */
  readonly expected: string;
  /** Where a delivered file stands. */
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
  /** Of what was sent; a condition that is only offered stands in reasonRetry and note. */
  readonly loanCondition: string;
  /** ISO day until which an offer stands. */
  readonly retryBefore: string;
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
/** What the requesting agency says of a request it has made. */
export interface IsoRequestingMessage {
  readonly requestId: string;
  readonly supplyingAgency: string;
  readonly timestamp: string;
  readonly action: IsoAction;
  readonly note: string;
}

/** Something has left: only then is there a delivery to tell of. */
const isDelivery = (m: IsoSupplyingMessage): boolean =>
  m.status === 'CopyCompleted' || (m.status === 'Loaned' && m.reason === 'StatusChange');

/** A supplying agency message as ISO 18626 XML. */
export const supplyingMessage = (m: IsoSupplyingMessage, us: Correspondent): string =>
  documentOf({
    supplyingAgencyMessage: {
      header: {
        supplyingAgencyId: agency(m.supplyingAgency),
        requestingAgencyId: agency(us.agency),
        timestamp: stamp(us.zone, m.timestamp),
        requestingAgencyRequestId: m.requestId,
      },
      messageInfo: {
        reasonForMessage: m.reason,
        answerYesNo: m.answer,
        note: m.note,
        reasonUnfilled: m.reasonUnfilled,
        reasonRetry: m.reasonRetry,
        offeredCosts: amount(m.cost, us.currency),
        retryBefore: dayEnd(us.zone, m.retryBefore),
      },
      statusInfo: {
        status: m.status,
        expectedDeliveryDate: dayEnd(us.zone, m.expected),
        dueDate: dayEnd(us.zone, m.due),
        lastChange: stamp(us.zone, m.timestamp),
      },
      deliveryInfo: isDelivery(m)
        ? {
            dateSent: stamp(us.zone, m.timestamp),
            itemId: m.url,
            sentVia: m.url ? 'URL' : 'Mail',
            loanCondition: m.loanCondition,
          }
        : undefined,
    },
  });

/** Reads a supplying agency message; what is wrong with it as the standard’s error data. */
export function readSupplyingMessage(
  xml: string,
  zone: Zone,
): IsoSupplyingMessage | { readonly error: IsoError } {
  const found = messageIn(xml);
  if ('error' in found) return found;
  if (found.name !== 'supplyingAgencyMessage')
    return { error: { type: 'UnrecognisedDataElement', value: found.name } };
  const m = found.node;
  const head = headerOf(m, zone);
  if ('error' in head) return head;
  const info = (name: string): string => textAt(m, 'messageInfo', name);
  const status = textAt(m, 'statusInfo', 'status');
  if (!isAmong(STATUSES, status))
    return { error: { type: 'UnrecognisedDataValue', value: `status: ${status.slice(0, 100)}` } };
  const reason = info('reasonForMessage');
  if (!isAmong(REASONS, reason))
    return { error: { type: 'UnsupportedReasonForMessageType', value: reason.slice(0, 100) } };
  const answer = info('answerYesNo');
  if (answer !== '' && answer !== 'Y' && answer !== 'N')
    return { error: { type: 'UnrecognisedDataValue', value: `answerYesNo: ${answer.slice(0, 100)}` } };
  const cost = textAt(m, 'messageInfo', 'offeredCosts', 'monetaryValue');
  return {
    ...head,
    reason,
    status,
    note: info('note'),
    expected: dayOfStamp(zone, textAt(m, 'statusInfo', 'expectedDeliveryDate')),
    url: textAt(m, 'deliveryInfo', 'itemId'),
    answer,
    due: dayOfStamp(zone, textAt(m, 'statusInfo', 'dueDate')),
    cost: /^\d{1,9}(\.\d+)?$/.test(cost) ? Math.round(Number(cost) * 100) : null,
    reasonUnfilled: info('reasonUnfilled'),
    reasonRetry: info('reasonRetry'),
    loanCondition: textAt(m, 'deliveryInfo', 'loanCondition'),
    retryBefore: dayOfStamp(zone, info('retryBefore')),
  };
}
function headerOf(
  node: Node,
  zone: Zone,
): Pick<IsoSupplyingMessage, 'requestId' | 'supplyingAgency' | 'timestamp'> | { readonly error: IsoError } {
  const requestId = textAt(node, 'header', 'requestingAgencyRequestId');
  const stamped = textAt(node, 'header', 'timestamp');
  if (!requestId || !stamped)
    return badlyFormed(
      msg('iso.lacks', { element: `header/${requestId ? 'timestamp' : 'requestingAgencyRequestId'}` }),
    );
  const timestamp = unstamp(zone, stamped);
  if (timestamp === null)
    return { error: { type: 'UnrecognisedDataValue', value: `timestamp: ${stamped.slice(0, 100)}` } };
  return {
    requestId,
    supplyingAgency: textAt(node, 'header', 'supplyingAgencyId', 'agencyIdValue'),
    timestamp,
  };
}

/** What the reader did, as the requesting agency tells it. */
export const requestingMessage = (m: IsoRequestingMessage, us: Correspondent): string =>
  documentOf({
    requestingAgencyMessage: {
      header: {
        supplyingAgencyId: agency(m.supplyingAgency),
        requestingAgencyId: agency(us.agency),
        timestamp: stamp(us.zone, m.timestamp),
        requestingAgencyRequestId: m.requestId,
      },
      action: m.action,
      note: m.note,
    },
  });
/** Reads a requesting agency message; what is wrong with it as the standard’s error data. */
export function readRequestingMessage(
  xml: string,
  zone: Zone,
): (IsoRequestingMessage & { readonly requestingAgency: string }) | { readonly error: IsoError } {
  const found = messageIn(xml);
  if ('error' in found) return found;
  if (found.name !== 'requestingAgencyMessage')
    return { error: { type: 'UnrecognisedDataElement', value: found.name } };
  const m = found.node;
  const head = headerOf(m, zone);
  if ('error' in head) return head;
  const action = textAt(m, 'action');
  if (!isAmong(ACTIONS, action))
    return { error: { type: 'UnsupportedActionType', value: action.slice(0, 100) } };
  return {
    ...head,
    requestingAgency: textAt(m, 'header', 'requestingAgencyId', 'agencyIdValue'),
    action,
    note: textAt(m, 'note'),
  };
}

/** The messages that are confirmed, by their elements. */
const CONFIRMED = ['request', 'supplyingAgencyMessage', 'requestingAgencyMessage'] as const;
/**
 * The confirmation of a received message, read or not: its kind, header and action are taken from it as far
 * as they can be, so that a refused message is answered too, with ERROR and what is wrong.
 * @param now ISO local time
 */
export function confirmationOf(
  xml: string,
  us: Pick<Correspondent, 'zone'>,
  now: string,
  error: (IsoError & { readonly value: string }) | null = null,
): string {
  const found = messageIn(xml);
  const name = 'error' in found ? 'request' : isAmong(CONFIRMED, found.name) ? found.name : 'request';
  const node = 'error' in found ? {} : found.node;
  const head = (...path: string[]): string => textAt(node, 'header', ...path);
  const party = (which: string) => {
    const value = head(which, 'agencyIdValue');
    return value ? { agencyIdType: head(which, 'agencyIdType') || 'ISIL', agencyIdValue: value } : undefined;
  };
  return documentOf({
    [`${name}Confirmation`]: {
      confirmationHeader: {
        supplyingAgencyId: party('supplyingAgencyId'),
        requestingAgencyId: party('requestingAgencyId'),
        timestamp: stamp(us.zone, now),
        requestingAgencyRequestId: head('requestingAgencyRequestId'),
        timestampReceived: stamp(us.zone, now),
        messageStatus: error ? 'ERROR' : 'OK',
      },
      ...(name === 'requestingAgencyMessage' ? { action: textAt(node, 'action') } : {}),
      ...(name === 'supplyingAgencyMessage'
        ? { reasonForMessage: textAt(node, 'messageInfo', 'reasonForMessage') }
        : {}),
      errorData: error ? { errorType: error.type, errorValue: error.value } : undefined,
    },
  });
}
