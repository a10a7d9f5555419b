/**
 * A description as it may come from a file, a link or an older store: of the fields that lines and slips are made
 * of, each is what it must be, or none. Others are let through; who uses one looks at it first.
 */
import type { ReferenceItem } from './record';
import { listOf, maybe, shape, text, type Value, whole } from './shape';

const LONG = 1e6;
const said = () => maybe(text(LONG));
const people = () =>
  maybe(listOf(shape({ family: said(), given: said(), literal: said(), suffix: said() }), LONG));
const year = 1e6;
export const describedShape = shape({
  type: text(LONG),
  title: text(LONG),
  author: people(),
  editor: people(),
  translator: people(),
  issued: maybe(shape({ 'date-parts': listOf(listOf(whole(-year, year), 3, 1), 1, 1) })),
  'container-title': said(),
  publisher: said(),
  'publisher-place': said(),
  volume: said(),
  issue: said(),
  page: said(),
  edition: said(),
  language: said(),
  DOI: said(),
  ISBN: said(),
  ISSN: said(),
}) as Value<unknown> as Value<ReferenceItem>;
