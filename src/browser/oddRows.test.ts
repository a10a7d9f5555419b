/** What stands in the browser's store and is not what it should be: set aside or passed over, and the rest goes on. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { promised, slip } from '../../tests/fixtures/slips';
import type { Slip } from '../core/model/slip';
import { asideId } from '../core/piles/ids';
import { applyNotice } from '../core/requests/lifecycle';
import { itemsOf } from './piles';
import { questionsOf } from './questions';
import { bibliographyOf, keepBibliography } from './references';
import { pastOf, standingSearches } from './searches';
import { moveClock, NO_SETTINGS, readSettings, usedPile } from './settings';
import { slipsOf } from './slipRows';
import { slipTrouble } from './slipShapes';
import { dropOdd, oddSlips, slipById } from './slips';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());

describe('rows that are not what they should be', () => {
  const odd: readonly (readonly [string, object])[] = [
    ['a state of nobody’s', { state: 'toString' }],
    ['no item', { item: undefined }],
    ['a kind of nobody’s', { item: { ...slip('x').item, kind: 'constructor' } }],
    [
      'a message without a time',
      { messages: [{ id: 'm', by: 'library', from: '', text: '', status: '', event: null, seq: 0 }] },
    ],
    ['a promise of words', { promised: 'soon' }],
    ['numbers for text', { note: 7 }],
    ['a time that is none', { created: 'yesterday' }],
  ];
  it.each(odd)('a slip with %s is set aside, named, and costs the others nothing', async (_what, more) => {
    const row = { ...slip('S-odd'), ...more };
    await store.slips.bulkPut([slip('S-store-1'), row as Slip, slip('S-store-2')]);
    expect((await slipsOf(store, 'imke')).map((s) => s.id)).toEqual(['S-store-1', 'S-store-2']);
    expect(await slipById(store, 'S-odd')).toBeUndefined();
    expect(await oddSlips(store)).toEqual([
      { id: 'S-odd', why: expect.stringMatching(/\w/), row: expect.objectContaining({ id: 'S-odd' }) },
    ]);
    await dropOdd(store, 'S-odd');
    expect(await oddSlips(store)).toEqual([]);
  });
  it('whole slips of every sort are slips', () => {
    const sent = applyNotice(slip('S-store-1', { state: 'sent', sent: '2026-11-01T09:00', promised }), {
      slip: 'S-store-1',
      kind: 'arrived',
      time: '2026-11-02T08:00',
      place: 'Quayside',
      campus: null,
      until: '2026-11-12',
      text: 'Ready.',
    });
    expect(
      [slip('S-store-1'), sent, slip('S-store-2', { delivery: { to: 'email', email: 'a@b.example' } })].map(
        slipTrouble,
      ),
    ).toEqual([null, null, null]);
  });
  it('a clock that shows no time was never moved; settings of another shape are none', async () => {
    await store.settings.bulkPut([
      { key: 'clock', value: 'noon' },
      { key: 'contacts', value: 'none' },
      { key: 'kept', value: null },
      { key: 'reader', value: 5 },
    ]);
    expect(await readSettings(store)).toEqual(NO_SETTINGS);
    await moveClock(store, '2026-11-03T09:10', '2026-11-02T09:10');
    expect((await readSettings(store)).clock).toBe('2026-11-03T09:10');
  });
  it('a reader who is called as a method of every object has kept what they kept, and no more', async () => {
    expect((await readSettings(store)).lastPile.constructor).toBeUndefined();
    for (const reader of ['constructor', '__proto__', 'toString']) {
      await usedPile(store, reader, `pile of ${reader}`);
      expect((await readSettings(store)).lastPile[reader]).toBe(`pile of ${reader}`);
    }
    expect((await readSettings(store)).lastPile.valueOf).toBeUndefined();
  });
  it('a reference that can’t be read stays with its text', async () => {
    const good = { id: 'a', ref: { text: 'T', parts: [], csl: { type: 'book', title: 'T' } } };
    const rows = [
      good,
      { id: 'b', ref: { text: 'Lind 2019', parts: 'none' } },
      null,
      { ref: { csl: {} } },
    ] as never;
    await keepBibliography(store, { reader: 'imke', text: 't', read: 't', needBy: '', rows });
    const kept = await bibliographyOf(store, 'imke');
    expect(kept?.rows[0]).toEqual(good);
    expect(kept?.rows.map((r) => r.ref.text)).toEqual(['T', 'Lind 2019', 'null', '{"ref":{"csl":{}}}']);
    expect(new Set(kept?.rows.map((r) => r.id)).size).toBe(4);
    await store.bibliographies.put({ reader: 'imke', text: 7, rows: 'none' } as never);
    expect(await bibliographyOf(store, 'imke')).toEqual({
      reader: 'imke',
      text: '',
      read: '',
      needBy: '',
      rows: [],
    });
  });
  it('odd rows of searches, questions and things aside are passed over', async () => {
    await store.history.put({ id: 'h', reader: 'imke', at: '2026-11-02T09:10' } as never);
    await store.standing.put({ id: 's', reader: 'imke', name: 7 } as never);
    await store.pileItems.put({ id: 'a', pile: asideId('imke'), reader: 'imke' } as never);
    await store.questions.put({ id: 'q', reader: 'imke' } as never);
    expect([
      await pastOf(store, 'imke'),
      await standingSearches(store, 'imke'),
      await itemsOf(store, asideId('imke')),
      await questionsOf(store, 'imke'),
    ]).toEqual([[], [], [], []]);
  });
});
