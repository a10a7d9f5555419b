/** The reader's slips: drafts kept on every keystroke, Outgoing sent once, news taken in as the clock moves. */
import type { Moment } from '../core/engine/port';
import { applyArrival, applyMessage, backToDraft, finish, markSent, putInOutgoing, withdraw } from '../core/requests/lifecycle';
import { serviceOf } from '../core/requests/price';
import { type CopyHistory, NO_HISTORY } from '../core/requests/promise';
import { OPEN_STATES, type Promised, type Slip, UNDER_WAY } from '../core/requests/slip';
import { AskError, askWithdraw, getNews, sendSlip } from './client';
import type { Store } from './store';

export const slipsOf = (store: Store, reader: string): Promise<Slip[]> => store.slips.where('reader').equals(reader).toArray();
export const slipById = (store: Store, id: string): Promise<Slip | undefined> => store.slips.get(id);
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
    if (!slip) return undefined;
    const next = f(slip);
    if (next !== slip) await store.slips.put(next);
    return next;
  });

export const toOutgoing = (store: Store, slip: Slip, promised: Promised, now: string): Promise<unknown> =>
  store.slips.put(putInOutgoing(slip, promised, now));
export const reopen = (store: Store, id: string, now: string): Promise<Slip | undefined> => change(store, id, (s) => backToDraft(s, now));
export const markCollected = (store: Store, id: string, now: string): Promise<Slip | undefined> => change(store, id, (s) => finish(s, now));

/** Of a reader's other slips, what the copyright rules count (see core/requests/promise). */
export function historyFor(slip: Slip, all: readonly Slip[]): CopyHistory {
  const others = all.filter(
    (s) => s.id !== slip.id && (OPEN_STATES.has(s.state) || s.state === 'finished') && serviceOf(s.route) === 'copy',
  );
  if (!others.length) return NO_HISTORY;
  const sameJournal = others.filter((s) => slip.item.issn !== '' && s.item.issn === slip.item.issn);
  return {
    journalThisYear: sameJournal.filter((s) => s.created.slice(0, 4) === slip.created.slice(0, 4)).length,
    sameIssue: sameJournal.filter(
      (s) => s.item.volume === slip.item.volume && s.item.issue === slip.item.issue && s.item.year === slip.item.year,
    ).length,
    sameBookCopies: others.filter((s) => s.wanted === 'chapter' && s.record === slip.record).length,
  };
}

/** Only one tab at a time sends; without the Web Locks API the store's own check still keeps it to once. */
const alone = <T>(name: string, work: () => Promise<T>): Promise<T> =>
  typeof navigator !== 'undefined' && navigator.locks ? (navigator.locks.request(name, work) as Promise<T>) : work();

/**
 * Sends what is in Outgoing. A slip that could not be sent stays there and goes out at the next call; the request carries
 * the slip's id, so that a second arrival of the same request would be one request all the same.
 * @returns how many went out, and the reason why the others did not.
 */
export const sendOutgoing = (store: Store, reader: string, moment: Moment): Promise<{ sent: number; problem: AskError | null }> =>
  alone('legendum-send', async () => {
    let sent = 0;
    let problem: AskError | null = null;
    for (const slip of (await slipsOf(store, reader)).filter((s) => s.state === 'outgoing')) {
      const dated = { ...slip, sent: slip.sent ?? moment.at };
      try {
        await sendSlip(dated, moment);
        await change(store, slip.id, (s) => (s.state === 'outgoing' ? markSent(s, moment.at) : s));
        sent++;
      } catch (error) {
        problem = error instanceof AskError ? error : new AskError('failed', 'It could not be sent. It stays in Outgoing.');
        if (problem.sort === 'offline') break;
      }
    }
    return { sent, problem };
  });

/** Takes in what has been said about the slips under way up to the clock's time. */
export async function takeNews(store: Store, reader: string, moment: Moment): Promise<void> {
  const open = (await slipsOf(store, reader)).filter((s) => UNDER_WAY.has(s.state));
  if (!open.length) return;
  const { readSupplyingMessage } = await import('../core/requests/iso18626');
  for (const news of await getNews(open, moment)) {
    await change(store, news.slip, (slip) => {
      let next = slip;
      for (const xml of news.messages) {
        const message = readSupplyingMessage(xml);
        if (!('problem' in message)) next = applyMessage(next, message);
      }
      return news.arrival ? applyArrival(next, news.arrival) : next;
    });
  }
}

/** Withdraws a slip, if nobody has started on it. Throws an AskError with the reason otherwise. */
export async function withdrawSlip(store: Store, slip: Slip, moment: Moment): Promise<void> {
  if (slip.state !== 'outgoing') await askWithdraw(slip, moment);
  await change(store, slip.id, (s) => withdraw(s, moment.at));
}
