/** The outside world as the server sees it. The stand-ins implement these; a library's own systems can. */
import type { DiscoveryIndex, LibraryInfo, Moment } from '../core/engine/port';
import { confirmationFor, readRequest, readRequestingMessage, supplyingMessage } from '../core/requests/iso18626';
import { act, type DeskNotice, type ReaderAct } from '../core/requests/lifecycle';
import type { Slip } from '../core/requests/slip';

export interface LendingNetwork {
  /** Hands in an ISO 18626 request; answers with the confirmation message. Handing in the same request again is harmless. */
  request(xml: string, at: string): Promise<{ xml: string } | { problem: string }>;
  /** Supplying agency messages for a request up to `at`, oldest first, as XML. */
  messages(slip: Slip, moment: Moment): Promise<readonly string[]>;
  /** Hands in what the reader did, as a requesting agency message; `what` says it once more in our own words. */
  tell(xml: string, slip: Slip, what: ReaderAct, moment: Moment): Promise<{ xml: string } | { problem: string }>;
}
export interface Circulation {
  /** What the circulation desk has noted about the volume of a slip by now: on the pickup shelf, gone back from it. */
  notices(slip: Slip, moment: Moment): Promise<readonly DeskNotice[]>;
}

/** The simulated outside world: pure functions of slip and clock, asked through the index that knows the holdings. */
export function standinNetwork(index: DiscoveryIndex, info: () => LibraryInfo): LendingNetwork & Circulation {
  const timeline = (slip: Slip, moment: Moment) =>
    slip.sent ? index.timeline({ ...slip, sent: slip.sent }, moment) : Promise.resolve(null);
  const zone = () => info().policy.zone;
  return {
    async request(xml, at) {
      const request = readRequest(xml, zone());
      return 'problem' in request ? request : { xml: confirmationFor(request, at, zone()) };
    },
    async messages(slip, moment) {
      const all = (await timeline(slip, moment))?.messages ?? [];
      return all.filter((m) => m.timestamp <= moment.at).map((m) => supplyingMessage(m, info().agency, zone()));
    },
    async tell(xml, slip, what, moment) {
      const read = readRequestingMessage(xml, zone());
      if ('problem' in read) return read;
      if (what === 'cancel') {
        // A cancel is taken if the network's own story then says so; else somebody has started.
        const told = (await timeline(act(slip, 'cancel', moment.at), moment))?.messages ?? [];
        if (!told.some((m) => m.status === 'Cancelled' && m.timestamp <= moment.at)) {
          const begun = told.filter((m) => m.timestamp <= moment.at).at(-1);
          return { problem: `${begun?.supplierName || 'Somebody'} has already started on it, so it can’t be withdrawn any more.` };
        }
      }
      return { xml: confirmationFor(read, moment.at, zone(), '', 'requestingAgencyMessage') };
    },
    async notices(slip, moment) {
      return ((await timeline(slip, moment))?.notices ?? []).filter((n) => n.time <= moment.at);
    },
  };
}
