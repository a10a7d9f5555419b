/**
 * What a reader has and waits for, as one list: what the desk says of their account, and what slips brought from
 * elsewhere.
 */
import { hoursOn } from '../access/calendar';
import type { Cents } from '../model/codes';
import { ownNameOf } from '../model/inOther';
import type { Library } from '../model/library';
import { type Message, moneyValue, msg } from '../model/message';
import type { Policy } from '../model/policy';
import type { Slip } from '../model/slip';
import { isOnLoan } from '../model/slipStates';
import { addDays, type DayNumber, parseDay } from '../model/time';
import { canDo } from '../requests/lifecycle';
import { slipTitle } from '../requests/slip';
import {
  PAIA_STATUS,
  PATRON_STATUS,
  type PaiaDocument,
  type PaiaFees,
  type PaiaPatron,
  type PatronStatus,
  readAmount,
} from './paia';
import { holdDays } from './queue';
import { type Renewal, type RenewalRules, renewalOf } from './renewal';

/** What the desk answered about a patron. */
export interface DeskAccount {
  readonly patron: PaiaPatron;
  readonly documents: readonly PaiaDocument[];
  readonly fees: PaiaFees;
}
/** Something that is with the reader. */
export interface Loan {
  /** Of the desk's: the copy's URI; of a slip's: its id. */
  readonly key: string;
  readonly from: 'desk' | 'slip';
  readonly title: string;
  readonly callNumber: string;
  /** The record that describes it; empty for none. */
  readonly record: string;
  /** Where it goes back to, as it is called. */
  readonly place: string;
  readonly begun: DayNumber | null;
  readonly due: DayNumber;
  readonly renewals: number;
  readonly waiting: number;
  readonly recalled: boolean;
  readonly renewal: Renewal;
  /** The slip that brought it. */
  readonly slip: Slip | null;
}
/** Something that is waited for, or that waits. */
export interface Hold {
  readonly key: string;
  readonly from: 'desk' | 'slip';
  readonly title: string;
  readonly callNumber: string;
  readonly record: string;
  /** reserved: somebody has it · ordered: it is fetched · provided: it waits · rejected: it does not come. */
  readonly state: 'reserved' | 'ordered' | 'provided' | 'rejected';
  /** Where it is collected, as it is called, and by its id. */
  readonly place: string;
  readonly campus: string;
  /** Readers before this one. */
  readonly ahead: number;
  /** When whoever has it is to bring it back. */
  readonly due: DayNumber | null;
  /** When it can be had; null where nothing honest can be said. */
  readonly ready: { readonly median: DayNumber; readonly likely: DayNumber } | null;
  /** Since when it stands as it does. */
  readonly since: DayNumber | null;
  /** The last day on which it waits. */
  readonly until: DayNumber | null;
  readonly canCancel: boolean;
  /** Why it does not come. */
  readonly why: string;
  readonly slip: Slip | null;
}
export interface FeeLine {
  readonly cents: Cents;
  readonly about: string;
  /** The desk's own code of what it is for. */
  readonly sort: string;
  readonly day: DayNumber | null;
}
export interface Account {
  readonly loans: readonly Loan[];
  readonly holds: readonly Hold[];
  readonly fees: readonly FeeLine[];
  readonly owed: Cents;
  /** The currency that fees are said in, where it is not the library's own. */
  readonly currency: string;
  /** What keeps this reader from borrowing and renewing, and what lifts it; null for nothing. */
  readonly block: Message | null;
}
/** Who reads and when, by which rules. */
export type AccountRules = Omit<RenewalRules, 'campus' | 'block'> & {
  /** Of an edition's URI, the record here; empty where there is none. */
  readonly recordOf: (edition: string) => string;
};

const dayIn = (text: string | undefined): DayNumber | null => parseDay((text ?? '').slice(0, 10));
/** Why nothing is lent or renewed: the card has run out, or too much is owed. */
function blockOf(status: PatronStatus, owed: Cents, { loans, currency }: Policy): Message | null {
  if (status === 'inactive') return msg('circulation.blocked.inactive');
  if (status === 'expired' || status === 'expired-fees') return msg('circulation.blocked.expired');
  const most = loans.blockedAbove;
  if (status === 'fees' || (most !== undefined && owed > most))
    return msg('circulation.blocked.fees', {
      owed: moneyValue(owed, currency),
      most: moneyValue(most ?? 0, currency),
    });
  return null;
}
/** A campus by its name or by its id at the end of its URI: all that a desk says of a place. */
const campusOf = (d: PaiaDocument, { campuses }: Pick<Library, 'campuses'>): string =>
  campuses.find((c) => ownNameOf(c) === d.storage || (d.storageid ?? '').endsWith(`:${c.id}`))?.id ?? '';

/** The account as it is shown. @param desk null where the desk was not asked: what slips brought, then */
export function accountOf(desk: DeskAccount | null, slips: readonly Slip[], rules: AccountRules): Account {
  const lines = (desk?.fees.fee ?? []).flatMap((fee): FeeLine[] => {
    const amount = readAmount(fee.amount);
    return amount
      ? [
          {
            cents: amount.cents as Cents,
            about: fee.about ?? '',
            sort: fee.feetype ?? '',
            day: dayIn(fee.date),
          },
        ]
      : [];
  });
  const total = readAmount(desk?.fees.amount ?? '');
  const owed = (total?.cents ?? lines.reduce((sum, l) => sum + l.cents, 0)) as Cents;
  const status = PATRON_STATUS[desk?.patron.status ?? 0] ?? 'active';
  const block = blockOf(status, owed, rules.policy);
  const own = { ...rules, block };
  const documents = desk?.documents ?? [];
  return {
    loans: [...documents.flatMap((d) => deskLoan(d, own)), ...slips.flatMap((s) => slipLoan(s, own))].sort(
      (a, b) => a.due - b.due || (a.key < b.key ? -1 : 1),
    ),
    holds: [...documents.flatMap((d) => deskHold(d, own)), ...slips.flatMap((s) => slipHold(s, own))].sort(
      (a, b) => soonness(a) - soonness(b) || (a.key < b.key ? -1 : 1),
    ),
    fees: lines,
    owed,
    currency: total && total.currency !== rules.policy.currency.code ? total.currency : '',
    block,
  };
}
const NEVER = 1e6;
const soonness = (h: Hold): number =>
  h.state === 'provided' ? 0 : h.state === 'rejected' ? NEVER + 1 : (h.ready?.median ?? NEVER);

type Ruled = AccountRules & Pick<RenewalRules, 'block'>;
const statusOf = (d: PaiaDocument) => PAIA_STATUS[d.status] ?? 'none';

function deskLoan(d: PaiaDocument, rules: Ruled): Loan[] {
  const due = dayIn(d.duedate) ?? dayIn(d.endtime);
  if (statusOf(d) !== 'held' || due === null) return [];
  const campus = campusOf(d, rules);
  const [waiting, used] = [d.queue ?? 0, d.renewals ?? 0];
  // A desk that calls something back says so by an earlier day than the loan has, with somebody waiting.
  const begun = dayIn(d.starttime);
  const recalled = waiting > 0 && begun !== null && d.canrenew === false && due < shortest(begun, rules);
  return [
    {
      key: d.item ?? d.edition ?? d.about ?? '',
      from: 'desk',
      title: d.about ?? '',
      callNumber: d.label ?? '',
      record: rules.recordOf(d.edition ?? ''),
      place: d.storage ?? '',
      begun,
      due,
      renewals: used,
      waiting,
      recalled,
      renewal: renewalOf(
        { due, used, waiting, recalled, deskSays: d.canrenew ?? null },
        { ...rules, campus },
      ),
      slip: null,
    },
  ];
}
/** The day on which a loan of this reader's ends at the soonest where nobody calls it back. */
const shortest = (begun: DayNumber, { policy, category }: Ruled): DayNumber =>
  addDays(begun, policy.loans.ownDays[category]);

function deskHold(d: PaiaDocument, rules: Ruled): Hold[] {
  const state = statusOf(d);
  if (state === 'none' || state === 'held') return [];
  const due = dayIn(d.duedate);
  const ahead = d.queue ?? 0;
  return [
    {
      key: d.item ?? d.edition ?? d.requested ?? '',
      from: 'desk',
      title: d.about ?? '',
      callNumber: d.label ?? '',
      record: rules.recordOf(d.edition ?? ''),
      state,
      place: d.storage ?? '',
      campus: campusOf(d, rules),
      ahead,
      due,
      ready:
        state === 'reserved' ? open(holdDays({ due, ahead }, rules.policy, rules.today), d, rules) : null,
      since: dayIn(d.starttime),
      until: state === 'provided' ? dayIn(d.endtime) : null,
      canCancel: d.cancancel ?? false,
      why: d.error ?? '',
      slip: null,
    },
  ];
}
/** The same days, each the first from then on on which the pickup place is open. */
function open(days: Hold['ready'], d: PaiaDocument, rules: Ruled): Hold['ready'] {
  const place = rules.campuses.find((c) => c.id === campusOf(d, rules));
  if (!days || !place) return days;
  const from = (day: DayNumber): DayNumber => {
    for (let n = 0; n < 60; n++) if (hoursOn(place, rules.policy, addDays(day, n))) return addDays(day, n);
    return day;
  };
  return { median: from(days.median), likely: from(days.likely) };
}

function slipLoan(slip: Slip, rules: Ruled): Loan[] {
  const due = parseDay(slip.due ?? '');
  if (!isOnLoan(slip.state) || due === null) return [];
  const used = slip.renewals ?? 0;
  const recalled = slip.state === 'recalled';
  return [
    {
      key: slip.id,
      from: 'slip',
      title: slipTitle(slip),
      callNumber: '',
      record: slip.record,
      place: rules.campuses.find((c) => c.id === campusOfSlip(slip))?.name ?? '',
      begun: dayIn(slip.messages.find((m) => m.event === 'collect')?.time),
      due,
      renewals: used,
      waiting: 0,
      recalled,
      renewal: renewalOf(
        { due, used, waiting: 0, recalled, deskSays: null },
        { ...rules, campus: campusOfSlip(slip) },
      ),
      slip,
    },
  ];
}
const UNDER_WAY: ReadonlySet<Slip['state']> = new Set(['sent', 'sourcing', 'preparing', 'on-its-way']);
/** Where the volume of a slip is collected and brought back to; empty where it comes by post. */
const campusOfSlip = ({ delivery }: Slip): string => (delivery.to === 'pickup' ? delivery.campus : '');
/** Volumes that were asked for by slip and have left, until they are collected. */
function slipHold(slip: Slip, rules: Ruled): Hold[] {
  const waits = slip.state === 'ready';
  if (slip.wanted !== 'loan' || !(waits || UNDER_WAY.has(slip.state))) return [];
  const { promised } = slip;
  const [median, likely] = [dayIn(promised?.median), dayIn(promised?.likely)];
  return [
    {
      key: slip.id,
      from: 'slip',
      title: slipTitle(slip),
      callNumber: '',
      record: slip.record,
      state: waits ? 'provided' : 'ordered',
      place: rules.campuses.find((c) => c.id === campusOfSlip(slip))?.name ?? '',
      campus: campusOfSlip(slip),
      ahead: 0,
      due: null,
      ready: !waits && median !== null && likely !== null ? { median, likely } : null,
      since: dayIn(slip.messages.findLast((m) => m.event === 'arrive')?.time),
      until: waits ? dayIn(slip.messages.findLast((m) => m.event === 'arrive')?.until) : null,
      canCancel: canDo(slip, 'cancel'),
      why: '',
      slip,
    },
  ];
}
/** Loans that can be renewed, with what each would gain. */
export const renewable = (loans: readonly Loan[]): readonly Loan[] => loans.filter((l) => l.renewal.can);
