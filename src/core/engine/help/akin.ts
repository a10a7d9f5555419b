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

export interface Akin {
  readonly doc: number;
  /** How many references they share, or how often they are cited together. */
  readonly n: number;
}
export interface AkinLists {
  readonly sharing: readonly Akin[];
  readonly together: readonly Akin[];
}
class Tally {
  readonly #of = new Map<number, { score: number; n: number }>();
  add(doc: number, score: number, n: number): void {
    const known = this.#of.get(doc);
    if (known) {
      known.score += score;
      known.n += n;
    } else this.#of.set(doc, { score, n });
  }
  best(most: number, fits: (doc: number) => boolean): Akin[] {
    return [...this.#of]
      .filter(([doc]) => fits(doc))
      .sort(([a, x], [b, y]) => y.score - x.score || a - b)
      .slice(0, most)
      .map(([doc, { n }]) => ({ doc, n }));
  }
}
type Graph = Pick<IndexData, 'citeStart' | 'cite' | 'citedStart' | 'cited'>;

/**
 * @param without a reference that is taken as if it were not there; null for none
 * @param fits which documents may stand in the lists
 */
export function akinTo(
  { citeStart, cite, citedStart, cited }: Graph,
  doc: number,
  {
    without,
    most,
    fits,
  }: { readonly without: number | null; readonly most: number; readonly fits: (doc: number) => boolean },
): AkinLists {
  const referencesOf = (d: number): Uint32Array => cite.subarray(citeStart[d], citeStart[d + 1]);
  const citingOf = (d: number): Uint32Array => cited.subarray(citedStart[d], citedStart[d + 1]);
  const own = [...referencesOf(doc)].filter((d) => d !== without);
  const known = new Set([doc, ...own]);
  const [sharing, together] = [new Tally(), new Tally()];
  for (const c of citingOf(doc)) {
    const list = referencesOf(c);
    for (const y of list) if (y !== doc) together.add(y, WHOLE + weightOf(list.length), 1);
  }
  for (const reference of own) {
    const citing = citingOf(reference);
    const worth = weightOf(citing.length);
    for (const c of citing.subarray(0, SPREAD)) {
      if (c === doc) continue;
      sharing.add(c, worth, 1);
      const list = referencesOf(c);
      const each = Math.round(worth / Math.max(1, list.length));
      for (const y of list) if (!known.has(y)) together.add(y, each, 0);
    }
  }
  return { sharing: sharing.best(most, fits), together: together.best(most, fits) };
}
