import type { APIRoute } from 'astro';
import { element, textElement } from '../core/formats/xml';
import { say } from '../words/generated/http';

/** OpenSearch 1.1 description: with it a browser can add Legendum as a search. */
export const GET: APIRoute = ({ locals }) => {
  const link = (type: string, path: string): string =>
    element('Url', '', { type, template: `${locals.base}${path}` }, true);
  const body =
    textElement('ShortName', 'Legendum') +
    textElement('Description', say('http.booksAndArticlesAtWhatCan', { name: locals.info.name })) +
    link('text/html', '/?q={searchTerms}&drop.kind=newspaper-article') +
    link('application/atom+xml', '/feeds/search.atom?q={searchTerms}') +
    textElement('InputEncoding', 'UTF-8');
  return new Response(
    `<?xml version="1.0" encoding="UTF-8"?>\n${element('OpenSearchDescription', body, { xmlns: 'http://a9.com/-/spec/opensearch/1.1/' })}`,
    {
      headers: { 'content-type': 'application/opensearchdescription+xml' },
    },
  );
};
