/** The inputs of the HTTP interface: every parameter checked, unknown ones refused, sizes bounded. */

import Joi from 'joi';
import { type LibraryInfo, type Moment, WALKS } from '../core/discovery/answers';
import { type Message, msg } from '../core/model/message';
import { type CampusId, MAX_ID } from '../core/model/record';
import { schemaOf, shapeFault } from '../core/model/schema';
import { type Fields, filled, formed, isoDay, localTime, oneOf, text } from '../core/model/shape';
import { type Minutes, parseLocal } from '../core/model/time';
import { REACHES } from '../core/model/waits';
import { type AskedSearch, askedSearch } from '../core/query/read';
import { GROUPS, readRequest, SORTS, SYNTAXES } from '../core/query/request';
import { faultOf } from './faults';
import { BUSY, problem } from './problem';

export const MAX_QUERY = 12_000;
const [MAX_TITLE, MAX_CALL_NUMBER] = [2000, 300];
const MAX_VALUES = 200;

const choices = Object.fromEntries(
  ['keep', 'drop'].flatMap((p) =>
    GROUPS.map((g) => [`${p}.${g}`, Joi.array().items(Joi.string().max(300)).max(MAX_VALUES).single()]),
  ),
);

/** Parameters, each of which may be left out. */
const params = (fields: Fields) =>
  Object.fromEntries(Object.entries(fields).map(([name, of]) => [name, schemaOf(of)]));

const searchSchema = Joi.object({
  ...params({
    q: text(MAX_QUERY),
    syntax: oneOf(SYNTAXES),
    exact: oneOf(['1', '0']),
    reach: oneOf(REACHES),
    from: formed(/^\d{4}$/, 'year'),
    to: formed(/^\d{4}$/, 'year'),
    sort: oneOf(SORTS),
    need: isoDay(),
    since: isoDay(),
    offset: formed(/^\d{1,5}$/, 'offset'),
    limit: formed(/^([1-9]\d?|100)$/, 'limit'),
    campus: filled(100),
    remote: oneOf(['1', '0']),
    at: localTime(),
  }),
  ...choices,
});

/** Why a value is refused, by its path and the rule that it breaks. */
export const faultText = (detail: Joi.ValidationErrorItem | undefined): Message =>
  msg('http.notAsWanted', { fault: detail ? shapeFault(detail) : '' });

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
const momentParams = Joi.object(
  params({ campus: filled(100), remote: oneOf(['1', '0']), at: localTime(), need: isoDay() }),
);
const MOST_ROWS = 100;
const someRows = () => formed(/^(\d\d?|100)$/, 'rows');
/** What is walked through around a place: how many rows to either side, and when. */
const walkSchema = Joi.object(
  params({
    list: oneOf(WALKS),
    from: text(MAX_TITLE),
    record: filled(MAX_ID),
    callno: filled(MAX_CALL_NUMBER),
    campus: filled(100),
    before: someRows(),
    after: someRows(),
    q: text(MAX_QUERY),
    at: localTime(),
  }),
);
/** How much of a piece is asked for when nothing is said. */
const [ROWS_BEFORE, ROWS_AFTER] = [0, 25];
export interface WalkInput {
  readonly campus: string | null;
  readonly before: number;
  readonly after: number;
  readonly at: Minutes;
}
/**
 * The parameters that shelf and lists have in common; a problem document for the first that can’t be used.
 * @param known the names that the endpoint knows
 */
export function readWalk(
  params: URLSearchParams,
  info: LibraryInfo,
  known: readonly string[],
): Checked<WalkInput> {
  const unknown = unknownParameter(params, ...known);
  if (unknown) return { refused: unknown };
  const { error }: Joi.ValidationResult = walkSchema.validate(collected(params));
  const detail = error?.details[0];
  if (detail) return { refused: problem('bad-parameter', faultText(detail), String(detail.path[0] ?? '')) };
  const campus = params.get('campus');
  if (campus !== null && !info.campuses.some((c) => c.id === campus))
    return { refused: problem('bad-parameter', msg('http.thereIsNoCampus', { campus }), 'campus') };
  const rows = (name: string, otherwise: number): number =>
    Math.min(MOST_ROWS, Number(params.get(name) ?? otherwise));
  return {
    ok: {
      campus,
      before: rows('before', ROWS_BEFORE),
      after: rows('after', ROWS_AFTER),
      at: parseLocal(momentAt(params.get('at'), info)) as Minutes,
    },
  };
}
/** Who asks and when, from an address: `campus`, `remote`, `at`, `need`. */
export function readMoment(
  params: URLSearchParams,
  info: LibraryInfo,
): Checked<{ readonly moment: Moment; readonly needBy: string }> {
  if (params.has(PROTO)) return noProto();
  const { error }: Joi.ValidationResult = momentParams.validate(collected(params));
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
  const { error }: Joi.ValidationResult = searchSchema.validate(collected(params), { convert: true });
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
    case 'EngineAway':
      return problem('away', msg('http.theEngineIsAway'));
    case null:
      return null;
  }
}
