/**
 * The life of a slip: which states there are, what can happen in each, and what each ISO 18626 message makes happen.
 *
 * A slip's state is not stored and patched: it is what its messages, in order of time, make of the moment it was sent. So
 * messages may come twice, late or in any order, and the state is the same. What can't happen in a state (a recall of
 * what was never lent) changes nothing, and can't even be written: `move` takes only the events of the state it is given.
 */
import type { CampusId } from '../bibliography/record';
import type { Cents } from '../policy/types';
import { own } from '../table';
import type { IsoAction, IsoSupplyingMessage } from './iso18626';
import type { Promised, Slip } from './slip';

/** What can happen in each state, and what comes of it. */
export const MOVES = {
  draft: { finish: 'outgoing' },
  outgoing: { reopen: 'draft', send: 'sent', mediate: 'approval', withdraw: 'withdrawn' },
  sent: {
    ask: 'sourcing',
    supply: 'preparing',
    ship: 'on-its-way',
    arrive: 'ready',
    file: 'delivered',
    unfilled: 'not-supplied',
    cancelled: 'withdrawn',
    complete: 'finished',
  },
  approval: { ask: 'sourcing', question: 'question', unfilled: 'not-supplied', cancelled: 'withdrawn' },
  question: { answer: 'approval', ask: 'sourcing', unfilled: 'not-supplied', cancelled: 'withdrawn' },
  sourcing: {
    ask: 'sourcing',
    offer: 'conditional',
    supply: 'preparing',
    ship: 'on-its-way',
    file: 'delivered',
    unfilled: 'not-supplied',
    cancelled: 'withdrawn',
  },
  conditional: {
    accept: 'sourcing',
    decline: 'sourcing',
    ask: 'sourcing',
    supply: 'preparing',
    unfilled: 'not-supplied',
    cancelled: 'withdrawn',
  },
  preparing: { ship: 'on-its-way', arrive: 'ready', file: 'delivered', ask: 'sourcing', unfilled: 'not-supplied', complete: 'finished' },
  'on-its-way': { arrive: 'ready', ask: 'sourcing', unfilled: 'not-supplied' },
  ready: { collect: 'collected', lapse: 'finished' },
  delivered: { finish: 'finished', expire: 'finished' },
  collected: { notice: 'due', renew: 'renewed', recall: 'recalled', overdue: 'overdue', return: 'returned', complete: 'finished' },
  due: { renew: 'renewed', recall: 'recalled', overdue: 'overdue', return: 'returned', complete: 'finished' },
  renewed: {
    notice: 'due',
    renew: 'renewed',
    recall: 'recalled',
    overdue: 'overdue',
    return: 'returned',
    complete: 'finished',
  },
  recalled: { overdue: 'overdue', return: 'returned', complete: 'finished' },
  overdue: { recall: 'recalled', return: 'returned', complete: 'finished' },
  returned: { complete: 'finished' },
  finished: {},
  'not-supplied': {},
  withdrawn: {},
} as const;

export type SlipState = keyof typeof MOVES;
/** Events that a state knows. */
export type EventOf<S extends SlipState> = keyof (typeof MOVES)[S] & string;
export type SlipEvent = { [S in SlipState]: EventOf<S> }[SlipState];
/** The state after an event. */
export type After<S extends SlipState, E extends EventOf<S>> = (typeof MOVES)[S][E];
export const STATES = Object.keys(MOVES) as readonly SlipState[];

/** A move that the types allow. */
export const move = <S extends SlipState, E extends EventOf<S>>(state: S, event: E): After<S, E> => MOVES[state][event];
/** A move asked for at run time: the next state, or null where the event can't happen in this one. */
export const advance = (state: SlipState, event: SlipEvent): SlipState | null =>
  own<string, SlipState>(own<string, Partial<Record<SlipEvent, SlipState>>>(MOVES, state) ?? {}, event) ?? null;

export const STATE_LABEL: Record<SlipState, string> = {
  draft: 'draft',
  outgoing: 'not sent yet',
  sent: 'sent',
  approval: 'awaiting approval',
  question: 'needs your answer',
  sourcing: 'being sourced',
  conditional: 'needs your decision',
  preparing: 'will be supplied',
  'on-its-way': 'on its way',
  ready: 'ready',
  delivered: 'delivered',
  collected: 'on loan',
  due: 'due soon',
  renewed: 'renewed',
  recalled: 'recalled',
  overdue: 'overdue',
  returned: 'returned',
  finished: 'finished',
  'not-supplied': 'not supplied',
  withdrawn: 'withdrawn',
};
const among =
  (...states: readonly SlipState[]) =>
  (state: SlipState): boolean =>
    states.includes(state);
/** Sent and not here yet. */
export const isUnderWay = among('sent', 'approval', 'question', 'sourcing', 'conditional', 'preparing', 'on-its-way');
/** The volume is with the reader. */
export const isOnLoan = among('collected', 'due', 'renewed', 'recalled', 'overdue');
/** Waits for the reader to do something. */
export const needsReader = among('question', 'conditional', 'ready', 'recalled', 'overdue', 'due');
export const isHere = among('ready', 'delivered');
export const isEnded = among('finished', 'not-supplied', 'withdrawn');
/** A second slip for the same thing would be a double. */
export const isOpen = (state: SlipState): boolean => state !== 'draft' && !isEnded(state) && state !== 'returned';
/** Something may still be said about it. */
export const isListening = (state: SlipState): boolean => isUnderWay(state) || isHere(state) || isOnLoan(state) || state === 'returned';
/** A slip can be withdrawn until someone has started on it. */
export const canWithdraw = (slip: Pick<Slip, 'state'>): boolean => slip.state === 'outgoing' || advance(slip.state, 'cancelled') !== null;

export interface SlipMessage {
  readonly id: string;
  /** ISO local time. */
  readonly time: string;
  readonly by: 'library' | 'reader';
  readonly from: string;
  readonly text: string;
  /** ISO 18626 status or action; `arrived` and `lapsed` are the circulation desk's own. */
  readonly status: string;
  readonly event: SlipEvent | null;
  /** Which of the messages of that minute and side it is. */
  readonly seq: number;
  /** It answers something the reader did. */
  readonly reply?: boolean;
  readonly due?: string;
  readonly file?: string;
  readonly fileUntil?: string;
  /** A new price, where one was named. */
  readonly cost?: Cents;
  /** Until when it waits at the pickup point, or an offer stands. */
  readonly until?: string;
  /** ISO 18626 reason for an Unfilled or RetryPossible, or the loan's condition. */
  readonly reason?: string;
  /** The message as it was exchanged. */
  readonly xml?: string;
}
/** What the circulation desk reports of its own: a volume stands on the pickup shelf, or went back from it. */
export interface DeskNotice {
  readonly slip: string;
  readonly kind: 'arrived' | 'lapsed';
  readonly time: string;
  readonly place: string;
  readonly campus: CampusId | null;
  /** Last day on the pickup shelf. */
  readonly until: string;
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
const stateSent = (slip: Slip): SlipState => (slip.promised?.mediated ? move('outgoing', 'mediate') : move('outgoing', 'send'));

/** A sent slip as its messages make it. */
export function replay(slip: Slip, messages: readonly SlipMessage[] = slip.messages): Slip {
  const ordered = [...messages].sort(inOrder);
  let state = stateSent(slip);
  let [due, file, fileUntil, ended, renewals]: [string | null, string | null, string | null, string | null, number] = [
    null,
    null,
    null,
    null,
    0,
  ];
  let promised = slip.promised;
  for (const m of ordered) {
    if (m.cost !== undefined && promised && slip.promised) promised = repriced(slip.promised, m.cost);
    const next = m.event && advance(state, m.event);
    if (!next) continue;
    state = next;
    if (m.event === 'renew') renewals++;
    if (m.due !== undefined) due = m.due;
    if (m.file !== undefined) file = m.file;
    if (m.fileUntil !== undefined) fileUntil = m.fileUntil;
    if (isEnded(state)) ended = m.time;
  }
  const last = ordered.at(-1)?.time ?? slip.changed;
  return {
    ...slip,
    messages: ordered,
    state,
    due,
    file,
    fileUntil,
    renewals,
    ended,
    promised,
    changed: last > slip.changed ? last : slip.changed,
  };
}
/** The promise with another price, as staff or a lender set it. */
function repriced(promised: Promised, total: Cents): Promised {
  const difference = total - promised.lines.reduce((n, l) => n + l.cents, 0);
  const lines = difference === 0 ? promised.lines : [...promised.lines, { what: 'Changed by the library', cents: difference }];
  return { ...promised, total, lines };
}

const withMessage = (slip: Slip, said: SlipMessage): Slip =>
  slip.messages.some((k) => k.id === said.id) ? slip : replay(slip, [...slip.messages, said]);

/** Takes a supplying agency message in; one already known changes nothing. */
export function applyMessage(slip: Slip, m: IsoSupplyingMessage, xml = ''): Slip {
  if (m.requestId !== slip.id) return slip;
  return withMessage(slip, {
    id: `${m.timestamp}|${m.status}|${m.note}`,
    time: m.timestamp,
    by: 'library',
    from: m.supplierName || m.supplyingAgency,
    text: m.note,
    status: m.status,
    event: eventOf(m),
    seq: RANK.indexOf(m.status),
    ...(m.reason === 'RenewResponse' || m.reason === 'CancelResponse' ? { reply: true } : {}),
    ...(m.due ? { due: m.due } : {}),
    ...(m.url ? { file: m.url, fileUntil: m.expected } : {}),
    ...(m.cost === null ? {} : { cost: m.cost }),
    ...(m.retryBefore ? { until: m.retryBefore } : {}),
    ...(m.reasonUnfilled || m.reasonRetry || m.loanCondition ? { reason: m.loanCondition || m.reasonRetry || m.reasonUnfilled } : {}),
    ...(xml ? { xml } : {}),
  });
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

/** What the reader can say or do about a slip, the requesting agency's action that tells it, and the event it is. */
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

/** May the reader do this now? */
export function canDo(slip: Pick<Slip, 'state'>, act: ReaderAct): boolean {
  if (act === 'cancel') return canWithdraw(slip);
  if (act === 'renew') return isOnLoan(slip.state) && advance(slip.state, 'renew') !== null;
  if (act === 'note') return isListening(slip.state);
  return advance(slip.state, READER_ACTS[act].event) !== null;
}

/** Writes the reader's act into the slip; unchanged where it can't be done. `more.due`: for collecting, the day it is due. */
export function act(
  slip: Slip,
  what: ReaderAct,
  now: string,
  more: { text?: string; due?: string; xml?: string; from?: string } = {},
): Slip {
  if (!canDo(slip, what)) return slip;
  const { action, event } = READER_ACTS[what];
  const seq = slip.messages.length;
  return withMessage(slip, {
    id: `${now}|${what}|${seq}`,
    time: now,
    by: 'reader',
    from: more.from ?? 'You',
    text: more.text ?? ACT_TEXT[what],
    status: action,
    event,
    seq,
    ...(more.due ? { due: more.due } : {}),
    ...(more.xml ? { xml: more.xml } : {}),
  });
}
const ACT_TEXT: Record<ReaderAct, string> = {
  cancel: 'Withdrawn.',
  accept: 'I accept the condition.',
  decline: 'Not under this condition: ask the next library.',
  answer: '',
  collect: 'Collected.',
  renew: 'Please renew.',
  return: 'Returned.',
  finish: 'I have the file.',
  note: '',
};
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
  changed: now,
});
/** Sent: the request and its confirmation are the first of its messages. */
export const markSent = (slip: Slip, now: string, xml = ''): Slip => {
  if (slip.state !== 'outgoing') return slip;
  const time = slip.sent ?? now;
  const said: SlipMessage = {
    id: `${time}|request`,
    time,
    by: 'reader',
    from: 'You',
    text: 'Slip sent.',
    status: 'Request',
    event: null,
    seq: -1,
    ...(xml ? { xml } : {}),
  };
  return replay({ ...slip, sent: time, changed: now, going: false }, [said, ...slip.messages]);
};
/** Back to the editor, as long as it has not left. */
export const backToDraft = (slip: Slip, now: string): Slip =>
  slip.state === 'outgoing' ? { ...slip, state: move('outgoing', 'reopen'), going: false, changed: now } : slip;
/** Takes back what has not left; what has is cancelled by a message. */
export const withdrawUnsent = (slip: Slip, now: string): Slip =>
  slip.state === 'outgoing' ? { ...slip, state: move('outgoing', 'withdraw'), ended: now, changed: now } : slip;
/** A delivered file that can't be opened any more is over. */
export const expired = (slip: Slip, now: string): Slip =>
  slip.state === 'delivered' && slip.fileUntil && now.slice(0, 10) > slip.fileUntil
    ? withMessage(slip, {
        id: `${slip.fileUntil}|expired`,
        time: `${slip.fileUntil}T23:59`,
        by: 'library',
        from: 'Delivery',
        text: 'The file could be opened until today; it is closed now.',
        status: 'expired',
        event: 'expire',
        seq: 30,
      })
    : slip;
