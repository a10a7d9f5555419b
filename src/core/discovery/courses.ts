/** The library's courses, made of its file and of the records that are read for them. */
import { type Course, type Reading, readingsOf } from '../courses/course';
import { CourseFinder } from '../courses/find';
import type { CourseLine, CoursesAnswer } from './answers';
import type { Items } from './items';

/** Records that are looked up at a time while the courses are made ready to be found. */
const AT_ONCE = 5000;

export class Courses {
  readonly #courses: readonly Course[];
  readonly #items: Items;
  #finder: Promise<CourseFinder> | null = null;

  constructor(courses: readonly Course[], items: Items) {
    this.#courses = courses;
    this.#items = items;
  }

  async find(q: string, limit: number): Promise<CoursesAnswer> {
    this.#finder ??= this.#ready().catch((error) => {
      // What went wrong once is tried again with the next question.
      this.#finder = null;
      throw error;
    });
    const found = (await this.#finder).find(q);
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

  /** With the titles of all that is read: once, with the first question. */
  async #ready(): Promise<CourseFinder> {
    const ids = [...new Set(this.#courses.flatMap((c) => readingsOf(c).flatMap((r) => r.record || [])))];
    const titles = new Map<string, string>();
    for (let at = 0; at < ids.length; at += AT_ONCE)
      for (const r of await this.#items.records(ids.slice(at, at + AT_ONCE))) titles.set(r.id, r.csl.title);
    return new CourseFinder(this.#courses, (id) => titles.get(id));
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
