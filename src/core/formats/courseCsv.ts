/**
 * Courses as a table (CSV, RFC 4180), a reading a row: what says the same in every row of a course may stand in
 * its first only. `docs/courses.md` names the columns.
 */
import {
  byDay,
  type Course,
  DESK_RULES,
  type DeskRule,
  LECTURERS,
  MEETINGS,
  type Meeting,
  NAME,
  NEEDS,
  type Need,
  NOTE,
  READINGS,
  type Reading,
} from '../courses/course';
import { msg } from '../model/message';
import type { CampusId, RecordId } from '../model/record';
import { parseDay } from '../model/time';
import { parted } from '../text';
import { csvRows, readNames } from './csv';
import type { Problem } from './item';

export const COURSE_COLUMNS = [
  'course',
  'code',
  'name',
  'lecturers',
  'term',
  'subject',
  'day',
  'time',
  'meeting',
  'record',
  'title',
  'author',
  'year',
  'part',
  'need',
  'note',
  'desk',
  'rule',
  'callnumber',
] as const;
type Column = (typeof COURSE_COLUMNS)[number];
export interface ReadCourses {
  readonly courses: readonly Course[];
  readonly problems: readonly Problem[];
}
const TIME = /^([01]?\d|2[0-3])[:.]([0-5]\d)$/;
const isOneOf = <T extends string>(codes: readonly T[], text: string): text is T =>
  (codes as readonly string[]).includes(text);

interface Growing {
  id: string;
  code: string;
  name: string;
  lecturers: string[];
  term: string;
  subject: string;
  line: number;
  meetings: Map<string, Meeting & { readings: Reading[] }>;
}

/**
 * Reads a table of courses. Rows without a course are named and left out; a day, a time or a rule that can't be
 * read is named, and the rest of its row stands.
 * @param campuses ids of those that may have a desk
 */
export function readCourseCsv(text: string, campuses: ReadonlySet<string>): ReadCourses {
  const { rows: all, errors } = csvRows(text);
  const [{ cells: heading } = { cells: [] }, ...rows] = all;
  const plain = (name: string): string => name.toLowerCase().replace(/[\s_-]+/g, '');
  const at = new Map(heading.map((name, i) => [plain(name), i]));
  const problems: Problem[] = [...errors];
  if (!at.has('course'))
    return {
      courses: [],
      problems: [
        { line: 1, text: msg('file.noCourseColumn', { heading: heading.join(', ').slice(0, 300) }) },
      ],
    };
  for (const name of heading)
    if (name.trim() && !isOneOf(COURSE_COLUMNS, plain(name)))
      problems.push({ line: 1, text: msg('file.columnNotKnown', { name: name.slice(0, 100) }) });
  const courses = new Map<string, Growing>();
  for (const { cells, line } of rows) {
    const value = (k: Column): string =>
      (cells[at.get(k) ?? -1] ?? '').trim().slice(0, k === 'note' ? NOTE : NAME);
    const odd = (column: Column): void => {
      problems.push({ line, text: msg('file.cellNotUsed', { column, value: value(column).slice(0, 100) }) });
    };
    const id = value('course').slice(0, 100);
    if (!id) {
      problems.push({ line, text: msg('file.noCourse') });
      continue;
    }
    let course = courses.get(id);
    if (!course) {
      course = { id, code: '', name: '', lecturers: [], term: '', subject: '', line, meetings: new Map() };
      courses.set(id, course);
    }
    // What was said first stands.
    for (const k of ['code', 'name', 'term', 'subject'] as const) course[k] ||= value(k);
    if (!course.lecturers.length)
      course.lecturers = parted(value('lecturers'), ';').filter(Boolean).slice(0, LECTURERS);
    const day = parseDay(value('day')) === null ? '' : value('day');
    if (value('day') && !day) odd('day');
    const clock = TIME.exec(value('time'));
    if (value('time') && !clock) odd('time');
    const key = [day, value('time'), value('meeting')].join('\u0000');
    let meeting = course.meetings.get(key);
    if (!meeting) {
      if (course.meetings.size >= MEETINGS) {
        problems.push({ line, text: msg('file.tooMuchOfIt', { most: MEETINGS }) });
        continue;
      }
      meeting = {
        id: `m${course.meetings.size + 1}`,
        day,
        ...(clock ? { time: `${(clock[1] ?? '').padStart(2, '0')}:${clock[2]}` } : {}),
        title: value('meeting'),
        readings: [],
      };
      course.meetings.set(key, meeting);
    }
    if (!value('record') && !value('title')) continue;
    if (meeting.readings.length >= READINGS) {
      problems.push({ line, text: msg('file.tooMuchOfIt', { most: READINGS }) });
      continue;
    }
    const need = value('need').toLowerCase();
    if (need && !isOneOf(NEEDS, need)) odd('need');
    const rule = value('rule').toLowerCase();
    const desk = value('desk');
    const known = campuses.has(desk) && isOneOf(DESK_RULES, rule);
    if (desk && !known) odd(campuses.has(desk) ? 'rule' : 'desk');
    const year = Number.parseInt(value('year'), 10);
    meeting.readings.push({
      id: `${meeting.id}-r${meeting.readings.length + 1}`,
      record: value('record') as RecordId,
      need: isOneOf(NEEDS, need) ? (need as Need) : 'required',
      ...(value('title')
        ? {
            csl: {
              type: 'document',
              title: value('title'),
              ...(value('author') ? { author: readNames(value('author')) } : {}),
              ...(year >= 1 && year <= 9999 ? { issued: { 'date-parts': [[year]] as const } } : {}),
            },
          }
        : {}),
      ...(value('part') ? { part: value('part') } : {}),
      ...(value('note') ? { note: value('note') } : {}),
      ...(known
        ? {
            desk: {
              campus: desk as CampusId,
              rule: rule as DeskRule,
              ...(value('callnumber') ? { callNumber: value('callnumber') } : {}),
            },
          }
        : {}),
    });
  }
  for (const c of courses.values())
    if (!c.name) problems.push({ line: c.line, text: msg('file.courseWithoutName', { id: c.id }) });
  return {
    courses: [...courses.values()].map(({ line: _line, subject, name, meetings, ...c }) => ({
      ...c,
      name: name || c.code || c.id,
      ...(subject ? { subject } : {}),
      // By day; those without one stay behind, as they came.
      meetings: byDay([...meetings.values()]),
    })),
    problems,
  };
}
