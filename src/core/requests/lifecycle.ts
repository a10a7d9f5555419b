/** How a slip moves: which message leads to which state, what the reader may do when. Total and order-proof. */
import type { IsoStatus, IsoSupplyingMessage } from './iso18626';
import type { Promised, Slip, SlipMessage, SlipState } from './slip';

/** What the circulation desk reports of its own: a volume has arrived at the pickup shelf. */
export interface ArrivalNotice {
  readonly slip: string;
  readonly time: string;
  readonly place: string;
}

const AFTER: Record<IsoStatus, SlipState | null> = {
  RequestReceived: 'sent',
  ExpectToSupply: 'sourcing',
  WillSupply: 'preparing',
  Loaned: 'on-its-way',
  CopyCompleted: 'ready',
  Unfilled: 'not-supplied',
  RetryPossible: 'not-supplied',
  Cancelled: 'withdrawn',
  LoanCompleted: 'finished',
  CompletedWithoutReturn: 'finished',
  Overdue: null,
  Recalled: null,
};
const RANK: Record<SlipState, number> = {
  draft: 0,
  outgoing: 1,
  sent: 2,
  sourcing: 3,
  preparing: 4,
  'on-its-way': 5,
  ready: 6,
  'not-supplied': 7,
  withdrawn: 7,
  finished: 8,
};

const messageId = (m: { timestamp: string; status: string; note: string }): string => `${m.timestamp}|${m.status}|${m.note}`;

/** Adds a supplying agency message; one already known changes nothing, an older one never moves the slip back. */
export function applyMessage(slip: Slip, m: IsoSupplyingMessage): Slip {
  const id = messageId(m);
  if (m.requestId !== slip.id || slip.messages.some((k) => k.id === id)) return slip;
  const said: SlipMessage = { id, time: m.timestamp, from: m.supplierName || m.supplyingAgency, text: m.note, status: m.status };
  const messages = [...slip.messages, said].sort((a, b) => (a.time < b.time ? -1 : 1));
  const next = AFTER[m.status];
  const moves = next !== null && RANK[next] > RANK[slip.state];
  const state = moves ? next : slip.state;
  const ended = moves && (state === 'not-supplied' || state === 'withdrawn') ? m.timestamp : slip.ended;
  return {
    ...slip,
    messages,
    state,
    ended,
    changed: m.timestamp > slip.changed ? m.timestamp : slip.changed,
    file: m.status === 'CopyCompleted' && m.url ? m.url : slip.file,
  };
}

export function applyArrival(slip: Slip, notice: ArrivalNotice): Slip {
  const id = `${notice.time}|arrived`;
  if (notice.slip !== slip.id || slip.messages.some((k) => k.id === id)) return slip;
  const said: SlipMessage = { id, time: notice.time, from: notice.place, text: `Ready for you at ${notice.place}.`, status: 'arrived' };
  return { ...slip, messages: [...slip.messages, said], state: RANK.ready > RANK[slip.state] ? 'ready' : slip.state, changed: notice.time };
}

/** Puts a finished draft into Outgoing, with what was promised at that moment. */
export const putInOutgoing = (slip: Slip, promised: Promised, now: string): Slip => ({
  ...slip,
  state: 'outgoing',
  promised,
  changed: now,
});
export const markSent = (slip: Slip, now: string): Slip => ({ ...slip, state: 'sent', sent: slip.sent ?? now, changed: now });
/** Back to the editor, as long as it has not left. */
export const backToDraft = (slip: Slip, now: string): Slip =>
  slip.state === 'outgoing' ? { ...slip, state: 'draft', changed: now } : slip;
/** A slip can be withdrawn until someone has started on it. */
export const canWithdraw = (slip: Slip): boolean => slip.state === 'outgoing' || slip.state === 'sent' || slip.state === 'sourcing';
export const withdraw = (slip: Slip, now: string): Slip =>
  canWithdraw(slip) ? { ...slip, state: 'withdrawn', ended: now, changed: now } : slip;
export const finish = (slip: Slip, now: string): Slip =>
  slip.state === 'ready' ? { ...slip, state: 'finished', ended: now, changed: now } : slip;
