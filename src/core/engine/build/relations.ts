/** How records hang together: citations, and the works they belong to. */
import type { Section } from '../format/format';
import { type Hashed, hashedInOrder, hashOf } from '../format/hash';
import { growU32 } from './growable';

const NONE: readonly number[] = [];
/** Lists of numbers one behind the other, and where each begins. */
export interface Flat {
  readonly start: Uint32Array;
  readonly values: Uint32Array;
}
export function flat(lists: readonly ArrayLike<number>[]): Flat {
  const start = new Uint32Array(lists.length + 1);
  lists.forEach((l, i) => {
    start[i + 1] = (start[i] as number) + l.length;
  });
  const values = new Uint32Array(start[lists.length] as number);
  lists.forEach((l, i) => {
    values.set(l, start[i]);
  });
  return { start, values };
}
/** The other way round: who names each of `n`, ascending. */
export function turned({ start, values }: Flat, n: number): Flat {
  const from = new Uint32Array(n + 1);
  for (const v of values) from[v + 1] = (from[v + 1] as number) + 1;
  for (let v = 0; v < n; v++) from[v + 1] = (from[v + 1] as number) + (from[v] as number);
  const next = from.slice();
  const out = new Uint32Array(values.length);
  for (let d = 0; d + 1 < start.length; d++)
    for (let k = start[d] as number; k < (start[d + 1] as number); k++) {
      const v = values[k] as number;
      const at = next[v] as number;
      out[at] = d;
      next[v] = at + 1;
    }
  return { start: from, values: out };
}
/**
 * Works by their documents, numbered in the order of these, so that what is kept of each in a search stands together
 * too; work 0 stands for "alone".
 * @param groups documents of each work, of two and more
 */
export function worksOf(groups: readonly (readonly number[])[], n: number) {
  const all = groups.map((members) => [...members].sort((a, b) => a - b));
  all.sort((a, b) => (a[0] ?? -1) - (b[0] ?? -1));
  const { start, values } = flat([[], ...all]);
  const work = new Uint32Array(n);
  all.forEach((members, w) => {
    for (const d of members) work[d] = w + 1;
  });
  return { work, workStart: start, workDocs: values };
}
/** What is cited and not indexed, and which records say of what work they are: found again when an index is amended. */
export const keySections = (loose: Hashed, works: Hashed): Record<string, Section> => ({
  looseHash: loose.hash,
  looseDoc: loose.doc,
  workHash: works.hash,
  workOfDoc: works.doc,
});

/**
 * Who cites whom, both ways round, and which records are one work; references to what is not indexed are kept as
 * hashes only.
 * @param ids of the documents as they are now numbered
 * @param order the numbers they were added under
 * @param references of the documents, and `works` their members by the works' names, by the numbers they were added under
 */
export function relationsOf(
  ids: readonly string[],
  order: Uint32Array,
  references: readonly (readonly string[])[],
  works: Iterable<readonly [string, readonly number[]]>,
): Record<string, Section> {
  const doc = new Map<string, number>();
  for (const [i, id] of ids.entries()) doc.set(id, i);
  const [looseHash, looseDoc] = [growU32(), growU32()];
  const cites = Array.from(order, (d, i) => {
    const list = references[d] as readonly string[];
    if (!list.length) return NONE;
    for (const hash of looseIn(list, (id) => doc.has(id))) {
      looseHash.push(hash);
      looseDoc.push(i);
    }
    return list.flatMap((id) => doc.get(id) ?? []);
  });
  const now = new Uint32Array(order.length);
  order.forEach((d, i) => {
    now[d] = i;
  });
  const [workHash, workOfDoc] = [growU32(), growU32()];
  const several: number[][] = [];
  for (const [name, members] of works) {
    const docs = members.map((d) => now[d] as number);
    if (docs.length > 1) several.push(docs);
    for (const d of docs) {
      workHash.push(hashOf(name));
      workOfDoc.push(d);
    }
  }
  const cite = flat(cites);
  const cited = turned(cite, ids.length);
  return {
    citeStart: cite.start,
    cite: cite.values,
    citedStart: cited.start,
    cited: cited.values,
    ...worksOf(several, ids.length),
    ...keySections(
      hashedInOrder(looseHash.view(), looseDoc.view()),
      hashedInOrder(workHash.view(), workOfDoc.view()),
    ),
  };
}
/** Hashes of what a record cites and the index does not have, each once. */
export const looseIn = (references: readonly string[], isThere: (id: string) => boolean): Set<number> =>
  new Set(references.filter((id) => !isThere(id)).map(hashOf));
