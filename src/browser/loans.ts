/**
 * The reader's loans as they were seen last, and what was brought back: kept in this browser only. The account
 * itself is the desk's.
 */
import { wrongIn } from '../core/model/shape';
import { own } from '../core/table';
import { type PastLoan, pastLoanShape, type SeenAccount, seenAccountShape } from './loanRows';
import type { Store } from './store';

export type { PastLoan, SeenAccount } from './loanRows';

const HELD = 3;
/** Past loans that are kept. */
const MOST_PAST = 500;

export async function seenAccount(store: Store, reader: string): Promise<SeenAccount | null> {
  const row = await store.accounts.get(reader);
  return row && wrongIn(seenAccountShape, row) === null ? row : null;
}
/**
 * Keeps an account as it was just seen; what was lent before and is not now joins what was brought back, where
 * the reader wants that kept.
 */
export const sawAccount = (store: Store, now: SeenAccount, keepsPast: boolean): Promise<void> =>
  store.transaction('rw', [store.accounts, store.pastLoans], async () => {
    const before = await seenAccount(store, now.reader);
    // A page that looked earlier tells nothing new.
    if (before && before.at > now.at) return;
    const there = new Set(now.documents.flatMap((d) => (d.status === HELD && d.item ? [d.item] : [])));
    const gone = (before?.documents ?? []).filter((d) => d.status === HELD && d.item && !there.has(d.item));
    await store.accounts.put(now);
    if (!keepsPast) return;
    await store.pastLoans.bulkPut(
      gone.map((d) => ({
        id: `${now.reader}|${d.item}|${d.starttime ?? ''}`,
        reader: now.reader,
        title: d.about ?? '',
        callNumber: d.label ?? '',
        record: own<string, string>(before?.records ?? {}, d.edition ?? '') ?? '',
        begun: d.starttime ?? '',
        ended: now.at,
      })),
    );
    const past = await pastLoans(store, now.reader);
    await store.pastLoans.bulkDelete(past.slice(MOST_PAST).map((p) => p.id));
  });
/** What was brought back, the latest first. */
export const pastLoans = async (store: Store, reader: string): Promise<readonly PastLoan[]> =>
  (await store.pastLoans.where('reader').equals(reader).toArray())
    .filter((r) => wrongIn(pastLoanShape, r) === null)
    .sort((a, b) => (a.ended < b.ended ? 1 : a.ended > b.ended ? -1 : a.id < b.id ? -1 : 1));
/** @returns what there was, to be put back */
export const forgetPast = (store: Store, reader: string): Promise<readonly PastLoan[]> =>
  store.transaction('rw', store.pastLoans, async () => {
    const past = await pastLoans(store, reader);
    await store.pastLoans.bulkDelete(past.map((p) => p.id));
    return past;
  });
export const putPast = (store: Store, past: readonly PastLoan[]): Promise<unknown> =>
  store.pastLoans.bulkPut([...past]);
