/** The bodies of the HTTP interface: the shape of each, bounded, and its reading. */

import type Joi from 'joi';
import type { AskByQuestion, LibraryInfo, Moment, ThingAsked } from '../core/discovery/answers';
import type { DeskQuestion } from '../core/discovery/ports';
import { type Cents, WANTED } from '../core/model/codes';
import { msg } from '../core/model/message';
import { situationShape } from '../core/model/readerShapes';
import { MAX_ID, type ReferenceItem } from '../core/model/record';
import { schemaOf } from '../core/model/schema';
import {
  closed,
  dayOrNone,
  filled,
  formed,
  isoDay,
  listOf,
  localTime,
  maybe,
  oneOf,
  orNull,
  otherwise,
  type Shape,
  type Shaped,
  shape,
  text,
  type Value,
  whole,
} from '../core/model/shape';
import { slipShape } from '../core/model/slip';
import { type CopyHistory, NO_HISTORY } from '../core/requests/history';
import { READER_ACTS, type ReaderAct } from '../core/requests/lifecycle';
import { beyondBounds, readBody } from './body';
import { faultText, guarded, momentAt } from './params';
import { problem } from './problem';

const MAX_BODY = 600_000;
const moment = closed({ situation: situationShape, at: localTime() });
/** A reference as a CSL item: bounded, and no more than matching needs. */
const cslName = shape({ family: maybe(text(300)), given: maybe(text(300)), literal: maybe(text(500)) });
const cslText = () => text(4000);
const [NAMES_AT_MOST, YEARS_TO] = [300, 9999];
const reference = closed(
  {
    type: filled(60),
    title: cslText(),
    author: maybe(listOf(cslName, NAMES_AT_MOST)),
    editor: maybe(listOf(cslName, NAMES_AT_MOST)),
    translator: maybe(listOf(cslName, NAMES_AT_MOST)),
    issued: maybe(shape({ 'date-parts': listOf(listOf(whole(-YEARS_TO, YEARS_TO), 3, 1), 1, 1) })),
  },
  { others: { names: /^[\w-]{1,40}$/, of: cslText() } },
) as Value<unknown> as Value<ReferenceItem>;
const count = () => whole(0, 10_000);
/** What the rules count of the reader's other slips: only the browser knows those. */
const history: Value<CopyHistory> = closed({
  journalThisYear: count(),
  sameIssue: count(),
  sameBookCopies: count(),
  open: otherwise(count(), 0),
});
const question: Value<DeskQuestion> = closed({
  text: otherwise(text(4000), ''),
  id: formed(/^Q-[A-Za-z0-9-]{6,40}$/, 'id'),
  kind: oneOf(['question', 'link']),
  subject: filled(2000),
  asked: localTime(),
});
const [QUESTIONS, SLIPS, REFERENCES, THINGS, PLANNED] = [200, 100, 100, 250, 200];
const [RECIPIENTS, MAIL] = [10, 50_000];
const thing = closed(
  { record: maybe(filled(MAX_ID)), csl: maybe(reference) },
  { oneOf: ['record', 'csl'] },
) as Value<unknown> as Value<ThingAsked>;
const [READINGS, DESK_THINGS, LIVE_RECORDS] = [200, 200, 100];
const [HOURS, ATTACHED, ADDRESS, HOUR_NOTE] = [50, 3, 5000, 4000];
/** An hour with a librarian, as a reader asks for it. */
const hour = closed({
  id: formed(/^H-[A-Za-z0-9-]{6,40}$/, 'id'),
  sequence: whole(0, 1e6),
  librarian: filled(100),
  start: localTime(),
  minutes: whole(1, 1440),
  /** When it was, where it is moved. */
  was: maybe(localTime()),
  /** Empty for online. */
  campus: text(100),
  /** What goes with it: its title, and where it is found. */
  title: text(2000),
  attach: listOf(filled(ADDRESS), ATTACHED),
  note: text(HOUR_NOTE),
});
export type HourBody = Shaped<typeof hour>;
const reading = closed(
  { record: maybe(filled(MAX_ID)), csl: maybe(reference), needBy: isoDay(), wanted: maybe(oneOf(WANTED)) },
  { oneOf: ['record', 'csl'] },
) as Value<unknown> as Value<AskByQuestion>;

export const BODIES = {
  hours: closed({ what: oneOf(['take', 'stands', 'give-back']), hours: listOf(hour, HOURS, 1), moment }),
  ask: closed({ questions: listOf(question, QUESTIONS), moment }),
  resolve: closed({
    items: listOf(reference, REFERENCES, 1),
    moment,
    needBy: otherwise(dayOrNone(), ''),
  }),
  ways: closed(
    {
      record: maybe(filled(MAX_ID)),
      csl: maybe(reference),
      moment,
      needBy: otherwise(dayOrNone(), ''),
      wanted: maybe(oneOf(WANTED)),
    },
    { oneOf: ['record', 'csl'] },
  ),
  kept: closed({ things: listOf(thing, THINGS, 1), moment }),
  /** One thing, or several as `readings`. */
  askBy: closed(
    {
      record: maybe(filled(MAX_ID)),
      csl: maybe(reference),
      needBy: maybe(isoDay()),
      wanted: maybe(oneOf(WANTED)),
      readings: maybe(listOf(reading, READINGS, 1)),
      moment,
    },
    { oneOf: ['record', 'csl', 'readings'] },
  ),
  mail: closed({
    to: listOf(formed(/^[^\s@<>",;]{1,64}@[^\s@<>",;]{1,190}\.[^\s@<>".,;]{2,}$/, 'address'), RECIPIENTS, 1),
    subject: formed(/^[^\r\n]{1,500}$/, 'line'),
    text: filled(MAIL),
    moment,
  }),
  plan: closed({
    things: listOf(thing, PLANNED, 1),
    moment,
    needBy: isoDay(),
    /** The most to be spent, in hundredths; null for no limit. */
    cents: orNull(whole(0, 1e9) as Value<Cents>),
    slips: whole(0, 1000),
  }),
  live: closed({
    records: listOf(filled(MAX_ID), LIVE_RECORDS, 1),
    moment,
    needBy: otherwise(dayOrNone(), ''),
  }),
  desk: closed({
    what: oneOf(['renew', 'cancel', 'request']),
    things: listOf(
      closed({ item: maybe(filled(2000)), record: maybe(filled(MAX_ID)), pickup: maybe(filled(60)) }),
      DESK_THINGS,
      1,
    ),
    moment,
  }),
  promise: closed({ slip: slipShape, moment, history }),
  send: closed({ slip: slipShape, moment, history: otherwise(history, NO_HISTORY) }),
  act: closed({
    slip: slipShape,
    act: oneOf(Object.keys(READER_ACTS) as ReaderAct[]),
    text: text(2000),
    moment,
  }),
  news: closed({ slips: listOf(slipShape, SLIPS), moment }),
};

/**
 * Reads and checks a JSON body; the answer of `work` becomes the response, its failures problem documents.
 */
export async function withBody<T extends { readonly moment: Moment }>(
  request: Request,
  schema: Shape<T>,
  info: LibraryInfo,
  work: (body: T) => Promise<Response>,
): Promise<Response> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\b/i.test(type))
    return problem(
      'bad-type',
      msg('http.thisIsSentAsApplicationJson', {
        part: type ? msg('http.notAs', { type: type.slice(0, 80) }) : null,
      }),
    );
  const read = await readBody(request, MAX_BODY);
  // The asker left while sending.
  if ('gone' in read) return new Response(null, { status: 499 });
  if ('over' in read) return problem('too-large', msg('http.whatWasSentIsOverBytes', { max_body: MAX_BODY }));
  let body: unknown;
  try {
    body = JSON.parse(read.text);
  } catch {
    return problem('bad-body', msg('http.theBodyIsNotJson'));
  }
  const beyond = beyondBounds(body);
  if (beyond) return problem('bad-body', beyond);
  const { value, error }: Joi.ValidationResult = schemaOf(schema).validate(body);
  if (error) return problem('bad-body', faultText(error.details[0]), error.details[0]?.path.join('.'));
  const sent = value as T;
  const { campus } = sent.moment.situation;
  if (!info.campuses.some((c) => c.id === campus))
    return problem('bad-body', msg('http.thereIsNoCampus', { campus }), 'moment.situation.campus');
  const at = momentAt(sent.moment.at, info);
  return guarded(() => work({ ...sent, moment: { ...sent.moment, at } }));
}
