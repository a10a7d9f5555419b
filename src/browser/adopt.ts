/** What was kept while nobody was signed in becomes the account's of who signs in then. */
import { EMPTY_ACCOUNT } from '../core/account/account';
import { VISITOR } from '../core/model/reader';
import { gather, putAccount, takeIn } from './account';
import type { Store } from './store';

/** Takes in what a visitor left, whole or not at all. */
export const adopt = (store: Store, reader: string): Promise<void> =>
  store.transaction('rw', store.tables, async () => {
    const left = await gather(store, VISITOR);
    await takeIn(store, reader, left);
    await putAccount(store, VISITOR, EMPTY_ACCOUNT);
  });
