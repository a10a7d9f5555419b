/**
 * What a reader has beside piles and slips, as it is kept in the browser and carried in an account file. Their
 * types are taken from the shapes.
 */
import { describedShape } from '../model/described';
import { MAX_ID, type ReferenceItem } from '../model/record';
import {
  filled,
  isoDay,
  listOf,
  localTime,
  maybe,
  oneOf,
  orNull,
  type Shaped,
  shape,
  share,
  text,
  type Value,
  whole,
  yesOrNo,
} from '../model/shape';
import { type Pile, pileItemShape, pileShape } from '../piles/pile';
import type { ReadReference } from '../references/read';

/** Nothing of ours is longer; lengths are not what is looked at here. */
const LONG = 1e6;
const [MANY, ID] = [1e6, 2000];
const said = () => text(LONG);

/** A search that was made; `address` is its parameters. */
export const pastSearchShape = shape({
  id: filled(LONG),
  reader: filled(100),
  address: said(),
  q: said(),
  sentence: said(),
  /** The clock's. */
  at: localTime(),
  total: whole(0, 1e12),
});
export type PastSearch = Shaped<typeof pastSearchShape>;

/** A search kept under a name: it tells what is new since the day it was last looked at. */
export const standingSearchShape = shape({
  id: filled(LONG),
  reader: filled(100),
  name: said(),
  address: said(),
  sentence: said(),
  created: said(),
  /** Up to which the reader has seen what there is. */
  seen: isoDay(),
});
export type StandingSearch = Shaped<typeof standingSearchShape>;

export const questionShape = shape({
  id: filled(ID),
  reader: filled(100),
  kind: oneOf(['question', 'link']),
  subject: said(),
  text: said(),
  /** The item it is about. */
  record: maybe(text(MAX_ID)),
  /** The way that did not work (kind link). */
  way: maybe(said()),
  /** The search it is about, as its address; the pile. */
  search: maybe(said()),
  pile: maybe(text(ID)),
  asked: localTime(),
  /** The id of the question that it was written after, in the same thread. */
  after: maybe(filled(60)),
});
export type Question = Shaped<typeof questionShape>;

const readShape = shape({
  text: said(),
  parts: listOf(
    shape({ role: text(ID), start: whole(0, LONG), end: whole(0, LONG), confidence: share() }),
    MANY,
  ),
  csl: describedShape,
}) as Value<unknown> as Value<ReadReference>;
/** One reference of a bibliography, and what the reader decided about it. */
export const keptReferenceShape = shape({
  id: filled(ID),
  ref: readShape,
  /** The record chosen by hand; null: none of those offered; left out: what was found stands. */
  chosen: maybe(orNull(text(MAX_ID))),
});
export type KeptReference = Shaped<typeof keptReferenceShape>;
export const bibliographyShape = shape({
  reader: filled(100),
  text: said(),
  /** The text that the rows were read from. */
  read: said(),
  needBy: text(400),
  rows: listOf(keptReferenceShape, MANY),
});
export type Bibliography = Shaped<typeof bibliographyShape>;

/** What was taken out of piles in one act; `pile` where the whole of it was thrown away. */
export const binnedShape = shape({
  id: filled(ID),
  reader: filled(100),
  at: localTime(),
  pile: orNull(pileShape) as Value<Pile | null>,
  items: listOf(pileItemShape, MANY),
});
export type Binned = Shaped<typeof binnedShape>;

/** What a reader says of a thing where its record says otherwise or nothing: fields of CSL by name. */
export const correctionShape = shape({
  /** Reader and key of the thing. */
  id: filled(ID),
  reader: filled(100),
  key: filled(ID),
  csl: shape({}) as Value<unknown> as Value<Partial<ReferenceItem>>,
});
export type Correction = Shaped<typeof correctionShape>;

/** A citation style of the reader's own: a CSL file. */
export const ownStyleShape = shape({
  id: filled(ID),
  reader: filled(100),
  title: said(),
  xml: filled(LONG),
});
export type OwnStyle = Shaped<typeof ownStyleShape>;

export const contactShape = shape({
  email: said(),
  address: said(),
  /** Other addresses that parcels may go to. */
  addresses: maybe(listOf(said(), 1000)),
  pickup: maybe(text(ID)),
});
/** How a reader wants to be reminded of due days, and whether what was brought back is kept. */
export const loanSettingsShape = shape({ remind: whole(-1, 1000), keepsPast: yesOrNo() });
/** How a reader cited last. */
export const citeAsShape = shape({
  style: text(ID),
  title: said(),
  /** A locale in place of the style's own; empty for that. */
  locale: text(100),
  byRecord: yesOrNo(),
});
