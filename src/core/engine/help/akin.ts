/**
 * What hangs together with a document by citations: those that cite the same, and those that are cited beside it
 * or beside what it cites. What is cited by everybody says little: a shared reference counts the less the more
 * cite it. Whole numbers throughout, so that the sum does not hang on the order of adding.
 */
import type { IndexData } from '../format/data';

/** Of what is cited very often, so many citing documents are looked at. */
const SPREAD = 300;
const WHOLE = 1000;
/** What one of `n` is worth. */
export const weightOf = (n: number): number => Math.round(WHOLE / (1 + Math.log2(Math.max(1, n))));

export interface Akin<D> {
  readonly doc: D;
  /** How many references they share, or how often they are cited together. */
  readonly n: number;
}
export interface AkinLists<D> {
  readonly sharing: readonly Akin<D>[];
  readonly together: readonly Akin<D>[];
}
class Tally<D> {
  readonly #of = new Map<D, { score: number; n: number }>();
  add(doc: D, score: number, n: number): void {
    const known = this.#of.get(doc);
    if (known) {
      known.score += score;
      known.n += n;
    } else this.#of.set(doc, { score, n });
  }
  best({ most, fits, compare }: AkinQuestion<D>): Akin<D>[] {
    return [...this.#of]
      .filter(([doc]) => fits(doc))
      .sort(([a, x], [b, y]) => y.score - x.score || compare(a, b))
      .slice(0, most)
      .map(([doc, { n }]) => ({ doc, n }));
  }
}
/** Who cites whom, documents by whatever they are known by. */
export interface Citations<D> {
  readonly referencesOf: (doc: D) => Iterable<D>;
  /** In the order of the index; of what is cited very often, the first are enough. */
  readonly citingOf: (doc: D) => Iterable<D>;
  readonly timesCited: (doc: D) => number;
}
/** Those of an index, documents by their numbers. */
export const citationsIn = ({
  citeStart,
  cite,
  citedStart,
  cited,
}: Pick<IndexData, 'citeStart' | 'cite' | 'citedStart' | 'cited'>): Citations<number> => ({
  referencesOf: (d) => cite.subarray(citeStart[d], citeStart[d + 1]),
  citingOf: (d) => cited.subarray(citedStart[d], citedStart[d + 1]),
  timesCited: (d) => (citedStart[d + 1] as number) - (citedStart[d] as number),
});
export interface AkinQuestion<D> {
  /** A reference that is taken as if it were not there; null for none. */
  readonly without: D | null;
  readonly most: number;
  /** Which documents may stand in the lists. */
  readonly fits: (doc: D) => boolean;
  /** The order of those that are equally close. */
  readonly compare: (a: D, b: D) => number;
}

export function akinTo<D>(graph: Citations<D>, doc: D, asked: AkinQuestion<D>): AkinLists<D> {
  const { referencesOf, citingOf, timesCited } = graph;
  const own = [...referencesOf(doc)].filter((d) => d !== asked.without);
  const known = new Set([doc, ...own]);
  const [sharing, together] = [new Tally<D>(), new Tally<D>()];
  for (const c of citingOf(doc)) {
    const list = [...referencesOf(c)];
    for (const y of list) if (y !== doc) together.add(y, WHOLE + weightOf(list.length), 1);
  }
  for (const reference of own) {
    const worth = weightOf(timesCited(reference));
    let looked = 0;
    for (const c of citingOf(reference)) {
      if (looked++ === SPREAD) break;
      if (c === doc) continue;
      sharing.add(c, worth, 1);
      const list = [...referencesOf(c)];
      const each = Math.round(worth / Math.max(1, list.length));
      for (const y of list) if (!known.has(y)) together.add(y, each, 0);
    }
  }
  return { sharing: sharing.best(asked), together: together.best(asked) };
}
