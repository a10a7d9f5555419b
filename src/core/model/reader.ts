/** Readers: what decides how soon things reach them, and what a slip is filled in from. */
import { CATEGORIES } from './codes';
import type { CampusId } from './record';
import { closed, filled, oneOf, type Shaped, type Value, yesOrNo } from './shape';

export const situationShape = closed({
  campus: filled(60) as Value<CampusId>,
  category: oneOf(CATEGORIES),
  /** True for distance learners: things come by post and licensed texts through the sign-in. */
  remote: yesOrNo(),
});
/** What decides how soon a reader gets things: where they study and whether they can walk in. */
export type ReaderSituation = Shaped<typeof situationShape>;
export interface Reader extends ReaderSituation {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly address: string;
  readonly registered: boolean;
}
