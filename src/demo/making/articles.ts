/**
 * What stands in journals and newspapers, and what follows from it: a notice of its retraction, its preprint.
 */
import { KINDS } from '../../core/model/kinds';
import type { CslItem, DiscoveryRecord, Journal, ProviderId, RecordId } from '../../core/model/record';
import { dayNumber, isoDay } from '../../core/model/time';
import type { Random } from '../../core/random';
import * as say from '../vocabulary/phrasing';
import { type Drawing, type Piece, recordId } from './drawing';
import { abstractOf, phrase, titleFor } from './wording';

const ISSUES_A_YEAR = 4;
const LAST_YEAR = 2026;
const LONG: ReadonlySet<string> = new Set(['research-article', 'review-article', 'conference-paper']);

export function newsItem(draw: Drawing, { d, year, date, base }: Piece): DiscoveryRecord {
  const { r } = draw;
  const paper = r.pick(draw.world.groups.get('news') as readonly Journal[]);
  const full: [number, number, number] = [year, date[1] ?? r.int(1, 12), date[2] ?? r.int(1, 28)];
  return {
    ...base,
    languages: ['en'],
    audience: 'general',
    kind: 'newspaper-article',
    carrier: 'online',
    source: 'News feed',
    journal: paper.id,
    csl: {
      id: base.id,
      type: KINDS['newspaper-article'].csl,
      title: phrase(r, d, r.pick(say.NEWS_TITLES), year),
      author: draw.people(d, 1),
      'container-title': paper.title,
      issued: { 'date-parts': [full] },
      page: String(r.int(1, 24)),
      language: 'en',
      abstract: phrase(r, d, r.pick(say.SENTENCES), year),
    },
  };
}

/** A journal that came out that year, the first of the list far more often than the rest. */
function pickJournal(r: Random, list: readonly Journal[], year: number): Journal {
  for (let k = 0; k < 12; k++) {
    const j = list[r.skew(list.length, 1.3)] as Journal;
    if (j.from <= year && year <= (j.to ?? 9999)) return j;
  }
  return list.reduce(
    (best, j) => (j.from < best.from && (j.to ?? 9999) >= year ? j : best),
    list[0] as Journal,
  );
}
function articleTitle(draw: Drawing, { d, kind, language, year }: Piece): string {
  const reviewed = kind === 'book-review' ? draw.bookToReview(d) : null;
  return reviewed
    ? `Review of “${reviewed.title}”, by ${[reviewed.by.given, reviewed.by.family].filter(Boolean).join(' ')}`
    : titleFor(draw.r, d, kind, language, year);
}

export function* article(draw: Drawing, piece: Piece): Generator<DiscoveryRecord> {
  const { r } = draw;
  const { d, kind, year, date, language, base } = piece;
  const foreign = language === 'en' ? undefined : draw.world.groups.get(`lang:${language}`);
  const journal = pickJournal(r, foreign ?? (draw.world.groups.get(d.id) as readonly Journal[]), year);
  // Where no journal of the field came out that long ago, the piece is as old as the journal.
  const out = Math.max(journal.from, Math.min(year, journal.to ?? year));
  const month = date[1] ?? r.int(1, 12);
  const page = r.int(1, 400);
  const by = draw.people(d, kind === 'editorial' ? 1 : 6);
  const title = articleTitle(draw, piece);
  const long = LONG.has(kind);
  const csl: CslItem = {
    id: base.id,
    type: KINDS[kind].csl,
    title,
    author: by,
    'container-title': journal.title,
    volume: String(out - journal.from + 1),
    issue: String(Math.ceil((month / 12) * ISSUES_A_YEAR)),
    page: `${page}-${page + (long ? r.int(6, 32) : r.int(0, 4))}`,
    issued: { 'date-parts': [out === year ? [...date] : [out]] },
    ISSN: journal.issn,
    publisher: journal.publisher,
    language,
    ...(year > 1996 || r.chance(0.3) ? { DOI: `10.5555/${journal.id}.${out}.${draw.n.toString(36)}` } : {}),
    ...(long && year > 1950 ? { abstract: abstractOf(r, d, language, year) } : {}),
  };
  const work = long && r.chance(0.05) ? draw.nextWork() : undefined;
  const retracted = kind === 'research-article' && r.chance(0.004) && draw.room();
  const refs = draw.references(d, year, long ? 14 : 2);
  draw.remember(d, base.id, out);
  const made: DiscoveryRecord = {
    ...base,
    kind,
    carrier: year > 1998 ? 'online' : 'print',
    source: r.chance(0.7) ? 'Article feed' : 'Publisher deposit',
    journal: journal.id,
    csl,
    ...(refs.length ? { references: refs } : {}),
    ...(work ? { work } : {}),
    ...(!work && long && year > 2006 && r.chance(0.08)
      ? { openCopies: [{ provider: 'tarnrepo' as ProviderId, version: 'accepted-manuscript' as const }] }
      : {}),
    ...(retracted ? { retraction: retractionOf(recordId(draw.n), out) } : {}),
  };
  yield made;
  if (retracted) yield noticeOf(made, draw.nextId());
  else if (work && draw.room()) yield preprintOf(made, draw.nextId());
}

const retractionYear = (out: number): number => Math.min(LAST_YEAR, out + 1);
const retractionOf = (notice: RecordId, out: number): NonNullable<DiscoveryRecord['retraction']> => ({
  notice,
  date: isoDay(dayNumber(Math.floor(Date.UTC(retractionYear(out), 4, 12) / 864e5))),
});
function noticeOf(retracted: DiscoveryRecord, id: RecordId): DiscoveryRecord {
  const { csl, subjects, source, journal } = retracted;
  return {
    id,
    kind: 'retraction-notice',
    carrier: 'online',
    languages: ['en'],
    subjects,
    source,
    journal,
    retracts: retracted.id,
    csl: {
      ...csl,
      id,
      title: `Retraction notice: ${csl.title}`,
      author: [],
      abstract:
        'The editors retract this article: the data could not be reproduced from the records supplied.',
      issued: { 'date-parts': [[Number(retracted.retraction?.date.slice(0, 4))]] },
      ...(csl.DOI ? { DOI: `${csl.DOI}.notice` } : {}),
    },
  };
}
function preprintOf(
  { csl, kind, subjects, languages, audience, work }: DiscoveryRecord,
  id: RecordId,
): DiscoveryRecord {
  const { title, author, language, abstract } = csl;
  return {
    ...{ id, subjects, languages },
    ...(audience ? { audience } : {}),
    kind,
    carrier: 'online',
    source: 'Repository harvest',
    work,
    openCopies: [{ provider: 'opentide' as ProviderId, version: 'preprint' }],
    csl: {
      id,
      type: 'article',
      genre: 'Preprint',
      title,
      author,
      issued: { 'date-parts': [[csl.issued?.['date-parts']?.[0]?.[0] as number]] },
      publisher: 'Open Tide',
      language,
      ...(abstract ? { abstract } : {}),
    },
  };
}
