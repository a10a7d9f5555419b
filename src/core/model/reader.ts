/** Readers: what decides how soon things reach them, and what a slip is filled in from. */
import { CATEGORIES } from './codes';
import type { CampusId } from './record';
import { closed, filled, oneOf, type Shape, type Shaped, shape, text, type Value, yesOrNo } from './shape';

export const situationShape = closed({
  campus: filled(60) as Value<CampusId>,
  category: oneOf(CATEGORIES),
  /** True for distance learners: things come by post and licensed texts through the sign-in. */
  remote: yesOrNo(),
});
/** What decides how soon a reader gets things: where they study and whether they can walk in. */
export type ReaderSituation = Shaped<typeof situationShape>;
const [ID, TEXT] = [100, 2000];
export const readerShape = shape({
  ...situationShape.rule.fields,
  id: filled(ID),
  name: text(TEXT),
  email: text(TEXT),
  address: text(TEXT),
  /** For interlibrary loan. */
  registered: yesOrNo(),
}) as Value<unknown> as Shape<Reader>;
export interface Reader extends ReaderSituation {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly address: string;
  readonly registered: boolean;
  /** Where things are collected, where not at the reader's own campus. */
  readonly pickup?: CampusId;
}
/** Whose things are kept in the browser while nobody is signed in. */
export const VISITOR = 'visitor';
/** Nobody in particular, who looks from somewhere all the same. */
export const visitorAt = (situation: ReaderSituation): Reader => ({
  ...situation,
  id: VISITOR,
  name: '',
  email: '',
  address: '',
  registered: false,
});
