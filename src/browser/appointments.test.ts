/** Hours as this browser keeps them: nothing lost where the calendar says no, called off only what still is. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Moment } from '../core/discovery/answers';
import {
  appointmentsOf,
  bringBackHour,
  forgetHour,
  giveBack,
  HourRefused,
  lookAfter,
  takeHour,
  type Wanted,
} from './appointments';
import { Store } from './store';

let store: Store;
/** What was said to the calendars, and what they say next. */
const asked: { what: string; hours: Record<string, unknown>[] }[] = [];
let answers: object[] = [];
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
  asked.length = 0;
  answers = [];
  vi.stubGlobal('fetch', async (_path: string, init: RequestInit) => {
    const body = JSON.parse(String(init.body)) as (typeof asked)[number];
    asked.push(body);
    const next = answers.shift();
    if (!next) return new Response('{}', { status: 503 });
    return Response.json({ told: body.hours.map(({ id }) => ({ id, ...next })) });
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  return store.delete();
});
const moment = { at: '2026-11-02T09:10' } as Moment;
const WANTED: Wanted = {
  reader: 'imke',
  librarian: 'oddny',
  name: 'Oddny',
  start: '2026-11-05T10:00',
  minutes: 60,
  campus: 'fellgate',
  note: 'Kelp',
  attach: ['https://x.example/a'],
};
const TAKEN = { state: 'taken', place: 'Room 4', conference: '', comment: '' };
const all = () => appointmentsOf(store, 'imke');

describe('hours in the browser', () => {
  it('are kept once they are taken, moved under the same id, given back', async () => {
    answers = [TAKEN, { ...TAKEN, place: 'Room 5' }, { state: 'given-back' }];
    const hour = await takeHour(store, WANTED, null, moment);
    expect(await all()).toMatchObject([{ id: hour.id, place: 'Room 4', sequence: 0, state: 'taken' }]);
    await takeHour(store, { ...WANTED, start: '2026-11-05T10:30' }, hour, moment);
    expect(asked[1]?.hours[0]).toMatchObject({
      id: hour.id,
      sequence: 1,
      was: hour.start,
      attach: WANTED.attach,
    });
    const [moved] = await all();
    expect(moved).toMatchObject({ start: '2026-11-05T10:30', place: 'Room 5' });
    if (moved) await giveBack(store, moved, moment);
    expect(await all()).toMatchObject([{ state: 'given-back', sequence: 2 }]);
    await forgetHour(store, hour.id);
    expect(await all()).toEqual([]);
    if (moved) await bringBackHour(store, moved);
    expect(await all()).toEqual([moved]);
  });
  it('stay as they were where the calendar says no or nothing', async () => {
    answers = [{ state: 'refused', why: 'Taken.' }, TAKEN, { state: 'refused', why: 'Taken.' }];
    await expect(takeHour(store, WANTED, null, moment)).rejects.toThrow(HourRefused);
    expect(await all()).toEqual([]);
    const hour = await takeHour(store, WANTED, null, moment);
    await expect(takeHour(store, { ...WANTED, start: '2026-11-06T10:00' }, hour, moment)).rejects.toThrow(
      'Taken.',
    );
    await expect(giveBack(store, hour, moment)).rejects.toThrow();
    await expect(lookAfter(store, 'imke', moment)).rejects.toThrow();
    expect(await all()).toEqual([hour]);
  });
  it('are called off by the librarian, unless they were changed meanwhile; nothing is asked about what is over', async () => {
    answers = [TAKEN, TAKEN];
    const [one, two] = [
      await takeHour(store, WANTED, null, moment),
      await takeHour(store, { ...WANTED, start: '2026-11-06T10:00' }, null, moment),
    ];
    answers = [{ state: 'refused', why: 'Ill.' }];
    const looking = lookAfter(store, 'imke', moment);
    await store.appointments.put({ ...two, sequence: 7, start: '2026-11-09T10:00' });
    await looking;
    expect(await all()).toMatchObject([
      { id: one.id, state: 'called-off', said: 'Ill.' },
      { id: two.id, state: 'taken', sequence: 7 },
    ]);
    asked.length = 0;
    await lookAfter(store, 'imke', { ...moment, at: '2026-11-20T09:00' } as Moment);
    expect(asked).toEqual([]);
  });
});
