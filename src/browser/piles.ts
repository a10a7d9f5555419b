/**
 * The reader's piles. Every act is a change: rows put and rows taken away, done whole or not at all, which
 * answers with the change that undoes it. What is taken out of a pile rests in the bin for thirty days.
 */
import type { Table } from 'dexie';
import type { Kind } from '../core/model/kinds';
import type { ReferenceItem } from '../core/model/record';
import { wrongIn } from '../core/model/shape';
import { isoDay, parseDay } from '../core/model/time';
import { asideId, itemId, partsOfItemId } from '../core/piles/ids';
import { placesBetween } from '../core/piles/order';
import {
  keyOf,
  newAside,
  type Pile,
  type PileItem,
  pileItemShape,
  pileShape,
  READING_STATES,
} from '../core/piles/pile';
import { shortId } from './ids';
import type { Binned } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';

/** Rows to be put, and ids of rows to be taken away. */
export interface Change {
  readonly piles?: readonly Pile[];
  readonly items?: readonly PileItem[];
  readonly bin?: readonly Binned[];
  readonly noPiles?: readonly string[];
  readonly noItems?: readonly string[];
  readonly noBin?: readonly string[];
}
const BIN_DAYS = 30;

interface Row {
  readonly id: string;
}
/** Does one table's part; answers with what undoes it. */
async function changeTable<T extends Row>(
  table: Table<T, string>,
  put: readonly T[] = [],
  gone: readonly string[] = [],
): Promise<{ put: T[]; gone: string[] }> {
  const ids = [...new Set([...put.map((r) => r.id), ...gone])];
  if (!ids.length) return { put: [], gone: [] };
  const before = await table.bulkGet(ids);
  await table.bulkDelete([...gone]);
  await table.bulkPut([...put]);
  return {
    put: before.filter((r): r is Awaited<T> => r !== undefined) as T[],
    gone: ids.filter((_, i) => before[i] === undefined),
  };
}
/** Makes a change, whole or not at all. @returns the change that undoes it */
export const change = (store: Store, c: Change): Promise<Change> =>
  store.transaction('rw', [store.piles, store.pileItems, store.bin], async () => {
    const piles = await changeTable(store.piles, c.piles, c.noPiles);
    const items = await changeTable(store.pileItems, c.items, c.noItems);
    const bin = await changeTable(store.bin, c.bin, c.noBin);
    return {
      piles: piles.put,
      noPiles: piles.gone,
      items: items.put,
      noItems: items.gone,
      bin: bin.put,
      noBin: bin.gone,
    };
  });

/** A row as it stands now with some fields changed; as it was last seen where it is not there. */
const altered = async <T extends Row>(table: Table<T, string>, seen: T, fields: Partial<T>): Promise<T> => ({
  ...seen,
  ...(await table.get(seen.id)),
  ...fields,
});
/**
 * Changes some fields of a pile, and leaves what else was changed since it was drawn: letters come faster than the
 * store tells of the last.
 */
export const alterPile = (store: Store, seen: Pile, fields: Partial<Pile>): Promise<Change> =>
  store.transaction('rw', [store.piles, store.pileItems, store.bin], async () =>
    change(store, { piles: [await altered(store.piles, seen, fields)] }),
  );
/** The same for a thing in a pile. */
export const alterItem = (store: Store, seen: PileItem, fields: Partial<PileItem>): Promise<Change> =>
  store.transaction('rw', [store.piles, store.pileItems, store.bin], async () =>
    change(store, { items: [await altered(store.pileItems, seen, fields)] }),
  );

/** The reader's piles: Aside first, then by need-by, those without a day last; equal ones by name. */
export async function pilesOf(store: Store, reader: string, now: string): Promise<Pile[]> {
  const kept = (await store.piles.where('reader').equals(reader).toArray()).filter(
    (p) => wrongIn(pileShape, p) === null,
  );
  const loose = kept.find((p) => p.id === asideId(reader)) ?? newAside(reader, now);
  const key = (p: Pile): string => `${p.needBy || '9'}|${p.name}|${p.id}`;
  const named = kept.filter((p) => p.id !== loose.id);
  return [loose, ...named.sort((a, b) => (key(a) < key(b) ? -1 : 1))];
}
const sound = (rows: readonly PileItem[]): PileItem[] =>
  rows.filter((r) => wrongIn(pileItemShape, r) === null);
/** What is in a pile, as it stands by hand. */
export const itemsOf = async (store: Store, pile: string): Promise<PileItem[]> =>
  sound(await store.pileItems.where('pile').equals(pile).toArray()).sort((a, b) =>
    a.place < b.place ? -1 : a.place > b.place ? 1 : 0,
  );
/** By key: the piles that a thing is in. Only ids are read, however many things there are. */
export async function keptWhere(
  store: Store,
  reader: string,
): Promise<ReadonlyMap<string, readonly string[]>> {
  const out = new Map<string, string[]>();
  for (const id of await store.pileItems.where('reader').equals(reader).primaryKeys()) {
    const { pile, key } = partsOfItemId(id);
    const known = out.get(key);
    if (known) known.push(pile);
    else out.set(key, [pile]);
  }
  return out;
}
export interface ToKeep {
  /** Empty for a thing that has no record. */
  readonly record: string;
  readonly csl: ReferenceItem;
  readonly kind?: Kind | undefined;
  readonly note?: string | undefined;
}
/** What of a description is kept: all but its abstract. */
function withoutAbstract(csl: ReferenceItem): ReferenceItem {
  const { abstract: _abstract, ...rest } = csl;
  return rest;
}
const lastPlace = (items: readonly { readonly place: string }[]): string | null =>
  items.reduce<string | null>((last, { place }) => (last === null || place > last ? place : last), null);

/**
 * Puts things into a pile, at its end. What is in it already stays as it is.
 * @returns how many were new, and the change that takes them out again
 */
export const keep = (
  store: Store,
  pile: Pick<Pile, 'id' | 'reader'>,
  things: readonly ToKeep[],
  now: string,
): Promise<{ readonly fresh: number; readonly undo: Change }> =>
  store.transaction('rw', [store.piles, store.pileItems, store.bin], async () => {
    const { id, reader } = pile;
    const known = new Set(await store.pileItems.where('pile').equals(id).primaryKeys());
    const fresh = new Map<string, ToKeep>();
    for (const thing of things) {
      const own = itemId(id, keyOf(thing.record, thing.csl));
      if (!known.has(own)) fresh.set(own, thing);
    }
    const places = placesBetween(lastPlace(await itemsOf(store, id)), null, fresh.size);
    const items = [...fresh].map(
      ([own, { record, csl, kind, note = '' }], i): PileItem => ({
        id: own,
        pile: id,
        reader,
        key: partsOfItemId(own).key,
        record,
        ...(kind ? { kind } : {}),
        csl: withoutAbstract(csl),
        note,
        state: 'to-read',
        place: places[i] as string,
        added: now,
      }),
    );
    return { fresh: items.length, undo: await change(store, { items }) };
  });

/** A new pile; its name need not be one of its own. */
export const newPile = (
  reader: string,
  {
    name,
    purpose = '',
    needBy = '',
  }: { readonly name: string; readonly purpose?: string; readonly needBy?: string },
  now: string,
): Pile => ({
  id: `P-${shortId()}`,
  reader,
  name,
  purpose,
  needBy,
  note: '',
  order: 'when',
  created: now,
});

const binned = (reader: string, now: string, what: Pick<Binned, 'pile' | 'items'>): Binned => ({
  id: `B-${shortId()}`,
  reader,
  at: now,
  ...what,
});
/** Takes things out of their pile, into the bin. */
export const takeOut = (store: Store, items: readonly PileItem[], now: string): Promise<Change> => {
  const [first] = items;
  if (!first) return Promise.resolve({});
  return change(store, {
    noItems: items.map((i) => i.id),
    bin: [binned(first.reader, now, { pile: null, items })],
  });
};
/** Throws a whole pile into the bin; of Aside what is in it. */
export const throwAway = async (store: Store, pile: Pile, now: string): Promise<Change> => {
  const items = await itemsOf(store, pile.id);
  const loose = pile.id === asideId(pile.reader);
  return change(store, {
    ...(loose ? {} : { noPiles: [pile.id] }),
    noItems: items.map((i) => i.id),
    bin: [binned(pile.reader, now, { pile: loose ? null : pile, items })],
  });
};

/** Two rows of one thing made one: neither note is lost, and what was read stays read. */
function merged(there: PileItem, come: PileItem): PileItem {
  const further = Math.max(READING_STATES.indexOf(there.state), READING_STATES.indexOf(come.state));
  const notes = [...new Set([there.note, come.note].filter(Boolean))];
  return { ...there, note: notes.join('\n'), state: READING_STATES[further] as PileItem['state'] };
}
/**
 * Puts items into another pile, with their notes and states, at its end; where one is there already, the two
 * become one.
 * @param move they leave the pile that they are in
 */
export const carry = (
  store: Store,
  items: readonly PileItem[],
  to: Pick<Pile, 'id' | 'reader'>,
  { move, now }: { readonly move: boolean; readonly now: string },
): Promise<Change> =>
  store.transaction('rw', [store.piles, store.pileItems, store.bin], async () => {
    const carried = items.filter((i) => i.pile !== to.id);
    const there = new Map((await itemsOf(store, to.id)).map((i) => [i.key, i]));
    const places = placesBetween(lastPlace([...there.values()]), null, carried.length);
    return change(store, {
      items: carried.map((item, i): PileItem => {
        const known = there.get(item.key);
        const come = { ...item, pile: to.id, reader: to.reader, id: itemId(to.id, item.key), added: now };
        return known ? merged(known, item) : { ...come, place: places[i] as string };
      }),
      ...(move ? { noItems: carried.map((i) => i.id) } : {}),
    });
  });

/** What rests in the bin, latest first; what has rested for thirty days is gone. */
export async function binOf(store: Store, reader: string, now: string): Promise<Binned[]> {
  const day = parseDay(now.slice(0, 10));
  const since = day === null ? '' : isoDay((day - BIN_DAYS) as never);
  const rows = rowsWith(await store.bin.where('reader').equals(reader).toArray(), 'id', 'at');
  return rows.filter((b) => b.at.slice(0, 10) >= since).sort((a, b) => (a.at < b.at ? 1 : -1));
}
/** Clears what has rested long enough. */
export const clearOld = async (store: Store, reader: string, now: string): Promise<unknown> => {
  const kept = new Set((await binOf(store, reader, now)).map((b) => b.id));
  const all = await store.bin.where('reader').equals(reader).primaryKeys();
  return store.bin.bulkDelete(all.filter((id) => !kept.has(id)));
};
/**
 * Brings back what rests in the bin: into the pile that it was in, into Aside where that is gone. Where the
 * same thing was kept again meanwhile, the two become one.
 */
export const bringBackFrom = (store: Store, entry: Binned): Promise<Change> =>
  store.transaction('rw', [store.piles, store.pileItems, store.bin], async () => {
    const { pile, reader } = entry;
    const items = sound(entry.items);
    const home = pile ?? ((items[0] && (await store.piles.get(items[0].pile))) || null);
    const to = home?.id ?? asideId(reader);
    const there = new Map((await itemsOf(store, to)).map((i) => [i.key, i]));
    return change(store, {
      ...(pile ? { piles: [pile] } : {}),
      items: items.map((i) => {
        const known = there.get(i.key);
        const own = { ...i, pile: to, id: itemId(to, i.key) };
        return known ? merged(known, i) : own;
      }),
      noBin: [entry.id],
    });
  });
