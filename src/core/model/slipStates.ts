/** The states of a slip and what can happen in each: the table that `requests/lifecycle.ts` goes by. */
import { own } from '../table';

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
  preparing: {
    ship: 'on-its-way',
    arrive: 'ready',
    file: 'delivered',
    ask: 'sourcing',
    unfilled: 'not-supplied',
    complete: 'finished',
  },
  'on-its-way': { arrive: 'ready', ask: 'sourcing', unfilled: 'not-supplied' },
  ready: { collect: 'collected', lapse: 'finished' },
  delivered: { finish: 'finished', expire: 'finished' },
  collected: {
    notice: 'due',
    renew: 'renewed',
    recall: 'recalled',
    overdue: 'overdue',
    return: 'returned',
    complete: 'finished',
  },
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
export const EVENTS = [
  ...new Set(Object.values(MOVES).flatMap((moves) => Object.keys(moves))),
] as readonly SlipEvent[];

/** A move that the types allow. */
export const move = <S extends SlipState, E extends EventOf<S>>(state: S, event: E): After<S, E> =>
  MOVES[state][event];
/** A move asked for at run time: the next state, or null where the event can't happen in this one. */
export const advance = (state: SlipState, event: SlipEvent): SlipState | null =>
  own<string, SlipState>(own<string, Partial<Record<SlipEvent, SlipState>>>(MOVES, state) ?? {}, event) ??
  null;

const among =
  (...states: readonly SlipState[]) =>
  (state: SlipState): boolean =>
    states.includes(state);
/** Sent and not here yet. */
export const isUnderWay = among(
  'sent',
  'approval',
  'question',
  'sourcing',
  'conditional',
  'preparing',
  'on-its-way',
);
/** The volume is with the reader. */
export const isOnLoan = among('collected', 'due', 'renewed', 'recalled', 'overdue');
/** Waits for the reader to do something. */
export const needsReader = among('question', 'conditional', 'ready', 'recalled', 'overdue', 'due');
export const isHere = among('ready', 'delivered');
export const isEnded = among('finished', 'not-supplied', 'withdrawn');
/** A second slip for the same thing would be a double. */
export const isOpen = (state: SlipState): boolean =>
  state !== 'draft' && !isEnded(state) && state !== 'returned';
/** Something may still be said about it. */
export const isListening = (state: SlipState): boolean =>
  isUnderWay(state) || isHere(state) || isOnLoan(state) || state === 'returned';
/** A slip can be withdrawn until someone has started on it. */
export const canWithdraw = (slip: { readonly state: SlipState }): boolean =>
  slip.state === 'outgoing' || advance(slip.state, 'cancelled') !== null;
