/** Who is here has changed: what a visitor kept comes along, and it is noted who was here last. */
import { VISITOR } from '../core/model/reader';
import { own } from '../core/table';
import { isObject } from './shapes';
import type { Store } from './store';

/** Whether somebody who was not signed in left anything here. */
const leftByVisitor = (store: Store): Promise<boolean> =>
  store.transaction('r', store.tables, async () => {
    for (const table of store.tables) {
      const rows = await table.toArray();
      const left =
        table.name === 'settings'
          ? rows.some((r: { value: unknown }) => isObject(r.value) && own(r.value, VISITOR) !== undefined)
          : rows.some((r: { reader?: unknown }) => r.reader === VISITOR);
      if (left) return true;
    }
    return false;
  });
const sawReader = (store: Store, id: string | null): Promise<unknown> =>
  store.settings.put({ key: 'reader', value: id });

/** @param now null for nobody */
export async function arrive(store: Store, now: string | null): Promise<void> {
  if (now !== null && (await leftByVisitor(store))) await (await import('./adopt')).adopt(store, now);
  await sawReader(store, now);
}
