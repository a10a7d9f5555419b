/** The reader's own courses. Every change answers with the way back. */
import {
  type Course,
  type Meeting,
  type OwnCourse,
  ownCourseShape,
  READINGS,
  type Reading,
} from '../core/courses/course';
import { wrongIn } from '../core/model/shape';
import { shortId } from './ids';
import type { ToKeep } from './piles';
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

/** A thing that was kept, as a reading. */
export const readingOf = ({ record, csl, kind, note }: ToKeep): Reading =>
  newReading({ record, csl, need: 'required', ...(kind ? { kind } : {}), ...(note ? { note } : {}) });

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
 * Changes a course as it stands in the store then, whatever a view last saw of it: of two changes made at once
 * neither is lost.
 * @returns what takes it back; null where there is no such course
 * @throws where the change makes it no course; it stays as it was
 */
export function changeCourse(
  store: Store,
  { id, now }: { readonly id: string; readonly now: string },
  edit: (course: OwnCourse) => Partial<OwnCourse>,
): Promise<CourseUndo | null> {
  return store.transaction('rw', store.courses, async () => {
    const course = await store.courses.get(id);
    return course ? saveCourse(store, { ...course, ...edit(course), changed: now }) : null;
  });
}
/** The meetings, with a reading of one put at the end of another; it stays where that has no room. */
export function moved(meetings: readonly Meeting[], reading: string, to: string): Meeting[] {
  const from = meetings.find((m) => m.readings.some((r) => r.id === reading));
  const taken = from?.readings.find((r) => r.id === reading);
  const room = meetings.some((m) => m.id === to && m.readings.length < READINGS);
  if (!taken || from?.id === to || !room) return [...meetings];
  return meetings.map((m) =>
    m === from
      ? { ...m, readings: m.readings.filter((r) => r !== taken) }
      : m.id === to
        ? { ...m, readings: [...m.readings, taken] }
        : m,
  );
}
export interface Added {
  readonly added: number;
  /** Readings for which that meeting had no room. */
  readonly left: number;
  readonly undo: CourseUndo;
}
/**
 * Puts readings into the meeting of a course that is to come next, the last where none is; what is in that meeting
 * already stays, and is not put in again.
 * @returns how many were; null where there is no such course
 */
export async function addReadings(
  store: Store,
  { id, now }: { readonly id: string; readonly now: string },
  readings: readonly Reading[],
): Promise<Added | null> {
  let counts = { added: 0, left: 0 };
  const undo = await changeCourse(store, { id, now }, (course) => {
    const meetings = course.meetings.length ? course.meetings : [newMeeting()];
    const today = now.slice(0, 10);
    const into = meetings.find((m) => m.day >= today) ?? (meetings.at(-1) as Meeting);
    const known = new Set(into.readings.map((r) => r.record || r.csl?.title));
    const fresh = readings.filter((r) => !known.has(r.record || r.csl?.title));
    const fit = fresh.slice(0, READINGS - into.readings.length);
    counts = { added: fit.length, left: fresh.length - fit.length };
    return {
      meetings: meetings.map((m) => (m.id === into.id ? { ...m, readings: [...m.readings, ...fit] } : m)),
    };
  });
  return undo && { ...counts, undo };
}
