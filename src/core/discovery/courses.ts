/** The library's courses, made of its file and of the records that are read for them. */
import { type Course, type Reading, readingsOf } from '../courses/course';
import { CourseFinder } from '../courses/find';
import type { CourseLine, CoursesAnswer } from './answers';
import type { Items } from './items';

export class Courses {
  readonly #courses: readonly Course[];
  readonly #titles: ReadonlyMap<string, string>;
  readonly #items: Items;
  #finder: CourseFinder | null = null;

  /** @param titles of what is read, by the records' ids */
  constructor(courses: readonly Course[], titles: ReadonlyMap<string, string>, items: Items) {
    this.#courses = courses;
    this.#titles = titles;
    this.#items = items;
  }

  async find(q: string, limit: number): Promise<CoursesAnswer> {
    this.#finder ??= new CourseFinder(this.#courses, (id) => this.#titles.get(id));
    const found = this.#finder.find(q);
    return {
      total: found.length,
      courses: found.slice(0, limit).map(({ course, reading }) => lineOf(course, reading)),
    };
  }
  async one(id: string): Promise<Course | null> {
    const course = this.#courses.find((c) => c.id === id);
    if (!course) return null;
    const records = await this.#items.records(readingsOf(course).flatMap((r) => r.record || []));
    const known = new Map(records.map((r) => [r.id as string, r]));
    const described = (r: Reading): Reading => {
      const record = known.get(r.record);
      if (!record) return r;
      const { abstract: _abstract, ...csl } = record.csl;
      return { ...r, csl: csl as NonNullable<Reading['csl']>, kind: record.kind };
    };
    return {
      ...course,
      meetings: course.meetings.map((m) => ({ ...m, readings: m.readings.map(described) })),
    };
  }
}
function lineOf(course: Course, reading: string | null): CourseLine {
  const days = course.meetings.map((m) => m.day).filter(Boolean);
  return {
    id: course.id,
    code: course.code,
    name: course.name,
    lecturers: course.lecturers,
    term: course.term,
    meetings: course.meetings.length,
    readings: readingsOf(course).length,
    from: days[0] ?? '',
    to: days.at(-1) ?? '',
    reading,
  };
}
