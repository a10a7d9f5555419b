/** What is kept of the reader's loans: seen last, brought back, forgotten, another reader's apart. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { forgetPast, pastLoans, putPast, type SeenAccount, sawAccount, seenAccount } from './loans';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());

const held = (item: string, more = {}) => ({
  status: 3,
  item,
  edition: `e-${item}`,
  about: `Title of ${item}`,
  label: 'QK 1',
  starttime: '2026-10-20',
  duedate: '2026-11-10',
  ...more,
});
const account = (at: string, documents: SeenAccount['documents'], reader = 'imke'): SeenAccount => ({
  reader,
  at,
  patron: { name: 'Imke' },
  documents,
  fees: { amount: null, fee: [] },
  records: { 'e-a': 'ra' },
});

describe('the reader’s loans', () => {
  it('what is not there any more was brought back; renewed and held things were not', async () => {
    await sawAccount(
      store,
      account('2026-11-02T09:00', [held('a'), held('b'), held('c', { status: 1 })]),
      true,
    );
    expect(await pastLoans(store, 'imke')).toEqual([]);
    await sawAccount(store, account('2026-11-03T09:00', [held('b', { duedate: '2026-11-24' })]), true);
    expect(await pastLoans(store, 'imke')).toMatchObject([
      { title: 'Title of a', record: 'ra', begun: '2026-10-20', ended: '2026-11-03T09:00' },
    ]);
    expect((await seenAccount(store, 'imke'))?.documents).toHaveLength(1);
  });
  it('a page that looked earlier changes nothing', async () => {
    await sawAccount(store, account('2026-11-03T09:00', [held('b')]), true);
    await sawAccount(store, account('2026-11-02T09:00', []), true);
    expect((await seenAccount(store, 'imke'))?.at).toBe('2026-11-03T09:00');
    expect(await pastLoans(store, 'imke')).toEqual([]);
  });
  it('nothing is kept of it where the reader does not want that; what was kept goes, and comes back', async () => {
    await sawAccount(store, account('2026-11-02T09:00', [held('a')]), false);
    await sawAccount(store, account('2026-11-03T09:00', []), false);
    expect(await pastLoans(store, 'imke')).toEqual([]);
    await sawAccount(store, account('2026-11-03T10:00', [held('b')]), true);
    await sawAccount(store, account('2026-11-04T09:00', []), true);
    const gone = await forgetPast(store, 'imke');
    expect([gone.length, (await pastLoans(store, 'imke')).length]).toEqual([1, 0]);
    await putPast(store, gone);
    expect(await pastLoans(store, 'imke')).toEqual(gone);
  });
  it('one reader’s are not another’s; a row that is none is not read', async () => {
    await sawAccount(store, account('2026-11-02T09:00', [held('a')]), true);
    await sawAccount(store, account('2026-11-03T09:00', []), true);
    expect(await pastLoans(store, 'noor')).toEqual([]);
    expect(await seenAccount(store, 'noor')).toBeNull();
    await store.accounts.put({ reader: 'noor', at: 'some day' } as unknown as SeenAccount);
    expect(await seenAccount(store, 'noor')).toBeNull();
  });
});
