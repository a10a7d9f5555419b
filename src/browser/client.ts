/**
 * The client for the server's endpoints: plain functions, one per endpoint, whose failures say what to do.
 */

import type {
  AnswersAnswer,
  CoursesAnswer,
  LibraryInfo,
  Moment,
  SuggestAnswer,
  ThingAsked,
} from '../core/discovery/answers';
import { EDITION } from '../core/discovery/edition';
import type { AnswerPlace, Guidance } from '../core/discovery/guidance';
import type { Wanted } from '../core/model/codes';
import type { ReferenceItem } from '../core/model/record';
import type { Promised, Slip } from '../core/model/slip';
import type { Group } from '../core/query/request';
import { printRequest, type SearchRequest } from '../core/query/request';
import type { CopyHistory } from '../core/requests/history';
import type { DeskNotice, HeardMessage, ReaderAct } from '../core/requests/lifecycle';
import type {
  JournalsAnswer,
  KeptAnswer,
  RecordAnswer,
  RelatedAnswer,
  ResolvedReference,
  SearchAnswer,
  SlipPromise,
  ValuesAnswer,
  WaysAnswer,
} from '../words/answers';
import { say } from '../words/generated/browser';
import { type InWords, inWords } from '../words/inWords';
import { spokenLanguage } from '../words/say';
import { noteEdition } from './edition';

/** offline: nothing was reached · refused: the server said no, with a reason · sign-in: not without · failed: anything else. */
export class AskError extends Error {
  readonly sort: 'offline' | 'refused' | 'sign-in' | 'failed';
  readonly parameter: string | undefined;
  /** For a query that can't be read: the character at which reading stopped, from 0. */
  readonly at: number | undefined;
  constructor(sort: AskError['sort'], message: string, parameter?: string, at?: number) {
    super(message);
    this.sort = sort;
    this.parameter = parameter;
    this.at = at;
  }
}
/** Nobody was reached. */
export const isOffline = (error: unknown): boolean => error instanceof AskError && error.sort === 'offline';
/** What one question for news carries at most: slips, and letters of JSON, which may be three bytes each. */
const BATCH_SLIPS = 25;
const BATCH_LETTERS = 150_000;
/** Characters of a query, and of it as it stands in an address: what is longer is said, not cut. */
const MAX_ASKED = 12_000;
const MAX_IN_ADDRESS = 40_000;

/** An error without a problem document (a proxy's own page): its status is said instead. */
const noProblem = (): null => null;

/** A question to the server; its failures are AskErrors, its texts are taken. */
export async function ask<T>(path: string, init?: RequestInit): Promise<InWords<T>> {
  let response: Response;
  try {
    response = await fetch(path, {
      ...init,
      headers: { ...init?.headers, 'accept-language': spokenLanguage() },
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new AskError('offline', say('browser.theLibraryCantBeReached'));
  }
  if (response.ok) {
    noteEdition(response.headers.get(EDITION));
    return inWords((await response.json()) as T);
  }
  const problem = (await response.json().catch(noProblem)) as {
    detail?: string;
    parameter?: string;
    at?: number;
  } | null;
  throw new AskError(
    response.status === 401
      ? 'sign-in'
      : response.status >= 400 && response.status < 500
        ? 'refused'
        : 'failed',
    problem?.detail ?? say('browser.theLibraryAnsweredWithAn', { status: response.status }),
    problem?.parameter,
    problem?.at,
  );
}
export const post = <T>(path: string, body: unknown): Promise<InWords<T>> =>
  ask<T>(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

export const getLibrary = (): Promise<LibraryInfo> => ask('/api/library');

/** Of a question that nobody waits for yet: a server that has others to answer leaves it out (`server/door.ts`). */
export const AHEAD = { purpose: 'prefetch' } as const;
export async function getSearch(
  request: SearchRequest,
  moment: Moment,
  slice: { offset: number; limit: number },
  how?: Pick<RequestInit, 'signal' | 'headers'>,
): Promise<SearchAnswer> {
  return ask(`/api/search?${searchParams(request, moment, slice)}`, how);
}
/** A search for a moment, as its parameters. */
export function searchParams(
  request: SearchRequest,
  moment: Moment,
  slice: { offset: number; limit: number },
): URLSearchParams {
  if (
    request.q.length > MAX_ASKED ||
    new URLSearchParams({ q: request.q }).toString().length > MAX_IN_ADDRESS
  )
    throw new AskError('refused', say('browser.thisSearchIsTooLong', { characters: request.q.length }), 'q');
  const params = printRequest(request);
  params.set('campus', moment.situation.campus);
  if (moment.situation.remote) params.set('remote', '1');
  params.set('at', moment.at);
  params.set('offset', String(slice.offset));
  params.set('limit', String(slice.limit));
  return params;
}
export const getSuggestions = (q: string, signal: AbortSignal): Promise<SuggestAnswer> =>
  ask(`/api/suggest?${new URLSearchParams({ q })}`, { signal });
export async function getValues(
  request: SearchRequest,
  moment: Moment,
  { group, contains }: { readonly group: Group; readonly contains: string },
  signal?: AbortSignal,
): Promise<ValuesAnswer> {
  const params = searchParams(request, moment, { offset: 0, limit: 1 });
  params.set('group', group);
  if (contains.trim()) params.set('contains', contains.trim());
  return ask(`/api/values?${params}`, signal ? { signal } : undefined);
}
export const getJournals = (q: string, campus: string): Promise<JournalsAnswer> =>
  ask(`/api/journals?${new URLSearchParams({ q, campus })}`);
export const getGuidance = (): Promise<Omit<Guidance, 'answers'>> => ask('/api/guidance');
/** @param at where its copies stand then; now, where it is left out */
export const getRecord = (id: string, at?: string): Promise<RecordAnswer> =>
  ask(`/api/records/${encodeURIComponent(id)}${at ? `?${new URLSearchParams({ at })}` : ''}`);
/** Ways to read a record, or something described that has none. */
export const getWays = (
  asked: string | ReferenceItem,
  moment: Moment,
  needBy: string,
  wanted?: Wanted,
): Promise<WaysAnswer> =>
  post('/api/ways', {
    ...(typeof asked === 'string' ? { record: asked } : { csl: asked }),
    moment,
    needBy,
    ...(wanted ? { wanted } : {}),
  });
/** Of a description what an endpoint takes: texts, people, the day. */
function described(csl: ReferenceItem): ReferenceItem {
  const people: ReadonlySet<string> = new Set(['author', 'editor', 'translator']);
  const taken = Object.entries(csl).filter(
    ([name, value]) =>
      name === 'issued' || people.has(name) || (typeof value === 'string' && name !== 'abstract'),
  );
  return Object.fromEntries(taken) as unknown as ReferenceItem;
}
export const asked = ({
  record,
  csl,
}: {
  readonly record: string;
  readonly csl: ReferenceItem;
}): ThingAsked => (record ? { record } : { csl: described(csl) });
/** Things that one question about kept things carries at most. */
export const KEPT_AT_ONCE = 200;
/** When kept things can be read, in the order asked; null for a record that is not there any more. */
export const getKept = (
  things: readonly { readonly record: string; readonly csl: ReferenceItem }[],
  moment: Moment,
): Promise<readonly (KeptAnswer | null)[]> => post('/api/kept', { things: things.map(asked), moment });
export const getPromise = (slip: Slip, moment: Moment, history: CopyHistory): Promise<SlipPromise> =>
  post('/api/promise', { slip: wire(slip), moment, history });
/** A slip as it goes over the wire: what was exchanged about it stays here, only what was said goes along. */
const wire = (slip: Slip): Slip => ({ ...slip, messages: slip.messages.map(({ xml: _, ...said }) => said) });

export interface SlipSent {
  /** The messages exchanged, a document each; none for what our own desks do. */
  readonly documents: readonly string[];
  /** The promise as the library's own data give it at this moment. */
  readonly promised: Promised | null;
}
export const sendSlip = (slip: Slip, moment: Moment, history?: CopyHistory): Promise<SlipSent> =>
  post('/api/slips', { slip: wire(slip), moment, ...(history ? { history } : {}) });

export interface SlipNews {
  readonly slip: string;
  readonly messages: readonly HeardMessage[];
  readonly notices: readonly DeskNotice[];
}
export const getNews = (slips: readonly Slip[], moment: Moment): Promise<readonly SlipNews[]> =>
  post('/api/slips/news', { slips: slips.map(wire), moment });
export const tellNetwork = (
  slip: Slip,
  act: ReaderAct,
  text: string,
  moment: Moment,
): Promise<Pick<SlipSent, 'documents'>> => post('/api/slips/act', { slip: wire(slip), act, text, moment });
/**
 * Slips in batches that the server takes: few enough, and small enough however much has been said about each.
 */
export function batches(slips: readonly Slip[]): Slip[][] {
  const out: Slip[][] = [];
  let size = 0;
  for (const slip of slips) {
    const own = JSON.stringify(wire(slip)).length;
    const last = out.at(-1);
    if (!last || last.length >= BATCH_SLIPS || size + own > BATCH_LETTERS) {
      out.push([slip]);
      size = own;
    } else {
      last.push(slip);
      size += own;
    }
  }
  return out;
}
/** Questions that go with what was asked; the latest come first. */
const WITH_TEXT = 20;
export const getAnswers = (
  questions: readonly {
    id: string;
    kind: 'question' | 'link';
    subject: string;
    text: string;
    asked: string;
  }[],
  moment: Moment,
): Promise<readonly { id: string; time: string; text: string }[]> =>
  post('/api/ask', {
    questions: questions.slice(0, 200).map(({ id, kind, subject, text, asked }, i) => ({
      ...{ id, kind, subject, asked },
      // The desk takes a question once: what was asked lately is all that it can not have seen.
      text: i < WITH_TEXT ? text.slice(0, 4000) : '',
    })),
    moment,
  });
export const resolveReferences = (
  items: readonly ReferenceItem[],
  moment: Moment,
  needBy: string,
  signal: AbortSignal,
): Promise<readonly ResolvedReference[]> =>
  ask('/api/references/resolve', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ items, moment, needBy }),
    signal,
  });
/** Courses by their code, lecturers, name, and what is read for them. */
export const getCourses = (q: string, signal?: AbortSignal): Promise<CoursesAnswer> =>
  ask(`/api/courses?${new URLSearchParams({ q })}`, signal ? { signal } : undefined);
/** Records near another, each with why, for who reads and when. */
export function getRelated(record: string, moment: Moment, signal?: AbortSignal): Promise<RelatedAnswer> {
  const params = new URLSearchParams({ record, campus: moment.situation.campus, at: moment.at });
  if (moment.situation.remote) params.set('remote', '1');
  return ask(`/api/related?${params}`, signal ? { signal } : undefined);
}
/** Ready answers that fit some words; all of them for none. */
export function getReadyAnswers(
  q: string,
  place: AnswerPlace | null,
  signal?: AbortSignal,
): Promise<AnswersAnswer> {
  const params = new URLSearchParams({ q: q.slice(0, 500), ...(place ? { place } : {}) });
  return ask(`/api/answers?${params}`, signal ? { signal } : undefined);
}
