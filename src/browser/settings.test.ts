/** Who reads, from where, and what is kept for them; what was kept before signing in comes along. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { slip } from '../../tests/fixtures/slips';
import type { LibraryInfo } from '../core/discovery/answers';
import { type Reader, VISITOR } from '../core/model/reader';
import type { CampusId } from '../core/model/record';
import { keepAll, NEW_SEARCH } from '../core/query/request';
import { LIBRARY, READERS } from '../demo/library';
import { arrive } from './arrive';
import { lookFrom } from './choices';
import { currentReader, moveClock, readSettings, register, saveKept } from './settings';
import { slipsOf } from './slipRows';
import { keepDraft } from './slips';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());

describe('settings', () => {
  const info = {
    ...LIBRARY,
    reader: READERS.find((r) => r.id === 'tove'),
    now: '2026-11-02T09:10',
  } as unknown as LibraryInfo;
  it('the clock never goes back', async () => {
    await moveClock(store, '2026-11-03T09:10', info.now);
    await moveClock(store, '2026-11-02T12:00', info.now);
    expect((await readSettings(store)).clock).toBe('2026-11-03T09:10');
  });
  it('registering is kept with its reader', async () => {
    expect(currentReader(info, await readSettings(store))).toMatchObject({ id: 'tove', registered: false });
    await register(store, 'tove', { email: 't@x.example', address: 'Room 3' });
    expect(currentReader(info, await readSettings(store))).toMatchObject({
      registered: true,
      address: 'Room 3',
    });
    const imke = { ...info, reader: READERS[0] as Reader };
    expect(currentReader(imke, await readSettings(store)).address).not.toBe('Room 3');
  });
  it('who is not signed in looks from where they said, else from the first campus', async () => {
    const nobody = { ...info, reader: null };
    const at = async () => currentReader(nobody, await readSettings(store));
    expect(await at()).toMatchObject({ id: VISITOR, name: '', campus: LIBRARY.campuses[0]?.id });
    const away = { campus: 'saltmarsh' as CampusId, category: 'distance', remote: true } as const;
    await lookFrom(store, away);
    expect(await at()).toMatchObject(away);
    await lookFrom(store, { ...away, campus: 'gone' as CampusId });
    expect((await at()).campus).toBe(LIBRARY.campuses[0]?.id);
  });
  it('what was kept before signing in comes along, joined with what is there, and nothing stays behind', async () => {
    await keepDraft(store, { ...slip('S-mine1'), reader: VISITOR });
    await keepDraft(store, { ...slip('S-older'), reader: 'imke' });
    await arrive(store, 'imke');
    expect((await slipsOf(store, 'imke')).map((s) => s.id).sort()).toEqual(['S-mine1', 'S-older']);
    expect(await slipsOf(store, VISITOR)).toEqual([]);
    expect((await readSettings(store)).reader).toBe('imke');
  });
  it('kept conditions belong to their reader', async () => {
    const kept = keepAll({ ...NEW_SEARCH, from: 2015 });
    await saveKept(store, 'imke', kept);
    expect((await readSettings(store)).kept).toEqual({ imke: kept });
  });
});
