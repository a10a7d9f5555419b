/** A pasted syllabus: meetings found, its references read and looked up, made a course. */
import { type FormEvent, useRef, useState } from 'react';
import { resolveReferences } from '../../browser/client';
import { newCourse, newReading, saveCourse } from '../../browser/courses';
import { ReferenceReader } from '../../browser/references';
import { theStore } from '../../browser/store';
import { MEETINGS, NAME, NOTE, type OwnCourse, READINGS } from '../../core/courses/course';
import { partOf } from '../../core/courses/part';
import {
  listsOf,
  type Syllabus as Read,
  readSyllabus,
  withDays,
  withReadings,
} from '../../core/courses/syllabus';
import type { ReferenceItem } from '../../core/model/record';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import type { ReadReference } from '../../core/references/read';
import type { ResolvedReference } from '../../words/answers';
import { dayWords, wordList } from '../../words/dayWords';
import { say } from '../../words/generated/courses';
import { useHere } from '../kit/app';
import { DateField } from '../kit/DateField';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import styles from './courses.module.css';

const LONGEST = 200_000;
const AT_ONCE = 40;

interface Understood {
  readonly syllabus: Read;
  readonly items: readonly ReferenceItem[];
  readonly matches: readonly (ResolvedReference['match'] | null)[];
  /** What of each is read; empty for all of it. */
  readonly parts: readonly string[];
}
export default function Syllabus({ made }: { made: (course: OwnCourse) => void }) {
  const { reader, moment } = useHere();
  const [text, setText] = useState('');
  const [first, setFirst] = useState('');
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const [found, setFound] = useState<Understood | null>(null);
  const worker = useRef<ReferenceReader | null>(null);
  const gone = useRef(new AbortController());
  const understand = async () => {
    setBusy(true);
    setFailure(null);
    try {
      const today = dayOf(parseLocal(moment.at) as Minutes);
      const outline = readSyllabus(text, today, parseDay(first), {
        ...dayWords(),
        session: wordList(say('courses.sessionWords')),
        required: wordList(say('courses.requiredWords')),
        further: wordList(say('courses.furtherWords')),
      });
      worker.current ??= new ReferenceReader();
      const read = withReadings(outline, await worker.current.split(listsOf(outline)));
      const syllabus = { ...read, meetings: withDays(read.meetings) };
      const parts = {
        chapter: wordList(say('courses.chapterWords')),
        page: wordList(say('courses.pageWords')),
        of: wordList(say('courses.ofWords')),
        and: wordList(say('courses.andWords')),
        read: wordList(say('courses.readWords')),
      };
      const written = syllabus.meetings.flatMap((m) => m.readings.map((r) => r.text));
      const parted = written.map((t) => partOf(t, parts));
      const texts = parted.map((p) => p.text);
      const refs: ReadReference[] = [];
      if (texts.length) await worker.current.read({ texts }, (p) => refs.push(...p.refs));
      const items = refs.map((r) => r.csl);
      const matches: (ResolvedReference['match'] | null)[] = [];
      for (let at = 0; at < items.length; at += AT_ONCE)
        matches.push(
          ...(await resolveReferences(items.slice(at, at + AT_ONCE), moment, '', gone.current.signal)).map(
            (r) => r.match,
          ),
        );
      // A book has no pages of its own: those that were named are what is read of it.
      const partsRead = parted.map(({ text: rest, part }, i) =>
        part || (matches[i]?.kind ?? items[i]?.type) !== 'book' ? part : partOf(rest, parts, true).part,
      );
      setFound({ syllabus, items, matches, parts: partsRead });
    } catch (error) {
      setFailure(error);
    } finally {
      setBusy(false);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() && !busy) void understand();
  };
  const take = async ({ syllabus, items, matches, parts }: Understood) => {
    let n = 0;
    const course: OwnCourse = {
      ...newCourse(reader.id, moment.at),
      name: syllabus.name.slice(0, NAME) || say('courses.unnamed'),
      code: syllabus.code.slice(0, NAME),
      note: syllabus.note.slice(0, NOTE),
      meetings: syllabus.meetings.slice(0, MEETINGS).map((m, i) => ({
        id: `m${i + 1}`,
        day: m.day,
        title: m.title.slice(0, NAME),
        readings: m.readings
          .map((r) => {
            const [item, match, part] = [items[n], matches[n], parts[n]];
            n++;
            const { abstract: _a, ...csl } = (match?.csl ??
              item ?? { type: 'document', title: r.text }) as ReferenceItem;
            return newReading({
              record: match?.id ?? '',
              csl: { ...csl, title: csl.title || r.text },
              need: r.need,
              ...(part ? { part: part.slice(0, NAME) } : {}),
              ...(match ? { kind: match.kind } : {}),
            });
          })
          .slice(0, READINGS),
      })),
    };
    await saveCourse(theStore(), course);
    made(course);
  };
  const meetings = found?.syllabus.meetings ?? [];
  const left = meetings.reduce(
    (n, m, i) => n + (i < MEETINGS ? Math.max(0, m.readings.length - READINGS) : m.readings.length),
    0,
  );
  return (
    <form className={styles.syllabus} onSubmit={submit}>
      <h2>{say('courses.syllabus.title')}</h2>
      <p className={styles.quiet}>{say('courses.syllabus.hint')}</p>
      <textarea
        className={kit.box}
        rows={12}
        maxLength={LONGEST}
        value={text}
        aria-label={say('courses.syllabus.text')}
        onChange={(e) => {
          setText(e.target.value);
          setFound(null);
        }}
      />
      <div className={styles.fields}>
        <DateField label={say('courses.syllabus.first')} value={first} change={setFirst} />
        <span className={styles.quiet}>{say('courses.syllabus.firstHint')}</span>
        <button type="submit" className={kit.main} disabled={busy || !text.trim()}>
          {say('courses.syllabus.read')}
        </button>
      </div>
      {failure !== null && <Failure error={failure} again={() => void understand()} />}
      <p role="status">
        {busy
          ? say('courses.syllabus.reading')
          : found &&
            say('courses.syllabus.found', {
              meetings: meetings.length,
              readings: found.items.length,
              undated: meetings.filter((m) => m.day === '').length,
            })}
        {found && found.items.length > 0 && (
          <> {say('courses.syllabus.matched', { n: found.matches.filter(Boolean).length })}.</>
        )}
        {(left > 0 || meetings.length > MEETINGS) && (
          <> {say('courses.syllabus.left', { n: left, meetings: MEETINGS, readings: READINGS })}</>
        )}
      </p>
      {found && meetings.length > 0 && (
        <>
          <ol className={styles.understood}>
            {meetings.map((m, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: as they stand in the text, which does not change
              <li key={i}>
                <b>{m.day || say('courses.noDay')}</b> {m.title}{' '}
                <span className={styles.quiet}>
                  {say('courses.counts', { meetings: 1, readings: m.readings.length })}
                </span>
              </li>
            ))}
          </ol>
          <button type="button" className={kit.main} onClick={() => void take(found).catch(setFailure)}>
            {say('courses.syllabus.take')}
          </button>
        </>
      )}
    </form>
  );
}
