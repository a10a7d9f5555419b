/** The orders of a pile, and the places of the order by hand. */
import { generateNKeysBetween } from 'fractional-indexing';
import { creators, familyName } from '../model/describe';
import { type ReferenceItem, yearOfRecord } from '../model/record';
import { WAIT_CLASSES, type WaitClass } from '../model/waits';
import { fold } from '../words/fold';
import { type PileItem, type PileOrder, READING_STATES } from './pile';

/** When a thing can be read, as far as that is known. */
export interface When {
  readonly class: WaitClass;
  readonly date: string | null;
}
const compare = <T extends string | number>(a: T, b: T): number => (a < b ? -1 : a > b ? 1 : 0);

/** By what people are called in a list: the first of them, folded; those without anybody come by title. */
export function authorKey(csl: ReferenceItem): string {
  const [first] = creators(csl).names;
  return fold(first ? [first.literal ?? familyName(first), first.given ?? ''].join(' ') : csl.title).trim();
}
const titleKey = (csl: ReferenceItem): string => fold(csl.title);
/** Without a date last: what is soonest, surest comes first. */
const whenKey = (when: When | undefined): string =>
  when ? `${WAIT_CLASSES.indexOf(when.class)}${when.date ?? '9'}` : '~';

/**
 * The items in an order; equal ones as they stand by hand. Does not change the list given.
 * @param whenOf when an item can be read; undefined before that is known, which comes last
 */
export function ordered(
  items: readonly PileItem[],
  order: PileOrder,
  whenOf: (item: PileItem) => When | undefined,
): PileItem[] {
  const keys = (item: PileItem): readonly (string | number)[] => {
    switch (order) {
      case 'when':
        return [whenKey(whenOf(item))];
      case 'hand':
        return [];
      case 'author':
        return [authorKey(item.csl), yearOfRecord(item.csl) ?? 9999, titleKey(item.csl)];
      case 'year':
        return [-(yearOfRecord(item.csl) ?? -9999), authorKey(item.csl)];
      case 'state':
        return [READING_STATES.indexOf(item.state)];
      case 'added':
        return [];
    }
  };
  const keyed = items.map((item) => ({ item, keys: keys(item) }));
  keyed.sort((a, b) => {
    for (let i = 0; i < a.keys.length; i++) {
      const by = compare(a.keys[i] as string, b.keys[i] as string);
      if (by) return by;
    }
    // What was kept last stands first there; together kept, as they were kept.
    const latest = order === 'added' ? -compare(a.item.added, b.item.added) : 0;
    return latest || compare(a.item.place, b.item.place) || compare(a.item.id, b.item.id);
  });
  return keyed.map(({ item }) => item);
}

/**
 * So many places, ascending, after one and before another; null for none on that side. After a place that is
 * none of ours (a file may say anything) come texts that sort after it all the same.
 */
export function placesBetween(after: string | null, before: string | null, n: number): string[] {
  try {
    return generateNKeysBetween(after, before, n);
  } catch {
    return Array.from({ length: n }, (_, i) => `${after ?? ''}~${String(i).padStart(6, '0')}`);
  }
}

/**
 * New places for those that are moved to where one stands; the others keep theirs. Null where nothing moves.
 * @param list all of the pile as they stand by hand
 * @param ids those that are moved, in any order: they keep their order among each other
 * @param to the place among those that are not moved, 0 for the first
 */
export function movedTo(
  list: readonly PileItem[],
  ids: ReadonlySet<string>,
  to: number,
): readonly PileItem[] | null {
  const moving = list.filter((i) => ids.has(i.id));
  const staying = list.filter((i) => !ids.has(i.id));
  if (!moving.length) return null;
  const at = Math.max(0, Math.min(staying.length, to));
  const already =
    list.findIndex((i) => ids.has(i.id)) === at &&
    list.slice(at, at + moving.length).every((i) => ids.has(i.id));
  if (already) return null;
  const [above, below] = [staying[at - 1]?.place ?? null, staying[at]?.place ?? null];
  const places = placesBetween(above, below, moving.length);
  const fits = (place: string): boolean =>
    (above === null || place > above) && (below === null || place < below);
  if (places.every(fits)) return moving.map((item, i): PileItem => ({ ...item, place: places[i] as string }));
  // Two stand in one place, which happens when piles are made one: all are given places anew.
  const fresh = placesBetween(null, null, list.length);
  return [...staying.slice(0, at), ...moving, ...staying.slice(at)].map((item, i) => ({
    ...item,
    place: fresh[i] as string,
  }));
}
