/**
 * The reader's slips: drafts kept on every keystroke, Outgoing sent once, news taken in as the clock moves,
 * acts told.
 */
import type { Moment } from '../core/discovery/answers';
import type { Promised, Slip } from '../core/model/slip';
import { isEnded, isListening } from '../core/model/slipStates';
import {
  act,
  applyMessage,
  applyNotice,
  askAgain,
  backToDraft,
  expired,
  markSent,
  putInOutgoing,
  type ReaderAct,
  withdrawUnsent,
} from '../core/requests/lifecycle';
import { duplicateOf } from '../core/requests/slip';
import { say } from '../words/generated/browser';
import { AskError, batches, getNews, sendSlip, tellNetwork } from './client';
import { shortId } from './ids';
import { slipsOf } from './slipRows';
import { isSlip, slipTrouble } from './slipShapes';
import type { Store } from './store';
import { noteNews, noteTrouble } from './trouble';

/** It becomes the ISO 18626 request id. */
export const newSlipId = (): string => `S-${shortId()}`;

export async function slipById(store: Store, id: string): Promise<Slip | undefined> {
  const row = await store.slips.get(id);
  return isSlip(row) ? row : undefined;
}
/**
 * Rows among the slips that are none, whosever they are: kept as they are, to be looked at, saved or removed.
 */
export interface OddRow {
  readonly id: string;
  /** The path of what is wrong. */
  readonly why: string;
  readonly row: unknown;
}
export const oddSlips = async (store: Store): Promise<OddRow[]> =>
  (await store.slips.toArray()).flatMap((row) => {
    const why = slipTrouble(row);
    return why === null ? [] : [{ id: row.id, why, row }];
  });
export const dropOdd = (store: Store, id: string): Promise<unknown> => store.slips.delete(id);
export const keepDraft = (store: Store, slip: Slip): Promise<unknown> =>
  store.transaction('rw', store.slips, async () => {
    const kept = await store.slips.get(slip.id);
    // A slip that has left meanwhile (in another tab) is not written over.
    if (!kept || kept.state === 'draft') await store.slips.put(slip);
  });
export const dropDraft = (store: Store, id: string): Promise<unknown> =>
  store.slips
    .where('id')
    .equals(id)
    .and((s) => s.state === 'draft')
    .delete();
export const restoreDraft = (store: Store, slip: Slip): Promise<unknown> => store.slips.put(slip);

const change = (store: Store, id: string, f: (slip: Slip) => Slip): Promise<Slip | undefined> =>
  store.transaction('rw', store.slips, async () => {
    const slip = await store.slips.get(id);
    if (!isSlip(slip)) return undefined;
    const next = f(slip);
    if (next !== slip) await store.slips.put(next);
    return next;
  });

/**
 * Into Outgoing; a slip that has left meanwhile is not written over, nor a draft that somebody else has
 * changed.
 * @param how `going`: to be sent at once; `isOwn`: whether a kept draft is one that the caller knows
 * @returns whether it is there now
 */
export const toOutgoing = (
  store: Store,
  slip: Slip,
  promised: Promised,
  how: { readonly now: string; readonly going?: boolean; readonly isOwn?: (kept: Slip) => boolean },
): Promise<boolean> =>
  store.transaction('rw', store.slips, async () => {
    const kept = await store.slips.get(slip.id);
    if (kept && (kept.state !== 'draft' || how.isOwn?.(kept) === false)) return false;
    await store.slips.put(putInOutgoing(slip, promised, how.now, how.going ?? false));
    return true;
  });
/** The promise as it was last looked at, for a slip that waits in Outgoing. */
export const repromise = (store: Store, id: string, promised: Promised): Promise<Slip | undefined> =>
  change(store, id, (s) => (s.state === 'outgoing' ? { ...s, promised } : s));
export const reopen = (store: Store, id: string, now: string): Promise<Slip | undefined> =>
  change(store, id, (s) => backToDraft(s, now));

/** Only one tab at a time sends; without the Web Locks API the store's own check still keeps it to once. */
export const alone = <T>(name: string, work: () => Promise<T>): Promise<T> =>
  typeof navigator !== 'undefined' && navigator.locks
    ? (navigator.locks.request(name, work) as Promise<T>)
    : work();

export interface Sent {
  readonly sent: number;
  readonly problem: AskError | null;
  /** Which slips stayed, and why. */
  readonly stayed: readonly { readonly id: string; readonly why: string }[];
}
/**
 * Sends what is in Outgoing, or these of it. A slip that could not be sent stays there and goes out at the
 * next call; the request carries the slip's id, so that a second arrival of the same request would be one
 * request all the same.
 */
export const sendOutgoing = (
  store: Store,
  reader: string,
  moment: Moment,
  only?: ReadonlySet<string> | 'going',
): Promise<Sent> =>
  alone('legendum-send', async () => {
    let sent = 0;
    let problem: AskError | null = null;
    const stayed: { id: string; why: string }[] = [];
    // Looked up once the way is free: what another call has sent or had refused meanwhile is not sent again.
    const chosen = (await slipsOf(store, reader)).filter(
      (s) => s.state === 'outgoing' && (only === undefined || (only === 'going' ? s.going : only.has(s.id))),
    );
    if (!chosen.length) return { sent, problem, stayed };
    // Written for several things at once they were priced one after the other, those behind not cheaper: so they go.
    const price = (s: Slip): number => s.promised?.total ?? 0;
    const order = new Map(only === undefined || only === 'going' ? [] : [...only].map((id, i) => [id, i]));
    chosen.sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0) || price(a) - price(b));
    for (const slip of chosen)
      await change(store, slip.id, (s) => (s.state === 'outgoing' && !s.going ? { ...s, going: true } : s));
    // Comes with the first sending: a page that sends nothing need not have it. Where it can't be fetched,
    // nor can the library be reached.
    const counting = await import('../core/requests/history').catch(() => null);
    for (const slip of chosen) {
      const dated = { ...slip, sent: slip.sent ?? moment.at };
      try {
        const { documents, promised } = await sendSlip(
          dated,
          moment,
          counting?.historyFor(
            slip,
            // Of those that go together the rules count what has gone, as they did when it was priced.
            (await slipsOf(store, reader)).filter((s) => s.state !== 'outgoing' || !s.going),
          ),
        );
        await change(store, slip.id, (s) =>
          s.state === 'outgoing'
            ? markSent(promised ? { ...s, promised, agreed: promised } : s, moment.at, documents)
            : s,
        );
        sent++;
      } catch (error) {
        problem = error instanceof AskError ? error : new AskError('failed', say('browser.itCouldNotBeSent'));
        stayed.push({ id: slip.id, why: problem.message });
        if (problem.sort === 'offline' || problem.sort === 'sign-in') break;
        // What is refused is the reader's to mend: it does not go by itself again.
        if (problem.sort === 'refused')
          await change(store, slip.id, (s) => (s.state === 'outgoing' ? { ...s, going: false } : s));
      }
    }
    return { sent, problem, stayed };
  });

/**
 * Sends what was told to go and could not, or was left while going. What only waits in Outgoing stays there.
 */
export const sendGoing = (store: Store, reader: string, moment: Moment): Promise<Sent> =>
  sendOutgoing(store, reader, moment, 'going');

/**
 * Takes in what has been said about the slips that somebody may still speak of, up to the clock's time. Asked
 * in batches, each kept as it comes: when one fails the others' news are there, and the failure is thrown at
 * the end.
 */
export async function takeNews(store: Store, reader: string, moment: Moment): Promise<void> {
  const open = (await slipsOf(store, reader)).filter((s) => isListening(s.state));
  const failures: unknown[] = [];
  for (const batch of batches(open)) {
    try {
      for (const news of await getNews(batch, moment)) {
        await change(store, news.slip, (slip) => {
          let next = slip;
          for (const message of news.messages) next = applyMessage(next, message);
          for (const notice of news.notices) next = applyNotice(next, notice);
          return expired(next, moment.at);
        });
      }
    } catch (error) {
      failures.push(error);
    }
  }
  if (failures.length) throw failures[0];
}

/**
 * Takes a withdrawal back, and sends the slip again where it had gone out.
 * @returns the id under which it stands now
 */
export async function undoWithdrawal(store: Store, slip: Slip, moment: Moment): Promise<string> {
  const again = askAgain(slip, newSlipId(), moment.at);
  // Asked for anew already, here or in another tab: once is enough.
  const twin = again.id === slip.id ? null : duplicateOf(again, await slipsOf(store, slip.reader));
  if (twin) return twin.id;
  await store.slips.put(again);
  if (again.id !== slip.id) await sendOutgoing(store, slip.reader, moment, new Set([again.id]));
  return again.id;
}

/** What the store could not keep is its trouble; that nothing was heard is said with the requests. */
const unheard = (error: unknown): void => {
  if (!noteTrouble(error, true)) noteNews(error);
};
/** What the reader does, in what words; for collecting, the day it is due. */
export interface Doing {
  readonly what: ReaderAct;
  readonly text?: string;
  readonly due?: string;
}
/**
 * Withdraws, accepts, answers, collects, renews, returns: told to the network, then written down, then its
 * answer taken in. Throws an AskError with the reason when it is refused.
 */
export async function doAct(
  store: Store,
  slip: Slip,
  { what, ...more }: Doing,
  moment: Moment,
): Promise<void> {
  if (what === 'cancel' && slip.state === 'outgoing') {
    await change(store, slip.id, (s) => withdrawUnsent(s, moment.at));
    return;
  }
  const { documents } = await tellNetwork(slip, what, more.text ?? '', moment);
  const after = await change(store, slip.id, (s) => act(s, what, moment.at, { ...more, xml: documents }));
  // It is done; what is said to it is asked for again anyway.
  if (after && !isEnded(after.state)) await takeNews(store, slip.reader, moment).catch(unheard);
}
