/**
 * Errors as RFC 9457 problem documents: a type, what was wrong in plain words, and the parameter at fault.
 */
import { gzipSync } from 'node:zlib';
import Negotiator from 'negotiator';
import { type Message, msg } from '../core/model/message';
import { say } from '../words/generated/http';
import '../words/spoken';
export type ProblemType =
  | 'bad-parameter'
  | 'bad-query'
  | 'bad-body'
  | 'not-found'
  | 'bad-method'
  | 'bad-type'
  | 'too-slow'
  | 'too-busy'
  | 'too-many'
  | 'away'
  | 'refused'
  | 'sign-in'
  | 'gone'
  | 'too-large'
  | 'failed';

const STATUS: Record<ProblemType, number> = {
  'bad-parameter': 400,
  'bad-query': 400,
  'bad-body': 400,
  'not-found': 404,
  'bad-method': 405,
  'bad-type': 415,
  'too-slow': 503,
  'too-busy': 503,
  'too-many': 429,
  away: 503,
  refused: 409,
  'sign-in': 401,
  gone: 410,
  'too-large': 413,
  failed: 500,
};
/** Seconds after which to try again when the queue is full: by then it has moved on many times. */
const RETRY_AFTER = 2;
const HEADERS: Partial<Record<ProblemType, Readonly<Record<string, string>>>> = {
  'too-busy': { 'retry-after': String(RETRY_AFTER) },
  away: { 'retry-after': String(RETRY_AFTER) },
  'too-slow': { 'retry-after': String(RETRY_AFTER) },
  // What is left of the body is not waited for.
  'too-large': { connection: 'close' },
};
export interface ProblemDocument {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  /** The same as `detail` by its code, whatever the language. */
  readonly reason: Message;
  readonly parameter?: string;
}
/** A problem document (RFC 9457) as a value. */
export const problemDocument = (type: ProblemType, detail: Message, parameter?: string): ProblemDocument => ({
  type: `urn:legendum:problem:${type}`,
  title: say(`http.title.${type}`),
  status: STATUS[type],
  detail: say(detail),
  reason: detail,
  ...(parameter ? { parameter } : {}),
});
/** The headers that go with a problem document. */
export const problemHeaders = (type: ProblemType): Readonly<Record<string, string>> => ({
  'content-type': 'application/problem+json',
  'cache-control': 'no-store',
  ...HEADERS[type],
});
/** @param parameter the name of what was at fault; a name of no sensible length is cut */
export function problem(
  type: ProblemType,
  detail: Message,
  parameter?: string,
  more: Readonly<Record<string, unknown>> = {},
): Response {
  const body = { ...problemDocument(type, detail, parameter?.slice(0, 100)), ...more };
  return new Response(JSON.stringify(body), { status: body.status, headers: problemHeaders(type) });
}
export const BUSY = msg('http.tooManyAreAsking');
/** @param id stands in the log beside what was wrong */
export const failed = (id: string): Response =>
  problem('failed', msg('http.nothingOfYoursIsLost', { id }), undefined, {
    id,
  });
/** JSON that is text already, compressed or not, as a response that nobody keeps. */
export const jsonText = (
  text: string | Uint8Array<ArrayBuffer>,
  status = 200,
  more: Readonly<Record<string, string>> = {},
): Response =>
  new Response(text, {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store', ...more },
  });
/** Text of this length is worth compressing, and is compressed before anything else is done; longer text is piped. */
const [WORTH_IT, AT_ONCE] = [1024, 512 * 1024];
/** Fast rather than small: an answer is wanted at once, and the higher levels save few bytes of it. */
export const GZIP_LEVEL = 3;
/**
 * The same, compressed where its asker reads that: half a millisecond for an answer's page. As a stream, which the
 * server makes of any other answer, it takes ten times as long.
 */
export function packedJson(text: string, asked: Request): Response {
  const reads = new Negotiator({
    headers: { 'accept-encoding': asked.headers.get('accept-encoding') ?? '' },
  });
  if (text.length < WORTH_IT || text.length > AT_ONCE || reads.encoding(['gzip', 'identity']) !== 'gzip')
    return jsonText(text);
  const packed = new Uint8Array(gzipSync(text, { level: GZIP_LEVEL }));
  return jsonText(packed, 200, { 'content-encoding': 'gzip', 'content-length': String(packed.length) });
}
/** A value as a JSON response that nobody keeps. */
export const json = (value: unknown, status = 200): Response => jsonText(JSON.stringify(value), status);
