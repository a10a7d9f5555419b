import type { APIRoute } from 'astro';
import { writeAtom } from '../../core/formats/atom';
import { guarded, readSearchInput } from '../../server/params';
import { say } from '../../words/generated/http';
import { sentence } from '../../words/sentence';

const ENTRIES = 50;

/** A search as an Atom feed, latest first; the same parameters as `/api/search`. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const input = readSearchInput(url.searchParams, locals.info);
    if ('refused' in input) return input.refused;
    const { asked, moment } = input.ok;
    const { request } = asked;
    const { records } = await locals.index.retrieve(
      { ...asked, request: { ...request, sort: 'added' } },
      moment,
      {
        offset: 0,
        limit: ENTRIES,
      },
    );
    const feed = {
      title: say('http.feedTitle', { sentence: sentence(request, locals.info.campuses) }),
      page: `${locals.base}/?${url.searchParams}`,
      self: `${locals.base}${url.pathname}${url.search}`,
      site: locals.base,
      since: moment.at.slice(0, 10),
    };
    return new Response(writeAtom(feed, records), {
      headers: { 'content-type': 'application/atom+xml; charset=utf-8' },
    });
  });
