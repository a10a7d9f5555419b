/** Errors as RFC 9457 problem documents: a type, what was wrong in plain words, and the parameter at fault. */
export type ProblemType =
  | 'bad-parameter'
  | 'bad-query'
  | 'bad-body'
  | 'not-found'
  | 'too-slow'
  | 'refused'
  | 'gone'
  | 'too-large'
  | 'failed';

const STATUS: Record<ProblemType, number> = {
  'bad-parameter': 400,
  'bad-query': 400,
  'bad-body': 400,
  'not-found': 404,
  'too-slow': 503,
  refused: 409,
  gone: 410,
  'too-large': 413,
  failed: 500,
};
const TITLE: Record<ProblemType, string> = {
  'bad-parameter': 'A parameter can’t be used',
  'bad-query': 'The query can’t be read',
  'bad-body': 'What was sent can’t be used',
  'not-found': 'There is no such thing',
  'too-slow': 'The answer took too long',
  refused: 'This isn’t possible now',
  gone: 'This is over',
  'too-large': 'Too much at once',
  failed: 'Something failed on our side',
};
export function problem(type: ProblemType, detail: string, parameter?: string, more: Readonly<Record<string, unknown>> = {}): Response {
  const body = {
    type: `urn:legendum:problem:${type}`,
    title: TITLE[type],
    status: STATUS[type],
    detail,
    ...(parameter ? { parameter } : {}),
    ...more,
  };
  return new Response(JSON.stringify(body), { status: STATUS[type], headers: { 'content-type': 'application/problem+json' } });
}
export const jsonText = (text: string, status = 200): Response =>
  new Response(text, { status, headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });
export const json = (value: unknown, status = 200): Response => jsonText(JSON.stringify(value), status);
