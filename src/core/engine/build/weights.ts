/**
 * What a word weighs by where it stands: BM25F (Robertson, Zaragoza, Taylor, "Simple BM25 extension to
 * multiple weighted fields", 2004).
 */
import type { Field } from '../../query/tree';

interface FieldShare {
  /** How much more a word counts here than in running text. */
  readonly weight: number;
  /** How far a long field's words count less, 0 (not at all) to 1. */
  readonly b: number;
}
const SHARES: Readonly<Record<Field, FieldShare>> = {
  // Who asks for words mostly has them from the title.
  title: { weight: 6, b: 0.5 },
  // A name is asked for on purpose; a long list of people says less of each.
  person: { weight: 5, b: 0.3 },
  // Headings are chosen by people who looked at the thing.
  subject: { weight: 2.5, b: 0.4 },
  container: { weight: 2, b: 0.3 },
  // Abstracts differ most in length, and a word in a long one may be there by the way.
  text: { weight: 1, b: 0.7 },
  series: { weight: 1, b: 0.3 },
  publisher: { weight: 1, b: 0.3 },
  // A year or a number is there or not, however many stand beside it.
  number: { weight: 2, b: 0 },
};
/** In the order of FIELDS. */
export const FIELD_WEIGHT = Object.values(SHARES).map((s) => s.weight);
export const FIELD_B = Object.values(SHARES).map((s) => s.b);
/** How soon a word's coming again stops counting. */
export const K1 = 1.4;
