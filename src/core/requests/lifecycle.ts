/**
 * The life of a slip: which states there are, what can happen in each, and what each ISO 18626 message makes
 * happen.
 *
 * A slip's state is not stored and patched: it is what its messages, in order of time, make of the moment it
 * was sent. So messages may come twice, late or in any order, and the state is the same. What can't happen in
 * a state (a recall of what was never lent) changes nothing, and can't even be written: `move` takes only the
 * events of the state it is given.
 */

import type { Cents } from '../model/codes';
import type { CampusId } from '../model/record';
import type { Promised, Slip, SlipMessage } from '../model/slip';
import {
  advance,
  canWithdraw,
  isEnded,
  isListening,
  isOnLoan,
  move,
  type SlipEvent,
  type SlipState,
} from '../model/slipStates';
import type { IsoAction, IsoSupplyingMessage } from './iso18626';

/**
 * A supplying agency's message as it reaches the slip: with the name of who speaks, and the document it came
 * as.
 */
export interface HeardMessage extends IsoSupplyingMessage {
  readonly supplierName: string;
  readonly xml?: string;
}
/**
 * What the circulation desk reports of its own: a volume stands on the pickup shelf, or went back from it.
 */
export interface DeskNotice {
  readonly slip: string;
  readonly kind: 'arrived' | 'lapsed';
  readonly time: string;
  readonly place: string;
  readonly campus: CampusId | null;
  /** Last day on the pickup shelf. */
  readonly until: string;
  /** Empty for what waits, or waited, on a campus: that is said in the reader's language of today (`words/labels`). */
  readonly text: string;
}

/** What a supplying agency message makes happen; null: it only tells. */
export function eventOf(m: IsoSupplyingMessage): SlipEvent | null {
  if (m.reason === 'RenewResponse') return m.answer === 'Y' ? 'renew' : null;
  switch (m.status) {
    case 'RequestReceived':
      return null;
    case 'ExpectToSupply':
      return 'ask';
    case 'RetryPossible':
      return m.reasonRetry === 'Question'
        ? 'question'
        : m.reasonRetry === 'LoanCondition' || m.reasonRetry === 'CostExceedsMaxCost'
          ? 'offer'
          : null;
    case 'WillSupply':
      return 'supply';
    case 'Loaned':
      return m.reason === 'Notification' ? 'notice' : 'ship';
    case 'CopyCompleted':
      return 'file';
    case 'Unfilled':
      return 'unfilled';
    case 'Cancelled':
      return 'cancelled';
    case 'Overdue':
      return 'overdue';
    case 'Recalled':
      return 'recall';
    case 'LoanCompleted':
    case 'CompletedWithoutReturn':
      return 'complete';
  }
}

/** Of one minute: what the library said, what the reader did, what was answered to that. */
const turn = (m: SlipMessage): number => (m.seq < 0 ? -1 : m.by === 'reader' ? 1 : m.reply ? 2 : 0);
const inOrder = (a: SlipMessage, b: SlipMessage): number =>
  a.time === b.time ? turn(a) - turn(b) || a.seq - b.seq || (a.id < b.id ? -1 : 1) : a.time < b.time ? -1 : 1;

/** The state in which a slip leaves: staff look at some first. */
const stateSent = (slip: Slip): SlipState =>
  slip.promised?.mediated ? move('outgoing', 'mediate') : move('outgoing', 'send');

/**
 * A sent slip as its messages make it: the same slip, whatever order they came in and however often.
 * @param messages all that is known, in any order
 */
export function replay(slip: Slip, messages: readonly SlipMessage[] = slip.messages): Slip {
  const ordered = [...messages].sort(inOrder);
  let state = stateSent(slip);
  let [due, file, fileUntil, ended, renewals]: [
    string | null,
    string | null,
    string | null,
    string | null,
    number,
  ] = [null, null, null, null, 0];
  let waived = false;
  const price = new Pricing();
  for (const m of ordered) {
    const next = m.event && advance(state, m.event);
    price.hear(m, Boolean(next));
    if (!next) continue;
    state = next;
    if (m.event === 'renew') renewals++;
    if (m.due !== undefined) due = m.due;
    if (m.file !== undefined) file = m.file;
    if (m.fileUntil !== undefined) fileUntil = m.fileUntil;
    if (isEnded(state))
      [ended, waived] = [m.time, m.event === 'unfilled' || m.event === 'cancelled' || m.event === 'lapse'];
  }
  const last = ordered.at(-1)?.time ?? slip.changed;
  const agreed = slip.agreed ?? slip.promised;
  return {
    ...slip,
    messages: ordered,
    state,
    due,
    file,
    fileUntil,
    renewals,
    ended,
    waived,
    agreed,
    promised: agreed && price.of(agreed),
    changed: last > slip.changed ? last : slip.changed,
  };
}
/**
 * What a slip costs as messages name it: staff's word at once, a lender's offer once the reader has accepted
 * it, until the next lender is asked.
 */
class Pricing {
  #named: Cents | null = null;
  #offered: Cents | null = null;
  #accepted: Cents | null = null;
  /** @param moved the message moved the slip, so its event came about */
  hear(m: SlipMessage, moved: boolean): void {
    if (m.event === 'offer') {
      if (moved) this.#offered = m.cost ?? null;
      return;
    }
    if (moved && m.event === 'accept') [this.#accepted, this.#offered] = [this.#offered, null];
    else if (moved && (m.event === 'decline' || m.event === 'ask'))
      [this.#accepted, this.#offered] = [null, null];
    // What is named later counts, also after an offer was accepted.
    if (m.cost !== undefined) [this.#named, this.#accepted] = [m.cost, null];
  }
  of(agreed: Promised): Promised {
    const total = this.#accepted ?? this.#named;
    if (total === null || total === agreed.total) return agreed;
    const difference = total - agreed.lines.reduce((n, l) => n + l.cents, 0);
    return {
      ...agreed,
      total,
      lines: [...agreed.lines, { what: 'changed', cents: difference }],
    };
  }
}
/** What the reader owes for a slip: nothing for what was not supplied, withdrawn, or never collected. */
export const owedFor = (slip: Pick<Slip, 'state' | 'waived' | 'promised'>): Cents =>
  slip.waived || slip.state === 'withdrawn' || slip.state === 'not-supplied'
    ? 0
    : (slip.promised?.total ?? 0);

const withMessage = (slip: Slip, said: SlipMessage, once = said.id): Slip =>
  slip.messages.some((k) => k.id === said.id || k.id === once)
    ? slip
    : replay(slip, [...slip.messages, said]);

/**
 * Takes a supplying agency message in; one already known changes nothing. Two that differ in anything are
 * two.
 */
export function applyMessage(slip: Slip, m: HeardMessage): Slip {
  if (m.requestId !== slip.id) return slip;
  const { requestId: _, supplierName, xml, ...said } = m;
  const message: SlipMessage = {
    id: `${m.timestamp}|${m.status}|${digest(JSON.stringify(Object.entries(said).sort(([a], [b]) => (a < b ? -1 : 1))))}`,
    time: m.timestamp,
    by: 'library',
    from: supplierName || m.supplyingAgency,
    text: m.note,
    status: m.status,
    event: eventOf(m),
    seq: RANK.indexOf(m.status),
    ...(m.reason === 'RenewResponse' || m.reason === 'CancelResponse' ? { reply: true } : {}),
    ...(m.due ? { due: m.due } : {}),
    ...(m.url ? { file: m.url, fileUntil: m.expected } : {}),
    ...(m.cost === null ? {} : { cost: m.cost }),
    ...(m.retryBefore ? { until: m.retryBefore } : {}),
    ...(m.reasonUnfilled || m.reasonRetry || m.loanCondition
      ? { reason: m.loanCondition || m.reasonRetry || m.reasonUnfilled }
      : {}),
    ...(xml ? { xml: [xml] } : {}),
  };
  // Slips of earlier versions have it under a number that told less apart.
  return withMessage(slip, message, `${m.timestamp}|${m.status}|${m.note}`);
}
/**
 * A short number for a text (FNV-1a, twice): the same text has the same, and two of one minute do not meet.
 */
function digest(text: string): string {
  let [a, b] = [2166136261, 84696351];
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 16777619);
    b = Math.imul(b ^ text.charCodeAt(text.length - 1 - i), 16777619);
  }
  return `${(a >>> 0).toString(36)}${(b >>> 0).toString(36)}`;
}
/** Of messages of one minute, the order in which they are meant. */
const RANK: readonly string[] = [
  'RequestReceived',
  'RetryPossible',
  'ExpectToSupply',
  'WillSupply',
  'Loaned',
  'CopyCompleted',
  'Recalled',
  'Overdue',
  'Unfilled',
  'LoanCompleted',
  'CompletedWithoutReturn',
  'Cancelled',
];

/**
 * A slip after a notice of the circulation desk: that it has arrived, or that it was not collected in time.
 * Pure.
 */
export function applyNotice(slip: Slip, n: DeskNotice): Slip {
  if (n.slip !== slip.id) return slip;
  const event = n.kind === 'arrived' ? 'arrive' : 'lapse';
  return withMessage(slip, {
    id: `${n.time}|${n.kind}`,
    time: n.time,
    by: 'library',
    from: n.place,
    text: n.text,
    status: n.kind,
    event,
    seq: 20,
    until: n.until,
  });
}

/**
 * What the reader can say or do about a slip, the requesting agency's action that tells it, and the event it
 * is.
 */
export const READER_ACTS = {
  cancel: { action: 'Cancel', event: null },
  accept: { action: 'Notification', event: 'accept' },
  decline: { action: 'Notification', event: 'decline' },
  answer: { action: 'Notification', event: 'answer' },
  collect: { action: 'Received', event: 'collect' },
  renew: { action: 'Renew', event: null },
  return: { action: 'ShippedReturn', event: 'return' },
  finish: { action: 'Received', event: 'finish' },
  note: { action: 'Notification', event: null },
} as const satisfies Record<string, { action: IsoAction; event: SlipEvent | null }>;
export type ReaderAct = keyof typeof READER_ACTS;

/**
 * May the reader do this now?
 * @example canDo({ state: 'draft' }, 'renew') // false
 */
export function canDo(slip: Pick<Slip, 'state'>, act: ReaderAct): boolean {
  if (act === 'cancel') return canWithdraw(slip);
  if (act === 'renew') return isOnLoan(slip.state) && advance(slip.state, 'renew') !== null;
  if (act === 'note') return isListening(slip.state);
  return advance(slip.state, READER_ACTS[act].event) !== null;
}

/**
 * Writes the reader's act into the slip; unchanged where it can't be done. `more.due`: for collecting, the
 * day it is due.
 */
export function act(
  slip: Slip,
  what: ReaderAct,
  now: string,
  more: { text?: string; due?: string; xml?: readonly string[]; from?: string } = {},
): Slip {
  if (!canDo(slip, what)) return slip;
  const { action, event } = READER_ACTS[what];
  // Counted over the reader's own acts: what the library said meanwhile may come later.
  const seq = slip.messages.filter((m) => m.by === 'reader').length;
  // What is said now answers what was heard last, also where two machines' clocks differ by some minutes.
  const heard = slip.messages.reduce((latest, m) => (m.time > latest ? m.time : latest), now);
  const time = heard.slice(0, 10) === now.slice(0, 10) ? heard : now;
  return withMessage(slip, {
    id: `${now}|${what}|${seq}`,
    time,
    by: 'reader',
    from: more.from ?? '',
    text: more.text ?? '',
    status: action,
    event,
    seq,
    ...(more.due ? { due: more.due } : {}),
    ...(more.xml?.length ? { xml: more.xml } : {}),
  });
}
/** What act a message of the reader was; the stand-in reads the log by this. */
export const actOf = (m: SlipMessage): ReaderAct | null => {
  const name = m.by === 'reader' ? m.id.split('|')[1] : undefined;
  return name !== undefined && Object.hasOwn(READER_ACTS, name) ? (name as ReaderAct) : null;
};

/** Puts a finished draft into Outgoing, with what was promised at that moment. */
export const putInOutgoing = (slip: Slip, promised: Promised, now: string, going = false): Slip => ({
  ...slip,
  going,
  state: move('draft', 'finish'),
  promised,
  agreed: promised,
  changed: now,
});
/** Sent: the request and its confirmation are the first of its messages. */
export const markSent = (slip: Slip, now: string, xml: readonly string[] = []): Slip => {
  if (slip.state !== 'outgoing') return slip;
  const time = slip.sent ?? now;
  const said: SlipMessage = {
    id: `${time}|request`,
    time,
    by: 'reader',
    from: '',
    text: '',
    status: 'Request',
    event: null,
    seq: -1,
    ...(xml.length ? { xml } : {}),
  };
  return replay({ ...slip, sent: time, changed: now, going: false }, [said, ...slip.messages]);
};
/** Back to the editor, as long as it has not left. */
export const backToDraft = (slip: Slip, now: string): Slip =>
  slip.state === 'outgoing'
    ? { ...slip, state: move('outgoing', 'reopen'), going: false, changed: now }
    : slip;
/**
 * Takes the withdrawal back: what had not left waits in Outgoing again; what had is asked for anew, by a slip of
 * its own, since nobody takes up a cancelled request.
 * @param id of the slip that would be made
 * @returns the slip to be kept; it is to be sent where it is another
 */
export function askAgain(slip: Slip, id: string, now: string): Slip {
  const { promised } = slip;
  if (slip.state !== 'withdrawn' || !promised) return slip;
  const { changed: _changed, ended: _ended, waived: _waived, ...kept } = slip;
  if (slip.sent === null) return { ...kept, ended: null, state: 'outgoing', changed: now };
  const { agreed: _agreed, due: _due, ...again } = kept;
  return putInOutgoing(
    {
      ...again,
      id,
      state: 'draft',
      created: now,
      changed: now,
      sent: null,
      messages: [],
      file: null,
      ended: null,
    },
    promised,
    now,
    true,
  );
}
/** Takes back what has not left; what has is cancelled by a message. */
export const withdrawUnsent = (slip: Slip, now: string): Slip =>
  slip.state === 'outgoing'
    ? { ...slip, state: move('outgoing', 'withdraw'), ended: now, changed: now }
    : slip;
/** A delivered file that can't be opened any more is over. */
export const expired = (slip: Slip, now: string): Slip =>
  slip.state === 'delivered' && slip.fileUntil && now.slice(0, 10) > slip.fileUntil
    ? withMessage(slip, {
        id: `${slip.fileUntil}|expired`,
        time: `${slip.fileUntil}T23:59`,
        by: 'library',
        from: '',
        text: '',
        status: 'expired',
        event: 'expire',
        seq: 30,
      })
    : slip;
