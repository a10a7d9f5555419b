/**
 * A table that is asked by what somebody wrote. A Map and no plain object: an object answers to `toString`
 * and `constructor` as well, and that answer is a function.
 * @example table({ kelp: 1 }).get('toString') // undefined
 */
export const table = <V>(entries: Readonly<Record<string, V>>): ReadonlyMap<string, V> =>
  new Map(Object.entries(entries));
/** A table with closed keys asked by what may be none of them: only what stands in it itself is found. */
export const own = <K extends string, V>(entries: Readonly<Record<K, V>>, key: string): V | undefined =>
  Object.hasOwn(entries, key) ? entries[key as K] : undefined;
