/** The reader's searches: history with undo, and standing searches that tell what is new. */

import type { Moment } from '../core/discovery/answers';
import { parseDay } from '../core/model/time';
import { readRequest } from '../core/query/request';
import { getSearch } from './client';
import type { PastSearch, StandingSearch } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';

const HISTORY_KEPT = 300;

/** Remembers a search; the same search made again moves to the front instead of standing twice. */
export const remember = (store: Store, search: Omit<PastSearch, 'id'>): Promise<unknown> =>
  store.transaction('rw', store.history, async () => {
    await store.history.put({ ...search, id: `${search.reader}|${search.address}` });
    const old = await pastOf(store, search.reader);
    if (old.length > HISTORY_KEPT) await store.history.bulkDelete(old.slice(HISTORY_KEPT).map((s) => s.id));
  });
/** Latest first. */
export const pastOf = async (store: Store, reader: string): Promise<PastSearch[]> =>
  rowsWith(
    await store.history.where('[reader+at]').between([reader, ''], [reader, '\uffff']).reverse().toArray(),
    'id',
    'address',
    'q',
    'sentence',
    'at',
  );
export const forget = (store: Store, ids: readonly string[]): Promise<unknown> =>
  store.history.bulkDelete([...ids]);
export const bringBack = (store: Store, searches: readonly PastSearch[]): Promise<unknown> =>
  store.history.bulkPut([...searches]);

export const standingSearches = async (store: Store, reader: string): Promise<StandingSearch[]> =>
  rowsWith(
    await store.standing.where('reader').equals(reader).toArray(),
    'id',
    'name',
    'address',
    'sentence',
    'seen',
  ).sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
/** How many records a standing search finds that came since it was last looked at. */
export const countNew = async (s: StandingSearch, moment: Moment): Promise<number> =>
  (
    await getSearch({ ...readRequest(new URLSearchParams(s.address)), since: parseDay(s.seen) }, moment, {
      offset: 0,
      limit: 1,
    })
  ).total;
export const saveStanding = (store: Store, search: StandingSearch): Promise<unknown> =>
  store.standing.put(search);
export const endStanding = (store: Store, id: string): Promise<unknown> => store.standing.delete(id);
export const markSeen = (store: Store, id: string, day: string): Promise<unknown> =>
  store.standing.update(id, { seen: day });
