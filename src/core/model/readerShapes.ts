/** What a reader's situation and a reader look like, where they come from outside. */
import { CATEGORIES } from './codes';
import type { Reader, ReaderSituation } from './reader';
import type { CampusId } from './record';
import { closed, filled, oneOf, type Shape, shape, text, type Value, yesOrNo } from './shape';

export const situationShape = closed({
  campus: filled(60) as Value<CampusId>,
  category: oneOf(CATEGORIES),
  /** True for distance learners: things come by post and licensed texts through the sign-in. */
  remote: yesOrNo(),
}) satisfies Shape<ReaderSituation>;

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
