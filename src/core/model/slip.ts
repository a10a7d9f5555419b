/**
 * A slip: one request for one thing, as a value, with all that was said about it. The schemas say what may
 * come in from a browser, a file or another program, a draft still being typed included: every field of its
 * sort and bounded. Whether a slip may be sent is asked of `requests/schema.ts`.
 */
import { type Cents, EDITION_WISHES, PRICE_WHATS, ROUTES, SPEEDS, WANTED } from './codes';
import { KIND_LIST } from './kinds';
import { MAX_ID } from './record';
import {
  dayOrNone,
  either,
  filled,
  formed,
  listOf,
  localTime,
  maybe,
  oneOf,
  orNull,
  otherwise,
  type Shaped,
  shape,
  share,
  text,
  type Value,
  whole,
  yesOrNo,
} from './shape';
import { EVENTS, STATES } from './slipStates';

const cents = (): Value<Cents> => whole(-1e9, 1e9);
const priceLine = shape({ what: oneOf(PRICE_WHATS), cents: cents() });
export type PriceLine = Shaped<typeof priceLine>;
/** No title and no list of authors is longer. */
const [LONG, MESSAGE_AT_MOST] = [8000, 500];
export const slipItemShape = shape({
  kind: oneOf(KIND_LIST),
  title: text(LONG),
  author: text(LONG),
  /** Journal or book that the part stands in. */
  container: text(LONG),
  volume: text(LONG),
  issue: text(LONG),
  pages: text(LONG),
  year: text(LONG),
  publisher: text(LONG),
  edition: text(LONG),
  isbn: text(LONG),
  issn: text(LONG),
  doi: text(LONG),
  /** PubMed's number, where a link brought one. */
  pmid: maybe(text(60)),
  /** For a chapter out of a book record: which chapter. */
  chapter: text(LONG),
  /** Pages of the whole book, where known. */
  totalPages: text(LONG),
});
export type SlipItem = Shaped<typeof slipItemShape>;

const deliveryShape = either(
  shape({ to: oneOf(['pickup']), campus: filled(60) }),
  shape({ to: oneOf(['email']), email: text(400) }),
  shape({ to: oneOf(['post']), address: text(1000) }),
);
export type Delivery = Shaped<typeof deliveryShape>;

const promisedShape = shape({
  median: localTime(),
  likely: localTime(),
  chance: share(),
  lines: listOf(priceLine, 40),
  total: cents(),
  /** Staff look at it before it goes out. */
  mediated: maybe(yesOrNo()),
});
export type Promised = Shaped<typeof promisedShape>;

const messageShape = shape({
  id: text(4000),
  time: localTime(),
  by: oneOf(['library', 'reader']),
  from: text(500),
  text: text(LONG),
  /** ISO 18626 status or action; `arrived` and `lapsed` are the circulation desk's own. */
  status: text(60),
  event: orNull(oneOf(EVENTS)),
  /** Which of the messages of that minute and side it is. */
  seq: whole(-1e9, 1e9),
  /** It answers something the reader did. */
  reply: maybe(yesOrNo()),
  due: maybe(dayOrNone()),
  file: maybe(text(2000)),
  fileUntil: maybe(dayOrNone()),
  /** A new price, where one was named. */
  cost: maybe(whole(0, 1e9) as Value<Cents>),
  /** Until when it waits at the pickup point, or an offer stands. */
  until: maybe(text(40)),
  /** ISO 18626 reason for an Unfilled or RetryPossible, or the loan's condition. */
  reason: maybe(text(200)),
  /** The messages as they were exchanged, a document each. */
  xml: maybe(listOf(text(100_000), 10)),
});
export type SlipMessage = Shaped<typeof messageShape>;

export const slipShape = shape({
  id: formed(/^[A-Za-z0-9-]{6,60}$/, 'id'),
  reader: filled(100),
  /** Empty for a thing that has no record. */
  record: text(MAX_ID),
  wanted: oneOf(WANTED),
  route: oneOf(ROUTES),
  /** Campus, partner, or `lending` for the interlibrary network. */
  from: filled(60),
  item: slipItemShape,
  delivery: deliveryShape,
  needBy: text(400),
  speed: oneOf(SPEEDS),
  /** Empty: no limit. Otherwise an amount like 6.00. */
  limit: text(400),
  editions: oneOf(EDITION_WISHES),
  note: text(4000),
  /** The reader's own reference: a course, a chapter of a thesis. Stays with the reader. */
  reference: otherwise(text(1000), ''),
  /** The copy serves a commercial end. */
  commercial: otherwise(yesOrNo(), false),
  declared: otherwise(yesOrNo(), false),
  state: oneOf(STATES),
  /** Told to go: it is sent as soon as it can be, also after the page was left while sending. */
  going: maybe(yesOrNo()),
  created: localTime(),
  changed: localTime(),
  sent: orNull(localTime()),
  /** With the price as it stands now. */
  promised: orNull(promisedShape),
  /** The promise as it was when the slip was sent; a price named later is worked out from it. */
  agreed: maybe(orNull(promisedShape)),
  /** Nothing is owed: it was not supplied, was withdrawn in time, or went back uncollected. */
  waived: maybe(yesOrNo()),
  /** All that was said, by the library and by the reader, in order of time. */
  messages: otherwise(listOf(messageShape, MESSAGE_AT_MOST), []),
  /** Where the delivered file stands, and the last day on which it can be opened. */
  file: orNull(text(2000)),
  fileUntil: maybe(orNull(dayOrNone())),
  /** ISO day on which the volume is due. */
  due: maybe(orNull(dayOrNone())),
  renewals: maybe(whole(0, 1000)),
  ended: orNull(localTime()),
});
export type Slip = Shaped<typeof slipShape>;
