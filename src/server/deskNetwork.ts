/**
 * Interlibrary lending without a simulated world: what is for a partner goes to it, everything else to our own staff
 * (`supplyDesk.ts`), who answer it at the library desk. What comes back waits in the inbox for the reader's browser.
 */
import type { LibraryInfo, Moment } from '../core/discovery/answers';
import type { AskDesk, DeskAnswer, DeskQuestion, LendingNetwork, LoanDesk } from '../core/discovery/ports';
import type { Slip } from '../core/model/slip';
import { addDays, dayOf, isoDay, type Minutes, parseLocal } from '../core/model/time';
import { correspondent, isOurAgency } from '../core/requests/correspondent';
import { messageIn, requestFor, requestIdIn, requestingMessage, textAt } from '../core/requests/iso18626';
import type { DeskNotice, HeardMessage } from '../core/requests/lifecycle';
import { isOver } from '../core/requests/supply';
import { say } from '../words/generated/deskrequests';
import type { Inbox } from './inbox';
import { heardIn, type PeerLending } from './peer';
import type { SupplyDesk } from './supplyDesk';

export class DeskNetwork implements LendingNetwork, LoanDesk {
  readonly #desk: SupplyDesk;
  readonly #inbox: Inbox;
  readonly #info: () => LibraryInfo;
  readonly #peer: PeerLending | null;
  constructor(desk: SupplyDesk, inbox: Inbox, info: () => LibraryInfo, peer: PeerLending | null) {
    this.#desk = desk;
    this.#inbox = inbox;
    this.#info = info;
    this.#peer = peer;
  }
  async receive(xml: string, at: string): Promise<string> {
    const found = messageIn(xml);
    const asked = 'error' in found ? '' : textAt(found.node, 'header', 'supplyingAgencyId', 'agencyIdValue');
    if (this.#peer && !isOurAgency(this.#info(), asked)) return this.#peer.receive(xml);
    const id = requestIdIn(xml);
    if (id) this.#inbox.left(id);
    return this.#desk.received(xml, at);
  }
  /** A suggestion or a question: no message between libraries, and yet somebody has to see it. */
  async forDesk(slip: Slip, at: string, cancelled: boolean): Promise<void> {
    const info = this.#info();
    const us = correspondent(info);
    this.#inbox.left(slip.id);
    if (cancelled) {
      const said = {
        requestId: slip.id,
        supplyingAgency: info.agency,
        timestamp: at,
        action: 'Cancel',
        note: '',
      } as const;
      this.#desk.received(requestingMessage(said, us), at);
      return;
    }
    const sort = slip.wanted === 'purchase' ? 'purchase' : 'question';
    this.#desk.received(requestFor(slip, info.agency, us, at), at, sort);
  }
  async messages(slip: Slip, moment: Moment): Promise<readonly HeardMessage[]> {
    return heardIn(this.#inbox, slip.id, this.#info(), moment.at);
  }
  /** Whether it is too late is answered by who is asked. */
  async hinders(): Promise<null> {
    return null;
  }
  async notices(slip: Slip, moment: Moment): Promise<readonly DeskNotice[]> {
    const { agency, campuses, policy } = this.#info();
    const time = this.#desk.of(agency, slip.id)?.ready;
    if (!time || time > moment.at) return [];
    const campus = slip.delivery.to === 'pickup' ? slip.delivery.campus : '';
    const at = campuses.find((c) => c.id === campus);
    const until = addDays(dayOf(parseLocal(time) as Minutes), policy.shelf.pickupDays);
    const place = at?.name ?? say('deskrequests.yourAddress');
    return [
      {
        slip: slip.id,
        kind: 'arrived',
        time,
        place,
        campus: at?.id ?? null,
        until: isoDay(until),
        text: at ? '' : say('deskrequests.deliveredTo', { place }),
      },
    ];
  }
}

/** Questions to our own staff, answered at the library desk. Nobody's name comes with them. */
export class OwnAskDesk implements AskDesk {
  readonly #desk: SupplyDesk;
  readonly #info: () => LibraryInfo;
  constructor(desk: SupplyDesk, info: () => LibraryInfo) {
    this.#desk = desk;
    this.#info = info;
  }
  async answers(questions: readonly DeskQuestion[], at: string): Promise<readonly DeskAnswer[]> {
    const { agency } = this.#info();
    return questions.flatMap((q): DeskAnswer[] => {
      this.#desk.asked(q, at);
      const supply = this.#desk.of(agency, q.id);
      const text = supply && isOver(supply) ? supply.answer : '';
      return supply && text && supply.changed <= at ? [{ id: q.id, time: supply.changed, text }] : [];
    });
  }
}
