/** How records hang together: citations, and the works they belong to. */
import type { Section } from '../format/format';

/**
 * Who cites whom, both ways round, and which records are one work; references to what is not indexed are left
 * out.
 * @param ids of the documents as they are now numbered
 * @param order the numbers they were added under
 * @param references of the documents, and `works` their members, by the numbers they were added under
 */
export function relationsOf(
  ids: readonly string[],
  order: Uint32Array,
  references: readonly (readonly string[])[],
  works: Iterable<readonly number[]>,
): Record<string, Section> {
  const doc = new Map(ids.map((id, i) => [id, i]));
  const cites = Array.from(order, (d) =>
    (references[d] as readonly string[]).flatMap((id) => doc.get(id) ?? []),
  );
  const cited: number[][] = ids.map(() => []);
  cites.forEach((list, from) => {
    for (const to of list) cited[to]?.push(from);
  });
  const now = new Uint32Array(order.length);
  order.forEach((d, i) => {
    now[d] = i;
  });
  // Works are numbered in the order of their documents, so that what is kept of each in a search stands
  // together too.
  const several = [...works].filter((members) => members.length > 1);
  const groups = [
    [],
    ...several.map((members) => members.map((d) => now[d] as number).sort((a, b) => a - b)),
  ];
  groups.sort((a, b) => (a[0] ?? -1) - (b[0] ?? -1));
  const work = new Uint32Array(ids.length);
  groups.forEach((members, w) => {
    for (const d of members) work[d] = w;
  });
  const flat = (lists: readonly (readonly number[])[]) => {
    const start = new Uint32Array(lists.length + 1);
    lists.forEach((l, i) => {
      start[i + 1] = (start[i] as number) + l.length;
    });
    return { start, values: Uint32Array.from(lists.flat()) };
  };
  const [a, b, w] = [flat(cites), flat(cited), flat(groups)];
  return {
    citeStart: a.start,
    cite: a.values,
    citedStart: b.start,
    cited: b.values,
    work,
    workStart: w.start,
    workDocs: w.values,
  };
}
