/** What a reader sets in some views only: kept out of what every page loads. */
import type { ReaderSituation } from '../core/model/reader';
import { type LoanSettings, putFor } from './settings';
import type { Store } from './store';

/** From where somebody looks who is not signed in. */
export const lookFrom = (store: Store, situation: ReaderSituation): Promise<unknown> =>
  store.settings.put({ key: 'situation', value: situation });
export const setLoans = (store: Store, reader: string, to: LoanSettings): Promise<unknown> =>
  putFor(store, 'loans', reader, to);
