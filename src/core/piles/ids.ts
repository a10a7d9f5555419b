/** What piles and the things in them are called by. */

/** The id of a reader's loose pile. */
export const asideId = (reader: string): string => `A-${encodeURIComponent(reader)}`;
/** The key of a thing that has a record. */
export const recordKey = (record: string): string => `r:${record}`;
/** The record of such a key; empty for a thing that has none. */
export const recordOfKey = (key: string): string => (key.startsWith('r:') ? key.slice(2) : '');
/** The id of an item in a pile; no pile's own id has the stroke. */
export const itemId = (pile: string, key: string): string => `${pile}|${key}`;
/** Pile and key of an item's id. */
export function partsOfItemId(id: string): { readonly pile: string; readonly key: string } {
  const at = id.indexOf('|');
  return { pile: id.slice(0, at), key: id.slice(at + 1) };
}
