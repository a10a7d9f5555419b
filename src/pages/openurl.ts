/**
 * OpenURL in (ANSI/NISO Z39.88-2004, KEV): the context object becomes the item's page; or, when the index has
 * it not, a slip filled from it. JSON instead of a redirect when `Accept` asks for it.
 */

import type { APIContext, APIRoute } from 'astro';
import {
  fitted,
  OPENURL_KEYS_AT_MOST,
  openUrlParams,
  readOpenUrl,
  writeOpenUrl,
} from '../core/coverage/openurl';
import { recordHref } from '../core/model/address';
import { type Message, msg } from '../core/model/message';
import { readBody } from '../server/body';
import { guarded } from '../server/params';
import { json, problem } from '../server/problem';
import { withTexts } from '../words/inWords';

/** Characters of an address that every program on the way lets through. */
const MOST_IN_A_HEADER = 6000;

export const GET: APIRoute = (context) => answer(context, openUrlParams(context.url.search.slice(1)));
/** The same in a form, as long ones are sent. */
export const POST: APIRoute = async (context) => {
  const body = await readBody(context.request, LONGEST_FORM);
  if ('gone' in body) return new Response(null, { status: 499 });
  if ('text' in body) return answer(context, openUrlParams(body.text));
  return isPerson(context.request)
    ? byHand()
    : problem('too-large', msg('http.whatWasSentIsOverBytes', { max_body: LONGEST_FORM }));
};

/** Bytes. */
const LONGEST_FORM = 100_000;
/** A person always gets a page: a slip to be filled by hand where nothing was said that can be used. */
const isPerson = (request: Request): boolean => (request.headers.get('accept') ?? '').includes('text/html');
const byHand = (): Response => new Response(null, { status: 303, headers: { location: '/requests/new' } });
const answer = ({ request, locals }: APIContext, params: URLSearchParams): Promise<Response> =>
  guarded(async () => {
    const refused = (text: Message): Response =>
      isPerson(request) ? byHand() : problem('bad-parameter', text);
    if ([...params.keys()].length > OPENURL_KEYS_AT_MOST)
      return refused(msg('http.anOpenurlWithOverKeysIs', { openurl_keys_at_most: OPENURL_KEYS_AT_MOST }));
    const read = readOpenUrl(params);
    if (!read) return refused(msg('http.thisOpenurlDoesntSayWhatIs'));
    const { info } = locals;
    const situation = {
      campus: info.campuses[0]?.id as never,
      category: 'undergraduate' as const,
      remote: false,
    };
    const [found] = await locals.index.resolve([read.csl], { situation, at: info.now }, '');
    const match = found?.match ?? null;
    const to = match
      ? recordHref(match.id)
      : `/requests/new?${fitted(writeOpenUrl(read.csl), MOST_IN_A_HEADER)}`;
    if ((request.headers.get('accept') ?? '').includes('application/json'))
      return json({
        csl: read.csl,
        problems: withTexts(read.problems),
        match: match && { id: match.id, confidence: match.confidence, disagreements: match.disagreements },
        href: to,
      });
    return new Response(null, { status: request.method === 'POST' ? 303 : 302, headers: { location: to } });
  });
