/**
 * Things that people cite, made up: articles, chapters, books, papers, theses, reports, standards, patents, web
 * pages, data, software, cases, newspapers, translations, reprints, several volumes, what is not printed yet. More
 * varied than the demo's world, and with nothing of it.
 */
import type { CslItem, CslName } from '../../../core/model/record';
import type { Random } from '../../../core/random';
import { city, collected, conference, journal, newspaper, publisher, seriesName } from './containers';
import {
  articleNumber,
  code,
  dated,
  doiOf,
  isbnOf,
  issueOf,
  pagesOf,
  seen,
  urlOf,
  volumeOf,
} from './numbers';
import { body, byShare, type Half, people, person, place } from './people';
import { title } from './titles';
import { antique, proceedingsTitle, streetAddress } from './works';

/** A CSL item with all variables that a style may print. */
export type FullItem = CslItem & Readonly<Record<string, unknown>>;
type Fields = Record<string, unknown>;

const edition = (r: Random): Fields =>
  r.chance(0.2)
    ? {
        edition: r.pick([
          '2',
          '2',
          '3',
          '4',
          '5',
          '11',
          'Revised',
          'Rev. ed.',
          '2., überarb.',
          'First',
          'New',
          '3e',
        ]),
      }
    : {};
const series = (r: Random, half: Half, share: number): Fields =>
  r.chance(share)
    ? {
        'collection-title': seriesName(r, half),
        ...(r.chance(0.7) ? { 'collection-number': String(r.int(1, 900)) } : {}),
      }
    : {};
const imprint = (r: Random, half: Half): Fields => ({
  ...(r.chance(0.96) ? { publisher: publisher(r, half) } : {}),
  ...(r.chance(0.72)
    ? { 'publisher-place': r.chance(STREETS) ? streetAddress(r, half) : city(r, half) }
    : {}),
});
/** Shares of what is rare, and what real bibliographies are full of. */
const [STREETS, ANTIQUE, PROCEEDINGS, NOBODY, UNDATED] = [0.025, 0.06, 0.07, 0.012, 0.025];
const authors = (r: Random, half: Half, bodies = 0.03): readonly CslName[] =>
  r.chance(NOBODY)
    ? [r.chance(0.5) ? { literal: 'Anonymous' } : { family: 'Anonymous' }]
    : r.chance(bodies)
      ? r.chance(0.15)
        ? [...people(r, half, 4), { literal: body(r, half) }]
        : [{ literal: body(r, half) }]
      : people(r, half);
const online = (r: Random, half: Half, share: number): Fields =>
  r.chance(share) ? { URL: urlOf(r, half), ...(r.chance(0.75) ? { accessed: seen(r) } : {}) } : {};
const doi = (r: Random, share: number): Fields => (r.chance(share) ? { DOI: doiOf(r) } : {});

const MAKE: Readonly<Record<string, readonly [share: number, make: (r: Random, half: Half) => Fields]>> = {
  'article-journal': [
    42,
    (r, half) => {
      const { name, short } = journal(r, half);
      const numbered = r.chance(0.14);
      const ahead = r.chance(0.02);
      const recent = r.chance(0.6);
      return {
        author: r.chance(0.985) ? authors(r, half, 0.025) : undefined,
        'container-title': r.chance(0.12) ? short : name,
        ...(r.chance(0.7) ? { 'container-title-short': short } : {}),
        issued: dated(r, r.pick(['year', 'year', 'month', 'day'])),
        ...(ahead ? {} : { volume: volumeOf(r), ...(r.chance(0.8) ? { issue: issueOf(r) } : {}) }),
        ...(ahead
          ? { status: 'in press' }
          : numbered
            ? r.chance(0.6)
              ? { page: articleNumber(r) }
              : { number: articleNumber(r) }
            : r.chance(0.93)
              ? { page: pagesOf(r) }
              : {}),
        ...doi(r, recent ? 0.75 : 0.2),
        ...(r.chance(0.4) ? { ISSN: `${r.int(1000, 2999)}-${r.int(1000, 9999)}` } : {}),
        ...online(r, half, 0.1),
        ...(r.chance(0.1) ? { 'publisher-place': city(r, half), publisher: publisher(r, half) } : {}),
      };
    },
  ],
  book: [
    17,
    (r, half) => {
      if (r.chance(ANTIQUE)) return antique(r, half);
      const ofMany = r.chance(PROCEEDINGS);
      const edited = ofMany || r.chance(0.17);
      return {
        ...(ofMany ? { title: proceedingsTitle(r, half, city(r, half)) } : {}),
        ...(edited ? { editor: people(r, half, 5) } : { author: authors(r, half, 0.04) }),
        ...imprint(r, half),
        ...edition(r),
        issued: dated(r, 'year'),
        ...series(r, half, 0.2),
        ...(r.chance(0.08)
          ? {
              volume: String(r.int(1, 12)),
              ...(r.chance(0.4) ? { 'number-of-volumes': String(r.int(2, 12)) } : {}),
            }
          : {}),
        ...(r.chance(0.09) ? { translator: people(r, half, 2) } : {}),
        ...(r.chance(0.05) && !edited ? { editor: people(r, half, 3) } : {}),
        ...(r.chance(0.06) ? { 'original-date': dated(r, 'year', r.int(1600, 1970)) } : {}),
        ...(r.chance(0.3) ? { ISBN: isbnOf(r) } : {}),
        ...(r.chance(0.3) ? { 'number-of-pages': String(r.int(60, 900)) } : {}),
        ...doi(r, 0.08),
        ...online(r, half, 0.05),
      };
    },
  ],
  chapter: [
    13,
    (r, half) => ({
      author: authors(r, half, 0.02),
      'container-title': collected(r, half),
      ...(r.chance(0.86)
        ? { editor: people(r, half, 5) }
        : r.chance(0.5)
          ? { 'container-author': people(r, half, 2) }
          : {}),
      ...imprint(r, half),
      ...edition(r),
      issued: dated(r, 'year'),
      ...(r.chance(0.93) ? { page: pagesOf(r) } : {}),
      ...(r.chance(0.12) ? { volume: String(r.int(1, 40)) } : {}),
      ...series(r, half, 0.2),
      ...(r.chance(0.05) ? { translator: people(r, half, 2) } : {}),
      ...doi(r, 0.2),
      ...(r.chance(0.2) ? { ISBN: isbnOf(r) } : {}),
      ...(r.chance(0.04) ? { 'chapter-number': String(r.int(1, 20)) } : {}),
    }),
  ],
  'paper-conference': [
    8,
    (r, half) => {
      const { container, event, short } = conference(r, half);
      return {
        author: authors(r, half, 0.01),
        ...(r.chance(0.9)
          ? { 'container-title': container, ...(r.chance(0.3) ? { 'container-title-short': short } : {}) }
          : {}),
        ...(r.chance(0.5) ? { event, 'event-title': event } : {}),
        ...(r.chance(0.5) ? { 'event-place': city(r, half) } : {}),
        issued: dated(r, r.pick(['year', 'year', 'month'])),
        ...(r.chance(0.85) ? { page: pagesOf(r) } : {}),
        ...(r.chance(0.4)
          ? { publisher: publisher(r, half), ...(r.chance(0.5) ? { 'publisher-place': city(r, half) } : {}) }
          : {}),
        ...(r.chance(0.2) ? { editor: people(r, half, 4) } : {}),
        ...(r.chance(0.15) ? { volume: volumeOf(r) } : {}),
        ...series(r, half, 0.15),
        ...doi(r, 0.4),
      };
    },
  ],
  thesis: [
    4,
    (r, half) => ({
      author: [person(r, half)],
      genre: r.pick([
        'PhD thesis',
        'Ph.D. dissertation',
        'Doctoral dissertation',
        'Master’s thesis',
        'MSc thesis',
        'M.A. thesis',
        'Dissertation',
        'Habilitationsschrift',
        'Thèse de doctorat',
        'Tesis doctoral',
        'Tese de doutorado',
        'Diplomarbeit',
        'Bachelor’s thesis',
        'Inaugural-Dissertation',
      ]),
      publisher: r.pick([
        `University of ${place(r, half)}`,
        `${place(r, half)} University`,
        `Universität ${place(r, half)}`,
        `Université de ${place(r, half)}`,
        `${place(r, half)} Institute of Technology`,
        `Universidad de ${place(r, half)}`,
        `${place(r, half)} College`,
      ]),
      ...(r.chance(0.5) ? { 'publisher-place': city(r, half) } : {}),
      issued: dated(r, 'year'),
      ...online(r, half, 0.25),
      ...(r.chance(0.25) ? { 'number-of-pages': String(r.int(60, 500)) } : {}),
    }),
  ],
  report: [
    5,
    (r, half) => ({
      author: authors(r, half, 0.5),
      genre: r.chance(0.6)
        ? r.pick([
            'Technical Report',
            'Working Paper',
            'Research Report',
            'Report',
            'Discussion Paper',
            'White Paper',
            'Forschungsbericht',
            'Policy Brief',
            'Arbeitspapier',
            'Documento de trabajo',
          ])
        : undefined,
      ...(r.chance(0.6)
        ? {
            number: r.pick([
              `TR-${r.int(1, 99)}-${r.int(10, 99)}`,
              String(r.int(1, 4000)),
              `${code(r, 3).toUpperCase()}/${r.int(1990, 2024)}/${r.int(1, 99)}`,
              `${r.int(80, 99)}-${r.int(1, 900)}`,
            ]),
          }
        : {}),
      publisher: r.chance(0.85) ? body(r, half) : undefined,
      ...(r.chance(0.5) ? { 'publisher-place': city(r, half) } : {}),
      issued: dated(r, r.pick(['year', 'year', 'month', 'day'])),
      ...series(r, half, 0.2),
      ...online(r, half, 0.4),
      ...doi(r, 0.08),
    }),
  ],
  'article-newspaper': [
    4,
    (r, half) => ({
      author: r.chance(0.85) ? people(r, half, 2) : undefined,
      'container-title': newspaper(r, half),
      issued: dated(r, 'day', r.int(1900, 2025)),
      ...(r.chance(0.45)
        ? {
            page: r.pick([
              `A${r.int(1, 30)}`,
              String(r.int(1, 60)),
              `${r.int(1, 9)}-${r.int(10, 12)}`,
              `B${r.int(1, 9)}`,
            ]),
          }
        : {}),
      ...(r.chance(0.15) ? { section: r.pick(['Sports', 'Books', 'Feuilleton', 'Metro']) } : {}),
      ...(r.chance(0.2) ? { 'publisher-place': city(r, half) } : {}),
      ...online(r, half, 0.4),
    }),
  ],
  'article-magazine': [
    1.5,
    (r, half) => ({
      author: people(r, half, 2),
      'container-title': newspaper(r, half),
      issued: dated(r, r.pick(['month', 'day'])),
      ...(r.chance(0.4) ? { volume: String(r.int(1, 90)), issue: issueOf(r) } : {}),
      ...(r.chance(0.7) ? { page: pagesOf(r) } : {}),
      ...online(r, half, 0.25),
    }),
  ],
  webpage: [
    4,
    (r, half) => ({
      author: r.chance(0.75) ? authors(r, half, 0.6) : undefined,
      ...(r.chance(0.55)
        ? {
            'container-title': r.pick([
              place(r, half),
              `${place(r, half)} Blog`,
              `The ${place(r, half)} Project`,
              body(r, half),
            ]),
          }
        : {}),
      ...(r.chance(0.3) ? { publisher: body(r, half) } : {}),
      issued: r.chance(0.8) ? dated(r, r.pick(['year', 'day', 'month']), r.int(1998, 2025)) : undefined,
      URL: urlOf(r, half),
      ...(r.chance(0.85) ? { accessed: seen(r) } : {}),
    }),
  ],
  'entry-encyclopedia': [
    1.5,
    (r, half) => ({
      author: r.chance(0.8) ? people(r, half, 2) : undefined,
      'container-title': r.pick([
        `Encyclopedia of ${place(r, half)}`,
        `${place(r, half)} Dictionary of Biography`,
        collected(r, half),
      ]),
      ...(r.chance(0.6) ? { editor: people(r, half, 4) } : {}),
      ...imprint(r, half),
      issued: dated(r, 'year'),
      ...(r.chance(0.4) ? { volume: String(r.int(1, 20)) } : {}),
      ...(r.chance(0.7) ? { page: pagesOf(r) } : {}),
      ...online(r, half, 0.2),
    }),
  ],
  dataset: [
    0.7,
    (r, half) => ({
      author: authors(r, half, 0.4),
      publisher: body(r, half),
      ...(r.chance(0.5) ? { version: `${r.int(1, 9)}.${r.int(0, 9)}` } : {}),
      issued: dated(r, 'year', r.int(2000, 2025)),
      ...doi(r, 0.75),
      ...online(r, half, 0.3),
      ...(r.chance(0.3) ? { genre: 'Data set' } : {}),
    }),
  ],
  software: [
    0.7,
    (r, half) => ({
      author: authors(r, half, 0.4),
      version: `${r.int(0, 9)}.${r.int(0, 30)}.${r.int(0, 9)}`,
      ...(r.chance(0.6) ? { publisher: publisher(r, half) } : {}),
      issued: dated(r, 'year', r.int(1985, 2025)),
      ...online(r, half, 0.7),
      ...(r.chance(0.4) ? { genre: 'Computer software' } : {}),
      ...(r.chance(0.3) ? { 'publisher-place': city(r, half) } : {}),
    }),
  ],
  patent: [
    0.6,
    (r, half) => ({
      author: authors(r, half, 0.2),
      number: r.pick([
        `US ${r.int(2, 12)},${r.int(100, 999)},${r.int(100, 999)} B2`,
        `EP${r.int(1_000_000, 3_999_999)}A1`,
        `${r.int(3_000_000, 9_999_999)}`,
        `WO${r.int(1995, 2024)}/${r.int(100_000, 299_999)}`,
        `DE 10 ${r.int(2000, 2020)} 0${r.int(10, 99)} ${r.int(100, 999)}`,
      ]),
      ...(r.chance(0.4)
        ? {
            authority: r.pick([
              place(r, half),
              `${place(r, half)} Patent Office`,
              'Office of Patents and Marks',
            ]),
          }
        : {}),
      issued: dated(r, 'day'),
      ...(r.chance(0.2) ? { publisher: body(r, half) } : {}),
    }),
  ],
  legal_case: [
    0.7,
    (r, half) => ({
      title: r.pick([
        `${person(r, half).family} v. ${person(r, half).family}`,
        `State v. ${person(r, half).family}`,
        `${place(r, half)} v ${body(r, half)}`,
        `In re ${person(r, half).family}`,
      ]),
      'container-title': r.pick(['H.R.', 'Q. Supp.', 'K.3d', 'HB', 'All QR', 'CA', 'HLR']),
      volume: String(r.int(1, 600)),
      page: String(r.int(1, 999)),
      authority: r.pick([
        'High Bench',
        `Court of Appeal of ${place(r, half)}`,
        `${place(r, half)} High Court`,
      ]),
      issued: dated(r, 'year'),
    }),
  ],
  legislation: [
    0.4,
    (r, half) => ({
      title: `${r.pick(['Harbours', 'Seaweed', 'Lighthouse Dues', 'Public Reading'])} ${r.pick(['Act', 'Regulations', 'Order'])}`,
      'container-title': r.pick(['Ord.', 'H.S.C.', 'KGBl.']),
      volume: String(r.int(1, 120)),
      page: String(r.int(1, 999)),
      issued: dated(r, 'year'),
      ...(r.chance(0.3) ? { publisher: place(r, half) } : {}),
    }),
  ],
  standard: [
    0.4,
    (r, half) => ({
      author: [{ literal: body(r, half) }],
      number: r.pick([
        `${code(r, 3).toUpperCase()} ${r.int(100, 29_999)}:${r.int(1985, 2024)}`,
        `${code(r, 3).toUpperCase()} EN ${r.int(100, 19_999)}`,
        `${code(r, 4).toUpperCase()} Std ${r.int(100, 1999)}.${r.int(1, 20)}-${r.int(1985, 2024)}`,
      ]),
      issued: dated(r, 'year'),
      ...(r.chance(0.5) ? { publisher: body(r, half), 'publisher-place': city(r, half) } : {}),
    }),
  ],
  manuscript: [
    0.4,
    (r, half) => ({
      author: people(r, half, 3),
      ...(r.chance(0.5) ? { genre: r.pick(['Unpublished manuscript', 'Preprint', 'Manuscript']) } : {}),
      ...(r.chance(0.4) ? { publisher: `${place(r, half)} University` } : {}),
      issued: dated(r, 'year'),
      ...online(r, half, 0.3),
      ...(r.chance(0.3)
        ? { archive: `${place(r, half)} Archives`, archive_location: `Box ${r.int(1, 90)}` }
        : {}),
    }),
  ],
  article: [
    1.2,
    (r, half) => ({
      author: people(r, half),
      ...(r.chance(0.6)
        ? { publisher: `${place(r, half)}Xiv`, number: `${r.int(1000, 2512)}.${r.int(10_000, 99_999)}` }
        : {}),
      issued: dated(r, 'year', r.int(2005, 2025)),
      ...doi(r, 0.4),
      ...online(r, half, 0.5),
      ...(r.chance(0.3) ? { genre: 'Preprint' } : {}),
    }),
  ],
  'review-book': [
    1.5,
    (r, half) => {
      const j = journal(r, half);
      const [a, b] = r.pick([
        ['', ''],
        ['“', '”'],
        ['‘', '’'],
        ['', ''],
      ] as const);
      return {
        author: people(r, half, 1),
        title: `${r.pick(['Review of ', 'Review of ', 'Review: ', 'Rezension zu ', 'Compte rendu de ', '[Review of the book '])}${a}${title(r, half).text}${b}${r.chance(0.5) ? `, by ${person(r, half).given} ${person(r, half).family}` : ''}`,
        'container-title': j.name,
        'container-title-short': j.short,
        volume: volumeOf(r),
        issue: issueOf(r),
        page: pagesOf(r),
        issued: dated(r, 'year'),
      };
    },
  ],
  motion_picture: [
    0.4,
    (r, half) => ({
      director: people(r, half, 2),
      author: r.chance(0.5) ? people(r, half, 2) : undefined,
      publisher: publisher(r, half),
      genre: r.chance(0.5) ? 'Film' : undefined,
      medium: r.pick(['DVD', 'Film', 'Video']),
      issued: dated(r, 'year', r.int(1930, 2025)),
      ...online(r, half, 0.2),
    }),
  ],
  speech: [
    0.4,
    (r, half) => {
      const c = conference(r, half);
      return {
        author: people(r, half, 3),
        event: c.event,
        'event-title': c.event,
        'event-place': city(r, half),
        issued: dated(r, r.pick(['month', 'day'])),
        genre: r.pick(['Paper presented', 'Keynote', 'Poster', undefined]),
      };
    },
  ],
};
const KINDS = Object.keys(MAKE);

/** One thing; the kind by its share among what is cited, or as asked. */
export function item(r: Random, half: Half, id: string, kind?: string): FullItem {
  const type = kind ?? byShare(KINDS, (k) => MAKE[k]?.[0] ?? 0, r);
  const { text, language } = title(r, half);
  const fields = MAKE[type]?.[1](r, half) ?? {};
  const all: Fields = { id, type, title: text, ...(r.chance(0.3) ? { language } : {}), ...fields };
  if (r.chance(UNDATED)) delete all.issued;
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined)) as FullItem;
}
