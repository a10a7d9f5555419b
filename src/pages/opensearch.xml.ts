import type { APIRoute } from 'astro';
import { element, textElement, type Xml, xmlDocument } from '../core/xml';
import { say } from '../words/generated/http';

/** OpenSearch 1.1 description: with it a browser can add Legendum as a search. */
export const GET: APIRoute = ({ locals }) => {
  const link = (type: string, path: string): Xml =>
    element('Url', [], { type, template: `${locals.base}${path}` }, true);
  const body = [
    textElement('ShortName', 'Legendum'),
    textElement('Description', say('http.booksAndArticlesAtWhatCan', { name: locals.info.name })),
    link('text/html', '/?q={searchTerms}&drop.kind=newspaper-article'),
    link('application/atom+xml', '/feeds/search.atom?q={searchTerms}'),
    textElement('InputEncoding', 'UTF-8'),
  ];
  return new Response(
    xmlDocument(element('OpenSearchDescription', body, { xmlns: 'http://a9.com/-/spec/opensearch/1.1/' })),
    {
      headers: { 'content-type': 'application/opensearchdescription+xml' },
    },
  );
};
