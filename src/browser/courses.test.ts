/** One's own courses on a stand-in for IndexedDB: nothing lost, everything undone, never more than fits. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type OwnCourse, READINGS } from '../core/courses/course';
import {
  addReadings,
  changeCourse,
  coursesOf,
  moved,
  newCourse,
  newMeeting,
  newReading,
  readingOf,
  removeCourse,
  saveCourse,
} from './courses';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(() => store.delete());

const NOW = '2026-11-02T09:10';
const LATER = '2026-11-02T09:20';
const reading = (record: string) =>
  newReading({ record, csl: { type: 'book', title: `T ${record}` }, need: 'required' });
async function made(more: Partial<OwnCourse> = {}): Promise<OwnCourse> {
  const course = { ...newCourse('imke', NOW), name: 'Seaweed', ...more };
  await saveCourse(store, course);
  return course;
}
const kept = async (id: string): Promise<OwnCourse> => (await store.courses.get(id)) as OwnCourse;
const recordsIn = async (id: string): Promise<string[][]> =>
  (await kept(id)).meetings.map((m) => m.readings.map((r) => r.record));

describe('a course of one’s own', () => {
  it('is found by its reader alone, by name', async () => {
    await made({ name: 'Tides' });
    await made();
    await made({ reader: 'joost', name: 'Not hers' });
    expect((await coursesOf(store, 'imke')).map((c) => c.name)).toEqual(['Seaweed', 'Tides']);
  });
  it('that is none by its shape is not shown, and is not kept', async () => {
    await store.courses.put({ ...newCourse('imke', NOW), name: 'Odd', meetings: 'many' } as never);
    expect(await coursesOf(store, 'imke')).toEqual([]);
    const odd = { ...newCourse('imke', NOW), term: 7 } as never;
    await expect(saveCourse(store, odd)).rejects.toThrow(/term/);
    expect(await store.courses.count()).toBe(1);
  });
  it('copied from the library’s says from which, and takes over what is read, not what it is about', () => {
    const meetings = [{ ...newMeeting('2026-11-05', 'Kelp'), readings: [reading('a')] }];
    const from = { id: 'law', code: 'L', name: 'Law', lecturers: [], term: '', meetings, subject: 'law' };
    const mine = newCourse('imke', NOW, from);
    expect(mine).toMatchObject({ from: 'law', name: 'Law', meetings, created: NOW, changed: NOW });
    expect(mine.id).not.toBe('law');
    expect(mine).not.toHaveProperty('subject');
  });
  it('that was removed is brought back as it was', async () => {
    const course = await made();
    const undo = await removeCourse(store, course.id);
    expect(await store.courses.count()).toBe(0);
    await undo();
    expect(await kept(course.id)).toEqual(course);
  });
  it('that was just made goes again with what takes that back', async () => {
    const undo = await saveCourse(store, { ...newCourse('imke', NOW), name: 'Seaweed' });
    await undo();
    expect(await store.courses.count()).toBe(0);
  });
});
describe('a change', () => {
  it('is made to the course as it stands, and taken back', async () => {
    const { id } = await made();
    const which = { id, now: LATER };
    const undo = await changeCourse(store, which, (c) => ({ name: `${c.name} as food` }));
    expect(await kept(id)).toMatchObject({ name: 'Seaweed as food', created: NOW, changed: LATER });
    await undo?.();
    expect(await kept(id)).toMatchObject({ name: 'Seaweed', changed: NOW });
  });
  it('made at once with another loses neither', async () => {
    const { id } = await made();
    const which = { id, now: LATER };
    await Promise.all([
      changeCourse(store, which, () => ({ name: 'Kelp' })),
      changeCourse(store, which, () => ({ code: 'NUT 214' })),
      ...['a', 'b', 'c'].map((r) => addReadings(store, which, [reading(r)])),
    ]);
    expect(await kept(id)).toMatchObject({ name: 'Kelp', code: 'NUT 214' });
    expect((await recordsIn(id)).flat().sort()).toEqual(['a', 'b', 'c']);
  });
  it('that makes it no course is refused, and nothing is changed', async () => {
    const { id } = await made();
    await expect(
      changeCourse(store, { id, now: LATER }, () => ({ meetings: [{}] }) as never),
    ).rejects.toThrow(/meetings/);
    expect(await kept(id)).toMatchObject({ meetings: [], changed: NOW });
  });
  it('to a course that has gone is none', async () => {
    expect(await changeCourse(store, { id: 'C-none', now: NOW }, () => ({ name: 'x' }))).toBeNull();
    expect(await addReadings(store, { id: 'C-none', now: NOW }, [reading('a')])).toBeNull();
    expect(await store.courses.count()).toBe(0);
  });
});
describe('readings put into a course', () => {
  const meetings = ['2026-10-29', '2026-11-02', '2026-11-05'].map((day) => newMeeting(day));
  it('go to the meeting that comes next, today’s too, once each', async () => {
    const { id } = await made({ meetings });
    const which = { id, now: NOW };
    expect(await addReadings(store, which, [reading('a'), reading('b')])).toMatchObject({
      added: 2,
      left: 0,
    });
    expect(await addReadings(store, which, [reading('b'), reading('c')])).toMatchObject({
      added: 1,
      left: 0,
    });
    expect(await recordsIn(id)).toEqual([[], ['a', 'b', 'c'], []]);
  });
  it('go to the last meeting where all lie behind, and make one where there is none', async () => {
    const past = await made({ meetings: meetings.slice(0, 1) });
    await addReadings(store, { id: past.id, now: NOW }, [reading('a')]);
    expect(await recordsIn(past.id)).toEqual([['a']]);
    const none = await made({ name: 'New' });
    const done = await addReadings(store, { id: none.id, now: NOW }, [reading('a')]);
    expect(await recordsIn(none.id)).toEqual([['a']]);
    await done?.undo();
    expect(await recordsIn(none.id)).toEqual([]);
  });
  it('are no more than there is room for; how many were left out is said', async () => {
    const { id } = await made({ meetings });
    const many = (n: number, from = 0) => Array.from({ length: n }, (_, i) => reading(`r${from + i}`));
    expect(await addReadings(store, { id, now: NOW }, many(READINGS - 1))).toMatchObject({ left: 0 });
    expect(await addReadings(store, { id, now: NOW }, many(3, 1000))).toMatchObject({ added: 1, left: 2 });
    expect((await recordsIn(id))[1]).toHaveLength(READINGS);
  });
  it('keep what kind of thing they are and the note that stood with them in a pile', () => {
    const csl = { type: 'chapter', title: 'Kelp' };
    expect(readingOf({ record: 'a', csl, kind: 'book', note: 'pp. 3–9' })).toMatchObject({
      record: 'a',
      csl,
      kind: 'book',
      note: 'pp. 3–9',
      need: 'required',
    });
    expect(readingOf({ record: '', csl } as never)).not.toHaveProperty('note');
  });
});
describe('a reading moved', () => {
  const [a, b] = [reading('a'), reading('b')];
  const meetings = [
    { ...newMeeting(), id: 'm1', readings: [a, b] },
    { ...newMeeting(), id: 'm2', readings: [] },
    { ...newMeeting(), id: 'full', readings: Array.from({ length: READINGS }, (_, i) => reading(`${i}`)) },
  ];
  it('stands at the end of the other meeting', () => {
    expect(moved(meetings, a.id, 'm2').map((m) => m.readings)).toEqual([[b], [a], meetings[2]?.readings]);
  });
  it.each([
    ['to the meeting where it is', a.id, 'm1'],
    ['to a meeting that has gone', a.id, 'm9'],
    ['that has gone', 'R-none', 'm2'],
    ['to a meeting that has no room', a.id, 'full'],
  ])('%s stays', (_, id, to) => {
    expect(moved(meetings, id, to)).toEqual(meetings);
  });
});
