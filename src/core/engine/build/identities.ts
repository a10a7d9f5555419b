/** By what a document is found for itself: its id, and the place of its title among all. */
import { byCodePoint, packStrings } from '../format/strings';

/**
 * Ids, to be found by; and the order of the titles.
 * @param order the numbers under which the documents were added, as they now stand
 * @param titles their keys, and `ids`, by the numbers they were added under
 */
export function identitiesIn(order: Uint32Array, ids: readonly string[], titles: readonly string[]) {
  const allIds = Array.from(order, (d) => ids[d] as string);
  const all = Array.from(order, (d) => titles[d] as string);
  const idDoc = Uint32Array.from(allIds.keys()).sort((a, b) =>
    byCodePoint(allIds[a] as string, allIds[b] as string),
  );
  const packed = packStrings([...idDoc].map((i) => allIds[i] as string));
  const titleOrder = Uint32Array.from(all.keys()).sort(
    (a, b) => byCodePoint(all[a] as string, all[b] as string) || a - b,
  );
  const titleRank = new Uint32Array(order.length);
  titleOrder.forEach((doc, rank) => {
    titleRank[doc] = rank;
  });
  return { allIds, titleRank, idBytes: packed.bytes, idOffsets: packed.offsets, idDoc, titleOrder };
}
