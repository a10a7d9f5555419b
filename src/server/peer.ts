/**
 * Interlibrary lending with a real peer: ISO 18626 over HTTP. What we say is posted to the supplier's address, which
 * confirms it; what the supplier says is pushed to our own door (`/iso18626`) and waits in the inbox.
 */
import { createHash, timingSafeEqual } from 'node:crypto';
import type { LibraryInfo, Moment } from '../core/discovery/answers';
import type { LendingNetwork } from '../core/discovery/ports';
import type { Slip } from '../core/model/slip';
import { correspondent } from '../core/requests/correspondent';
import {
  confirmationOf,
  isForOthers,
  messageIn,
  readSupplyingMessage,
  requestIdIn,
  textAt,
} from '../core/requests/iso18626';
import type { HeardMessage } from '../core/requests/lifecycle';
import { say } from '../words/generated/iso';
import type { Inbox } from './inbox';

/** Milliseconds that a supplier has to confirm; letters of a confirmation. */
const [PATIENCE, LONG] = [15_000, 200_000];
/** A supplier that does not confirm what was said to it. */
export class PeerSilent extends Error {
  override readonly name = 'PeerSilent';
}
export interface PeerAddress {
  readonly address: string;
  /** What both sides show each other as a bearer token. */
  readonly secret: string;
  readonly fetch?: typeof fetch;
}
const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** What an inbox has of a request up to a moment, in the order of time. */
export function heardIn(inbox: Inbox, id: string, info: LibraryInfo, at: string): HeardMessage[] {
  const us = correspondent(info);
  const names = new Map([...info.partners, ...info.campuses].map((p) => [p.agency, p.name]));
  return inbox
    .of(id)
    .flatMap((xml): HeardMessage[] => {
      const read = readSupplyingMessage(xml, us.zone);
      if ('error' in read) return [];
      const { supplyingAgency } = read;
      const own = supplyingAgency === info.agency ? info.name : supplyingAgency;
      return [{ ...read, supplierName: names.get(supplyingAgency) ?? own, xml }];
    })
    .filter((m) => m.timestamp <= at)
    .sort((a, b) => (a.timestamp < b.timestamp ? -1 : a.timestamp > b.timestamp ? 1 : 0));
}

export class PeerLending implements LendingNetwork {
  readonly #peer: PeerAddress;
  readonly #inbox: Inbox;
  readonly #info: () => LibraryInfo;
  constructor(peer: PeerAddress, inbox: Inbox, info: () => LibraryInfo) {
    this.#peer = peer;
    this.#inbox = inbox;
    this.#info = info;
  }

  async receive(xml: string): Promise<string> {
    // Before it leaves: a supplier may speak before it has confirmed.
    const id = requestIdIn(xml);
    if (id) this.#inbox.left(id);
    return this.#posted(xml);
  }
  /** Tells the partner what we do about its request. Rejects where it does not take it. */
  async tell(xml: string): Promise<void> {
    const found = messageIn(await this.#posted(xml));
    const status = 'error' in found ? '' : textAt(found.node, 'confirmationHeader', 'messageStatus');
    if (status !== 'OK') throw new PeerSilent(status || 'unknown');
  }
  async #posted(xml: string): Promise<string> {
    const { address, secret } = this.#peer;
    let answer: Response;
    let text: string;
    try {
      answer = await (this.#peer.fetch ?? fetch)(address, {
        method: 'POST',
        headers: {
          'content-type': 'application/xml; charset=utf-8',
          accept: 'application/xml',
          ...(secret ? { authorization: `Bearer ${secret}` } : {}),
        },
        body: xml,
        signal: AbortSignal.timeout(PATIENCE),
      });
      text = await answer.text();
    } catch (error) {
      throw new PeerSilent(error instanceof Error ? error.name : 'unknown');
    }
    const found = text.length <= LONG ? messageIn(text) : null;
    // A refusal is confirmed, too, with ERROR: only what is no confirmation is no answer.
    if (!found || 'error' in found || !found.name.endsWith('Confirmation'))
      throw new PeerSilent(`status ${answer.status}`);
    return text;
  }
  async messages(slip: Slip, moment: Moment): Promise<readonly HeardMessage[]> {
    return isForOthers(slip) ? heardIn(this.#inbox, slip.id, this.#info(), moment.at) : [];
  }
  /** Whether it is too late the supplier says in its answer. */
  async hinders(): Promise<null> {
    return null;
  }

  /** Whether who knocks at our door shows what we agreed on. */
  knows(authorization: string | null): boolean {
    const { secret } = this.#peer;
    return secret !== '' && timingSafeEqual(digest(authorization ?? ''), digest(`Bearer ${secret}`));
  }
  /** Takes what a supplier pushes; answers with its confirmation. */
  pushed(xml: string, now: string): string {
    const us = correspondent(this.#info());
    const read = readSupplyingMessage(xml, us.zone);
    if ('error' in read) {
      const { type, value } = read.error;
      return confirmationOf(xml, us, now, { type, value: typeof value === 'string' ? value : say(value) });
    }
    return this.#inbox.came(read.requestId, xml)
      ? confirmationOf(xml, us, now)
      : confirmationOf(xml, us, now, {
          type: 'UnrecognisedDataValue',
          value: `requestingAgencyRequestId: ${read.requestId.slice(0, 100)}`,
        });
  }
}
