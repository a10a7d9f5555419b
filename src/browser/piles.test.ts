/** Piles on a stand-in for IndexedDB: nothing lost, everything undone, the bin gives back. */

import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { asideId } from '../core/piles/ids';
import { newAside, type Pile } from '../core/piles/pile';
import {
  alterItem,
  alterPile,
  binOf,
  bringBackFrom,
  type Change,
  carry,
  change,
  clearOld,
  itemsOf,
  keep,
  keptWhere,
  newPile,
  pilesOf,
  takeOut,
  throwAway,
} from './piles';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());

const NOW = '2026-11-02T09:10';
const aside = newAside('imke', NOW);
const thing = (record: string) => ({
  record,
  csl: { type: 'book', title: `T ${record}`, abstract: 'long' },
  kind: 'book' as const,
});
const made = async (name: string, needBy = ''): Promise<Pile> => {
  const pile = newPile('imke', { name, needBy }, NOW);
  await change(store, { piles: [pile] });
  return pile;
};
const inPile = async (id: string): Promise<string[]> => (await itemsOf(store, id)).map((i) => i.record);
/** All that the reader has, as it stands in the store. */
const everything = async () => ({
  piles: await store.piles.toArray(),
  items: await store.pileItems.toArray(),
  bin: await store.bin.toArray(),
});

it('a field that is changed leaves the others, however old what its view last saw is', async () => {
  const seen = await made('For Friday');
  await Promise.all([
    alterPile(store, seen, { spend: '20' }),
    alterPile(store, seen, { note: 'l' }),
    alterPile(store, seen, { note: 'la' }),
  ]);
  expect(await store.piles.get(seen.id)).toMatchObject({ name: 'For Friday', spend: '20', note: 'la' });
  await keep(store, seen, [thing('a')], NOW);
  const [item] = await itemsOf(store, seen.id);
  if (!item) throw new Error();
  await alterItem(store, item, { got: true });
  const undo = await alterItem(store, item, { note: 'on the second floor' });
  expect((await itemsOf(store, seen.id))[0]).toMatchObject({ got: true, note: 'on the second floor' });
  await change(store, undo);
  expect((await itemsOf(store, seen.id))[0]).toMatchObject({ got: true, note: '' });
  // Aside need not be there yet.
  await alterPile(store, aside, { note: 'loose' });
  expect((await store.piles.get(aside.id))?.note).toBe('loose');
});

describe('keeping', () => {
  it('puts a thing into a pile once, at its end, without its abstract', async () => {
    expect((await keep(store, aside, [thing('a'), thing('b'), thing('a')], NOW)).fresh).toBe(2);
    expect((await keep(store, aside, [thing('a'), thing('c')], NOW)).fresh).toBe(1);
    expect(await inPile(aside.id)).toEqual(['a', 'b', 'c']);
    expect((await itemsOf(store, aside.id))[0]?.csl).toEqual({ type: 'book', title: 'T a' });
    const seminar = await made('Seminar');
    await keep(store, seminar, [thing('a')], NOW);
    expect((await keptWhere(store, 'imke')).get('r:a')?.toSorted()).toEqual(
      [aside.id, seminar.id].toSorted(),
    );
    expect((await keptWhere(store, 'other')).size).toBe(0);
  });
  it('of five thousand at once stays quick', async () => {
    const many = Array.from({ length: 5000 }, (_, i) => thing(`r${i}`));
    await keep(store, aside, many, NOW);
    expect(await inPile(aside.id)).toEqual(many.map((m) => m.record));
    expect((await keep(store, aside, [thing('one more')], NOW)).fresh).toBe(1);
    expect((await inPile(aside.id)).at(-1)).toBe('one more');
  });
});

describe('piles', () => {
  it('stand by need-by, Aside first; other readers have their own', async () => {
    await made('Thesis');
    await made('Friday', '2026-11-06');
    await made('Later', '2027-01-01');
    expect((await pilesOf(store, 'imke', NOW)).map((p) => p.name)).toEqual(['', 'Friday', 'Later', 'Thesis']);
    expect(await pilesOf(store, 'other', NOW)).toEqual([newAside('other', NOW)]);
  });
  it('rows that are none are passed over', async () => {
    await store.piles.put({ id: 'P-odd', reader: 'imke', name: 7 } as never);
    await store.pileItems.put({ id: 'P-odd|x', pile: aside.id, reader: 'imke', place: 'a0' } as never);
    expect(await pilesOf(store, 'imke', NOW)).toHaveLength(1);
    expect(await itemsOf(store, aside.id)).toEqual([]);
  });
  it('carry things on, with their notes; where one is there already the two become one', async () => {
    const seminar = await made('Seminar');
    await keep(store, aside, [thing('a'), thing('b')], NOW);
    await keep(store, seminar, [thing('b')], NOW);
    const [a, b] = await itemsOf(store, aside.id);
    if (!a || !b) throw new Error('two are there');
    await change(store, { items: [{ ...b, note: 'chapter 3', state: 'reading' }] });
    await carry(store, await itemsOf(store, aside.id), seminar, { move: true, now: NOW });
    expect(await inPile(aside.id)).toEqual([]);
    expect((await itemsOf(store, seminar.id)).map((i) => [i.record, i.note, i.state])).toEqual([
      ['b', 'chapter 3', 'reading'],
      ['a', '', 'to-read'],
    ]);
  });
});

describe('the bin', () => {
  it('gives back what was taken out, and whole piles', async () => {
    const seminar = await made('Seminar');
    await keep(store, seminar, [thing('a'), thing('b'), thing('c')], NOW);
    const [, b] = await itemsOf(store, seminar.id);
    await takeOut(store, b ? [b] : [], NOW);
    expect(await inPile(seminar.id)).toEqual(['a', 'c']);
    const [entry] = await binOf(store, 'imke', NOW);
    if (entry) await bringBackFrom(store, entry);
    expect(await inPile(seminar.id)).toEqual(['a', 'b', 'c']);
    await throwAway(store, seminar, NOW);
    expect((await pilesOf(store, 'imke', NOW)).map((p) => p.id)).toEqual([aside.id]);
    const [whole] = await binOf(store, 'imke', NOW);
    if (whole) await bringBackFrom(store, whole);
    expect(await inPile(seminar.id)).toEqual(['a', 'b', 'c']);
    expect(await binOf(store, 'imke', NOW)).toEqual([]);
  });
  it('what belonged to a pile that is gone comes back into Aside', async () => {
    const seminar = await made('Seminar');
    await keep(store, seminar, [thing('a')], NOW);
    await takeOut(store, await itemsOf(store, seminar.id), NOW);
    await change(store, { noPiles: [seminar.id] });
    const [entry] = await binOf(store, 'imke', NOW);
    if (entry) await bringBackFrom(store, entry);
    expect(await inPile(asideId('imke'))).toEqual(['a']);
  });
  it('keeps for thirty days', async () => {
    await keep(store, aside, [thing('a')], NOW);
    await takeOut(store, await itemsOf(store, aside.id), NOW);
    expect(await binOf(store, 'imke', '2026-12-02T09:10')).toHaveLength(1);
    expect(await binOf(store, 'imke', '2026-12-03T09:10')).toHaveLength(0);
    await clearOld(store, 'imke', '2026-12-02T09:10');
    expect(await store.bin.count()).toBe(1);
    await clearOld(store, 'imke', '2026-12-03T09:10');
    expect(await store.bin.count()).toBe(0);
  });
});

it('whatever is done is undone, step by step', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 3 })), { maxLength: 7 }),
      async (steps) => {
        await Promise.all([store.piles, store.pileItems, store.bin].map((t) => t.clear()));
        const [one, two] = [await made('One'), await made('Two')];
        await keep(store, one, [thing('a'), thing('b'), thing('c')], NOW);
        await keep(store, two, [thing('b')], NOW);
        const states = [await everything()];
        const undos: Change[] = [];
        for (const [what, at] of steps) {
          const items = (await itemsOf(store, one.id)).slice(at);
          const [binned] = await binOf(store, 'imke', NOW);
          const acts: readonly (() => Promise<Change>)[] = [
            () => keep(store, two, [thing(`n${at}`)], NOW).then((k) => k.undo),
            () => takeOut(store, items, NOW),
            () => carry(store, items, two, { move: at % 2 === 0, now: NOW }),
            () => throwAway(store, two, NOW),
            () => change(store, { items: items.map((i) => ({ ...i, note: 'n' })) }),
            () => (binned ? bringBackFrom(store, binned) : Promise.resolve({})),
          ];
          undos.push((await acts[what]?.()) ?? {});
          states.push(await everything());
        }
        for (const undo of undos.reverse()) {
          states.pop();
          await change(store, undo);
          expect(await everything()).toEqual(states.at(-1));
        }
      },
    ),
    { numRuns: 40 },
  );
});
