/** The outside world as the server sees it. The stand-ins implement these; a library's own systems can. */
import type { DiscoveryIndex, LibraryInfo, Moment } from '../core/discovery/answers';
import type { Slip } from '../core/model/slip';
import {
  type Correspondent,
  confirmationOf,
  isForOthers,
  messageIn,
  readRequest,
  readRequestingMessage,
  readSupplyingMessage,
  supplyingMessage,
} from '../core/requests/iso18626';
import { act, type DeskNotice, type HeardMessage, type ReaderAct } from '../core/requests/lifecycle';

export interface LendingNetwork {
  /** Hands in a message as XML; answers with its confirmation, also where it refuses it. Handing it in again is harmless. */
  receive(xml: string, at: string): Promise<string>;
  /** What supplying agencies, or our own desks, have said about a slip up to the moment, oldest first. */
  messages(slip: Slip, moment: Moment): Promise<readonly HeardMessage[]>;
  /** May the reader still do this? Null: yes; else why not, in words. */
  hinders(slip: Slip, what: ReaderAct, moment: Moment): Promise<string | null>;
}
export interface Circulation {
  /** What the circulation desk has noted about the volume of a slip by now: on the pickup shelf, gone back from it. */
  notices(slip: Slip, moment: Moment): Promise<readonly DeskNotice[]>;
}

/** Our side of an exchange of messages. */
export const correspondent = ({ agency, campuses, policy }: LibraryInfo): Correspondent => ({
  agency,
  campuses,
  zone: policy.zone,
  currency: policy.currency.code,
});
/** The agency that a slip goes to: the partner or campus it names, or the network that asks one lender after the other. */
export const agencyAsked = (slip: Pick<Slip, 'from'>, { campuses, partners }: LibraryInfo): string =>
  [...partners, ...campuses].find((p) => p.id === slip.from)?.agency ?? `LGD:${slip.from}`;

/** The simulated outside world: pure functions of slip and clock, asked through the index that knows the holdings. */
export function standinNetwork(index: DiscoveryIndex, info: () => LibraryInfo): LendingNetwork & Circulation {
  const timeline = (slip: Slip, moment: Moment) =>
    slip.sent ? index.timeline({ ...slip, sent: slip.sent }, moment) : Promise.resolve(null);
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
      return confirmationOf(xml, us, at, 'error' in read ? read.error : null);
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
      return `${told.at(-1)?.supplierName || 'Somebody'} has already started on it, so it can’t be withdrawn any more.`;
    },
    async notices(slip, moment) {
      return ((await timeline(slip, moment))?.notices ?? []).filter((n) => n.time <= moment.at);
    },
  };
}
