/**
 * A request that somebody else has made to us, as its messages make it: what has been said of it, what it waits for,
 * what we can do about it. The other side of `lifecycle.ts`: there a reader's slip asks, here a library answers.
 */
import type { IsoRequest, IsoRequestingMessage, IsoSupplyingMessage } from './iso18626';
import { NOTHING_MORE } from './iso18626';

/** asked: nobody has looked at it · accepted · sent: it is on its way or with the reader · the rest is over. */
export const SUPPLY_STATES = ['asked', 'accepted', 'sent', 'done', 'unfilled', 'cancelled'] as const;
export type SupplyState = (typeof SUPPLY_STATES)[number];
export const SUPPLY_ACTS = [
  'accept',
  'send',
  'ready',
  'refuse',
  'complete',
  'letCancel',
  'keep',
  'renew',
  'dontRenew',
] as const;
export type SupplyAct = (typeof SUPPLY_ACTS)[number];
/** Why something is not supplied: of the standard's open list. */
export const UNFILLED = [
  'NotAvailable',
  'NotHeld',
  'OnLoan',
  'NonCirculating',
  'NotOnShelf',
  'PolicyProblem',
] as const;
export type Unfilled = (typeof UNFILLED)[number];

/** What our side adds to an act. */
export interface SupplyWords {
  readonly note: string;
  /** ISO day on which a volume is due back. */
  readonly due: string;
  /** Where a copy can be fetched. */
  readonly url: string;
  readonly why: Unfilled | '';
}
export const NO_WORDS: SupplyWords = { note: '', due: '', url: '', why: '' };

/** Of a loan or copy, or what our own readers suggest and ask. */
export const SUPPLY_SORTS = ['supply', 'purchase', 'question'] as const;
export type SupplySort = (typeof SUPPLY_SORTS)[number];
export interface Supply {
  readonly request: IsoRequest;
  readonly sort: SupplySort;
  /** Our own readers have asked. */
  readonly ours: boolean;
  readonly state: SupplyState;
  /** What the other side has asked for and not been answered on. */
  readonly waits: 'cancel' | 'renew' | null;
  /** The volume is on its way back. */
  readonly returning: boolean;
  readonly due: string;
  /** ISO local time since when it stands on the pickup shelf; empty: not yet. */
  readonly ready: string;
  /** What we said when it was over. */
  readonly answer: string;
  /** ISO local time of the last word. */
  readonly changed: string;
}
export const isOver = ({ state }: Pick<Supply, 'state'>): boolean =>
  state === 'done' || state === 'unfilled' || state === 'cancelled';
export const isCopyAsked = ({ request }: Pick<Supply, 'request'>): boolean => request.service === 'Copy';

export const begunSupply = (
  request: IsoRequest,
  at: string,
  ours = false,
  sort: SupplySort = 'supply',
): Supply => ({
  request,
  sort,
  ours,
  state: 'asked',
  waits: null,
  returning: false,
  due: '',
  ready: '',
  answer: '',
  changed: at,
});

/** What can be done about it as it stands. */
export function actsFor(supply: Supply): readonly SupplyAct[] {
  if (isOver(supply)) return [];
  if (supply.waits === 'cancel') return ['letCancel', 'keep'];
  if (supply.waits === 'renew') return ['renew', 'dontRenew'];
  if (supply.sort === 'question') return ['complete'];
  if (supply.sort === 'purchase') return supply.state === 'asked' ? ['accept', 'refuse'] : ['complete'];
  const shelf = supply.ours && !isCopyAsked(supply) && !supply.ready ? (['ready'] as const) : [];
  switch (supply.state) {
    case 'asked':
      return ['accept', 'send', ...shelf, 'refuse'];
    case 'accepted':
      return ['send', ...shelf, 'refuse'];
    default:
      return [...shelf, 'complete'];
  }
}

/** What the other side has said. What can't be in a state changes nothing. */
export function heard(supply: Supply, { action }: Pick<IsoRequestingMessage, 'action'>, at: string): Supply {
  const now = { ...supply, changed: at };
  if (isOver(supply)) return supply;
  switch (action) {
    case 'Cancel':
      return supply.state === 'sent' ? now : { ...now, waits: 'cancel' };
    case 'Renew':
      return supply.state === 'sent' && !isCopyAsked(supply) ? { ...now, waits: 'renew' } : now;
    case 'ShippedReturn':
      return supply.state === 'sent' ? { ...now, returning: true, waits: null } : now;
    default:
      return now;
  }
}

const AFTER: Readonly<Record<SupplyAct, Partial<Pick<Supply, 'state' | 'waits'>>>> = {
  accept: { state: 'accepted' },
  send: { state: 'sent' },
  ready: { state: 'sent' },
  refuse: { state: 'unfilled' },
  complete: { state: 'done' },
  letCancel: { state: 'cancelled', waits: null },
  keep: { waits: null },
  renew: { waits: null },
  dontRenew: { waits: null },
};
/** As it stands after what we did. A copy that was sent is done with. @throws RangeError where that can't be done */
export function acted(supply: Supply, act: SupplyAct, words: SupplyWords, at: string): Supply {
  if (!actsFor(supply).includes(act)) throw new RangeError(`${act} of a request that is ${supply.state}`);
  const over = act === 'complete' || act === 'refuse' ? { answer: words.note } : {};
  const next = { ...supply, ...AFTER[act], ...over, changed: at };
  if (act === 'send' && isCopyAsked(supply)) return { ...next, state: 'done' };
  if (act === 'ready') return { ...next, ready: at };
  return act === 'send' || act === 'renew' ? { ...next, due: words.due } : next;
}

/**
 * What is missing for an act: a volume is lent to others until a day, a renewal too; a refusal has a reason, a question an answer; our
 * own readers open a copy where it stands.
 */
export type Lacking = 'due' | 'why' | 'note' | 'url';

export function lackingFor(
  supply: Supply,
  act: SupplyAct,
  { due, why, note, url }: SupplyWords,
): Lacking | null {
  if (supply.sort === 'question') return note ? null : 'note';
  // How long our own readers keep it the loan desk knows.
  if ((act === 'send' && !isCopyAsked(supply) && !supply.ours) || act === 'renew') return due ? null : 'due';
  if (act === 'send' && isCopyAsked(supply) && supply.ours) return url ? null : 'url';
  return act === 'refuse' && !why ? 'why' : null;
}

type Said = Pick<IsoSupplyingMessage, 'reason' | 'status'> & { readonly answer?: 'Y' | 'N' };
const SAID: Readonly<Record<Exclude<SupplyAct, 'ready'>, Said>> = {
  accept: { reason: 'StatusChange', status: 'WillSupply' },
  send: { reason: 'StatusChange', status: 'Loaned' },
  refuse: { reason: 'StatusChange', status: 'Unfilled' },
  complete: { reason: 'StatusChange', status: 'LoanCompleted' },
  letCancel: { reason: 'CancelResponse', status: 'Cancelled', answer: 'Y' },
  keep: { reason: 'CancelResponse', status: 'WillSupply', answer: 'N' },
  renew: { reason: 'RenewResponse', status: 'Loaned', answer: 'Y' },
  dontRenew: { reason: 'RenewResponse', status: 'Loaned', answer: 'N' },
};
/**
 * The messages that tell the other side what we did. That a volume stands on the shelf is no message between
 * libraries: our own readers hear of it from the desk.
 * @param supply as it stood before
 */
export function saidOf(
  supply: Supply,
  act: SupplyAct,
  words: SupplyWords,
  { agency, at }: { readonly agency: string; readonly at: string },
): readonly IsoSupplyingMessage[] {
  const plain = {
    ...NOTHING_MORE,
    requestId: supply.request.requestId,
    supplyingAgency: agency,
    timestamp: at,
    note: '',
  };
  const telling = (status: IsoSupplyingMessage['status']): IsoSupplyingMessage => ({
    ...plain,
    reason: 'StatusChange',
    status,
  });
  // A slip that staff look at first goes on when somebody has taken it up.
  const takenUp = supply.ours && supply.state === 'asked' && ['accept', 'send', 'ready'].includes(act);
  const first = takenUp ? [telling('ExpectToSupply')] : [];
  if (act === 'ready') return supply.state === 'asked' ? [...first, telling('WillSupply')] : first;
  const copy = act === 'send' && isCopyAsked(supply);
  const { reason, status, answer = '' } = SAID[act];
  return [
    ...first,
    {
      ...plain,
      reason,
      status: copy
        ? 'CopyCompleted'
        : act === 'keep' && supply.state === 'asked'
          ? 'RequestReceived'
          : status,
      note: words.note,
      answer,
      due: act === 'dontRenew' ? supply.due : words.due,
      url: copy ? words.url : '',
      reasonUnfilled: act === 'refuse' ? words.why : '',
    },
  ];
}
