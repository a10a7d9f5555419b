/** Things of a pile that are one: the same kept twice in two descriptions, or versions of one work. */
import { readDoi, readIsbn } from '../model/identifiers';
import { keyOf, type PileItem } from './pile';

/** same: described twice · version: another edition, form or translation of the same work. */
export type DoubleSort = 'same' | 'version';
export interface Double {
  readonly sort: DoubleSort;
  /** Ids of the other items that are the same work, as they stand in the list given. */
  readonly others: readonly string[];
}

/** What says that two descriptions are of one thing. */
function marksOf(item: PileItem): readonly string[] {
  const { DOI, ISBN } = item.csl;
  const isbns = (ISBN ?? '').split(/[\s,;]+/).flatMap((one) => readIsbn(one) ?? []);
  const isPart = item.csl.type === 'chapter' || item.csl.type.startsWith('article');
  return [
    ...(DOI ? [`doi:${readDoi(DOI) ?? DOI.toLowerCase()}`] : []),
    // A chapter carries its book's number, and an article its journal's.
    ...(isPart ? [] : isbns.map((one) => `isbn:${one}`)),
    keyOf('', item.csl),
  ];
}
/**
 * By item: the others that are the same. Items that stand alone are not in the map.
 * @param workOf the work that an item's record belongs to; undefined where that is not known
 */
export function doublesIn(
  items: readonly PileItem[],
  workOf: (item: PileItem) => string | undefined,
): ReadonlyMap<string, Double> {
  const byMark = new Map<string, string[]>();
  const note = (mark: string, id: string): void => {
    const list = byMark.get(mark);
    if (list) list.push(id);
    else byMark.set(mark, [id]);
  };
  const works = new Map<string, string>();
  for (const item of items) {
    for (const mark of new Set(marksOf(item))) note(mark, item.id);
    const work = workOf(item);
    if (work !== undefined) {
      works.set(item.id, work);
      note(`work:${work}`, item.id);
    }
  }
  const out = new Map<string, Double>();
  for (const item of items) {
    const same = new Set(marksOf(item).flatMap((mark) => byMark.get(mark) ?? []));
    const work = works.get(item.id);
    const all = new Set([...same, ...(work === undefined ? [] : (byMark.get(`work:${work}`) ?? []))]);
    same.delete(item.id);
    all.delete(item.id);
    if (all.size) out.set(item.id, { sort: same.size ? 'same' : 'version', others: [...all] });
  }
  return out;
}
