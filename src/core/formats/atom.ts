/** A search as an Atom feed (RFC 4287): its matches, latest in the index first. */

import { recordHref } from '../model/address';
import { creators, fullName, numbering } from '../model/describe';
import type { DiscoveryRecord } from '../model/record';
import { element, textElement, type Xml, xmlDocument } from '../xml';

export interface Feed {
  readonly title: string;
  /** Addresses of the search and of the feed itself. */
  readonly page: string;
  readonly self: string;
  /** Site address before `/records/…`. */
  readonly site: string;
  /** ISO day for records that came with the index itself. */
  readonly since: string;
}
/** A search as an Atom feed (RFC 4287): an entry for each record, in the order given. */
export function writeAtom(feed: Feed, records: readonly DiscoveryRecord[]): string {
  const at = (r: DiscoveryRecord): string => `${r.added ?? feed.since}T00:00:00Z`;
  const entry = (r: DiscoveryRecord): Xml => {
    const by = creators(r.csl);
    return element('entry', [
      textElement('id', `urn:legendum:record:${r.id}`),
      textElement('title', r.csl.title),
      textElement('updated', at(r)),
      element('link', [], { href: `${feed.site}${recordHref(r.id)}` }, true),
      ...by.names.map((n) =>
        element('author', [textElement('name', n.literal ?? [n.given, n.family].filter(Boolean).join(' '))]),
      ),
      textElement(
        'summary',
        [
          by.names.map(fullName).join('; '),
          r.csl['container-title'] ?? r.csl.publisher,
          numbering(r.csl),
          r.csl.abstract,
        ]
          .filter(Boolean)
          .join('. '),
      ),
    ]);
  };
  const updated = records.reduce((latest, r) => (at(r) > latest ? at(r) : latest), `${feed.since}T00:00:00Z`);
  return xmlDocument(
    element(
      'feed',
      [
        textElement('id', feed.self),
        textElement('title', feed.title),
        textElement('updated', updated),
        element('author', [textElement('name', 'Legendum')]),
        element('link', [], { rel: 'self', href: feed.self }, true),
        element('link', [], { rel: 'alternate', href: feed.page }, true),
        ...records.map(entry),
      ],
      { xmlns: 'http://www.w3.org/2005/Atom' },
    ),
  );
}
