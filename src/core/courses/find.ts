/** Finding courses: by code, name, lecturers, and the titles of what is read for them. */
import { words } from '../words/fold';
import { type Course, readingsOf } from './course';

/** Each sort of place weighs as much as all those after it: a code is meant before a title is. */
const PLACES = ['code', 'lecturer', 'name', 'title'] as const;
export type FoundBy = (typeof PLACES)[number];
export interface FoundCourse {
  readonly course: Course;
  /** The title of a reading in which the words stand, where it was found by one. */
  readonly reading: string | null;
}
interface Known {
  readonly course: Course;
  readonly by: Readonly<Record<FoundBy, readonly string[]>>;
  readonly titles: readonly { readonly title: string; readonly words: readonly string[] }[];
}

export class CourseFinder {
  readonly #known: readonly Known[];

  /** @param titleOf of a record, by its id */
  constructor(courses: readonly Course[], titleOf: (record: string) => string | undefined) {
    this.#known = courses.map((course) => {
      const titles = readingsOf(course).flatMap((r) => {
        const title = (r.record && titleOf(r.record)) || r.csl?.title;
        return title ? [{ title, words: words(title) }] : [];
      });
      // A code is typed with and without the room in it.
      const code = [...words(course.code), words(course.code).join('')];
      return {
        course,
        titles,
        by: {
          code,
          lecturer: course.lecturers.flatMap(words),
          name: words(course.name),
          title: titles.flatMap((t) => [...t.words]),
        },
      };
    });
  }
  get size(): number {
    return this.#known.length;
  }

  /**
   * Courses in which every word begins one of the course's own, those first that are found by their code, then
   * by lecturer, name, title; equal ones by code. All of them for no words.
   */
  find(q: string): readonly FoundCourse[] {
    const asked = words(q);
    const found = this.#known.flatMap((known) => {
      let rank = 0;
      for (const word of asked) {
        const place = PLACES.findIndex((p) => known.by[p].some((w) => w.startsWith(word)));
        if (place < 0) return [];
        rank = Math.max(rank, place);
      }
      const byTitle = asked.length > 0 && rank === PLACES.indexOf('title');
      const reading = byTitle
        ? (known.titles.find((t) => asked.some((a) => t.words.some((w) => w.startsWith(a))))?.title ?? null)
        : null;
      return [{ course: known.course, reading, rank }];
    });
    const key = ({ course }: FoundCourse): string => `${course.code} ${course.name} ${course.id}`;
    found.sort((a, b) => a.rank - b.rank || (key(a) < key(b) ? -1 : 1));
    return found.map(({ course, reading }) => ({ course, reading }));
  }
}
