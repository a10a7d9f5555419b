/** The account gathered from a store and put into another: whole, and of its reader alone. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { EMPTY_ACCOUNT } from '../core/account/account';
import { asideId } from '../core/piles/ids';
import { newAside } from '../core/piles/pile';
import { gather, putAccount, takeIn } from './account';
import { correct, correctionsOf } from './corrections';
import { change, itemsOf, keep, newPile } from './piles';
import { keepBibliography, NO_BIBLIOGRAPHY } from './references';
import { remember } from './searches';
import { citedAs, readSettings, register } from './settings';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());
const NOW = '2026-11-02T09:10';
async function fill(): Promise<void> {
  const seminar = newPile('imke', { name: 'Seminar' }, NOW);
  await change(store, { piles: [seminar] });
  await keep(store, seminar, [{ record: 'tu1', csl: { type: 'book', title: 'Kelp' } }], NOW);
  await keep(store, newAside('davit', NOW), [{ record: 'tu2', csl: { type: 'book', title: 'Dulse' } }], NOW);
  await correct(store, { reader: 'imke', key: 'r:tu1' }, 'edition', '2');
  await remember(store, { reader: 'imke', address: 'q=kelp', q: 'kelp', sentence: 's', at: NOW, total: 3 });
  await keepBibliography(store, { ...NO_BIBLIOGRAPHY, reader: 'imke', text: 'Falk 2019' });
  await register(store, 'imke', { email: 'i@tarn.example', address: 'Quay 1' });
  await citedAs(store, 'imke', { style: 'apa', title: 'APA', locale: '', byRecord: false });
}

it('is all of one reader’s, and comes back as it was', async () => {
  await fill();
  const account = await gather(store, 'imke');
  expect([
    account.piles.length,
    account.pileItems.length,
    account.corrections.length,
    account.history.length,
  ]).toEqual([1, 1, 1, 1]);
  expect(account.bibliography?.text).toBe('Falk 2019');
  expect(account.settings.citeAs?.style).toBe('apa');
  await putAccount(store, 'imke', EMPTY_ACCOUNT);
  expect(await gather(store, 'imke')).toEqual(EMPTY_ACCOUNT);
  // The other reader's stays.
  expect((await itemsOf(store, asideId('davit'))).map((i) => i.record)).toEqual(['tu2']);
  expect(await takeIn(store, 'imke', account)).toEqual(EMPTY_ACCOUNT);
  expect(await gather(store, 'imke')).toEqual(account);
  expect((await readSettings(store)).contacts.imke?.address).toBe('Quay 1');
});
it('rows that are none of ours stay where they are, and are not carried', async () => {
  await fill();
  await store.slips.put({ id: 'S-odd', reader: 'imke' } as never);
  const account = await gather(store, 'imke');
  expect(account.slips).toEqual([]);
  await putAccount(store, 'imke', EMPTY_ACCOUNT);
  expect(await store.slips.get('S-odd')).toBeTruthy();
});
it('what a reader says of a thing is taken back field by field', async () => {
  await fill();
  await correct(store, { reader: 'imke', key: 'r:tu1' }, 'volume', '7');
  expect((await correctionsOf(store, 'imke')).get('r:tu1')).toEqual({ edition: '2', volume: '7' });
  await correct(store, { reader: 'imke', key: 'r:tu1' }, 'edition', undefined);
  await correct(store, { reader: 'imke', key: 'r:tu1' }, 'volume', undefined);
  expect((await correctionsOf(store, 'imke')).size).toBe(0);
});
