/**
 * Where else to look: databases and study guides that fit a search, by a map from words and subject headings
 * to them. The index does not hold everything; what it lacks of a database is said, and the words are handed
 * on.
 */
import { words } from '../words/fold';

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
}
export interface StudyGuide {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly subjects: readonly string[];
  readonly steps: readonly string[];
}
/** A topic of the map: words and headings that speak for it. */
export interface Topic {
  readonly subject: string;
  readonly words: readonly string[];
  readonly headings: readonly string[];
}
export interface Guidance {
  readonly databases: readonly Database[];
  readonly guides: readonly StudyGuide[];
  readonly topics: readonly Topic[];
}

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
