/**
 * What stands on shelves and in repositories: books and their chapters, theses, reports, recordings, scores,
 * maps.
 */
import { type Carrier, KINDS } from '../../core/model/kinds';
import type { CslItem, CslName, DiscoveryRecord, ProviderId } from '../../core/model/record';
import * as say from '../vocabulary/phrasing';
import { PLACES, PUBLISHERS } from '../vocabulary/places';
import { holdings } from './copies';
import type { Drawing, Piece } from './drawing';
import { version } from './versions';
import { abstractOf, cap, phrase, short, titleFor } from './wording';

/** Pages before the first chapter, and of a chapter, at most. */
const [FRONT_MATTER, CHAPTER_PAGES] = [24, 35];
/** How many records a book may bring with it: room that must be left. */
const [ROOM_FOR_VERSIONS, ROOM_FOR_CHAPTERS] = [6, 9];
/** Kinds that have pages and an abstract. */
const WRITTEN: ReadonlySet<string> = new Set(['book', 'thesis', 'report']);

function carrierOf({ r }: Drawing, { kind, year }: Piece): Carrier {
  if (kind === 'video') return r.chance(0.6) ? 'dvd' : 'online';
  if (kind === 'sound-recording') return r.chance(0.7) ? 'cd' : 'online';
  return (kind === 'report' || kind === 'thesis') && year > 2008 && r.chance(0.6) ? 'online' : 'print';
}

interface Made {
  readonly record: DiscoveryRecord;
  readonly lead: CslName | undefined;
  readonly publisher: string;
  readonly edited: boolean;
  readonly popularity: number;
}
function describe(draw: Drawing, piece: Piece): Made {
  const { r } = draw;
  const { d, kind, year, language, base } = piece;
  const book = kind === 'book';
  const by = draw.people(d, book ? 3 : 1);
  const edited = book && r.chance(0.28);
  const popularity = book ? 0.1 + 0.75 * r() ** 1.4 : 0.12 * r();
  const publisher = r.pick(PUBLISHERS);
  const title = titleFor(r, d, kind, language, year);
  const place = short(r.pick(PLACES));
  const [fewest, most] = kind === 'report' ? [24, 140] : [120, 560];
  const csl: CslItem = {
    id: base.id,
    type: KINDS[kind].csl,
    title,
    ...(edited ? { editor: by } : { author: by }),
    issued: { 'date-parts': [[year]] },
    language,
    publisher:
      kind === 'thesis'
        ? `University of ${place}`
        : kind === 'report'
          ? `${place} Office for ${cap(d.names[0] as string)}`
          : publisher,
    'publisher-place': place,
    ...(book && year > 1969 ? { ISBN: draw.isbn() } : {}),
    ...(WRITTEN.has(kind) ? { 'number-of-pages': String(r.int(fewest as number, most as number)) } : {}),
    ...(kind === 'thesis' ? { genre: r.chance(0.6) ? 'Doctoral thesis' : 'Master’s thesis' } : {}),
    ...(book && r.chance(0.12) ? { 'collection-title': `${place} Studies in ${d.name}` } : {}),
    ...(WRITTEN.has(kind) ? { abstract: abstractOf(r, d, language, year) } : {}),
  };
  const lead = by[0];
  const carrier = carrierOf(draw, piece);
  const work =
    book && year > 1985 && draw.room(ROOM_FOR_VERSIONS) && r.chance(0.4) ? draw.nextWork() : undefined;
  const refs = draw.references(d, year, 4);
  const record: DiscoveryRecord = {
    ...base,
    kind,
    carrier,
    source: kind === 'thesis' ? 'Repository harvest' : 'Tarnholm catalogue',
    csl,
    ...(work ? { work } : {}),
    ...(refs.length ? { references: refs } : {}),
    ...(edited && r.chance(0.15) ? { statedPeerReviewed: true } : {}),
    ...(carrier === 'online'
      ? {
          openCopies: r.chance(0.75)
            ? [{ provider: 'tarnrepo' as ProviderId, version: 'version-of-record' as const }]
            : [],
          owners: '',
        }
      : holdings(r, d, lead, year, popularity)),
  };
  return { record, lead, publisher, edited, popularity };
}

function* chaptersOf(
  draw: Drawing,
  { d, year, language, base }: Piece,
  host: DiscoveryRecord,
): Generator<DiscoveryRecord> {
  const { r } = draw;
  const { csl } = host;
  let page = r.int(9, FRONT_MATTER);
  for (const chapter of host.contents ?? []) {
    const id = draw.nextId();
    const length = r.int(9, CHAPTER_PAGES - 1);
    yield {
      id,
      kind: 'chapter',
      carrier: 'print',
      languages: [language],
      subjects: base.subjects,
      source: 'Tarnholm catalogue',
      host: host.id,
      ...(host.statedPeerReviewed ? { statedPeerReviewed: true } : {}),
      csl: {
        id,
        type: 'chapter',
        title: chapter,
        author: draw.people(d, 2),
        ...(csl.editor ? { editor: csl.editor } : {}),
        'container-title': csl.title,
        page: `${page}-${page + length}`,
        issued: { 'date-parts': [[year]] },
        ...(csl.publisher ? { publisher: csl.publisher } : {}),
        language,
        ...(csl.ISBN ? { ISBN: csl.ISBN } : {}),
        abstract: abstractOf(r, d, 'en', year),
      },
    };
    page += length + 1;
  }
}

export function* book(draw: Drawing, piece: Piece): Generator<DiscoveryRecord> {
  const { r } = draw;
  const { d, kind, year, base } = piece;
  const { record, lead, publisher, edited, popularity } = describe(draw, piece);
  draw.remember(d, base.id, year);
  if (kind === 'book' && lead) draw.rememberBook(d, { title: record.csl.title, by: lead });

  const chapters: string[] = [];
  if (edited && year > 1960 && draw.room(ROOM_FOR_CHAPTERS) && r.chance(0.8))
    for (let k = r.int(3, 7); k > 0; k--) chapters.push(cap(phrase(r, d, r.pick(say.CHAPTER_TITLES), year)));
  // A book has at least the pages that its chapters stand on.
  const pages = Math.max(
    Number(record.csl['number-of-pages']),
    FRONT_MATTER + chapters.length * CHAPTER_PAGES,
  );
  const host: DiscoveryRecord = chapters.length
    ? { ...record, csl: { ...record.csl, 'number-of-pages': String(pages) }, contents: chapters }
    : record;
  yield host;
  yield* chaptersOf(draw, piece, host);
  if (host.work) yield version(draw, piece, host, { csl: record.csl, lead, publisher, popularity });
}
