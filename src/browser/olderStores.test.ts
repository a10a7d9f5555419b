/** Stores of older versions on a stand-in for IndexedDB: brought up to date, nothing lost. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { promised, slip } from '../../tests/fixtures/slips';
import type { Slip } from '../core/model/slip';
import { asideId } from '../core/piles/ids';
import { NOTHING_MORE } from '../core/requests/iso18626';
import { applyMessage } from '../core/requests/lifecycle';
import { itemsOf } from './piles';
import { slipsOf } from './slipRows';
import { oddSlips } from './slips';
import { upgradedTo5, upgradedTo6 } from './slipUpgrade';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());

describe('an older store', () => {
  it('is brought up to date with its slips intact', async () => {
    await store.delete();
    const { default: Dexie } = await import('dexie');
    const old = new Dexie('legendum', { indexedDB, IDBKeyRange });
    old.version(1).stores({ slips: 'id, reader, state, record', settings: 'key' });
    await old.table('slips').put(slip('S-older'));
    old.close();
    store = new Store({ indexedDB, IDBKeyRange });
    expect((await slipsOf(store, 'imke')).map((s) => s.id)).toEqual(['S-older']);
    expect(await store.standing.count()).toBe(0);
    expect(
      applyMessage(slip('S-older'), {
        requestId: 'other',
        supplyingAgency: '',
        supplierName: '',
        timestamp: '',
        reason: 'StatusChange',
        status: 'Loaned',
        note: '',
        ...NOTHING_MORE,
      }).state,
    ).toBe('draft');
  });
});

describe('an older store with odd rows', () => {
  it('is brought up to date all the same; documents come apart, and what was agreed is told from the price', async () => {
    await store.delete();
    const { default: Dexie } = await import('dexie');
    const old = new Dexie('legendum', { indexedDB, IDBKeyRange });
    old.version(3).stores({
      slips: 'id, reader, state, record',
      settings: 'key',
      history: 'id, [reader+at]',
      standing: 'id, reader',
      bibliographies: 'reader',
      questions: 'id, reader',
      aside: 'id, reader',
    });
    await old.table('aside').bulkPut([
      { id: 'imke/tu1', reader: 'imke', record: 'tu1', title: 'Kelp', line: 'l', at: '2026-11-02T09:10' },
      { id: 'imke/tu2', reader: 'imke', record: 'tu2', title: 'Dulse', line: 'l', at: 'long ago' },
      { id: 'odd', reader: 'imke' },
    ]);
    await old.table('slips').bulkPut([
      { id: 'S-odd', reader: 'imke' },
      { ...slip('S-older'), anyEdition: true, messages: [] },
    ]);
    old.close();
    store = new Store({ indexedDB, IDBKeyRange });
    expect((await slipsOf(store, 'imke')).map((s) => [s.id, s.editions])).toEqual([['S-older', 'any']]);
    expect((await oddSlips(store)).map((o) => o.id)).toEqual(['S-odd']);
    // What was aside is the loose pile now.
    expect((await itemsOf(store, asideId('imke'))).map((i) => [i.key, i.csl.title, i.state])).toEqual([
      ['r:tu1', 'Kelp', 'to-read'],
      ['r:tu2', 'Dulse', 'to-read'],
    ]);
    const changed = {
      ...promised,
      total: 200,
      lines: [
        { what: 'Interlibrary loan', cents: 900 },
        { what: 'Changed by the library', cents: -700 },
      ],
    } as unknown as Slip['promised'];
    const four = slip('S-store-4', {
      promised: changed,
      messages: [{ id: 'm', xml: '<?xml version="1.0"?>\n<a/>\n<?xml version="1.0"?>\n<b/>' } as never],
    });
    expect(upgradedTo5(four)).toMatchObject({
      agreed: { total: 900, lines: [{ what: 'Interlibrary loan', cents: 900 }] },
      messages: [{ xml: ['<?xml version="1.0"?>\n<a/>', '<?xml version="1.0"?>\n<b/>'] }],
    });
    // And from there to version 6: what an amount is for is a code.
    expect(upgradedTo6(upgradedTo5(four))).toMatchObject({
      promised: { lines: [{ what: 'ill-loan' }, { what: 'changed' }] },
      agreed: { lines: [{ what: 'ill-loan', cents: 900 }] },
    });
  });
});
