/**
 * One slip's story as it is being told: who said what when, what its reader did, and the luck that belongs to
 * it.
 */
import { addWorkingDays, isWorkingDay, nextOpen } from '../../core/access/calendar';
import type { AccessItem } from '../../core/access/options';
import { wantedItem } from '../../core/access/part';
import { daysOf, drawn } from '../../core/access/turnaround';
import type { Library } from '../../core/model/library';
import type { Spread } from '../../core/model/policy';
import type { ReaderSituation } from '../../core/model/reader';
import type { CampusId } from '../../core/model/record';
import type { Slip } from '../../core/model/slip';
import {
  addDays,
  clock,
  clockOf,
  type DayNumber,
  dayOf,
  isoDay,
  isoLocal,
  type Minutes,
  minutes,
  parseLocal,
  startOf,
} from '../../core/model/time';
import { fraction } from '../../core/random';
import { type IsoReason, type IsoStatus, NOTHING_MORE } from '../../core/requests/iso18626';
import { actOf, type DeskNotice, type HeardMessage, type ReaderAct } from '../../core/requests/lifecycle';
import { situationOf } from '../../core/requests/promise';

export type SentSlip = Slip & { readonly sent: string };
/** Somebody who speaks: a lender, a campus, our own desk. */
export interface Party {
  readonly agency: string;
  readonly name: string;
}

export interface Said {
  readonly act: ReaderAct;
  readonly at: Minutes;
  readonly text: string;
  readonly due: string | null;
}

/** What the circulation desk says, with its moment and day as numbers. */
interface Notice extends Pick<DeskNotice, 'kind' | 'place' | 'text'> {
  readonly time: Minutes;
  readonly until: DayNumber;
}
export class Story {
  readonly messages: HeardMessage[] = [];
  readonly notices: DeskNotice[] = [];
  readonly slip: SentSlip;
  readonly library: Library;
  readonly situation: ReaderSituation;
  readonly item: AccessItem;
  readonly said: readonly Said[];
  readonly home: Library['campuses'][number];

  constructor(slip: SentSlip, whole: AccessItem, library: Library, reader: ReaderSituation) {
    this.slip = slip;
    this.library = library;
    this.situation = situationOf(slip, reader);
    this.item = wantedItem(whole, slip.wanted);
    this.said = slip.messages.flatMap((m) => {
      const act = actOf(m);
      return act ? [{ act, at: parseLocal(m.time) as Minutes, text: m.text, due: m.due ?? null }] : [];
    });
    this.home =
      library.campuses.find((c) => c.id === this.situation.campus) ??
      (library.campuses[0] as Library['campuses'][number]);
  }

  /** A number in [0, 1) that belongs to this slip and this matter. */
  u(salt: string): number {
    return fraction(`${this.slip.id}/${salt}`);
  }
  say(
    time: Minutes,
    status: IsoStatus,
    who: Party,
    more: Partial<HeardMessage> & { readonly note: string; readonly reason?: IsoReason },
  ): void {
    this.messages.push({
      requestId: this.slip.id,
      supplyingAgency: who.agency,
      supplierName: who.name,
      timestamp: isoLocal(time),
      reason: status === 'RequestReceived' ? 'RequestResponse' : 'StatusChange',
      status,
      ...NOTHING_MORE,
      ...more,
    });
  }
  notice({ time, until, ...said }: Notice): void {
    this.notices.push({
      ...said,
      slip: this.slip.id,
      time: isoLocal(time),
      campus: this.situation.remote ? null : (this.home.id as CampusId),
      until: isoDay(until),
    });
  }
  /** What the reader did first of these things from a moment on. */
  reader(from: Minutes, ...acts: readonly ReaderAct[]): Said | null {
    return this.said.find((s) => s.at >= from && acts.includes(s.act)) ?? null;
  }
  /** The moment of withdrawing, if it is before `t`. */
  cancelledBefore(t: Minutes): Minutes | null {
    const cancel = this.said.find((s) => s.act === 'cancel');
    return cancel && cancel.at < t ? cancel.at : null;
  }
  /** A moment of the working day `n` working days on, when people answer mail, and later than `t`. */
  after(t: Minutes, n: number, salt: string): Minutes {
    const { policy } = this.library;
    let day = addWorkingDays(policy, dayOf(t), n);
    let at = startOf(day, clock('09:30') + Math.floor(this.u(salt) * 300));
    if (at <= t) {
      if (isWorkingDay(policy, dayOf(t)) && clockOf(t) < clock('16:00')) return minutes(t + 20);
      day = addWorkingDays(policy, addDays(day, 1), 0);
      at = startOf(day, clock('09:30'));
    }
    return at;
  }
  draw(spread: Spread, salt: string, shift = 0): number {
    return Math.max(0, drawn(daysOf(spread), this.u(salt)) + shift);
  }
  /** On the pickup shelf when the doors open; at a distant reader's, at noon. */
  arrive(day: DayNumber): Minutes {
    const { policy } = this.library;
    if (this.situation.remote) return startOf(addWorkingDays(policy, day, 0), clock('12:00'));
    return nextOpen(this.home, policy, startOf(day), policy.shelf.lastEntryMinutes) ?? startOf(day);
  }
  get own(): Party {
    return { agency: this.library.agency, name: this.library.name };
  }
}

export const withdrawn = (story: Story, t: Minutes, who: Party): void =>
  story.say(t, 'Cancelled', who, {
    note: 'Withdrawn. You owe nothing.',
    reason: 'CancelResponse',
    answer: 'Y',
  });
export const laterOf = (a: Minutes, b: Minutes): Minutes => (a > b ? a : b);
