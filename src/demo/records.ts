/**
 * The made-up index, record by record, as a stream: articles in journals, books with their editions, chapters and e-books,
 * theses, news, recordings. Deterministic: the same number gives the same records.
 */
import { isbn13 } from '../core/bibliography/identifiers';
import { KINDS, type Kind, type Language } from '../core/bibliography/kinds';
import type {
  CampusId,
  Copy,
  CopyStatus,
  CslItem,
  CslName,
  DiscoveryRecord,
  Journal,
  PartnerCopy,
  ProviderId,
  RecordId,
} from '../core/bibliography/record';
import { type Random, random } from '../core/random';
import { dayNumber, isoDay } from '../core/time';
import { DEMO_TODAY } from './clock';
import { drawOwners, type JournalWorld } from './journals';
import { CAMPUSES, PARTNERS } from './library';
import { DISCIPLINES, type Discipline } from './vocabulary/disciplines';
import { FOREIGN } from './vocabulary/foreign';
import { person, someone } from './vocabulary/people';
import * as say from './vocabulary/phrasing';
import { PLACES, PLAIN_PLACES, PUBLISHERS } from './vocabulary/places';

const cap = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
const FOREIGN_LIST = Object.keys(FOREIGN) as Language[];

/** Fills the slots of a template; topics and aspects named twice differ. */
function phrase(r: Random, d: Discipline, template: string, year: number): string {
  const [t, a] = [r.int(0, d.topics.length - 1), r.int(0, d.aspects.length - 1)];
  const slots: Record<string, string> = {};
  return cap(
    template.replace(/\{(\w+)\}/g, (_, name: string) => {
      slots[name] ??= slot(name);
      return slots[name];
    }),
  );
  function slot(name: string): string {
    switch (name) {
      case 'T':
        return d.topics[t] as string;
      case 'U':
        return d.topics[(t + 1 + r.int(0, d.topics.length - 2)) % d.topics.length] as string;
      case 'A':
        return d.aspects[a] as string;
      case 'B':
        return d.aspects[(a + 1 + r.int(0, d.aspects.length - 2)) % d.aspects.length] as string;
      case 'M':
        return r.pick(d.methods);
      case 'P':
        return r.pick(PLACES);
      case 'N':
        return r.pick(say.NUMBERS);
      case 'N2':
        return r.pick(say.SMALL_NUMBERS);
      default: {
        const to = year - r.int(1, 4);
        return `${to - r.int(3, 28)}–${to}`;
      }
    }
  }
}
const headed = (r: Random, d: Discipline, heads: readonly string[], tails: readonly string[], share: number, year: number): string => {
  const head = phrase(r, d, r.pick(heads), year);
  if (!r.chance(share)) return head;
  const tail = phrase(r, d, r.pick(tails), year);
  return `${head}${head.endsWith('?') ? '' : ':'} ${head.endsWith('?') ? tail : tail.charAt(0).toLowerCase() + tail.slice(1)}`.replace(
    /: (the [A-Z])/,
    ': $1',
  );
};

function abstractOf(r: Random, d: Discipline, year: number): string {
  const used = new Set<number>();
  const out: string[] = [];
  for (let n = r.int(3, 5); out.length < n; ) {
    const k = r.int(0, say.SENTENCES.length - 1);
    if (used.has(k)) continue;
    used.add(k);
    out.push(phrase(r, d, say.SENTENCES[k] as string, year));
  }
  return out.join(' ');
}

const due = (days: number): string => isoDay(dayNumber(DEMO_TODAY + days));
function statusOf(r: Random): CopyStatus {
  const u = r();
  if (u < 0.72) return { state: 'in' };
  if (u < 0.95) return { state: 'out', due: due(r.int(-9, 38)), queue: r.skew(4, 3) };
  return u < 0.975 ? { state: 'transit', due: due(r.int(1, 4)) } : { state: 'missing' };
}

/** Pages before the first chapter, and of a chapter, at most. */
const [FRONT_MATTER, CHAPTER_PAGES] = [24, 35];
const MAP_SORTS = ['geological map', 'sea chart', 'sheet lines 1:50 000', 'land use', 'parish boundaries', 'soil survey'] as const;
function mapTitle(r: Random): string {
  const [one, other] = [short(r.pick(PLACES)), short(r.pick(PLACES))];
  return `${one === other ? one : `${one} and ${other}`}: ${r.pick(MAP_SORTS)}`;
}

/** A call number in the library's scheme: Dewey at Saltmarsh, Library of Congress elsewhere. */
export function callNumberFor(
  r: Random,
  campus: CampusId,
  d: { lc: string; dewey: string },
  name: CslName | undefined,
  year: number,
): string {
  const family = (name?.family ?? name?.literal ?? 'Anon').replace(/^(van der|de|af) /, '');
  if (campus === 'saltmarsh')
    return `${d.dewey.includes('.') ? d.dewey : `${d.dewey}.${r.int(1, 99)}`} ${family.slice(0, 3).toUpperCase()}`;
  return `${d.lc} ${r.int(1, 989)}${r.chance(0.4) ? `.${r.int(1, 9)}` : ''} .${family.charAt(0).normalize('NFD').charAt(0).toUpperCase()}${r.int(11, 98)} ${year}`;
}
function holdings(
  r: Random,
  d: Discipline,
  name: CslName | undefined,
  year: number,
  popularity: number,
): Pick<DiscoveryRecord, 'copies' | 'partnerCopies' | 'owners'> {
  const copies: Copy[] = [];
  for (const c of CAMPUSES) {
    const p = (c.id === d.campus ? 0.5 : 0.08) * (0.4 + popularity);
    if (!r.chance(p)) continue;
    for (let n = r.chance(0.12) ? 2 : 1; n > 0; n--) {
      copies.push({
        campus: c.id,
        location: c.id === 'saltmarsh' ? 'Reading room' : `Level ${r.int(1, 4)}`,
        callNumber: callNumberFor(r, c.id, d, name, year),
        status: statusOf(r),
        rule: year < 1925 || r.chance(0.04) ? 'premises' : r.chance(0.06) ? 'short-loan' : 'loan',
      });
    }
  }
  const partnerCopies: PartnerCopy[] = PARTNERS.filter(() => r.chance(0.16 * (0.4 + popularity))).map((p) => ({
    partner: p.id,
    callNumber: callNumberFor(r, 'quayside' as CampusId, d, name, year),
    status: statusOf(r),
  }));
  return {
    ...(copies.length ? { copies } : {}),
    ...(partnerCopies.length ? { partnerCopies } : {}),
    owners: drawOwners(r, popularity * 0.8),
  };
}

const MIX: readonly (readonly [Kind, number])[] = [
  ['research-article', 0.5],
  ['review-article', 0.05],
  ['editorial', 0.022],
  ['book-review', 0.05],
  ['letter', 0.02],
  ['book', 0.16],
  ['thesis', 0.035],
  ['report', 0.035],
  ['conference-paper', 0.04],
  ['newspaper-article', 0.055],
  ['video', 0.009],
  ['sound-recording', 0.01],
  ['score', 0.007],
  ['map', 0.007],
];
function drawKind(r: Random): Kind {
  let u = r();
  for (const [kind, share] of MIX) {
    u -= share;
    if (u < 0) return kind;
  }
  return 'research-article';
}
const recordId = (n: number): RecordId => `tu${String(n).padStart(7, '0')}` as RecordId;

/** Streams `count` records, numbered from `first`. The journals' own records come first. */
export function* makeRecords(count: number, first: number, world: JournalWorld, seed: number): Generator<DiscoveryRecord> {
  const r = random(seed);
  const poolSize = Math.max(40, Math.round(count / 90));
  const past = new Map<string, { id: RecordId; year: number }[]>();
  const booksOf = new Map<string, { title: string; by: CslName; id: RecordId; year: number }[]>();
  let n = first;
  let works = 0;
  const stop = first + count;

  const remember = (d: Discipline, id: RecordId, year: number) => {
    const list = past.get(d.id) ?? [];
    if (list.length < 4000) list.push({ id, year });
    else list[r.int(0, 3999)] = { id, year };
    past.set(d.id, list);
  };
  const references = (d: Discipline, year: number, most: number): RecordId[] => {
    const list = past.get(d.id) ?? [];
    const found = new Set<RecordId>();
    if (list.length > 5)
      for (let k = r.skew(most + 1, 1.5); k > 0; k--) {
        const one = r.pick(list);
        if (one.year <= year) found.add(one.id);
      }
    return [...found];
  };
  const people = (d: Discipline, most: number): CslName[] => {
    const list: CslName[] = [];
    for (let k = 1 + r.skew(most, 2); k > 0; k--) {
      const one = someone(r, d.id, poolSize);
      if (!list.some((x) => x.family === one.family)) list.push(one);
    }
    return list;
  };
  const subjectsOf = (d: Discipline): string[] => {
    const list = new Set<string>();
    for (let k = r.int(1, 3); k > 0; k--) list.add(r.pick(d.subjects));
    if (r.chance(0.2)) list.add(`${r.pick(d.subjects)}—${short(r.pick(PLACES))}`);
    if (r.chance(0.12)) list.add(r.pick(r.pick(DISCIPLINES).subjects));
    return [...list];
  };

  for (const j of world.journals) {
    if (n >= stop) return;
    const d = DISCIPLINES.find((x) => x.id === j.discipline) ?? (DISCIPLINES[0] as Discipline);
    const id = recordId(n++);
    yield {
      id,
      kind: 'journal',
      carrier: j.print.length ? 'print' : 'online',
      languages: [j.language],
      subjects: [`${d.subjects[0]}—Periodicals`],
      source: 'Serials register',
      journal: j.id,
      csl: {
        id,
        type: KINDS.journal.csl,
        title: j.title,
        ISSN: j.issn,
        publisher: j.publisher,
        issued: { 'date-parts': [[j.from]] },
        language: j.language,
      },
      copies: j.print.map((p) => ({
        campus: p.campus,
        location: 'Journals',
        callNumber: p.callNumber,
        status: { state: 'in' as const },
        rule: p.rule,
      })),
    };
  }

  while (n < stop) {
    const d = r.pick(DISCIPLINES);
    const kind = drawKind(r);
    const family = KINDS[kind].family;
    const newest = kind === 'newspaper-article' ? 0.5 : 1;
    // Half of everything is younger than about twelve years; a thin tail goes back to 1880.
    const age = r.chance(0.94) ? -Math.log(1 - r()) * 17 * newest : 146 * newest * r();
    const year = 2026 - Math.min(146, Math.floor(age));
    const date: [number, number?, number?] =
      year === 2026 ? [year, r.int(1, 10), r.int(1, 28)] : r.chance(0.8) ? [year, r.int(1, 12)] : [year];
    const language: Language = r.chance(0.87) ? 'en' : r.pick(FOREIGN_LIST);
    const id = recordId(n++);
    const base = {
      id,
      subjects: subjectsOf(d),
      languages: [language],
      ...(r.chance(0.5)
        ? { audience: r.chance(0.6) ? ('research' as const) : r.chance(0.6) ? ('student' as const) : ('practice' as const) }
        : {}),
    };

    if (kind === 'newspaper-article') {
      const paper = r.pick(world.groups.get('news') as readonly Journal[]);
      const full: [number, number, number] = [year, date[1] ?? r.int(1, 12), date[2] ?? r.int(1, 28)];
      yield {
        ...base,
        languages: ['en'],
        audience: 'general',
        kind,
        carrier: 'online',
        source: 'News feed',
        journal: paper.id,
        csl: {
          id,
          type: KINDS[kind].csl,
          title: phrase(r, d, r.pick(say.NEWS_TITLES), year),
          author: people(d, 1),
          'container-title': paper.title,
          issued: { 'date-parts': [full] },
          page: String(r.int(1, 24)),
          language: 'en',
          abstract: phrase(r, d, r.pick(say.SENTENCES), year),
        },
      };
      continue;
    }
    if (family === 'article') {
      const foreign = language === 'en' ? undefined : world.groups.get(`lang:${language}`);
      const journal = pickJournal(r, foreign ?? (world.groups.get(d.id) as readonly Journal[]), year);
      // Where no journal of the field came out that long ago, the piece is as old as the journal.
      const out = Math.max(journal.from, Math.min(year, journal.to ?? year));
      const issues = 4;
      const month = date[1] ?? r.int(1, 12);
      const issue = Math.ceil((month / 12) * issues);
      const page = r.int(1, 400);
      const by = kind === 'editorial' ? people(d, 1) : people(d, 6);
      const reviewed = kind === 'book-review' ? reviewedBook(r, booksOf.get(d.id)) : null;
      const title = reviewed
        ? `Review of “${reviewed.title}”, by ${[reviewed.by.given, reviewed.by.family].filter(Boolean).join(' ')}`
        : titleFor(r, d, kind, language, year);
      const long = kind === 'research-article' || kind === 'review-article' || kind === 'conference-paper';
      const csl: CslItem = {
        id,
        type: KINDS[kind].csl,
        title,
        author: by,
        'container-title': journal.title,
        volume: String(out - journal.from + 1),
        issue: String(issue),
        page: `${page}-${page + (long ? r.int(6, 32) : r.int(0, 4))}`,
        issued: { 'date-parts': [out === year ? date : [out]] },
        ISSN: journal.issn,
        publisher: journal.publisher,
        language,
        ...(year > 1996 || r.chance(0.3) ? { DOI: `10.5555/${journal.id}.${out}.${n.toString(36)}` } : {}),
        ...(long && year > 1950 ? { abstract: language === 'en' ? abstractOf(r, d, year) : foreignText(r, language) } : {}),
      };
      const work = long && r.chance(0.05) ? `w${++works}` : undefined;
      const retracted = kind === 'research-article' && r.chance(0.004) && n < stop;
      const refs = references(d, year, long ? 14 : 2);
      remember(d, id, out);
      const article: DiscoveryRecord = {
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
        ...(retracted
          ? { retraction: { notice: recordId(n), date: isoDay(dayNumber(Math.floor(Date.UTC(Math.min(2026, out + 1), 4, 12) / 864e5))) } }
          : {}),
      };
      yield article;
      if (retracted) {
        const notice = recordId(n++);
        yield {
          id: notice,
          kind: 'retraction-notice',
          carrier: 'online',
          languages: ['en'],
          subjects: base.subjects,
          source: article.source,
          journal: journal.id,
          retracts: id,
          csl: {
            ...csl,
            id: notice,
            title: `Retraction notice: ${title}`,
            author: [],
            abstract: 'The editors retract this article: the data could not be reproduced from the records supplied.',
            issued: { 'date-parts': [[Math.min(2026, out + 1)]] },
            ...(csl.DOI ? { DOI: `${csl.DOI}.notice` } : {}),
          },
        };
      } else if (work && n < stop) {
        const twin = recordId(n++);
        yield {
          ...base,
          id: twin,
          kind,
          carrier: 'online',
          source: 'Repository harvest',
          work,
          openCopies: [{ provider: 'opentide' as ProviderId, version: 'preprint' }],
          csl: {
            id: twin,
            type: 'article',
            genre: 'Preprint',
            title,
            author: by,
            issued: { 'date-parts': [[out]] },
            publisher: 'Open Tide',
            language,
            ...(csl.abstract ? { abstract: csl.abstract } : {}),
          },
        };
      }
      continue;
    }

    const by = people(d, kind === 'book' ? 3 : 1);
    const edited = kind === 'book' && r.chance(0.28);
    const popularity = kind === 'book' ? 0.1 + 0.75 * r() ** 1.4 : 0.12 * r();
    const publisher = r.pick(PUBLISHERS);
    const title = titleFor(r, d, kind, language, year);
    const place = short(r.pick(PLACES));
    const csl: CslItem = {
      id,
      type: KINDS[kind].csl,
      title,
      ...(edited ? { editor: by } : { author: by }),
      issued: { 'date-parts': [[year]] },
      language,
      publisher:
        kind === 'thesis' ? `University of ${place}` : kind === 'report' ? `${place} Office for ${cap(d.names[0] as string)}` : publisher,
      'publisher-place': place,
      ...(kind === 'book' && year > 1969 ? { ISBN: isbn(n) } : {}),
      ...(family === 'book' && kind !== 'score' && kind !== 'map'
        ? { 'number-of-pages': String(r.int(kind === 'report' ? 24 : 120, kind === 'report' ? 140 : 560)) }
        : {}),
      ...(kind === 'thesis' ? { genre: r.chance(0.6) ? 'Doctoral thesis' : 'Master’s thesis' } : {}),
      ...(kind === 'book' && r.chance(0.12) ? { 'collection-title': `${place} Studies in ${d.name}` } : {}),
      ...(kind === 'book' || kind === 'thesis' || kind === 'report'
        ? { abstract: language === 'en' ? abstractOf(r, d, year) : foreignText(r, language) }
        : {}),
    };
    const lead = by[0];
    const carrier =
      kind === 'video'
        ? r.chance(0.6)
          ? ('dvd' as const)
          : ('online' as const)
        : kind === 'sound-recording'
          ? r.chance(0.7)
            ? ('cd' as const)
            : ('online' as const)
          : (kind === 'report' || kind === 'thesis') && year > 2008 && r.chance(0.6)
            ? ('online' as const)
            : ('print' as const);
    const variants = kind === 'book' && year > 1985 && n + 6 < stop;
    const work = variants && r.chance(0.4) ? `w${++works}` : undefined;
    const refs = references(d, year, 4);
    const book: DiscoveryRecord = {
      ...base,
      kind,
      carrier,
      source: kind === 'thesis' ? 'Repository harvest' : 'Tarnholm catalogue',
      csl,
      ...(work ? { work } : {}),
      ...(refs.length ? { references: refs } : {}),
      ...(edited && r.chance(0.15) ? { statedPeerReviewed: true } : {}),
      ...(carrier === 'online'
        ? { openCopies: r.chance(0.75) ? [{ provider: 'tarnrepo' as ProviderId, version: 'version-of-record' as const }] : [], owners: '' }
        : holdings(r, d, lead, year, popularity)),
    };
    remember(d, id, year);
    if (kind === 'book' && lead) booksOf.set(d.id, [...(booksOf.get(d.id) ?? []).slice(-60), { title, by: lead, id, year }]);

    const chapters: string[] = [];
    if (edited && year > 1960 && n + 9 < stop && r.chance(0.8))
      for (let k = r.int(3, 7); k > 0; k--) chapters.push(cap(phrase(r, d, r.pick(say.CHAPTER_TITLES), year)));
    // A book has at least the pages that its chapters stand on.
    const pages = Math.max(Number(csl['number-of-pages']), FRONT_MATTER + chapters.length * CHAPTER_PAGES);
    const whole: CslItem = chapters.length ? { ...csl, 'number-of-pages': String(pages) } : csl;
    const host: DiscoveryRecord = chapters.length ? { ...book, csl: whole, contents: chapters } : book;
    yield host;
    let page = r.int(9, FRONT_MATTER);
    for (const chapter of chapters) {
      const cid = recordId(n++);
      const length = r.int(9, CHAPTER_PAGES - 1);
      yield {
        id: cid,
        kind: 'chapter',
        carrier: 'print',
        languages: [language],
        subjects: base.subjects,
        source: 'Tarnholm catalogue',
        host: id,
        ...(host.statedPeerReviewed ? { statedPeerReviewed: true } : {}),
        csl: {
          id: cid,
          type: 'chapter',
          title: chapter,
          author: people(d, 2),
          ...(csl.editor ? { editor: csl.editor } : {}),
          'container-title': title,
          page: `${page}-${page + length}`,
          issued: csl.issued ?? { 'date-parts': [[year]] },
          publisher,
          language,
          ...(csl.ISBN ? { ISBN: csl.ISBN } : {}),
          abstract: abstractOf(r, d, year),
        },
      };
      page += length + 1;
    }
    if (!work) continue;
    const vid = () => recordId(n++);
    const u = r();
    const { copies: _c, partnerCopies: _p, owners: _o, contents: _k, ...plain } = host;
    if (u < 0.5) {
      const e = vid();
      const where = r.chance(0.7) ? 'bluewick' : r.chance(0.4) ? 'opentide' : d.campus === 'saltmarsh' ? 'proscenium' : 'ashgrove';
      yield {
        ...plain,
        id: e,
        carrier: 'online',
        source: 'E-book list',
        csl: { ...whole, id: e, ISBN: isbn(n) },
        ebook: [
          {
            provider: where,
            publication_title: title,
            publication_type: 'monograph',
            online_identifier: isbn(n),
            title_id: e,
            coverage_depth: 'fulltext',
            access_type: where === 'opentide' ? 'F' : 'P',
            date_monograph_published_online: String(year),
            first_author: lead?.family ?? '',
            publisher_name: publisher,
          },
        ],
      };
    } else if (u < 0.75) {
      const e = vid();
      const later = Math.min(2026, year + r.int(3, 9));
      yield {
        ...plain,
        id: e,
        csl: { ...whole, id: e, edition: '2', issued: { 'date-parts': [[later]] }, ISBN: isbn(n) },
        ...holdings(r, d, lead, later, popularity),
      };
    } else if (u < 0.85) {
      const e = vid();
      yield {
        ...plain,
        id: e,
        carrier: 'large-print',
        csl: { ...whole, id: e, publisher: 'Bluewick Large Print', ISBN: isbn(n) },
        ...holdings(r, d, lead, year, 0.15),
      };
    } else if (u < 0.93) {
      const e = vid();
      yield {
        ...plain,
        id: e,
        carrier: 'audiobook',
        csl: { ...whole, id: e, publisher: 'Lanternhouse Audio', ISBN: isbn(n), medium: 'audiobook' },
        ...holdings(r, d, lead, year, 0.2),
      };
    } else {
      const to = r.pick(FOREIGN_LIST);
      const e = vid();
      const { abstract: _a, ...rest } = csl;
      yield {
        ...plain,
        id: e,
        languages: [to],
        csl: {
          ...rest,
          id: e,
          title: foreignTitle(r, to),
          'original-title': title,
          translator: [person(`tr-${to}`, r.int(0, 60))],
          language: to,
          issued: { 'date-parts': [[Math.min(2026, year + r.int(1, 6))]] },
          publisher: r.pick(PUBLISHERS),
          ISBN: isbn(n),
        },
        ...holdings(r, d, lead, year, 0.3),
      };
    }
  }
}

const short = (place: string): string => cap(place.replace(/^the /, ''));
const isbn = (n: number): string => isbn13(`99${String(n).padStart(7, '0')}`);
function pickJournal(r: Random, list: readonly Journal[], year: number): Journal {
  for (let k = 0; k < 12; k++) {
    const j = list[r.skew(list.length, 1.3)] as Journal;
    if (j.from <= year && year <= (j.to ?? 9999)) return j;
  }
  return list.reduce((best, j) => (j.from < best.from && (j.to ?? 9999) >= year ? j : best), list[0] as Journal);
}
function reviewedBook(r: Random, list: readonly { title: string; by: CslName }[] | undefined): { title: string; by: CslName } | null {
  return list?.length ? r.pick(list) : null;
}
function titleFor(r: Random, d: Discipline, kind: Kind, language: Language, year: number): string {
  if (language !== 'en') return foreignTitle(r, language);
  switch (kind) {
    case 'review-article':
      return phrase(r, d, r.pick(say.REVIEW_TITLES), year);
    case 'editorial':
      return phrase(r, d, r.pick(say.EDITORIAL_TITLES), year);
    case 'letter':
      return phrase(r, d, r.pick(say.LETTER_TITLES), year);
    case 'book':
      return headed(r, d, say.BOOK_TITLES, say.BOOK_TAILS, 0.5, year);
    case 'thesis':
      return phrase(r, d, r.pick(say.THESIS_TITLES), year);
    case 'report':
      return phrase(r, d, r.pick(say.REPORT_TITLES), year);
    case 'video':
    case 'sound-recording':
      return phrase(r, d, r.pick(say.MEDIA_TITLES), year);
    case 'score':
      return `${r.pick(['Suite', 'Three songs', 'Sonata', 'Dances', 'Prelude', 'Cantata', 'Variations'])} for ${r.pick(['strings', 'voice and harp', 'brass quintet', 'organ', 'four hands', 'choir', 'solo viola'])}: ${short(r.pick(PLACES))}`;
    case 'map':
      return mapTitle(r);
    default:
      return headed(r, d, say.HEADS, say.TAILS, 0.72, year);
  }
}
function foreignFill(r: Random, language: Language, template: string): string {
  const voc = FOREIGN[language];
  if (!voc) return template;
  const t = r.int(0, voc.topics.length - 1);
  return cap(
    template.replace(/\{(\w)\}/g, (_, name: string) =>
      name === 'T'
        ? (voc.topics[t] as string)
        : name === 'U'
          ? (voc.topics[(t + 1 + r.int(0, voc.topics.length - 2)) % voc.topics.length] as string)
          : name === 'A'
            ? r.pick(voc.aspects)
            : r.pick(PLAIN_PLACES),
    ),
  );
}
const foreignTitle = (r: Random, language: Language): string => foreignFill(r, language, r.pick(FOREIGN[language]?.titles ?? []));
const foreignText = (r: Random, language: Language): string =>
  (FOREIGN[language]?.sentences ?? []).map((s) => foreignFill(r, language, s)).join(' ');
