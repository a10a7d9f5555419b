/**
 * Where else to look: databases and study guides that fit a search, by a map from words and subject headings
 * to them. The index does not hold everything; what it lacks of a database is said, and the words are handed
 * on.
 */
import type { Librarian } from '../model/librarian';
import { own } from '../table';
import { termOf } from '../words/analysis';
import { SMALL_WORDS, words } from '../words/fold';
import type { HeadingName } from './headings';

/** Some of an entry in other languages than the library's own, by ISO 639-1 code. */
type InOther<T> = Readonly<Record<string, Partial<T>>>;
export interface Database {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly subjects: readonly string[];
  /** How much of it is in our index, in words; `whole` when nothing need be searched there. */
  readonly indexed: 'whole' | 'part' | 'none';
  readonly missing: string;
  /** Address of its own search; `{words}` stands for the words. */
  readonly search: string;
  readonly inOther?: InOther<Pick<Database, 'name' | 'about' | 'missing'>>;
}
export interface StudyGuide {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly subjects: readonly string[];
  readonly steps: readonly string[];
  readonly inOther?: InOther<Pick<StudyGuide, 'title' | 'about' | 'steps'>>;
}
/** A topic of the map: words and headings that speak for it. */
export interface Topic {
  readonly subject: string;
  readonly words: readonly string[];
  readonly headings: readonly string[];
}
/** Where a ready answer may stand beside what somebody does. */
export const ANSWER_PLACES = ['search', 'item', 'slip', 'error'] as const;
export type AnswerPlace = (typeof ANSWER_PLACES)[number];
/** What is always asked, with its answer. */
export interface ReadyAnswer {
  readonly id: string;
  readonly question: string;
  readonly answer: string;
  /** Other words that people ask it with. */
  readonly words: readonly string[];
  readonly places: readonly AnswerPlace[];
  /** The view that it speaks of. */
  readonly href?: string;
  readonly inOther?: InOther<Pick<ReadyAnswer, 'question' | 'answer' | 'words'>>;
}
export interface Guidance {
  readonly answers?: readonly ReadyAnswer[];
  readonly databases: readonly Database[];
  readonly guides: readonly StudyGuide[];
  readonly topics: readonly Topic[];
  /** What headings are called in other languages. */
  readonly headings?: readonly HeadingName[];
  /** What subjects of the map are called in the language that it is said in, where they are called otherwise. */
  readonly called?: Readonly<Record<string, string>>;
  /** Who gives hours. */
  readonly librarians?: readonly Librarian[];
}

function saidIn<T extends { readonly inOther?: InOther<object> }>(
  list: readonly T[],
  language: string,
): readonly T[] {
  return list.map(({ inOther, ...one }) => ({ ...one, ...own(inOther ?? {}, language) }) as T);
}
/**
 * Databases, guides, ready answers and librarians in a language, as far as they are written in it; else as in the
 * library's own.
 */
export const guidanceIn = (map: Guidance, language: string): Guidance => ({
  ...map,
  ...(map.answers ? { answers: saidIn(map.answers, language) } : {}),
  databases: saidIn(map.databases, language),
  guides: saidIn(map.guides, language),
  ...(map.librarians ? { librarians: saidIn(map.librarians, language) } : {}),
  called: calledIn(map, language),
});
/** Of the table of headings, what is a subject of the map; of several names the first. */
function calledIn({ headings = [], topics }: Guidance, language: string): Readonly<Record<string, string>> {
  const subjects = new Set(topics.map((t) => t.subject));
  return Object.fromEntries(
    headings.flatMap(({ heading, language: spoken, names: [name] }) =>
      spoken === language && name !== undefined && subjects.has(heading) ? [[heading, name]] : [],
    ),
  );
}
/** What a subject is called to the reader. */
export const subjectName = (subject: string, { called = {} }: Pick<Guidance, 'called'>): string =>
  own(called, subject) ?? subject;
/** The languages that some of it is written in, beside the library's own. */
export const languagesOf = ({
  answers = [],
  databases,
  guides,
  librarians = [],
}: Guidance): ReadonlySet<string> =>
  new Set(
    [...answers, ...databases, ...guides, ...librarians].flatMap((one) => Object.keys(one.inOther ?? {})),
  );

const HEADING_WORTH = 2;
const LEAST = 2;

/**
 * The subjects that a search is about, the likeliest first, from its words and the headings most of its
 * results have.
 */
export function subjectsOf(q: string, headings: readonly string[], topics: readonly Topic[]): string[] {
  const asked = new Set(words(q));
  const shown = new Set(headings);
  return topics
    .map((t) => ({
      subject: t.subject,
      score:
        t.words.filter((w) => asked.has(w)).length +
        HEADING_WORTH * t.headings.filter((h) => shown.has(h)).length,
    }))
    .filter((t) => t.score >= LEAST)
    .sort((a, b) => b.score - a.score || (a.subject < b.subject ? -1 : 1))
    .map((t) => t.subject);
}

export interface Fitting {
  readonly databases: readonly Database[];
  readonly guides: readonly StudyGuide[];
}
/**
 * Databases (those with something we lack first) and guides for a search; empty when the map knows nothing of
 * it.
 */
export function guidanceFor(q: string, headings: readonly string[], map: Guidance, most = 3): Fitting {
  const subjects = subjectsOf(q, headings, map.topics).slice(0, 2);
  const fits = (own: readonly string[]): number => {
    const at = subjects.findIndex((s) => own.includes(s));
    return at < 0 ? Number.POSITIVE_INFINITY : at;
  };
  const pick = <T extends { readonly subjects: readonly string[] }>(
    list: readonly T[],
    rank: (t: T) => number,
  ): T[] =>
    list
      .filter((t) => Number.isFinite(fits(t.subjects)))
      .sort((a, b) => fits(a.subjects) - fits(b.subjects) || rank(a) - rank(b));
  return {
    databases: pick(map.databases, (d) => (d.indexed === 'none' ? 0 : d.indexed === 'part' ? 1 : 2)).slice(
      0,
      most,
    ),
    guides: pick(map.guides, () => 0).slice(0, 2),
  };
}

/** The address of a database's own search with these words. */
export const handOn = (db: Database, q: string): string =>
  db.search.replace('{words}', encodeURIComponent(q));

/** What a word is worth among an answer's other words, in its question, in the answer itself. */
const [IN_WORDS, IN_QUESTION, IN_ANSWER] = [4, 2, 1];
interface KnownAnswer {
  readonly answer: ReadyAnswer;
  readonly in: readonly (readonly [terms: ReadonlySet<string>, worth: number])[];
}

/** Ready answers, their words taken to their stems once. */
export class AnswerFinder {
  readonly #known: readonly KnownAnswer[];
  readonly #terms: (text: string) => ReadonlySet<string>;

  /** @param language of the answers, ISO 639-1 */
  constructor(answers: readonly ReadyAnswer[], language: string) {
    this.#terms = (text) =>
      new Set(
        words(text)
          .filter((w) => !SMALL_WORDS.has(w))
          .map((w) => termOf(w, language)),
      );
    this.#known = answers.map((answer) => ({
      answer,
      in: [
        [this.#terms(answer.words.join(' ')), IN_WORDS],
        [this.#terms(answer.question), IN_QUESTION],
        [this.#terms(answer.answer), IN_ANSWER],
      ],
    }));
  }

  /**
   * Those that fit some words, the best first; all of them for no words. Words count by how few answers have
   * them; endings are disregarded.
   * @param place only what may stand there; null for all
   * @param least the share of the words that must stand in the question or among its words; 0 for any
   */
  find(q: string, place: AnswerPlace | null = null, least = 0): readonly ReadyAnswer[] {
    const known = this.#known.filter((k) => place === null || k.answer.places.includes(place));
    const asked = [...this.#terms(q)];
    if (!asked.length) return known.map((k) => k.answer);
    const worth = new Map(
      asked.map((t) => [
        t,
        Math.log(1 + known.length / (1 + known.filter((k) => k.in.some(([set]) => set.has(t))).length)),
      ]),
    );
    return known
      .map(({ answer, in: own }) => {
        const fits = asked.map((t) => own.find(([set]) => set.has(t))?.[1] ?? 0);
        return {
          answer,
          score: fits.reduce((sum, f, i) => sum + f * (worth.get(asked[i] as string) ?? 0), 0),
          covered: fits.filter((f) => f >= IN_QUESTION).length / asked.length,
        };
      })
      .filter((k) => k.score > 0 && k.covered >= least)
      .sort((a, b) => b.score - a.score || (a.answer.id < b.answer.id ? -1 : 1))
      .map((k) => k.answer);
  }
}
