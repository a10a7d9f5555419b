/**
 * OpenURL in (ANSI/NISO Z39.88-2004, KEV): the context object becomes the item's page; or, when the index has
 * it not, a slip filled from it. JSON instead of a redirect when `Accept` asks for it.
 */

import type { APIRoute } from 'astro';
import { fitted, OPENURL_KEYS_AT_MOST, readOpenUrl, writeOpenUrl } from '../core/coverage/openurl';
import { recordHref } from '../core/model/address';
import { msg } from '../core/model/message';
import { guarded } from '../server/params';
import { json, problem } from '../server/problem';
import { withTexts } from '../words/inWords';

/** Characters of an address that every program on the way lets through. */
const MOST_IN_A_HEADER = 6000;

export const GET: APIRoute = ({ url, request, locals }) =>
  guarded(async () => {
    const params = url.searchParams;
    if ([...params.keys()].length > OPENURL_KEYS_AT_MOST)
      return problem(
        'bad-parameter',
        msg('http.anOpenurlWithOverKeysIs', { openurl_keys_at_most: OPENURL_KEYS_AT_MOST }),
      );
    const read = readOpenUrl(params);
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
    return new Response(null, { status: 302, headers: { location: to } });
  });
