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
import { msg } from '../core/model/message';
import { guarded } from '../server/params';
import { json, problem } from '../server/problem';
import { withTexts } from '../words/inWords';

/** Characters of an address that every program on the way lets through. */
const MOST_IN_A_HEADER = 6000;

export const GET: APIRoute = (context) => answer(context, openUrlParams(context.url.search.slice(1)));
/** The same in a form, as long ones are sent. */
export const POST: APIRoute = async (context) => {
  const body = await context.request.text();
  return body.length > LONGEST_FORM
    ? problem(
        'too-large',
        msg('http.anOpenurlWithOverKeysIs', { openurl_keys_at_most: OPENURL_KEYS_AT_MOST }),
      )
    : answer(context, openUrlParams(body));
};

const LONGEST_FORM = 100_000;
const answer = ({ request, locals }: APIContext, params: URLSearchParams): Promise<Response> =>
  guarded(async () => {
    // A person always gets a page: a slip to be filled by hand where nothing was said.
    const isPerson = (request.headers.get('accept') ?? '').includes('text/html');
    const byHand = (): Response =>
      new Response(null, { status: 303, headers: { location: '/requests/new' } });
    if ([...params.keys()].length > OPENURL_KEYS_AT_MOST && isPerson) return byHand();
    if ([...params.keys()].length > OPENURL_KEYS_AT_MOST)
      return problem(
        'bad-parameter',
        msg('http.anOpenurlWithOverKeysIs', { openurl_keys_at_most: OPENURL_KEYS_AT_MOST }),
      );
    const read = readOpenUrl(params);
    if (!read && isPerson) return byHand();
    if (!read) return problem('bad-parameter', msg('http.thisOpenurlDoesntSayWhatIs'));
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
