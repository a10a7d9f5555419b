/** Aside: items set aside to be sorted later. One entry an item and reader. */
import type { AsideItem } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';

export const asideOf = async (store: Store, reader: string): Promise<AsideItem[]> =>
  rowsWith(
    await store.aside.where('reader').equals(reader).toArray(),
    'id',
    'record',
    'title',
    'line',
    'at',
  ).sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.title < b.title ? -1 : 1));
/** @returns how many were new */
export const setAside = (
  store: Store,
  reader: string,
  items: readonly Pick<AsideItem, 'record' | 'title' | 'line'>[],
  at: string,
): Promise<number> =>
  store.transaction('rw', store.aside, async () => {
    const wanted = items.map((i): AsideItem => ({ ...i, id: `${reader}/${i.record}`, reader, at }));
    const known = new Set(
      (await store.aside.bulkGet(wanted.map((w) => w.id))).flatMap((k) => (k ? [k.id] : [])),
    );
    const fresh = [...new Map(wanted.filter((w) => !known.has(w.id)).map((w) => [w.id, w])).values()];
    await store.aside.bulkPut(fresh);
    return fresh.length;
  });
export const isAside = async (store: Store, reader: string, record: string): Promise<boolean> =>
  (await store.aside.get(`${reader}/${record}`)) !== undefined;
export const takeFromAside = (store: Store, ids: readonly string[]): Promise<unknown> =>
  store.aside.bulkDelete([...ids]);
export const putBackAside = (store: Store, items: readonly AsideItem[]): Promise<unknown> =>
  store.aside.bulkPut([...items]);
