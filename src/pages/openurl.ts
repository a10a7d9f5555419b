/**
 * OpenURL in (ANSI/NISO Z39.88-2004, KEV): the context object becomes the item's page; or, when the index has it not, a slip
 * filled from it. JSON instead of a redirect when `Accept` asks for it.
 */
import type { APIRoute } from 'astro';
import { fitted, OPENURL_KEYS_AT_MOST, readOpenUrl, writeOpenUrl } from '../core/coverage/openurl';
import { recordHref } from '../core/model/address';
import { guarded } from '../server/params';
import { json, problem } from '../server/problem';

/** Characters of an address that every program on the way lets through. */
const MOST_IN_A_HEADER = 6000;

export const GET: APIRoute = ({ url, request, locals }) =>
  guarded(async () => {
    const params = url.searchParams;
    if ([...params.keys()].length > OPENURL_KEYS_AT_MOST)
      return problem('bad-parameter', `An OpenURL with over ${OPENURL_KEYS_AT_MOST} keys is not read.`);
    const read = readOpenUrl(params);
    if (!read)
      return problem(
        'bad-parameter',
        'This OpenURL doesn’t say what is wanted: it has no title, journal, DOI, ISBN or ISSN. Go back to where it came from, or search for the title.',
      );
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
        problems: read.problems,
        match: match && { id: match.id, confidence: match.confidence, disagreements: match.disagreements },
        href: to,
      });
    return new Response(null, { status: 302, headers: { location: to } });
  });
