/** Another version of a book: an e-book, a later edition, large print, an audiobook, a translation. */

import type { Language } from '../../core/model/kinds';
import type { CslItem, CslName, DiscoveryRecord } from '../../core/model/record';
import { FOREIGN } from '../vocabulary/foreign';
import { person } from '../vocabulary/people';
import { PUBLISHERS } from '../vocabulary/places';
import { holdings } from './copies';
import type { Drawing, Piece } from './drawing';
import { foreignTitle } from './wording';

export const FOREIGN_LIST = Object.keys(FOREIGN) as Language[];
const LAST_YEAR = 2026;

interface First {
  /** As it was before its chapters were counted: a translation has other pages. */
  readonly csl: CslItem;
  readonly lead: CslName | undefined;
  readonly publisher: string;
  readonly popularity: number;
}
export function version(
  draw: Drawing,
  { d, year }: Piece,
  host: DiscoveryRecord,
  { csl, lead, publisher, popularity }: First,
): DiscoveryRecord {
  const { r } = draw;
  const u = r();
  const { copies: _c, partnerCopies: _p, owners: _o, contents: _k, ...plain } = host;
  const to = u < 0.93 ? null : r.pick(FOREIGN_LIST);
  const id = draw.nextId();
  if (to) {
    const { abstract: _a, ...rest } = csl;
    return {
      ...plain,
      id,
      languages: [to],
      csl: {
        ...rest,
        id,
        title: foreignTitle(r, to),
        'original-title': csl.title,
        translator: [person(`tr-${to}`, r.int(0, 60))],
        language: to,
        issued: { 'date-parts': [[Math.min(LAST_YEAR, year + r.int(1, 6))]] },
        publisher: r.pick(PUBLISHERS),
        ISBN: draw.isbn(),
      },
      ...holdings(r, d, lead, year, 0.3),
    };
  }
  const again: CslItem = { ...host.csl, id, ISBN: draw.isbn() };
  if (u < 0.5) {
    const provider = r.chance(0.7)
      ? 'bluewick'
      : r.chance(0.4)
        ? 'opentide'
        : d.campus === 'saltmarsh'
          ? 'proscenium'
          : 'ashgrove';
    return {
      ...plain,
      id,
      carrier: 'online',
      source: 'E-book list',
      csl: again,
      ebook: [
        {
          provider,
          publication_title: csl.title,
          publication_type: 'monograph',
          online_identifier: draw.isbn(),
          title_id: id,
          coverage_depth: 'fulltext',
          access_type: provider === 'opentide' ? 'F' : 'P',
          date_monograph_published_online: String(year),
          first_author: lead?.family ?? '',
          publisher_name: publisher,
        },
      ],
    };
  }
  if (u < 0.75) {
    const later = Math.min(LAST_YEAR, year + r.int(3, 9));
    return {
      ...plain,
      id,
      csl: { ...again, edition: '2', issued: { 'date-parts': [[later]] } },
      ...holdings(r, d, lead, later, popularity),
    };
  }
  return u < 0.85
    ? {
        ...plain,
        id,
        carrier: 'large-print',
        csl: { ...again, publisher: 'Bluewick Large Print' },
        ...holdings(r, d, lead, year, 0.15),
      }
    : {
        ...plain,
        id,
        carrier: 'audiobook',
        csl: { ...again, publisher: 'Lanternhouse Audio', medium: 'audiobook' },
        ...holdings(r, d, lead, year, 0.2),
      };
}
