/** By what a document is found for itself: its id, and the place of its title among all. */
import { byCodePoint, packStrings } from '../format/strings';

/** The place of each id among all, by their numbers. */
export function ranksOf(ids: readonly string[]): Uint32Array {
  const byId = Uint32Array.from(ids.keys()).sort((a, b) => byCodePoint(ids[a] as string, ids[b] as string));
  const rank = new Uint32Array(ids.length);
  byId.forEach((d, r) => {
    rank[d] = r;
  });
  return rank;
}

/**
 * Ids, to be found by; and the order of the titles.
 * @param order the numbers under which the documents were added, as they now stand
 * @param titles their keys, `ids` and the `ranks` of those, by the numbers they were added under
 */
export function identitiesIn(
  order: Uint32Array,
  ids: readonly string[],
  ranks: Uint32Array,
  titles: readonly string[],
) {
  const allIds = Array.from(order, (d) => ids[d] as string);
  const all = Array.from(order, (d) => titles[d] as string);
  const idDoc = new Uint32Array(order.length);
  order.forEach((d, i) => {
    idDoc[ranks[d] as number] = i;
  });
  const packed = packStrings(Array.from(idDoc, (i) => allIds[i] as string));
  const titleOrder = Uint32Array.from(all.keys()).sort(
    (a, b) => byCodePoint(all[a] as string, all[b] as string) || a - b,
  );
  return {
    allIds,
    titleRank: placesIn(titleOrder),
    idBytes: packed.bytes,
    idOffsets: packed.offsets,
    idDoc,
    titleOrder,
  };
}
/** Each document's place in an order of all. */
export function placesIn(order: Uint32Array): Uint32Array {
  const rank = new Uint32Array(order.length);
  order.forEach((doc, r) => {
    rank[doc] = r;
  });
  return rank;
}
