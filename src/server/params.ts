/** The inputs of the HTTP interface: every parameter checked, unknown ones refused, sizes bounded. */

import Joi from 'joi';
import type { LibraryInfo, Moment } from '../core/discovery/answers';
import { type Message, type MessageCode, msg } from '../core/model/message';
import { type CampusId, MAX_ID } from '../core/model/record';
import { parseDay, parseLocal } from '../core/model/time';
import { REACHES } from '../core/model/waits';
import { type AskedSearch, askedSearch } from '../core/query/read';
import { GROUPS, readRequest, SORTS, SYNTAXES } from '../core/query/request';
import { NO_HISTORY } from '../core/requests/history';
import { READER_ACTS } from '../core/requests/lifecycle';
import { situationSchema, slipWireSchema } from '../core/requests/schema';
import { beyondBounds, readBody } from './body';
import { faultOf } from './faults';
import { BUSY, problem } from './problem';

export const MAX_QUERY = 12_000;
const MAX_VALUES = 200;

const day = Joi.string()
  .custom((v: string, h) => (parseDay(v) === null ? h.error('day') : v))
  .messages({ day: 'http.isNotADayWriteIt' });
const moment = Joi.string()
  .custom((v: string, h) => (parseLocal(v) === null ? h.error('moment') : v))
  .messages({ moment: 'http.isNotALocalTimeWrite' });
const choices = Object.fromEntries(
  ['keep', 'drop'].flatMap((p) =>
    GROUPS.map((g) => [`${p}.${g}`, Joi.array().items(Joi.string().max(300)).max(MAX_VALUES).single()]),
  ),
);
const year = Joi.string()
  .pattern(/^\d{4}$/)
  .messages({ 'string.pattern.base': 'http.isNotAYearWriteFour' });
const one = (max = 100) => Joi.string().max(max);

const searchSchema = Joi.object({
  q: Joi.string().allow('').max(MAX_QUERY).messages({
    'string.max': 'http.qIsLongerThanCharactersShorten',
  }),
  syntax: Joi.string().valid(...SYNTAXES),
  exact: Joi.string().valid('1', '0'),
  reach: Joi.string().valid(...REACHES),
  ...choices,
  from: year,
  to: year,
  sort: Joi.string().valid(...SORTS),
  need: day,
  since: day,
  offset: Joi.string()
    .pattern(/^\d{1,5}$/)
    .messages({ 'string.pattern.base': 'http.offsetIsAWholeNumberUp' }),
  limit: Joi.string()
    .pattern(/^([1-9]\d?|100)$/)
    .messages({ 'string.pattern.base': 'http.limitIsAWholeNumberFrom' }),
  campus: one(),
  remote: Joi.string().valid('1', '0'),
  at: moment,
});

/** Why a value is refused: our own reason, by its code, or the validator's words. */
function faultText(detail: Joi.ValidationErrorItem | undefined): Message {
  const said = detail?.message ?? '';
  return said.startsWith('http.')
    ? msg(said as MessageCode, { label: detail?.context?.label ?? '', limit: MAX_QUERY })
    : msg('http.notAsWanted', { said: said.replaceAll('"', '').slice(0, 500) });
}

export type Checked<T> = { readonly ok: T } | { readonly refused: Response };

/** A name that no schema can see: copying an object loses it. */
const PROTO = '__proto__';
const noProto = (): { readonly refused: Response } => ({
  refused: problem('bad-parameter', msg('http.thereIsNoParameter', { proto: PROTO }), PROTO),
});
/** Parameters as an object; a name that comes twice becomes a list. */
function collected(params: URLSearchParams): Record<string, string | string[]> {
  // Entries and no assignments: `__proto__` becomes a name like any other.
  return Object.fromEntries(
    [...new Set(params.keys())].map((key) => {
      const all = params.getAll(key);
      return [key, all.length > 1 ? all : (all[0] ?? '')];
    }),
  );
}

/** The refusal of a parameter that an endpoint does not know; null when it knows them all. */
export function unknownParameter(params: URLSearchParams, ...known: readonly string[]): Response | null {
  const unknown = [...params.keys()].find((k) => !known.includes(k));
  return unknown === undefined
    ? null
    : problem(
        'bad-parameter',
        msg('http.thereIsNoParameterHere', {
          unknown: unknown.slice(0, 60),
          part: known.length ? msg('http.thereAre', { known: known.join(', ') }) : null,
        }),
        unknown.slice(0, 60),
      );
}

export interface SearchInput {
  readonly asked: AskedSearch;
  readonly moment: Moment;
  readonly slice: { readonly offset: number; readonly limit: number };
}
/** The moment looked from: what was asked where the clock can be moved, else now, whatever was asked. */
export const momentAt = (
  asked: string | null | undefined,
  info: Pick<LibraryInfo, 'now' | 'movable'>,
): string => (info.movable ? asked : null) ?? info.now;
const momentParams = Joi.object({
  campus: one(),
  remote: Joi.string().valid('1', '0'),
  at: moment,
  need: day,
});
/** Who asks and when, from an address: `campus`, `remote`, `at`, `need`. */
export function readMoment(
  params: URLSearchParams,
  info: LibraryInfo,
): Checked<{ readonly moment: Moment; readonly needBy: string }> {
  if (params.has(PROTO)) return noProto();
  const { error } = momentParams.validate(collected(params));
  const detail = error?.details[0];
  if (detail)
    return {
      refused: problem('bad-parameter', faultText(detail), String(detail.path[0] ?? '')),
    };
  const campus = params.get('campus') ?? info.campuses[0]?.id ?? '';
  if (!info.campuses.some((c) => c.id === campus))
    return { refused: problem('bad-parameter', msg('http.thereIsNoCampus', { campus }), 'campus') };
  const remote = params.get('remote') === '1';
  const situation = {
    campus: campus as CampusId,
    category: remote ? ('distance' as const) : ('undergraduate' as const),
    remote,
  };
  return {
    ok: { moment: { situation, at: momentAt(params.get('at'), info) }, needBy: params.get('need') ?? '' },
  };
}

/**
 * A search’s parameters, each checked, its words read once; a problem document for the first that can’t be
 * used.
 */
export function readSearchInput(params: URLSearchParams, info: LibraryInfo): Checked<SearchInput> {
  if (params.has(PROTO)) return noProto();
  const { error } = searchSchema.validate(collected(params), { convert: true });
  const detail = error?.details[0];
  if (detail) {
    const name = String(detail.path[0] ?? '');
    const text =
      detail.type === 'object.unknown' ? msg('http.thereIsNoParameterSeeDocs', { name }) : faultText(detail);
    return { refused: problem('bad-parameter', text, name) };
  }
  const campus = params.get('campus') ?? info.campuses[0]?.id ?? '';
  if (!info.campuses.some((c) => c.id === campus))
    return {
      refused: problem(
        'bad-parameter',
        msg('http.thereIsNoCampusThereAre', {
          campus: campus.slice(0, 60),
          campuses: info.campuses.map((c) => c.id).join(', '),
        }),
        'campus',
      ),
    };
  const remote = params.get('remote') === '1';
  const request = readRequest(params);
  const asked = askedSearch(request);
  if ('problem' in asked) {
    const { text, details, at } = asked.problem;
    return {
      refused: problem(
        'bad-query',
        msg('http.atCharacter', { text, part: details ? ` (${details})` : null, at: at + 1 }),
        'q',
        {
          at,
          code: asked.problem.code,
        },
      ),
    };
  }
  return {
    ok: {
      asked,
      moment: {
        situation: { campus: campus as CampusId, category: remote ? 'distance' : 'undergraduate', remote },
        at: momentAt(params.get('at'), info),
      },
      slice: { offset: Number(params.get('offset') ?? 0), limit: Number(params.get('limit') ?? 25) },
    },
  };
}

const MAX_BODY = 600_000;
const momentSchema = Joi.object({ situation: situationSchema.required(), at: moment });
/** A reference as a CSL item: bounded, and no more than matching needs. */
const cslName = Joi.object({
  family: Joi.string().allow('').max(300),
  given: Joi.string().allow('').max(300),
  literal: Joi.string().allow('').max(500),
}).unknown(true);
const cslText = Joi.string().allow('').max(4000);
const referenceShape = Joi.object({
  type: Joi.string().max(60).required(),
  title: cslText.required(),
  author: Joi.array().items(cslName).max(300),
  editor: Joi.array().items(cslName).max(300),
  translator: Joi.array().items(cslName).max(300),
  issued: Joi.object({
    'date-parts': Joi.array().items(Joi.array().items(Joi.number()).min(1).max(3)).length(1).required(),
  }).unknown(true),
}).pattern(/^[\w-]{1,40}$/, cslText);
const count = Joi.number().integer().min(0).max(10_000);
/** What the rules count of the reader's other slips: only the browser knows those. */
const history = Joi.object({
  journalThisYear: count,
  sameIssue: count,
  sameBookCopies: count,
  open: count.default(0),
});
export const BODIES = {
  ask: Joi.object({
    questions: Joi.array()
      .items(
        Joi.object({
          id: Joi.string()
            .pattern(/^Q-[A-Za-z0-9-]{6,40}$/)
            .required(),
          kind: Joi.string().valid('question', 'link').required(),
          subject: Joi.string().max(2000).required(),
          asked: moment.required(),
        }),
      )
      .max(200)
      .required(),
    moment: momentSchema.required(),
  }),
  resolve: Joi.object({
    items: Joi.array().items(referenceShape).min(1).max(100).required(),
    moment: momentSchema.required(),
    needBy: day.allow('').default(''),
  }),
  ways: Joi.object({
    record: Joi.string().max(MAX_ID),
    csl: referenceShape,
    moment: momentSchema.required(),
    needBy: day.allow('').default(''),
    wanted: Joi.string().valid('loan', 'article', 'chapter', 'purchase', 'question'),
  }).xor('record', 'csl'),
  promise: Joi.object({
    slip: slipWireSchema.required(),
    moment: momentSchema.required(),
    history: history.required(),
  }),
  send: Joi.object({
    slip: slipWireSchema.required(),
    moment: momentSchema.required(),
    history: history.default(NO_HISTORY),
  }),
  act: Joi.object({
    slip: slipWireSchema.required(),
    act: Joi.string()
      .valid(...Object.keys(READER_ACTS))
      .required(),
    text: Joi.string().allow('').max(2000).required(),
    moment: momentSchema.required(),
  }),
  news: Joi.object({
    slips: Joi.array().items(slipWireSchema).max(100).required(),
    moment: momentSchema.required(),
  }),
};

/**
 * Reads and checks a JSON body; the answer of `work` becomes the response, its failures problem documents.
 */
export async function withBody<T>(
  request: Request,
  schema: Joi.ObjectSchema,
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
  const { value, error } = schema.validate(body);
  if (error) return problem('bad-body', faultText(error.details[0]), error.details[0]?.path.join('.'));
  const sent = value as { moment: Moment };
  const { campus } = sent.moment.situation;
  if (!info.campuses.some((c) => c.id === campus))
    return problem('bad-body', msg('http.thereIsNoCampus', { campus }), 'moment.situation.campus');
  const at = momentAt(sent.moment.at, info);
  return guarded(() => work({ ...value, moment: { ...sent.moment, at } } as T));
}

/**
 * Failures that are to be expected of the index as problem documents; what nobody expected goes on to the
 * middleware.
 */
export async function guarded(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const answer = expectedFailure(error);
    if (answer) return answer;
    throw error;
  }
}
/** The answer to a failure that is to be expected of the index; null for anything else. */
export function expectedFailure(error: unknown): Response | null {
  switch (faultOf(error)) {
    // Nobody reads this answer any more.
    case 'Gone':
      return new Response(null, { status: 499 });
    case 'TooSlow':
      return problem('too-slow', msg('http.thisTookTooLongToLook'));
    case 'Busy':
      return problem('too-busy', BUSY);
    case null:
      return null;
  }
}
