/** The reader's own courses. Every change answers with the way back. */
import {
  type Course,
  type Meeting,
  type OwnCourse,
  ownCourseShape,
  type Reading,
} from '../core/courses/course';
import { wrongIn } from '../core/model/shape';
import { shortId } from './ids';
import type { Store } from './store';

/** By the day of their next meeting would change with the clock: by name, the latest made first where equal. */
export const coursesOf = async (store: Store, reader: string): Promise<OwnCourse[]> =>
  (await store.courses.where('reader').equals(reader).toArray())
    .filter((c) => wrongIn(ownCourseShape, c) === null)
    .sort((a, b) => a.name.localeCompare(b.name) || (a.created < b.created ? 1 : -1));

export const newMeeting = (day = '', title = ''): Meeting => ({
  id: `M-${shortId()}`,
  day,
  title,
  readings: [],
});
export const newReading = (of: Omit<Reading, 'id'>): Reading => ({ id: `R-${shortId()}`, ...of });

/** An empty course, or one copied from the library's. */
export function newCourse(reader: string, now: string, from?: Course): OwnCourse {
  const { subject: _subject, id, ...rest } = from ?? { id: '', subject: '' };
  return {
    code: '',
    name: '',
    lecturers: [],
    term: '',
    meetings: [],
    ...rest,
    id: `C-${shortId()}`,
    reader,
    created: now,
    changed: now,
    ...(id ? { from: id } : {}),
  };
}

/** What puts a course back as it was. */
export type CourseUndo = () => Promise<void>;
/** @returns what takes it back */
export async function saveCourse(store: Store, course: OwnCourse): Promise<CourseUndo> {
  const wrong = wrongIn(ownCourseShape, course);
  if (wrong !== null) throw new Error(`No course: ${wrong}`);
  const before = await store.courses.get(course.id);
  await store.courses.put(course);
  return async () => {
    if (before) await store.courses.put(before);
    else await store.courses.delete(course.id);
  };
}
/** @returns what takes it back */
export async function removeCourse(store: Store, id: string): Promise<CourseUndo> {
  const before = await store.courses.get(id);
  await store.courses.delete(id);
  return async () => {
    if (before) await store.courses.put(before);
  };
}
/**
 * Puts a reading into a meeting of a course, the next one that is to come where none is said; what is in that
 * meeting already stays.
 * @returns what takes it back; null where there is no such course
 */
export function addReadings(
  store: Store,
  id: string,
  {
    readings,
    now,
    meeting,
  }: { readonly readings: readonly Reading[]; readonly now: string; readonly meeting?: string },
): Promise<CourseUndo | null> {
  return store.transaction('rw', store.courses, async () => {
    const course = await store.courses.get(id);
    if (!course) return null;
    const today = now.slice(0, 10);
    const meetings = course.meetings.length ? course.meetings : [newMeeting()];
    const into =
      meetings.find((m) => m.id === meeting) ??
      meetings.find((m) => m.day >= today) ??
      (meetings.at(-1) as Meeting);
    const known = new Set(into.readings.map((r) => r.record || r.csl?.title));
    const fresh = readings.filter((r) => !known.has(r.record || r.csl?.title));
    return saveCourse(store, {
      ...course,
      changed: now,
      meetings: meetings.map((m) => (m.id === into.id ? { ...m, readings: [...m.readings, ...fresh] } : m)),
    });
  });
}
