/**
 * What was done while nobody could be told: kept in order, told once when the library is reached again. What is
 * refused then stays, with the reason, until its reader has seen it.
 */
import type { Moment } from '../../core/discovery/answers';
import { wrongIn } from '../../core/model/shape';
import type { Slip } from '../../core/model/slip';
import type { ReaderAct } from '../../core/requests/lifecycle';
import { slipTitle } from '../../core/requests/slip';
import { say } from '../../words/generated/browser';
import { AskError, isOffline } from '../client';
import { tellDesk } from '../desk';
import { shortId } from '../ids';
import { alone, type Doing, doAct, slipById } from '../slips';
import type { Store } from '../store';
import { notKept } from '../trouble';
import { look } from './page';
import { type Waiting, waitingShape } from './rows';

/** The reader's, in the order in which they were done; rows that are none are left where they are. */
export const waitingOf = async (store: Store, reader: string): Promise<readonly Waiting[]> =>
  (await store.waiting.where('reader').equals(reader).toArray())
    .filter((w) => wrongIn(waitingShape, w) === null)
    .sort((a, b) => a.nth - b.nth);

const NOTHING = { slip: '', text: '', due: '', item: '', pickup: '', refused: '' } as const;
type Done = Pick<Waiting, 'reader' | 'at' | 'title' | 'what'> & Partial<Waiting>;
/** Behind all that waits already. */
const putBehind = (store: Store, done: Done): Promise<void> =>
  store.transaction('rw', store.waiting, async () => {
    const before = await waitingOf(store, done.reader);
    // Pressed twice is asked once; the later word counts.
    const same = before.find((w) => w.item && w.item === done.item && w.what === done.what && !w.refused);
    const nth = same?.nth ?? (before.at(-1)?.nth ?? 0) + 1;
    await store.waiting.put({ ...NOTHING, ...done, id: same?.id ?? `W-${shortId()}`, nth });
  });
/** Takes back what has not been told yet, or what was refused. */
export const takeBack = (store: Store, id: string): Promise<void> => store.waiting.delete(id);

/**
 * Does something about a slip, or has it wait: what comes after something that waits, waits behind it.
 * @returns whether it was done; throws as `doAct` does where it was refused
 */
export async function doOrWait(store: Store, slip: Slip, doing: Doing, moment: Moment): Promise<boolean> {
  const before = (await waitingOf(store, slip.reader)).some((w) => w.slip === slip.id && !w.refused);
  if (!before)
    try {
      await doAct(store, slip, doing, moment);
      return true;
    } catch (error) {
      if (!isOffline(error)) throw error;
      // The page says so, and looks for the library until it is there again.
      void look();
    }
  await putBehind(store, {
    reader: slip.reader,
    at: moment.at,
    title: slipTitle(slip),
    slip: slip.id,
    what: doing.what,
    text: doing.text ?? '',
    due: doing.due ?? '',
  });
  return false;
}
/** Has something wait that the loan desk is to be told. */
export const waitForDesk = (
  store: Store,
  what: 'renew' | 'cancel' | 'request',
  about: { readonly reader: string; readonly title: string; readonly item: string; readonly pickup?: string },
  at: string,
): Promise<void> => {
  void look();
  return putBehind(store, { ...about, pickup: about.pickup ?? '', at, what });
};

async function tellOne(store: Store, w: Waiting, moment: Moment): Promise<string> {
  if (!w.slip) {
    const asked = { item: w.item, ...(w.pickup ? { pickup: w.pickup } : {}) };
    const [answer] = await tellDesk(w.what as 'renew' | 'cancel' | 'request', [asked], moment);
    return answer?.error ?? '';
  }
  const slip = await slipById(store, w.slip);
  if (!slip) return say('browser.slipIsGone');
  const doing: Doing = {
    what: w.what as ReaderAct,
    ...(w.text ? { text: w.text } : {}),
    ...(w.due ? { due: w.due } : {}),
  };
  await doAct(store, slip, doing, moment);
  return '';
}
export interface Told {
  readonly done: number;
  readonly refused: number;
}
/** Tells all that waits, one after the other; ends where nobody is reached. */
export const tellWaiting = (store: Store, reader: string, moment: Moment): Promise<Told> =>
  alone('legendum-waiting', async () => {
    const told = { done: 0, refused: 0 };
    for (const waiting of await waitingOf(store, reader)) {
      if (waiting.refused) continue;
      let refused: string;
      try {
        refused = await tellOne(store, waiting, moment);
      } catch (error) {
        if (isOffline(error) || (error instanceof AskError && error.sort === 'sign-in')) break;
        refused = notKept(error);
      }
      if (refused) {
        told.refused++;
        await store.waiting.put({ ...waiting, refused });
      } else {
        told.done++;
        await store.waiting.delete(waiting.id);
      }
    }
    return told;
  });
