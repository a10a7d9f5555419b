/**
 * The store where the browser dies at any write of an act: what was there before is there, or what was to be; never a
 * part of it.
 */
import type { DBCore, Middleware } from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, expect, it } from 'vitest';
import { promised, slip } from '../../tests/fixtures/slips';
import { EMPTY_ACCOUNT } from '../core/account/account';
import { newAside, type Pile, type PileItem } from '../core/piles/pile';
import { gather, putAccount, takeIn } from './account';
import { addReadings, changeCourse, newCourse, readingOf, saveCourse } from './courses';
import { carry, change, itemsOf, keep, newPile, pilesOf, throwAway } from './piles';
import { remember } from './searches';
import { register } from './settings';
import { keepDraft, toOutgoing } from './slips';
import { Store } from './store';

const NOW = '2026-11-02T09:10';
const ME = 'imke';
const thing = (n: number) => ({ record: `tu${n}`, csl: { type: 'book' as const, title: `Kelp, part ${n}` } });
const DRAFT = slip('S-draft01', { reader: ME, state: 'draft' });
const open = (): Store => new Store({ indexedDB, IDBKeyRange });
let stores: Store[] = [];
afterEach(async () => {
  for (const s of stores) s.close();
  stores = [];
  await open().delete();
});

/** From a write on nothing reaches the store any more. @returns how many there were */
function dies(store: Store, at: number): () => number {
  let writes = 0;
  store.use({
    stack: 'dbcore',
    name: 'dies',
    create: (core: DBCore): DBCore => ({
      ...core,
      table: (name) => {
        const table = core.table(name);
        return {
          ...table,
          mutate: (request) =>
            writes++ >= at ? Promise.reject(new Error('The browser has died.')) : table.mutate(request),
        };
      },
    }),
  } satisfies Middleware<DBCore>);
  return () => writes;
}
const fresh = (): Store => {
  const store = open();
  stores.push(store);
  return store;
};
const everything = async (): Promise<string> => {
  const store = fresh();
  const all = await Promise.all(store.tables.map(async (t) => [t.name, await t.toArray()]));
  return JSON.stringify(all);
};

/** What there is before each act. */
async function fill(): Promise<void> {
  const store = fresh();
  const seminar = { ...newPile(ME, { name: 'Seminar' }, NOW), id: 'P-seminar' } as Pile;
  const essay = { ...newPile(ME, { name: 'Essay' }, NOW), id: 'P-essay' } as Pile;
  await change(store, { piles: [seminar, essay] });
  await keep(store, seminar, [1, 2, 3, 4].map(thing), NOW);
  await keep(store, newAside(ME, NOW), [thing(9)], NOW);
  await keepDraft(store, DRAFT);
  await saveCourse(store, { ...newCourse(ME, NOW), id: 'C-course1' });
  await remember(store, { reader: ME, address: 'q=kelp', q: 'kelp', sentence: 's', at: NOW, total: 3 });
}
const pileOf = async (store: Store, id: string): Promise<Pile> =>
  (await pilesOf(store, ME, NOW)).find((p) => p.id === id) as Pile;
const inPile = (store: Store, id: string): Promise<PileItem[]> => itemsOf(store, id);

const ACTS: Readonly<Record<string, (store: Store) => Promise<unknown>>> = {
  'things put into a pile': async (s) => keep(s, await pileOf(s, 'P-essay'), [5, 6, 7].map(thing), NOW),
  'things carried into another pile': async (s) =>
    carry(s, await inPile(s, 'P-seminar'), await pileOf(s, 'P-essay'), { move: true, now: NOW }),
  'a pile thrown away': async (s) => throwAway(s, await pileOf(s, 'P-seminar'), NOW),
  'a draft put into the outgoing': async (s) => toOutgoing(s, DRAFT, promised, { now: NOW }),
  'a draft written on': async (s) => keepDraft(s, { ...DRAFT, note: 'x' }),
  'readings put into a course': async (s) =>
    addReadings(s, { id: 'C-course1', now: NOW }, [1, 2].map(thing).map(readingOf)),
  'a course changed': async (s) => changeCourse(s, { id: 'C-course1', now: NOW }, () => ({ name: 'Other' })),
  'an account taken in': async (s) => {
    const theirs = await gather(s, ME);
    return takeIn(s, ME, {
      ...EMPTY_ACCOUNT,
      piles: theirs.piles.map((p) => ({ ...p, id: `${p.id}-2`, name: `${p.name} 2` })),
      history: theirs.history.map((h) => ({ ...h, id: `${h.id}-2`, q: 'dulse', address: 'q=dulse' })),
    });
  },
  'an account put in the place of ours': async (s) => putAccount(s, ME, EMPTY_ACCOUNT),
  'a search remembered': async (s) =>
    remember(s, { reader: ME, address: 'q=nori', q: 'nori', sentence: 's', at: NOW, total: 1 }),
  'where somebody is reached': async (s) => register(s, ME, { email: 'a@b.example', address: 'Quay 1' }),
};
it.each(Object.keys(ACTS))('%s: all of it or nothing, at whichever write it dies', async (name) => {
  const act = ACTS[name] as (store: Store) => Promise<unknown>;
  for (let at = 0; ; at++) {
    await open().delete();
    await fill();
    const before = await everything();
    const store = fresh();
    const writes = dies(store, at);
    const done = await act(store).then(
      () => true,
      () => false,
    );
    const after = await everything();
    if (done) {
      expect(after, 'it does something').not.toBe(before);
      expect(at, 'it has died before').toBeGreaterThan(0);
      return;
    }
    expect(after, `write ${at}`).toBe(before);
    expect(writes()).toBeGreaterThan(at);
  }
});
