/**
 * The simulated lending network and loan desk behind their ports: pure functions of slip and clock, read as
 * messages.
 */

import type { LibraryInfo, Moment } from '../../core/discovery/answers';
import type { LendingNetwork, LoanDesk } from '../../core/discovery/ports';
import { msg } from '../../core/model/message';
import type { Slip } from '../../core/model/slip';
import { correspondent } from '../../core/requests/correspondent';
import {
  confirmationOf,
  isForOthers,
  messageIn,
  readRequest,
  readRequestingMessage,
  readSupplyingMessage,
  supplyingMessage,
} from '../../core/requests/iso18626';
import { act, type DeskNotice, type HeardMessage } from '../../core/requests/lifecycle';
import { say } from '../../words/generated/iso';
import type { SentSlip } from './story';

/** All that will be said about a slip, whenever: what the reader hears is what lies before the moment. */
export interface LendingTimeline {
  readonly messages: readonly HeardMessage[];
  readonly notices: readonly DeskNotice[];
}

/** @param timelineOf asks where the holdings are known; null for a slip whose thing is not there */
export function standinNetwork(
  timelineOf: (slip: SentSlip, moment: Moment) => Promise<LendingTimeline | null>,
  info: () => LibraryInfo,
): LendingNetwork & LoanDesk {
  const timeline = (slip: Slip, moment: Moment) =>
    slip.sent ? timelineOf({ ...slip, sent: slip.sent }, moment) : Promise.resolve(null);
  const said = async (slip: Slip, moment: Moment) =>
    ((await timeline(slip, moment))?.messages ?? []).filter((m) => m.timestamp <= moment.at);
  return {
    async receive(xml, at) {
      const us = correspondent(info());
      const found = messageIn(xml);
      const read =
        'error' in found
          ? found
          : found.name === 'requestingAgencyMessage'
            ? readRequestingMessage(xml, us.zone)
            : readRequest(xml, us.zone);
      if (!('error' in read)) return confirmationOf(xml, us, at);
      const { type, value } = read.error;
      return confirmationOf(xml, us, at, { type, value: typeof value === 'string' ? value : say(value) });
    },
    async messages(slip, moment) {
      const us = correspondent(info());
      return (await said(slip, moment)).map((m): HeardMessage => {
        // What our own desks say of suggestions and questions is no message between libraries.
        if (!isForOthers(slip)) return m;
        const xml = supplyingMessage(m, us);
        const read = readSupplyingMessage(xml, us.zone);
        if ('error' in read)
          throw new Error(`The lending stand-in wrote what can’t be read: ${read.error.type}`);
        return { ...read, supplierName: m.supplierName, xml };
      });
    },
    async hinders(slip, what, moment) {
      if (what !== 'cancel') return null;
      // A cancel is taken if the network's own story then says so; else somebody has started.
      const told = await said(act(slip, 'cancel', moment.at), moment);
      if (told.some((m) => m.status === 'Cancelled')) return null;
      return msg('request.alreadyStarted', { who: told.at(-1)?.supplierName });
    },
    async notices(slip, moment) {
      return ((await timeline(slip, moment))?.notices ?? []).filter((n) => n.time <= moment.at);
    },
  };
}
