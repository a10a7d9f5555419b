/** The reader's account: gathered from the store, taken in whole or not at all, and cleared away. */
import {
  ACCOUNT_TABLES,
  type Account,
  type AccountTable,
  EMPTY_ACCOUNT,
  merge,
  TABLE_NAMES,
} from '../core/account/account';
import { bibliographyShape } from '../core/account/rows';
import { wrongIn } from '../core/model/shape';
import { own } from '../core/table';
import { forget } from './offline/page';
import { isObject } from './shapes';
import type { Store } from './store';

/** Settings that belong to a reader; the clock and who reads are the browser's. */
const SETTINGS = ['contacts', 'kept', 'inboxSeen', 'noticesSeen', 'lastPile', 'loans', 'citeAs'] as const;
interface Keyed {
  readonly id: string;
  readonly reader?: unknown;
}
const tableOf = (store: Store, name: AccountTable) => store.table<Keyed, string>(name);

/** All that is this reader's. Rows that are none of ours stay where they are. */
export const gather = (store: Store, reader: string): Promise<Account> =>
  store.transaction('r', store.tables, async () => {
    const rows: Record<string, readonly Keyed[]> = Object.fromEntries(
      await Promise.all(
        TABLE_NAMES.map(async (name) => [
          name,
          (await tableOf(store, name).toArray()).filter(
            (r) => r.reader === reader && wrongIn(ACCOUNT_TABLES[name], r) === null,
          ),
        ]),
      ),
    );
    const kept = new Map((await store.settings.toArray()).map((s) => [s.key, s.value]));
    const settings = SETTINGS.flatMap((key) => {
      const all = kept.get(key);
      const value = isObject(all) ? own<string, unknown>(all, reader) : undefined;
      return value === undefined ? [] : [[key, value]];
    });
    const bibliography = await store.bibliographies.get(reader);
    return {
      ...EMPTY_ACCOUNT,
      ...rows,
      bibliography: bibliography && wrongIn(bibliographyShape, bibliography) === null ? bibliography : null,
      settings: Object.fromEntries(settings),
    };
  });

/** Puts an account in place of what there is of this reader's, in one transaction. */
export const putAccount = (store: Store, reader: string, account: Account): Promise<void> =>
  store.transaction('rw', store.tables, async () => {
    for (const name of TABLE_NAMES) {
      const table = tableOf(store, name);
      const wanted = new Set(account[name].map((r) => r.id));
      const gone = (await table.toArray())
        .filter((r) => r.reader === reader && !wanted.has(r.id) && wrongIn(ACCOUNT_TABLES[name], r) === null)
        .map((r) => r.id);
      await table.bulkDelete(gone);
      await table.bulkPut(account[name].map((r) => ({ ...r, reader })));
    }
    if (account.bibliography) await store.bibliographies.put({ ...account.bibliography, reader });
    else await store.bibliographies.delete(reader);
    for (const key of SETTINGS) {
      const all = (await store.settings.get(key))?.value;
      const { [reader]: _before, ...others } = isObject(all) ? all : {};
      const value = account.settings[key];
      await store.settings.put({ key, value: value === undefined ? others : { ...others, [reader]: value } });
    }
  });

/**
 * Takes another account in: made one with what is here at that moment, which another tab may have changed since
 * it was looked at.
 * @returns what was here before
 */
export const takeIn = (store: Store, reader: string, theirs: Account): Promise<Account> =>
  store.transaction('rw', store.tables, async () => {
    const ours = await gather(store, reader);
    await putAccount(store, reader, merge(ours, theirs).account);
    return ours;
  });

/**
 * Leaves nothing of anybody's in this browser: the store, what pages keep beside it, and what was cached. The
 * page that is gone to next must open no store.
 */
export async function clearBrowser(store: Store): Promise<void> {
  // First: what stands between pages and the network would keep them anew.
  await forget();
  await store.delete();
  const others = (await indexedDB.databases?.()) ?? [];
  await Promise.all(
    others.map(
      ({ name }) =>
        new Promise<void>((done) => {
          if (!name) return done();
          const gone = indexedDB.deleteDatabase(name);
          gone.onsuccess = () => done();
          gone.onerror = () => done();
          gone.onblocked = () => done();
        }),
    ),
  );
  localStorage.clear();
  sessionStorage.clear();
  await forget();
}
