/** The outside world as the server sees it. The stand-ins implement these; a library's own systems can. */
import type { DiscoveryIndex, LibraryInfo, Moment } from '../core/engine/port';
import { confirmationFor, readRequest, supplyingMessage } from '../core/requests/iso18626';
import type { ArrivalNotice } from '../core/requests/lifecycle';
import type { Slip } from '../core/requests/slip';

export interface LendingNetwork {
  /** Hands in an ISO 18626 request; answers with the confirmation message. Handing in the same request again is harmless. */
  request(xml: string, at: string): Promise<{ xml: string } | { problem: string }>;
  /** Supplying agency messages for a request up to `at`, oldest first, as XML. */
  messages(slip: Slip, moment: Moment): Promise<readonly string[]>;
}
export interface Circulation {
  /** When the volume of a slip reached the pickup place, if it has by now. */
  arrival(slip: Slip, moment: Moment): Promise<ArrivalNotice | null>;
}

/** The simulated outside world: pure functions of slip and clock, asked through the index that knows the holdings. */
export function standinNetwork(index: DiscoveryIndex, info: LibraryInfo): LendingNetwork & Circulation {
  const timeline = (slip: Slip, moment: Moment) =>
    slip.sent ? index.timeline({ ...slip, sent: slip.sent }, moment) : Promise.resolve(null);
  return {
    async request(xml, at) {
      const request = readRequest(xml);
      return 'problem' in request ? request : { xml: confirmationFor(request, at) };
    },
    async messages(slip, moment) {
      const all = (await timeline(slip, moment))?.messages ?? [];
      return all.filter((m) => m.timestamp <= moment.at).map((m) => supplyingMessage(m, info.agency));
    },
    async arrival(slip, moment) {
      const arrival = (await timeline(slip, moment))?.arrival ?? null;
      return arrival && arrival.time <= moment.at ? arrival : null;
    },
  };
}
