/**
 * Courses: who teaches what when, and what is read for it. The same shape for those of the library
 * (docs/courses.md) and for those that students make themselves; codes and descriptions, no words of a language.
 */
import { describedShape } from '../model/described';
import { KIND_LIST } from '../model/kinds';
import { type CampusId, MAX_ID } from '../model/record';
import {
  closed,
  dayOrNone,
  filled,
  formed,
  listOf,
  localTime,
  maybe,
  oneOf,
  type Shaped,
  shape,
  text,
  type Value,
} from '../model/shape';
import { addDays, type DayNumber, parseDay } from '../model/time';

/** How long a copy on a course desk may be kept; `premises`: it is read beside the desk. */
export const DESK_RULES = ['two-hours', 'overnight', 'three-days', 'premises'] as const;
export type DeskRule = (typeof DESK_RULES)[number];
export const NEEDS = ['required', 'further'] as const;
export type Need = (typeof NEEDS)[number];

export const [NAME, NOTE] = [300, 8000];
const ID = 100;
/** Meetings of a course, readings of a meeting, lecturers, at most. */
export const [MEETINGS, READINGS, LECTURERS] = [200, 200, 50];

/** A copy that was put on a desk for the course. */
const deskShape = closed({
  campus: filled(ID) as Value<CampusId>,
  rule: oneOf(DESK_RULES),
  callNumber: maybe(text(NAME)),
});
export type Desk = Shaped<typeof deskShape>;
export const readingShape = shape({
  id: filled(ID),
  /** The record; empty for what has none. */
  record: text(MAX_ID),
  /** What it is, where there is no record, or where the record is not at hand. */
  csl: maybe(describedShape),
  kind: maybe(oneOf(KIND_LIST)),
  /** What of it is read: pages, chapters. */
  part: maybe(text(NAME)),
  need: oneOf(NEEDS),
  note: maybe(text(NOTE)),
  desk: maybe(deskShape),
});
export type Reading = Shaped<typeof readingShape>;
export const meetingShape = shape({
  id: filled(ID),
  /** ISO day; empty where none is said. */
  day: dayOrNone(),
  time: maybe(formed(/^([01]\d|2[0-3]):[0-5]\d$/, 'clock')),
  title: text(NAME),
  readings: listOf(readingShape, READINGS),
});
export type Meeting = Shaped<typeof meetingShape>;
const fields = {
  id: filled(ID),
  code: text(NAME),
  name: filled(NAME),
  lecturers: listOf(filled(NAME), LECTURERS),
  term: text(NAME),
  note: maybe(text(NOTE)),
  meetings: listOf(meetingShape, MEETINGS),
};
export const courseShape = shape({
  ...fields,
  /** What it is about, as the library's guides name it. */
  subject: maybe(text(NAME)),
});
export type Course = Shaped<typeof courseShape>;
/** A course that somebody made for themselves. */
export const ownCourseShape = shape({
  ...fields,
  reader: filled(ID),
  created: localTime(),
  changed: localTime(),
  /** The library's course that it was copied from. */
  from: maybe(text(ID)),
});
export type OwnCourse = Shaped<typeof ownCourseShape>;

/** All that is read for a course, meeting by meeting. */
export const readingsOf = (course: Pick<Course, 'meetings'>): readonly Reading[] =>
  course.meetings.flatMap((m) => m.readings);
/** Days before a meeting on which its readings are to be there: whoever comes prepared has read them. */
export const DAYS_TO_READ = 1;
/** The day by which what is read for a meeting is to be there; null where the meeting has no day. */
export function neededBy(meeting: Pick<Meeting, 'day'>): DayNumber | null {
  const day = parseDay(meeting.day);
  return day === null ? null : addDays(day, -DAYS_TO_READ);
}

/** By day; those without one stay behind, as they came. */
export const byDay = <M extends Pick<Meeting, 'day'>>(meetings: readonly M[]): M[] =>
  [...meetings].sort((a, b) => (a.day || '9').localeCompare(b.day || '9', 'en'));
