/**
 * A pasted syllabus: meetings by their dates or week numbers, what is read for each under it. Total: what stands
 * before the first meeting is kept as a note, what stands under one is to be split as references are, which takes a model that is elsewhere. The words that name weeks, months and what is required belong to a
 * language and are given.
 */
import { type DayWords, readDayInput } from '../model/dayInput';
import { addDays, type DayNumber, isoDay, parseDay } from '../model/time';
import type { Need } from './course';

export interface SyllabusWords extends DayWords {
  /** What a meeting is numbered by: `week`, `session` … */
  readonly session: readonly string[];
  /** What stands over what must be read, and over what may be. */
  readonly required: readonly string[];
  readonly further: readonly string[];
}
/** What stands under a meeting, as it was pasted: texts of `blocks` are lists, those of `readings` one reference each. */
export interface SyllabusReading {
  readonly text: string;
  readonly need: Need;
}
export interface SyllabusMeeting {
  /** ISO day; empty where none is said. */
  readonly day: string;
  /** The number that it goes by; null for none. */
  readonly week: number | null;
  readonly title: string;
  readonly readings: readonly SyllabusReading[];
}
export type Outlined = Omit<SyllabusMeeting, 'readings'> & { readonly blocks: readonly SyllabusReading[] };
/** A syllabus whose lists are not parted yet. */
export type Outline = Omit<Syllabus, 'meetings'> & { readonly meetings: readonly Outlined[] };
export interface Syllabus {
  /** What stands before the first meeting: its first line, and a code that stands in it. */
  readonly name: string;
  readonly code: string;
  /** The rest of what stands before the first meeting. */
  readonly note: string;
  readonly meetings: readonly SyllabusMeeting[];
}

/** Letters of a line that heads something; a reference is longer, or has a year in brackets. */
const HEADING = 160;
const REFERENCE = /\(\s*(?:1[5-9]|20)\d\d[a-z]?\s*\)|\bdoi\b|10\.\d{4,}\//i;
const CODE = /\b[A-Z]{2,5}[ -]?\d{2,4}[A-Z]?\b/;
/** How far back a date without a year may lie: a term that has begun. */
const TERM_BACK = 150;
const WEEK = 7;
const DATE_TOKENS = 5;
const AFTER_HEAD = /^[\s:.,;)\]–—-]+/;

const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();

interface Head {
  readonly day: DayNumber | null;
  readonly week: number | null;
  readonly title: string;
}
/** A date at the beginning of a text, and what stands behind it. */
function dateAt(
  written: string,
  base: DayNumber,
  words: SyllabusWords,
): { day: DayNumber; rest: string } | null {
  // The weekday before a date says nothing more.
  const [first = ''] = written.split(/[\s.,]/);
  const isWeekday = words.weekdays.some((names) => names.some((n) => plain(n) === plain(first)));
  const text = isWeekday ? written.slice(first.length).replace(/^[\s.,]+/, '') : written;
  const tokens = [...text.matchAll(/\S+/g)].slice(0, DATE_TOKENS);
  for (let n = tokens.length; n > 0; n--) {
    const last = tokens[n - 1] as RegExpExecArray;
    const end = last.index + last[0].length;
    const said = text
      .slice(0, end)
      .replace(/[:;,)–—]+$/, '')
      .replace(/^\(/, '');
    // A number alone is a page or a place in a list, a weekday alone may be anything.
    const dated = /\d/.test(said) && (/\p{L}{3,}/u.test(said) || /\d\s*[./-]\s*\d/.test(said));
    const day = dated ? readDayInput(said, base, words) : null;
    if (day !== null) return { day, rest: text.slice(end) };
  }
  return null;
}
function headOf(line: string, base: DayNumber, words: SyllabusWords): Head | null {
  const text = line
    .trim()
    .replace(/^#+\s*|^\*+|\*+$/g, '')
    .trim();
  if (!text || text.length > HEADING || REFERENCE.test(text)) return null;
  const [first = '', second = ''] = text.split(/[\s:.]+/);
  const numbered = words.session.some((w) => plain(w) === plain(first)) && /^\d{1,2}\b/.test(second);
  let rest = text;
  let week: number | null = null;
  if (numbered) {
    week = Number.parseInt(second, 10);
    rest = text.slice(text.indexOf(second, first.length) + String(week).length).replace(AFTER_HEAD, '');
  }
  const opened = rest.replace(/^[([]\s*/, '');
  const date = dateAt(opened, base, words);
  if (!numbered && !date) return null;
  const title = (date ? date.rest : rest).replace(AFTER_HEAD, '').trim();
  return { day: date?.day ?? null, week, title };
}
const needOf = (line: string, words: SyllabusWords): Need | null => {
  const said = plain(
    line
      .trim()
      .replace(/^#+\s*/, '')
      .replace(/[:.*]+$/g, ''),
  );
  if (words.required.some((w) => said === plain(w))) return 'required';
  return words.further.some((w) => said === plain(w)) ? 'further' : null;
};

/**
 * Reads a syllabus, but for the references: `withReadings` makes it whole.
 * @param today dates without a year are those of a term that has begun some months ago at most, or is to come
 * @param first the day of the first meeting, from which weeks are counted; null where it isn't known
 * @example readSyllabus('Week 2: Kelp', parseDay('2026-11-02'), parseDay('2026-11-05'), aSyllabus).meetings[0].day
 *   // '2026-11-12'
 */
export function readSyllabus(
  text: string,
  today: DayNumber,
  first: DayNumber | null,
  words: SyllabusWords,
): Outline {
  const base = addDays(today, -TERM_BACK);
  const before: string[] = [];
  const meetings: { head: Head; blocks: { need: Need; lines: string[] }[] }[] = [];
  for (const line of text.split(/\r\n|\r|\n/)) {
    const head = headOf(line, base, words);
    const meeting = meetings.at(-1);
    if (head) meetings.push({ head, blocks: [{ need: 'required', lines: [] }] });
    else if (!meeting) before.push(line);
    else {
      const need = needOf(line, words);
      if (need) meeting.blocks.push({ need, lines: [] });
      else meeting.blocks.at(-1)?.lines.push(line);
    }
  }
  const lines = before.map((l) => l.trim().replace(/^#+\s*/, '')).filter(Boolean);
  const [title = '', ...others] = lines;
  const code = CODE.exec(lines.slice(0, 3).join('\n'))?.[0] ?? '';
  return {
    name: title
      .replace(code, '')
      .replace(AFTER_HEAD, '')
      .replace(/[\s:.,;(–—-]+$/, '')
      .trim(),
    code,
    note: others.join('\n'),
    meetings: meetings.map(({ head, blocks }) => ({
      day: dayOf(head, first),
      week: head.week,
      title: head.title,
      blocks: blocks.map(({ need, lines: own }) => ({
        need,
        text: own.join('\n'),
      })),
    })),
  };
}
/** The lists of an outline, in order. */
export const listsOf = ({ meetings }: Outline): string[] =>
  meetings.flatMap((m) => m.blocks.map((b) => b.text));
/** @param parted for each of the lists its references */
export function withReadings(outline: Outline, parted: readonly (readonly string[])[]): Syllabus {
  let at = 0;
  return {
    ...outline,
    meetings: outline.meetings.map(({ blocks, ...meeting }) => ({
      ...meeting,
      readings: blocks.flatMap(({ need }) => (parted[at++] ?? []).map((text) => ({ text, need }))),
    })),
  };
}
function dayOf({ day, week }: Head, first: DayNumber | null): string {
  if (day !== null) return isoDay(day);
  return week !== null && first !== null ? isoDay(addDays(first, WEEK * (week - 1))) : '';
}
/** Days of meetings that have none, counted from the first that has one by their numbers. */
export function withDays(meetings: readonly SyllabusMeeting[]): readonly SyllabusMeeting[] {
  const known = meetings.find((m) => m.day !== '' && m.week !== null);
  const start = known && parseDay(known.day);
  if (!known || start === null || start === undefined) return meetings;
  const week = known.week as number;
  return meetings.map((m) =>
    m.day === '' && m.week !== null ? { ...m, day: isoDay(addDays(start, WEEK * (m.week - week))) } : m,
  );
}
