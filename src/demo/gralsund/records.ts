/** The second made-up library's books, articles and theses. The same seed gives the same. */
import { isbn13, issn } from '../../core/model/identifiers';
import { type Random, random } from '../../core/random';
import {
  ARTICLE_TITLES,
  ASPECTS,
  BOOK_TITLES,
  PLACES,
  PUBLISHERS,
  person,
  SENTENCES,
  SUBJECTS,
  type Subject,
} from './vocabulary';

export interface Person {
  readonly family: string;
  readonly given: string;
}
/** A thing, before it is written in any format. */
export interface Thing {
  readonly id: string;
  readonly title: string;
  readonly people: readonly Person[];
  readonly year: number;
  readonly subject: Subject;
  readonly headings: readonly string[];
}
export interface Book extends Thing {
  readonly isbn: string;
  readonly publisher: string;
  readonly pages: number;
  readonly edition: number;
  readonly language: 'ger' | 'eng';
  readonly callNumber: string;
  readonly level: 'EG' | '1OG' | 'MAG';
  /** What stands of each piece, as the library's system says it. */
  readonly pieces: readonly { readonly status: string; readonly due?: string; readonly rule: string }[];
  readonly contents: readonly string[];
  /** Read at the publisher's, too. */
  readonly online: boolean;
}
export interface Serial {
  readonly title: string;
  readonly issn: string;
  readonly eissn: string;
  readonly subject: Subject;
  readonly from: number;
  readonly refereedFrom: number | null;
  readonly provider: 'deichverlag' | 'wattpresse' | 'offen';
}
export interface Article extends Thing {
  readonly serial: Serial;
  readonly volume: number;
  readonly issue: number;
  readonly pages: string;
  readonly doi: string;
  readonly abstract: string;
}
export interface Thesis extends Thing {
  readonly degree: string;
  readonly abstract: string;
}

const filled = (pattern: string, r: Random, s: Subject): string =>
  pattern
    .replace('{T}', r.pick(s.topics))
    .replace('{U}', r.pick(r.pick(SUBJECTS).topics))
    .replace('{A}', r.pick(ASPECTS))
    .replace('{P}', r.pick(PLACES));
const people = (r: Random, most: number): Person[] => {
  const first = r.int(0, 500);
  return Array.from({ length: 1 + r.skew(most, 1.8) }, (_, i) => person(first + 31 * i));
};
const headings = (r: Random, s: Subject): string[] => [
  ...new Set([
    r.pick(s.headings),
    r.pick(s.headings),
    ...(r.chance(0.15) ? [r.pick(r.pick(SUBJECTS).headings)] : []),
  ]),
];
const abstractOf = (r: Random, s: Subject): string => SENTENCES.map((t) => filled(t, r, s)).join(' ');
const day = (n: number): string => new Date(Date.UTC(2026, 10, 4 + n)).toISOString().slice(0, 10);

export function makeBooks(count: number, seed: number): Book[] {
  const r = random(seed);
  return Array.from({ length: count }, (_, i) => {
    const s = r.pick(SUBJECTS);
    const by = people(r, 3);
    const year = 2026 - r.skew(60, 2.2);
    const pieces = Array.from({ length: r.chance(0.93) ? 1 + r.skew(3, 2) : 0 }, () => {
      const rule = r.chance(0.08) ? 'Präsenz' : r.chance(0.1) ? 'Kurzausleihe' : 'Ausleihe';
      const u = rule === 'Präsenz' ? 0 : r();
      return u < 0.78
        ? { status: 'verfügbar', rule }
        : u < 0.96
          ? { status: 'entliehen', due: day(r.int(0, 28)), rule }
          : { status: 'vermisst', rule };
    });
    const second = s.dewey.includes('.') ? s.dewey : `${s.dewey}.${r.int(1, 9)}`;
    return {
      id: `gs${String(i + 1).padStart(6, '0')}`,
      title: filled(r.pick(BOOK_TITLES), r, s),
      people: by,
      year,
      subject: s,
      headings: headings(r, s),
      isbn: isbn13(`98${String(i + 1).padStart(7, '0')}`),
      publisher: r.pick(PUBLISHERS),
      pages: r.int(96, 640),
      edition: r.chance(0.2) ? r.int(2, 5) : 1,
      language: r.chance(0.12) ? 'eng' : 'ger',
      callNumber: `${second} ${(by[0]?.family ?? 'Xxx').slice(0, 3).toUpperCase()}`,
      level: year < 1990 ? 'MAG' : s.dewey < '600' ? 'EG' : '1OG',
      pieces,
      contents: r.chance(0.3) ? [r.pick(s.topics), r.pick(s.topics), r.pick(ASPECTS)] : [],
      online: year > 2008 && r.chance(0.25),
    };
  });
}

const SERIAL_TITLES: readonly (readonly [title: string, subject: string, provider: Serial['provider']])[] = [
  ['Die Küste im Bau', 'wasserbau', 'deichverlag'],
  ['Deich und Siel', 'wasserbau', 'wattpresse'],
  ['Zeitschrift für Wattforschung', 'oekologie', 'offen'],
  ['Marsch und Moor', 'oekologie', 'deichverlag'],
  ['Pflege am Meer', 'pflege', 'wattpresse'],
  ['Hefte für Pflegewissenschaft', 'pflege', 'deichverlag'],
  ['Ernährung und Küche', 'ernaehrung', 'wattpresse'],
  ['Der Kutter', 'fischerei', 'wattpresse'],
  ['Archiv für Fischereikunde', 'fischerei', 'offen'],
  ['Rechnen und Suchen', 'informatik', 'offen'],
  ['Blätter für Sozialarbeit', 'sozialarbeit', 'deichverlag'],
  ['Genossenschaft heute', 'wirtschaft', 'wattpresse'],
  ['Recht der Marsch', 'recht', 'deichverlag'],
  ['Schule auf dem Land', 'paedagogik', 'deichverlag'],
  ['Wind und Welle', 'energie', 'offen'],
  ['Arbeit und Psyche', 'psychologie', 'deichverlag'],
  ['Gralsunder Geschichtsblätter', 'geschichte', 'offen'],
  ['Sprache der Küste', 'sprache', 'deichverlag'],
  ['Orgel und Chor', 'musik', 'wattpresse'],
  ['Sand, Schlick, Ton', 'geologie', 'deichverlag'],
];
export const SERIALS: readonly Serial[] = SERIAL_TITLES.map(([title, id, provider], i) => ({
  title,
  provider,
  subject: SUBJECTS.find((s) => s.id === id) as Subject,
  issn: issn(`60${String(i + 1).padStart(5, '0')}`),
  eissn: issn(`61${String(i + 1).padStart(5, '0')}`),
  from: 1975 + ((i * 7) % 35),
  refereedFrom: provider === 'wattpresse' ? null : 1998 + ((i * 3) % 12),
}));

export function makeArticles(count: number, seed: number): Article[] {
  const r = random(seed);
  return Array.from({ length: count }, (_, i) => {
    const serial = r.pick(SERIALS);
    const s = serial.subject;
    const year = 2026 - r.skew(2026 - serial.from, 2);
    const first = r.int(1, 380);
    return {
      id: `ga${String(i + 1).padStart(6, '0')}`,
      title: filled(r.pick(ARTICLE_TITLES), r, s),
      people: people(r, 4),
      year,
      subject: s,
      headings: headings(r, s),
      serial,
      volume: year - serial.from + 1,
      issue: r.int(1, 4),
      pages: `${first}-${first + r.int(4, 28)}`,
      doi: `10.5555/gs.${String(i + 1).padStart(6, '0')}`,
      abstract: abstractOf(r, s),
    };
  });
}
export function makeTheses(count: number, seed: number): Thesis[] {
  const r = random(seed);
  return Array.from({ length: count }, (_, i) => {
    const s = r.pick(SUBJECTS);
    return {
      id: `gt${String(i + 1).padStart(6, '0')}`,
      title: filled(r.pick(ARTICLE_TITLES), r, s),
      people: people(r, 1),
      year: r.int(2011, 2026),
      subject: s,
      headings: headings(r, s),
      degree: r.chance(0.7) ? 'Bachelorarbeit' : r.chance(0.6) ? 'Masterarbeit' : 'Dissertation',
      abstract: abstractOf(r, s),
    };
  });
}
